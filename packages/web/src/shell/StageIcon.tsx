import type { StageId } from '../stages/stages.ts';

/** Our own small drawings of the seven stages, in one line weight. */
const DRAWINGS: Readonly<Record<StageId, React.ReactNode>> = {
  cloth: <path d="M5 6c4 2 10 2 14 0 1.5 4 1.5 8 0 12-4-2-10-2-14 0-1.5-4-1.5-8 0-12Z" />,
  parts: (
    <>
      <circle cx="8" cy="12" r="4.5" />
      <circle cx="18" cy="12" r="2.8" />
    </>
  ),
  thread: <path d="M3 15c3-8 6-8 9-3s6 5 9-3" strokeDasharray="4.5 2.6" />,
  check: <path d="M4 13l5 5L20 6" />,
  light: (
    <>
      <circle cx="12" cy="12" r="3.6" />
      <path d="M12 3v3M12 18v3M3 12h3M18 12h3" />
    </>
  ),
  sew: <path d="M5 19C9 9 14 5 19 5c0 5-4 10-14 14Zm0 0 9-9" />,
  bench: <path d="M4 17a8 8 0 0 1 16 0M12 17l4-6" />,
};

/** A stage in a few strokes of our own. */
export function StageIcon({ stage }: { readonly stage: StageId }) {
  return (
    <svg
      width="26"
      height="24"
      viewBox="0 0 24 24"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.8"
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden="true"
    >
      {DRAWINGS[stage]}
    </svg>
  );
}
