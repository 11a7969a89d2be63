import { useEffect } from 'react';
import { usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { NoticeLine } from './NoticeLine.tsx';

/** How long a word stays; problems stay until they are closed or the next edit goes through. */
const WORD_MS = 5000;

/** What was refused and why, or what was undone. */
export function Notice() {
  const notice = usePlanStore((state) => state.notice);
  const hush = usePlanStore((state) => state.hush);
  useEffect(() => {
    if (notice?.kind !== 'word') return;
    const timer = setTimeout(hush, WORD_MS);
    return () => clearTimeout(timer);
  }, [notice, hush]);
  const isDialogOpen = useViewStore((state) => state.dialogs > 0);
  return (
    <div aria-live="polite" className="notice-place">
      {!isDialogOpen && <NoticeLine />}
    </div>
  );
}
