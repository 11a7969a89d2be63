import type { RunTime } from '@sashiko/core/circuit/how-long';
import { formatHours } from '@sashiko/core/units/electrical';
import { INK } from '../../ui/ink.ts';

const WIDTH = 280;
const HEIGHT = 92;

/** The brightest light's current over time, as a line of stitches. */
export function RunTimeCurve({ time }: { readonly time: RunTime }) {
  const end = time.atMostHours;
  const most = Math.max(...time.curve.map(([, amp]) => amp));
  if (!Number.isFinite(end) || end <= 0 || most <= 0) return null;
  const x = (hours: number): number => 4 + (hours / end) * (WIDTH - 8);
  const y = (amp: number): number => HEIGHT - 18 - (amp / most) * (HEIGHT - 30);
  const line = time.curve
    .map(([hours, amp], i) => `${i === 0 ? 'M' : 'L'}${x(hours).toFixed(1)} ${y(amp).toFixed(1)}`)
    .join('');
  const label = `Current of the brightest light from fresh to ${formatHours(end)}`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label}>
      <path d={`M4 6V${HEIGHT - 18}H${WIDTH - 4}`} stroke="var(--line)" fill="none" />
      <path d={line} fill="none" stroke={INK.honey} strokeWidth={2.4} strokeDasharray="6 4" />
      {time.halfHours !== null && (
        <g>
          <path d={`M${x(time.halfHours)} 6V${HEIGHT - 18}`} stroke="var(--quiet)" strokeDasharray="2 3" />
          <text x={Math.min(x(time.halfHours) + 5, WIDTH - 90)} y={16} fontSize={13} fill="currentColor">
            half as bright
          </text>
        </g>
      )}
      <text x={4} y={HEIGHT - 3} fontSize={13} fill="currentColor">
        fresh
      </text>
      <text x={WIDTH - 4} y={HEIGHT - 3} fontSize={13} textAnchor="end" fill="currentColor">
        {formatHours(end)}
      </text>
    </svg>
  );
}
