import type { Face } from '@sashiko/core/cloth/cloth';
import { deriveSides } from '@sashiko/core/joining/sides';
import { sewingByHabit } from '@sashiko/core/plan/edits/run-edits';
import { type OnPanel, panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { supplySewing } from '@sashiko/core/router/supply-lines';
import { bareSegments, conductorOf } from '@sashiko/core/spacing/bare-things';
import { FLAT, spacingRules } from '@sashiko/core/spacing/clearance';
import { type Conductor, requiredGap } from '@sashiko/core/thread/required-gap';
import { SIDE_THREAD } from '../../canvas/palette.ts';
import { seer } from '../../canvas/table.ts';

/** Round everything bare, the room it keeps from another thread: what stays uncovered is free to sew. */
export function RoomOverlay({ plan, face }: { readonly plan: Plan; readonly face: Face }) {
  const rulesBetween = spacingRules(plan);
  const linesOn = new Map(panelsOf(plan).map(({ id }) => [id, usualLines(plan, { panelId: id })]));
  const sides = deriveSides(plan);
  const bands = new Map<string, string>();
  for (const { a, b, owner } of bareSegments(plan)) {
    // What it keeps from a line as the plan sews them, or from another like itself where that is more.
    const lines = linesOn.get(owner.conductor.panelId) ?? [];
    const others = owner.role === 'line' ? [...lines, owner.conductor] : lines;
    const reachMm =
      owner.radiusMm +
      Math.max(...others.map((other) => requiredGap(owner.conductor, other, FLAT, rulesBetween)));
    const net = sides.nets.all.find(({ id }) => id === owner.netId);
    const side = net === undefined ? 'neither' : sides.of(net);
    const seen = seer(plan, owner.conductor, face);
    const [p, q] = [seen(a), seen(b)];
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

/** Lines as they would be sewn by habit, the ones that carry the whole current among them. */
function usualLines(plan: Plan, of: OnPanel): readonly Conductor[] {
  const habit = sewingByHabit(plan, of);
  return [habit, supplySewing(plan, habit)].map((sewing) => conductorOf(plan, sewing));
}
