/** Wire and tape are laid and held down, not sewn. */
import type { Piece } from '../../pieces/piece.ts';
import { sumRun } from '../../plan/run-way.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { formatLength } from '../../units/length.ts';
import { SECONDS } from '../pace.ts';
import { makeStep, type StepDraft } from '../step.ts';
import { groupOf, type StepContext, workedFace } from './step-context.ts';

export function layingSteps({ plan, names }: StepContext, piece: Piece): readonly StepDraft[] {
  const { unit } = plan.habits;
  const kind = maybeThreadKind(piece.threadId);
  const conductor = kind?.title ?? piece.threadId;
  const ends = kind?.form === 'wire' ? 'strip its two ends and join them there' : 'join its two ends there';
  return piece.runs.map(({ run, from, to }) => {
    const times = piece.strands * (run.lines ?? 1);
    const beside = times === 1 ? '' : `, ${times} lengths side by side`;
    return makeStep({
      id: `sew:${run.id}`,
      group: groupOf(piece),
      text: `Lay ${formatLength(sumRun(plan, run).pathMm, unit, 0)} of ${conductor.toLowerCase()}${beside} from ${names.hole(from)} to ${names.hole(to)}, ${ends}, and hold it down with ordinary thread.`,
      partIds: [from.partId, to.partId],
      runIds: [run.id],
      work: {
        kind: 'sew',
        seconds: SECONDS.lay + (SECONDS.layPerMetre * sumRun(plan, run).pathMm) / 1000,
      },
      faceUp: workedFace(plan, run),
    });
  });
}
