import { Segmented } from 'antd';
import type { ReactNode } from 'react';
import { Filled } from '../ui/Filled.tsx';

/** The tray beside the drawing of a stage: its panels by name, and the one that is open. */
export function StageTray<Name extends string>({
  label,
  question,
  panels,
  open,
  onOpen,
  dock = null,
  children,
}: {
  readonly label: string;
  /** Names the choice of panels for those who do not see it. */
  readonly question: string;
  readonly panels: readonly Name[];
  readonly open: Name;
  readonly onOpen: (name: Name) => void;
  /** What stays in sight below the panel, whichever is open. */
  readonly dock?: ReactNode;
  readonly children: ReactNode;
}) {
  return (
    <aside className="tray docked" aria-label={label}>
      <nav className="tray-tabs">
        <Segmented
          aria-label={question}
          block
          size="small"
          value={open}
          options={[...panels]}
          onChange={onOpen}
        />
      </nav>
      <div className="tray-scroll">
        <Filled key={open}>{children}</Filled>
      </div>
      {dock !== null && <div className="tray-dock">{dock}</div>}
    </aside>
  );
}
