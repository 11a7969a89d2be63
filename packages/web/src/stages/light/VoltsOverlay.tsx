import type { ThreadFigure } from '@sashiko/core/circuit/figures';
import type { Face } from '@sashiko/core/cloth/cloth';
import { runLegs } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatVolt } from '@sashiko/core/units/electrical';
import { linePath } from '../../canvas/seen.ts';
import { seer } from '../../canvas/table.ts';
import { INK } from '../../ui/ink.ts';

interface VoltsOverlayProps {
  readonly plan: Plan;
  readonly face: Face;
  readonly scale: number;
  readonly threads: readonly ThreadFigure[];
}

/** A thread that loses this much is drawn widest, V. */
const WIDE_V = 0.3;
/** Less than this is not written beside a thread, V. */
const TOLD_V = 0.01;

/** The volts along the threads: the more a thread loses the wider its band, with the number beside. */
export function VoltsOverlay({ plan, face, scale, threads }: VoltsOverlayProps) {
  const size = 13 / scale;
  return (
    <g className="volts" pointerEvents="none">
      {threads.map(({ runId, volt }) => {
        const run = plan.runs[runId];
        if (run === undefined) return null;
        const legs = runLegs(plan, run).map((leg) => leg.path.map(seer(plan, leg, face)));
        const path = legs[0] ?? [];
        const middle = path[Math.floor((path.length - 1) / 2)];
        const next = path[Math.floor((path.length - 1) / 2) + 1] ?? middle;
        if (middle === undefined || next === undefined) return null;
        const share = Math.min(1, volt / WIDE_V);
        return (
          <g key={runId}>
            <path
              d={legs.map((leg) => linePath(leg)).join('')}
              fill="none"
              stroke={INK.blush}
              strokeOpacity={0.25 + 0.5 * share}
              strokeWidth={(2 + 10 * share) / scale}
              strokeLinecap="round"
              strokeLinejoin="round"
            />
            {volt >= TOLD_V && (
              <text
                x={(middle.x + next.x) / 2}
                y={(middle.y + next.y) / 2 - 5 / scale}
                fontSize={size}
                textAnchor="middle"
                fill={INK.lamp}
                stroke={INK.dark}
              >
                −{formatVolt(volt)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
