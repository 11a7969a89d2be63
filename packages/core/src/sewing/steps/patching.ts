/** The patches a piece goes over are laid before its thread is begun: nobody lays felt with a needle hanging. */
import type { Piece } from '../../pieces/piece.ts';
import { formatLength } from '../../units/length.ts';
import { SECONDS } from '../pace.ts';
import { makeStep, type StepDraft } from '../step.ts';
import { groupOf, type StepContext, workedFace } from './step-context.ts';

export function patchingSteps({ plan, names }: StepContext, piece: Piece): readonly StepDraft[] {
  const { unit } = plan.habits;
  return piece.runs.flatMap(({ run }) =>
    Object.values(plan.patches).flatMap((patch) => {
      const under = plan.runs[patch.underRunId];
      if (patch.overRunId !== run.id || under === undefined) return [];
      const size = `${formatLength(patch.lengthMm, unit, 0)} by ${formatLength(patch.widthMm, unit, 0)}`;
      return [
        makeStep({
          id: `patch:${patch.id}`,
          group: groupOf(piece),
          text: `Lay a felt patch of ${size} over the thread between ${names.hole(under.from)} and ${names.hole(under.to)}, the long way along the line from ${names.hole(run.from)} to ${names.hole(run.to)}, and sew it down with ordinary thread. That line comes on to it at one end and off it at the other.`,
          runIds: [under.id, run.id],
          work: { kind: 'sew', seconds: SECONDS.patch },
          faceUp: workedFace(plan, run),
        }),
      ];
    }),
  );
}
