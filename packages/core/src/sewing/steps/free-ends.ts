/** Ends of thread that stay: why, and how two of them are joined for good. */
import { joinedEnds } from '../../joining/nets.ts';
import { assumedIn } from '../../plan/assumed.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { partOf } from '../../plan/placed.ts';
import type { HoleRef } from '../../plan/records.ts';
import { formatLength } from '../../units/length.ts';
import { SECONDS } from '../pace.ts';
import { makeStep, type StepDraft } from '../step.ts';
import type { StepContext } from './step-context.ts';

/** Why an end stays long, as a sentence. */
export function whyLong({ plan, names }: Pick<StepContext, 'plan' | 'names'>, ref: HoleRef): string {
  const part = partOf(plan, ref.partId);
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  const other = mate === undefined ? 'another such end' : names.part(mate.id);
  switch (kindOf(plan, part).threadEnd?.use) {
    case 'later':
      return 'It stays so long: a part that comes later is sewn on with it.';
    case 'joined':
      return `It stays so long until it is joined to ${other} by hand: mark its place, so that it is found again.`;
    default:
      return `It stays so long and is never trimmed: it is tied to ${other} to switch on.`;
  }
}

/** Two ends that are joined by hand, when both lines are there. */
export function joinSteps({ plan, names }: StepContext): readonly StepDraft[] {
  const tailMm = formatLength(assumedIn(plan).tailMm, plan.habits.unit, 1);
  return joinedEnds(plan).map(([a, b]) =>
    makeStep({
      id: `join:${a.id}`,
      group: 'Finish',
      text: `Take the tapes off ${names.part(a.id)} and ${names.part(b.id)}, tie the two ends together with three tight knots close to the cloth, seal the knot, and trim both to ${tailMm}.`,
      partIds: [a.id, b.id],
      work: { kind: 'finish', seconds: SECONDS.splice },
    }),
  );
}
