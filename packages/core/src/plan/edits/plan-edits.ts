import { type Cloth, LARGEST_PIECE_MM } from '../../cloth/cloth.ts';
import { maybeClothColour, maybeClothKind } from '../../cloth/cloth-kinds.ts';
import { fail, type Result, succeed } from '../../errors/problem.ts';
import type { Edit } from '../edit.ts';
import { type Habits, LONGEST_NAME, type Plan } from '../schema.ts';
import { checkEdit } from './check-edit.ts';

/** A name as it may be stored, or why not: one line, trimmed, 1 to 120 letters. */
export function tidyName(text: string): Result<string> {
  const name = text.replace(/\s+/g, ' ').trim();
  if (name === '') return fail('name-empty');
  if (name.length > LONGEST_NAME) return fail('name-too-long', `It has ${name.length}.`);
  return succeed(name);
}

/** Gives the plan another name. */
export function renamePlan(plan: Plan, text: string): Result<Edit> {
  const name = tidyName(text);
  if (!name.ok) return name;
  return checkEdit(plan, 'rename the plan', [{ field: 'name', before: plan.name, after: name.value }]);
}

function clothEdit(plan: Plan, label: string, after: Cloth): Result<Edit> {
  return checkEdit(plan, label, [{ field: 'cloth', before: plan.cloth, after: after as Plan['cloth'] }]);
}

/** Gives the piece another size. Refused when a part, a bend or a mark would then lie outside. */
export function resizeCloth(plan: Plan, widthMm: number, heightMm: number): Result<Edit> {
  for (const size of [widthMm, heightMm]) {
    if (!(size > 0)) return fail('size-not-positive', `(${size} mm)`, 'cloth.shape');
    if (size > LARGEST_PIECE_MM) return fail('size-too-large', `(${size} mm)`, 'cloth.shape');
  }
  const marks = plan.cloth.marks;
  if (marks.some((mark) => mark.points.some((p) => p.x > widthMm || p.y > heightMm))) {
    return fail('outside-cloth', 'A chalk mark would leave the piece.', 'cloth.marks');
  }
  return clothEdit(plan, 'change the size of the cloth', {
    ...plan.cloth,
    shape: { kind: 'rectangle', widthMm, heightMm },
  });
}

/** Takes another kind of cloth, with that kind's thickness and looseness. */
export function changeClothKind(plan: Plan, kindId: string): Result<Edit> {
  const kind = maybeClothKind(kindId);
  if (kind === undefined) return fail('unknown-kind', `There is no cloth "${kindId}".`, 'cloth.kindId');
  const { thicknessMm, looseness } = kind;
  return clothEdit(plan, `take ${kind.title.toLowerCase()}`, {
    ...plan.cloth,
    kindId,
    thicknessMm,
    looseness,
  });
}

/** Shows the cloth in another colour. */
export function dyeCloth(plan: Plan, colourId: string): Result<Edit> {
  const colour = maybeClothColour(colourId);
  if (colour === undefined)
    return fail('unknown-kind', `There is no cloth colour "${colourId}".`, 'cloth.colourId');
  return clothEdit(plan, `take ${colour.title.toLowerCase()} cloth`, { ...plan.cloth, colourId });
}

/** Sets measured facts of the cloth: thickness (0.05–20 mm), looseness (1–3). */
export function measureCloth(
  plan: Plan,
  measured: { readonly thicknessMm?: number; readonly looseness?: number },
): Result<Edit> {
  return clothEdit(plan, 'set what was measured of the cloth', { ...plan.cloth, ...measured });
}

/** Chooses the face that is sewn on. */
export function chooseWorkedFace(plan: Plan, workedFace: Cloth['workedFace']): Result<Edit> {
  return clothEdit(plan, `work on the ${workedFace} side`, { ...plan.cloth, workedFace });
}

/** Removes all chalk marks. */
export function wipeMarks(plan: Plan): Result<Edit> {
  return clothEdit(plan, 'wipe off the chalk marks', { ...plan.cloth, marks: [] });
}

/** Changes habits of this plan. Ranges are those of the plan file. */
export function changeHabits(plan: Plan, changes: Partial<Habits>, label = 'change a habit'): Result<Edit> {
  return checkEdit(plan, label, [
    { field: 'habits', before: plan.habits, after: { ...plan.habits, ...changes } },
  ]);
}
