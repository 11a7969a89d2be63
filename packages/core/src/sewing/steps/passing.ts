/** Threads that pass seams: how that is told while they are sewn, and what joins them where a seam is closed afterwards. */
import { runName } from '../../plan/edits/run-edits.ts';
import { panelOf } from '../../plan/panels.ts';
import { farSide } from '../../plan/passes.ts';
import type { Pass, Run } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { seamLetter } from '../../plan/seams.ts';
import { formatLength } from '../../units/length.ts';
import { SECONDS } from '../pace.ts';
import { makeStep, type StepDraft } from '../step.ts';
import type { StepContext } from './step-context.ts';

/** Whether the seam a run passes there is closed after the circuit is sewn: its two ends are joined then. */
function isJoint({ seams }: Pick<Plan, 'seams'>, { seamId }: Pass): boolean {
  return seams[seamId]?.sewn === 'after';
}

/** Stitches with which two ends are sewn over each other (assumption). */
const JOINT_STITCHES = 5;

/** `, over seam A where both its lines are marked`; with two ends where the seam is still open; nothing for a run that passes none. */
export function passWords(plan: Plan, run: Run, isForward: boolean): string {
  const passes = run.passes ?? [];
  return (isForward ? passes : passes.toReversed())
    .map((pass) => {
      const letter = seamLetter(plan, pass.seamId);
      if (!isJoint(plan, pass)) return `, over seam ${letter} where both its lines are marked for it`;
      const seam = plan.seams[pass.seamId];
      const side = isForward ? farSide(pass) : pass.leaves;
      const other = seam === undefined ? '' : ` of ${panelOf(plan, seam[side]).name}`;
      const tail = formatLength(plan.habits.knotMm, plan.habits.unit, 0);
      return `, as far as its mark on the line of seam ${letter}, where a tail of ${tail} stays; then, with a tail as long, from its mark on the line${other}, both held together by a clip for every test until seam ${letter} is closed`;
    })
    .join('');
}

/** After its seam is closed, the two ends of a thread are sewn over each other. */
export function jointSteps({ plan }: StepContext): readonly StepDraft[] {
  return Object.values(plan.runs).flatMap((run) =>
    (run.passes ?? []).flatMap((pass, i): readonly StepDraft[] =>
      isJoint(plan, pass)
        ? [
            makeStep({
              id: `bridge:${run.id}:${i}`,
              group: 'Close',
              text: `Over seam ${seamLetter(plan, pass.seamId)} sew the two tails of ${runName(plan, run)} over each other: lay each across the seam beside the other, go over both with ${JOINT_STITCHES} tight stitches, knot them, seal the knot, and measure that the line goes through.`,
              partIds: [],
              runIds: [run.id],
              work: { kind: 'finish', seconds: SECONDS.startKnot + JOINT_STITCHES * SECONDS.stitch },
            }),
          ]
        : [],
    ),
  );
}
