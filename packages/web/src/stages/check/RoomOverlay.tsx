import { asSeen, type Face } from '@sashiko/core/cloth/cloth';
import { bareSegments } from '@sashiko/core/nets/bare-things';
import { spacingRules } from '@sashiko/core/nets/clearance';
import { deriveSides } from '@sashiko/core/nets/sides';
import type { Plan } from '@sashiko/core/plan/schema';
import { LOOPED_HOLE, requiredGap } from '@sashiko/core/thread/required-gap';
import { SIDE_THREAD } from '../../canvas/palette.ts';

/** Round everything bare, the room it keeps from another thread: what stays uncovered is free to sew. */
export function RoomOverlay({ plan, face }: { readonly plan: Plan; readonly face: Face }) {
  const rules = spacingRules(plan);
  const sides = deriveSides(plan);
  const bands = new Map<string, string>();
  for (const { a, b, owner } of bareSegments(plan)) {
    const other = owner.conductor === LOOPED_HOLE ? widestLine(plan) : owner.conductor;
    const reachMm = owner.radiusMm + requiredGap(owner.conductor, other, rules);
    const side = sides.of(
      sides.nets.all.find((net) => net.id === owner.netId) ?? (sides.nets.all[0] as never),
    );
    const [p, q] = [asSeen(plan.cloth, face, a), asSeen(plan.cloth, face, b)];
    const key = `${SIDE_THREAD[side].onLight}|${(2 * reachMm).toFixed(2)}`;
    bands.set(key, `${bands.get(key) ?? ''}M${p.x} ${p.y}L${q.x + 0.001} ${q.y}`);
  }
  return (
    <g pointerEvents="none" opacity={0.22} strokeLinecap="round" strokeLinejoin="round" fill="none">
      {[...bands].map(([key, d]) => {
        const [colour, width] = key.split('|');
        return <path key={key} d={d} stroke={colour} strokeWidth={width} />;
      })}
    </g>
  );
}

/** A line in the plan's habits, to measure holes against. */
function widestLine(plan: Plan) {
  return {
    stitchMm: Math.max(plan.habits.stitchMm, plan.habits.gapMm),
    halfWidthMm: 1.7,
    faces: 'both' as const,
  };
}
