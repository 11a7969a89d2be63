import { add, distance, type Point, scale, subtract } from '../../geometry/point.ts';
import { nearestAlong } from '../../geometry/polyline.ts';
import type { Edit } from '../../plan/edit.ts';
import { slideRun } from '../../plan/edits/line-edits.ts';
import { addBend, moveBend, runName } from '../../plan/edits/run-edits.ts';
import { holePoint } from '../../plan/placed.ts';
import type { Run } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { Finding } from '../finding.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Moves a line aside by what is missing, and a little more: first the place that is too near, then the whole line. */
export const moveAsideFix: FixKind = {
  id: 'move-aside',
  rules: ['gap', 'two-pads', 'wrap', 'edge', 'opening', 'keep-out', 'seam', 'turn-sharp'],
  propose: (plan, finding) => {
    const missing = missingMm(finding);
    return finding.runIds.flatMap((id) => {
      const run = plan.runs[id];
      return run === undefined ? [] : candidates(plan, run, finding.at, missing);
    });
  },
};

/** A tenth of a millimetre more than needed, so that rounding cannot take it back. */
const SPARE_MM = 0.1;

function missingMm({ found, wanted }: Finding): number {
  if (found?.unit !== 'mm' || wanted?.unit !== 'mm') return 8;
  return Math.max(1, wanted.value - found.value) + SPARE_MM;
}

function candidates(plan: Plan, run: Run, at: Point, mm: number): readonly Edit[] {
  const through = [holePoint(plan, run.from), ...run.bends, holePoint(plan, run.to)];
  const near = nearestAlong(through, at);
  const radians = (near.directionDeg * Math.PI) / 180;
  const side: Point = { x: -Math.sin(radians), y: Math.cos(radians) };
  const steps = [mm, -mm, 1.6 * mm, -1.6 * mm, 2.6 * mm, -2.6 * mm];
  const words = (by: number): string =>
    `lead the thread ${runName(plan, run)} past, ${Math.abs(by).toFixed(1)} mm aside`;
  const nearest = run.bends.findIndex((bend) => distance(bend, near.at) < Math.max(4, mm));
  const bends = steps.flatMap((by) => {
    if (nearest >= 0) {
      const bend = run.bends[nearest] as Point;
      const away = distance(bend, at) < 1e-6 ? side : scale(subtract(bend, at), 1 / distance(bend, at));
      return [
        ...sound(moveBend(plan, run.id, nearest, add(bend, scale(away, Math.abs(by)))), words(by)),
        ...sound(moveBend(plan, run.id, nearest, add(bend, scale(side, by))), words(by)),
      ];
    }
    return sound(
      addBend(plan, run.id, legAt(through, near.alongMm), add(near.at, scale(side, by))),
      words(by),
    );
  });
  return [...bends, ...steps.flatMap((by) => sound(slideRun(plan, run.id, by), words(by)))];
}

/** The number of the leg that a distance along the line falls on. */
function legAt(through: readonly Point[], alongMm: number): number {
  let doneMm = 0;
  for (let i = 1; i < through.length; i += 1) {
    doneMm += distance(through[i - 1] as Point, through[i] as Point);
    if (alongMm <= doneMm) return i - 1;
  }
  return Math.max(0, through.length - 2);
}
