/** Runs that end in a free tail: drawn with their end, named, and led on when a part comes. */
import { fail, type Result } from '../../errors/problem.ts';
import { type Point, snapToMicrometre } from '../../geometry/point.ts';
import type { EndUse } from '../../parts/part-kind.ts';
import type { Edit } from '../edit.ts';
import { kindOf } from '../kind-of.ts';
import { partOf } from '../placed.ts';
import type { HoleRef, Part, Run } from '../records.ts';
import type { Plan } from '../schema.ts';
import { putPart, putRun, takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';
import { newPart, partIdOf } from './part-edits.ts';
import { runIdOf, sewingByHabit } from './run-edits.ts';

const TAIL_KIND = 'thread-tail';
const TAIL_HOLE = 'root';
const USE_VALUES: Readonly<Record<EndUse, number>> = { tied: 0, later: 1, joined: 2 };

export interface TailDraft {
  readonly from: HoleRef;
  readonly bends: readonly Point[];
  /** Where the run ends on the cloth. */
  readonly at: Point;
  readonly lengthMm: number;
  readonly use: EndUse;
}

/**
 * Draws a run from a hole to a place on bare cloth, where its thread stays as a tail. A tail that is to be tied or joined belongs to the one
 * other of its use that is still alone. Ids follow `plan.nextNumber`: the end, then the run. Fails where a hole is not there or where there is no such kind.
 */
export function drawTail(plan: Plan, { from, bends, at, lengthMm, use }: TailDraft): Result<Edit> {
  if (plan.parts[from.partId] === undefined)
    return fail('run-to-nowhere', `There is no part "${from.partId}".`);
  const { first, change } = takeNumbers(plan, 2);
  const { panelId, face } = partOf(plan, from.partId);
  const made = newPart(plan, partIdOf(first), {
    panelId,
    kindId: TAIL_KIND,
    at,
    face,
    options: { tailMm: lengthMm, use: USE_VALUES[use] },
  });
  if (made === undefined) return fail('unknown-kind', `There is no part "${TAIL_KIND}".`);
  const alone = use === 'later' ? [] : lonelyTails(plan, use);
  const [mate] = alone.length === 1 ? alone : [];
  const end: Part = { ...made, ...(mate === undefined ? {} : { mateId: mate.id }) };
  const run: Run = {
    id: runIdOf(first + 1),
    from,
    to: { partId: end.id, holeId: TAIL_HOLE },
    bends: bends.map(snapToMicrometre),
    ...sewingByHabit(plan, { panelId }),
  };
  return checkEdit(plan, `sew to ${end.name}`, [
    change,
    putPart(plan, end),
    ...(mate === undefined ? [] : [putPart(plan, { ...mate, mateId: end.id })]),
    putRun(plan, run),
  ]);
}

/** Ends of a use that have no other yet, in plan order. */
export function lonelyTails(plan: Plan, use: EndUse): readonly Part[] {
  return Object.values(plan.parts).filter(
    (part) =>
      kindOf(plan, part).threadEnd?.use === use &&
      (part.mateId === undefined || plan.parts[part.mateId] === undefined),
  );
}

/** Lets two free ends belong to each other, to be tied or joined; whoever belonged to one of them before stands alone. Fails where one of the parts is not there. */
export function pairTails(plan: Plan, oneId: string, otherId: string): Result<Edit> {
  const [one, other] = [plan.parts[oneId], plan.parts[otherId]];
  if (one === undefined || other === undefined || one === other)
    return fail('unknown-part', '', `parts.${otherId}`);
  const left = [one.mateId, other.mateId].flatMap((id) => {
    const part = id === undefined || id === oneId || id === otherId ? undefined : plan.parts[id];
    return part === undefined ? [] : [part];
  });
  return checkEdit(plan, `pair ${one.name} and ${other.name}`, [
    putPart(plan, { ...one, mateId: otherId }),
    putPart(plan, { ...other, mateId: oneId }),
    ...left.map(({ mateId: _mateId, ...part }) => putPart(plan, part)),
  ]);
}
