import type { ReactNode } from 'react';
import { useMakerStore } from '../stores/maker-store.ts';

/** What need not be seen each time: under a line to open it by, and remembered as it was left, whatever plan is open. */
export function More({
  id,
  title,
  children,
}: {
  /** Under which it is remembered. */
  readonly id: string;
  readonly title: string;
  readonly children: ReactNode;
}) {
  const isOpen = useMakerStore((state) => state.opened.includes(id));
  return (
    <details
      className="more"
      open={isOpen}
      onToggle={(event) => useMakerStore.getState().leave(id, event.currentTarget.open)}
    >
      <summary>{title}</summary>
      {isOpen && <div className="more-body">{children}</div>}
    </details>
  );
}
