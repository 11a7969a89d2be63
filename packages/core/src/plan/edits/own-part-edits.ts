import { fail, type Result } from '../../errors/problem.ts';
import type { OwnPart } from '../../parts/own-part-schema.ts';
import type { Edit } from '../edit.ts';
import type { Plan } from '../schema.ts';
import { checkEdit } from './check-edit.ts';

/** Puts a described part into the plan, or in place of the one of the same id. Refused when runs would lose their hole. */
export function keepOwnPart(plan: Plan, part: OwnPart): Result<Edit> {
  const before = plan.ownParts[part.id] ?? null;
  return checkEdit(plan, before === null ? `describe ${part.title}` : `describe ${part.title} anew`, [
    { table: 'ownParts', id: part.id, before, after: part },
  ]);
}

/** Takes a described part out of the plan. Refused while parts of it are on the cloth. */
export function deleteOwnPart(plan: Plan, ownPartId: string): Result<Edit> {
  const before = plan.ownParts[ownPartId];
  if (before === undefined)
    return fail('unknown-kind', `There is no part "${ownPartId}".`, `ownParts.${ownPartId}`);
  if (Object.values(plan.parts).some((part) => part.kindId === ownPartId))
    return fail('own-part-in-use', '', `ownParts.${ownPartId}`);
  return checkEdit(plan, `forget ${before.title}`, [
    { table: 'ownParts', id: ownPartId, before, after: null },
  ]);
}
