import { useEffect } from 'react';
import { usePlanStore } from '../stores/plan-store.ts';

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
  return (
    <div aria-live="polite" style={{ gridArea: 'cloth', position: 'relative', pointerEvents: 'none' }}>
      {notice !== null && (
        <div className={`notice ${notice.kind}`} style={{ pointerEvents: 'auto' }}>
          <span>{notice.text}</span>
          <button type="button" className="linkish" aria-label="Close" onClick={hush}>
            ✕
          </button>
        </div>
      )}
    </div>
  );
}
