import { distance } from '../../geometry/point.ts';
import { nearestAlong } from '../../geometry/polyline.ts';
import { deriveNets } from '../../joining/nets.ts';
import { netAt } from '../../joining/sides.ts';
import { markPieces, SPLIT_WITHIN_MM, splitRun } from '../../plan/edits/line-edits.ts';
import { runName } from '../../plan/edits/run-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holePoint } from '../../plan/placed.ts';
import type { Run } from '../../plan/records.ts';
import { runPath, sumRun } from '../../plan/run-way.ts';
import type { Plan } from '../../plan/schema.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Splits a piece that is longer than an arm: at a hole of its own net that it passes, or by splices on the way. */
export const splitPieceFix: FixKind = {
  id: 'split-piece',
  rules: ['thread-long'],
  propose: (plan, { runIds }) =>
    runIds.flatMap((id) => {
      const run = plan.runs[id];
      if (run === undefined) return [];
      return [...atHoles(plan, run), ...withSplices(plan, run)];
    }),
};

function atHoles(plan: Plan, run: Run) {
  const nets = deriveNets(plan);
  const net = nets.ofRun(run.id);
  const path = runPath(plan, run);
  return Object.values(plan.parts).flatMap((part) =>
    kindOf(plan, part).holes.flatMap((hole) => {
      const ref = { partId: part.id, holeId: hole.id };
      if (!hole.plated || netAt(nets, part, hole.terminal) !== net) return [];
      const at = holePoint(plan, ref);
      return distance(nearestAlong(path, at).at, at) > SPLIT_WITHIN_MM
        ? []
        : sound(splitRun(plan, run.id, ref));
    }),
  );
}

/** At most so many splices are tried on one run. */
const MOST_SPLICES = 6;

function withSplices(plan: Plan, run: Run) {
  const { pathMm } = sumRun(plan, run);
  return Array.from({ length: MOST_SPLICES }, (_, i) => i + 1).flatMap((count) =>
    sound(
      markPieces(plan, run.id, {
        splicesMm: Array.from({ length: count }, (_, k) => Math.round((pathMm * (k + 1)) / (count + 1))),
      }),
      `sew ${runName(plan, run)} in ${count + 1} pieces, joined on the way`,
    ),
  );
}
