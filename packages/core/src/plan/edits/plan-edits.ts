import type { Result } from '../../errors/problem.ts';
import type { Change, Edit } from '../edit.ts';
import { kindOf } from '../kind-of.ts';
import type { Facts, Habits } from '../records.ts';
import type { Plan } from '../schema.ts';
import { putPart } from './changes.ts';
import { checkEdit } from './check-edit.ts';
import { tidyName } from './cloth-edits.ts';

/** Gives the plan another name. Fails for a name that cannot be stored. */
export function renamePlan(plan: Plan, text: string): Result<Edit> {
  const name = tidyName(text);
  if (!name.ok) return name;
  return checkEdit(plan, 'rename the plan', [{ field: 'name', before: plan.name, after: name.value }]);
}

/** Changes habits of this plan. Ranges are those of the plan file. Fails for a value out of its range. */
export function changeHabits(plan: Plan, changes: Partial<Habits>, label = 'change a habit'): Result<Edit> {
  return checkEdit(plan, label, [
    { field: 'habits', before: plan.habits, after: { ...plan.habits, ...changes } },
  ]);
}

const LEG_WORDS: Readonly<Record<Habits['legSign'], string>> = {
  'big-loop': 'tell + by its bigger loop',
  'square-loop': 'tell + by its square loop',
  'minus-curled': 'tell + by its straight leg',
  ink: 'tell + by an ink mark',
};

/** Changes how + is told from − on the legs of bare lights, on those that are placed as well; other habits may change with it. Fails as `checkEdit` does: where what it makes would not be sound. */
export function changeLegSign(
  plan: Plan,
  legSign: Habits['legSign'],
  others: Partial<Habits> = {},
  label = LEG_WORDS[legSign],
): Result<Edit> {
  const plusSquare = legSign === 'square-loop' ? 1 : 0;
  const after = { ...plan.habits, ...others, legSign };
  const changes: Change[] = [{ field: 'habits', before: plan.habits, after }];
  for (const part of Object.values(plan.parts)) {
    const takesForm = kindOf(plan, part).options.some((option) => option.id === 'plusSquare');
    if (takesForm && (part.options?.['plusSquare'] ?? 0) !== plusSquare)
      changes.push(putPart(plan, { ...part, options: { ...part.options, plusSquare } }));
  }
  return checkEdit(plan, label, changes);
}

/** Says what the piece is for; it is not asked again. With nothing to say, the question is skipped. Fails as `checkEdit` does: where what it makes would not be sound. */
export function stateFacts(plan: Plan, facts: Partial<Omit<Facts, 'asked'>>): Result<Edit> {
  const label = Object.keys(facts).length === 0 ? 'skip what the piece is for' : 'say what the piece is for';
  return checkEdit(plan, label, [
    { field: 'facts', before: plan.facts, after: { ...plan.facts, ...facts, asked: true } },
  ]);
}
