import { holeName } from '../../plan/hole-names.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holeKey, holePoint } from '../../plan/placed.ts';
import { copiesOf, loopsAt, runsByHole } from '../../plan/run-way.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { loopsThatFit } from '../../thread/thread-sums.ts';
import { capital } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

/** Loops a joint needs to hold at all: at least three (common practice, no source). */
const FEWEST_LOOPS = 3;

export const holeFull: CheckRule = {
  id: 'hole-full',
  title: 'The hole is full',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'A hole holds only so much thread: packed to about half of its opening (assumption). When several threads meet in one hole there is no room for three loops of each. Use another hole of the same sign, or finer thread.',
  example: 'Five doubled threads end at one 1.6 mm hole of a snap.',
  byHand:
    'Which thread ends elsewhere is for you to say: at another hole on the same thread, or as a finer thread.',
  counted: (found, wanted) => `${found} loops come here; the hole holds ${wanted}.`,
  sees: ['runs', 'habits'],
  checkPart({ plan }, part) {
    const byHole = runsByHole(plan);
    return kindOf(plan, part).holes.flatMap((hole): readonly Finding[] => {
      const ref = { partId: part.id, holeId: hole.id };
      const runs = (byHole.get(holeKey(ref)) ?? []).filter(
        (run) => run.prewired !== true && maybeThreadKind(run.threadId)?.form === 'thread',
      );
      const [first] = runs;
      if (first === undefined || hole.form === 'tape' || hole.form === 'end') return [];
      const loops = runs.reduce(
        (sum, run) => sum + Math.min(FEWEST_LOOPS, loopsAt(plan, ref, run.threadId)) * copiesOf(run),
        0,
      );
      const room = loopsThatFit(hole.diameterMm, maybeThreadKind(first.threadId)?.diameterMm ?? 0.4);
      if (loops <= room) return [];
      return [
        {
          key: `hole-full:${holeKey(ref)}`,
          ruleId: 'hole-full',
          severity: 'mend',
          at: holePoint(plan, ref),
          message: `${capital(holeName(plan, ref))} has no room for ${loops} loops.`,
          step: 'Use another hole of the same sign for one of the threads, or finer thread.',
          found: { value: loops, unit: 'loops' },
          wanted: { value: room, unit: 'loops' },
          partIds: [part.id],
          runIds: runs.map((run) => run.id),
        },
      ];
    });
  },
};
