import { consumersOf } from '../../parts/part-element.ts';
import type { Edit } from '../../plan/edit.ts';
import { putRun } from '../../plan/edits/changes.ts';
import { checkEdit } from '../../plan/edits/check-edit.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holesAt } from '../../plan/placed.ts';
import type { HoleRef, Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { FixKind } from '../fix-kind.ts';
import { asDrawnThenAnew, changedRuns } from './lead-anew.ts';
import { sound } from './sound.ts';

/** Exchanges the ends of the two threads at a part that lies the wrong way round, where turning it does not serve. */
export const exchangeEndsFix: FixKind = {
  id: 'exchange-ends',
  rules: ['reversed'],
  *propose(plan, finding, tries) {
    const part = plan.parts[finding.partIds[0] ?? ''];
    if (part === undefined) return;
    for (const edit of exchanged(plan, part)) yield* asDrawnThenAnew(plan, edit, changedRuns(plan), tries);
  },
};

function exchanged(plan: Plan, part: Part): readonly Edit[] {
  const [ends] = consumersOf(kindOf(plan, part));
  if (ends === undefined) return [];
  const [plus, minus] = [holesAt(plan, part, ends.plus)[0], holesAt(plan, part, ends.minus)[0]];
  if (plus === undefined || minus === undefined) return [];
  const other = (ref: HoleRef): HoleRef => {
    if (ref.partId !== part.id) return ref;
    const terminal = kindOf(plan, part).holes.find(({ id }) => id === ref.holeId)?.terminal;
    return terminal === ends.plus ? minus : terminal === ends.minus ? plus : ref;
  };
  const runs = Object.values(plan.runs).filter(
    ({ from, to }) => from.partId === part.id || to.partId === part.id,
  );
  return sound(
    checkEdit(
      plan,
      `exchange the two threads of ${part.name}`,
      runs.map((run) => putRun(plan, { ...run, from: other(run.from), to: other(run.to) })),
    ),
  );
}
