import type { Face } from '@sashiko/core/cloth/cloth';
import { runLegs } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { linePath } from '../../canvas/seen.ts';
import { seer } from '../../canvas/table.ts';
import { pathsOf } from '../../stores/derived.ts';
import { INK } from '../../ui/ink.ts';

/** The way of the chosen light: beads that run along its threads from + to −. Standing still, arrows say as much. */
export function PathOverlay({
  plan,
  face,
  lightId,
}: {
  readonly plan: Plan;
  readonly face: Face;
  readonly lightId: string | null;
}) {
  const path = pathsOf(plan).find((one) => one.lightId === lightId);
  if (path === undefined) return null;
  return (
    <g pointerEvents="none" fill="none" strokeLinecap="round" strokeLinejoin="round">
      {path.steps.map((step, i) => {
        if (step.kind !== 'run') return null;
        const run = plan.runs[step.runId];
        if (run === undefined) return null;
        const isForward = run.from.partId === step.from.partId && run.from.holeId === step.from.holeId;
        const legs = runLegs(plan, run).map((leg) => leg.path.map(seer(plan, leg, face)));
        const ways = isForward ? legs : legs.map((leg) => leg.toReversed()).toReversed();
        const d = ways.map((leg) => linePath(leg)).join('');
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a way is its order
          <g key={i}>
            <path d={d} stroke={INK.night} strokeWidth={4.6} opacity={0.35} />
            <path d={d} className="beads" stroke={INK.lamp} strokeWidth={2.6} strokeDasharray="0.1 6" />
            {ways.map((leg) => (
              <Arrow key={`${leg[0]?.x} ${leg[0]?.y}`} points={leg} />
            ))}
          </g>
        );
      })}
    </g>
  );
}

/** A small arrow head in the middle of a line. */
function Arrow({ points }: { readonly points: ReadonlyArray<{ readonly x: number; readonly y: number }> }) {
  const i = Math.max(1, Math.floor(points.length / 2));
  const [a, b] = [points[i - 1], points[i]];
  if (a === undefined || b === undefined) return null;
  const degrees = (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI;
  return (
    <path
      d="M-3 -2.6L2.4 0L-3 2.6Z"
      transform={`translate(${(a.x + b.x) / 2} ${(a.y + b.y) / 2}) rotate(${degrees})`}
      fill={INK.lamp}
      stroke={INK.night}
      strokeWidth={0.5}
    />
  );
}
