import { asSeen, type Face } from '@sashiko/core/cloth/cloth';
import { deriveSides } from '@sashiko/core/joining/sides';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { holeOf, holePoint } from '@sashiko/core/plan/placed';
import type { HoleRef, Panel } from '@sashiko/core/plan/records';
import { loopsAt, runsByHole } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { maybeThreadKind } from '@sashiko/core/thread/thread-kinds';
import { memo } from 'react';
import { SIDE_THREAD } from './palette.ts';

/** Beyond the metal, mm: where a loop goes down into the cloth. */
const BEYOND_MM = 1.4;
/** Loops at a hole lie within this fan towards the rim of the part, radians; round a curled leg they go all round. */
const FAN = Math.PI * 0.6;

/** The oversewn loops at every hole that has thread: a fan towards the rim, or spokes round a loop or disc. */
export const HoleLoops = memo(
  function HoleLoops({
    plan,
    panel,
    face,
    isDark,
  }: {
    readonly plan: Plan;
    readonly panel: Panel;
    readonly face: Face;
    readonly isDark: boolean;
  }) {
    const sides = deriveSides(plan);
    const strokes = new Map<string, string[]>();
    for (const [key, runs] of runsByHole(plan)) {
      const run = runs.find(
        (one) => one.prewired !== true && maybeThreadKind(one.threadId)?.form === 'thread',
      );
      if (run?.panelId !== panel.id) continue;
      const ref = [run.from, run.to].find((end) => `${end.partId}.${end.holeId}` === key);
      if (ref === undefined) continue;
      const colour = SIDE_THREAD[sides.of(sides.nets.ofRun(run.id))][isDark ? 'onDark' : 'onLight'];
      const path = loopsPath(plan, panel, ref, loopsAt(plan, ref, run.threadId), face);
      strokes.set(colour, [...(strokes.get(colour) ?? []), path]);
    }
    return (
      <g pointerEvents="none" strokeLinecap="round" fill="none">
        {[...strokes].map(([colour, paths]) => (
          <path key={colour} d={paths.join('')} stroke={colour} strokeWidth={0.45} opacity={0.9} />
        ))}
      </g>
    );
  },
  (before, after) =>
    before.plan.parts === after.plan.parts &&
    before.plan.runs === after.plan.runs &&
    before.plan.habits === after.plan.habits &&
    before.panel === after.panel &&
    before.face === after.face &&
    before.isDark === after.isDark,
);

function loopsPath(plan: Plan, panel: Panel, ref: HoleRef, loops: number, face: Face): string {
  const part = plan.parts[ref.partId];
  if (part === undefined) return '';
  const hole = holeOf(plan, ref);
  const at = asSeen(panel, face, holePoint(plan, ref));
  const middle = asSeen(panel, face, part.at);
  const goesRound = hole.form !== 'eyelet' || kindOf(plan, part).elements.some(({ kind }) => kind === 'half');
  const outward = Math.atan2(at.y - middle.y, at.x - middle.x);
  const reach = hole.padRadiusMm + BEYOND_MM;
  const inner = hole.diameterMm / 2;
  return Array.from({ length: loops }, (_, i) => {
    const angle = goesRound
      ? (2 * Math.PI * i) / loops
      : outward + (loops === 1 ? 0 : FAN * (i / (loops - 1) - 0.5));
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const point = (r: number): string => `${(at.x + r * cos).toFixed(2)} ${(at.y + r * sin).toFixed(2)}`;
    return `M${point(inner * 0.6)}L${point(reach)}`;
  }).join('');
}
