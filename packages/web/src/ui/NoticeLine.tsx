import { usePlanStore } from '../stores/plan-store.ts';

/** The newest notice and its ✕, or nothing. */
export function NoticeLine() {
  const notice = usePlanStore((state) => state.notice);
  const hush = usePlanStore((state) => state.hush);
  if (notice === null) return null;
  return (
    <div className={`notice ${notice.kind}`}>
      <span>{notice.text}</span>
      <button type="button" className="linkish" aria-label="Close the notice" onClick={hush}>
        ✕
      </button>
    </div>
  );
}
