/** Patches, accepted findings, spools: small records that hang on the threads. */
import { fail, type Result } from '../../errors/problem.ts';
import type { Edit } from '../edit.ts';
import type { Patch, Spool } from '../records.ts';
import type { Plan } from '../schema.ts';
import { putPatch, takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';

/** The id a patch gets from a fresh number. */
export function patchIdOf(number: number): string {
  return `q${number}`;
}

/** Puts an insulating patch between two lines, on their panel. Its id is `patchIdOf(plan.nextNumber)`. Fails where a run is not there. */
export function addPatch(
  plan: Plan,
  patch: Omit<Patch, 'id' | 'panelId'> & Partial<Pick<Patch, 'panelId'>>,
): Result<Edit> {
  const under = plan.runs[patch.underRunId];
  if (under === undefined) return fail('unknown-run', '', `patches.${patch.underRunId}`);
  const { first, change } = takeNumbers(plan, 1);
  return checkEdit(plan, 'put a patch between two lines', [
    change,
    putPatch(plan, { ...patch, id: patchIdOf(first), panelId: patch.panelId ?? under.panelId }),
  ]);
}

/** Moves, turns or resizes a patch, or exchanges the two lines. Fails where the patch is not there. */
export function changePatch(
  plan: Plan,
  patchId: string,
  change: Partial<Omit<Patch, 'id' | 'panelId'>>,
): Result<Edit> {
  const patch = plan.patches[patchId];
  if (patch === undefined) return fail('unknown-kind', `There is no patch "${patchId}".`);
  return checkEdit(plan, 'change a patch', [putPatch(plan, { ...patch, ...change })]);
}

/** Takes a patch away. Fails where the patch is not there. */
export function deletePatch(plan: Plan, patchId: string): Result<Edit> {
  const patch = plan.patches[patchId];
  if (patch === undefined) return fail('unknown-kind', `There is no patch "${patchId}".`);
  return checkEdit(plan, 'take a patch away', [
    { table: 'patches', id: patchId, before: patch, after: null },
  ]);
}

/** Lives with a finding, and says why. Fails for a reason that cannot be stored. */
export function acceptFinding(plan: Plan, key: string, reason: string): Result<Edit> {
  return checkEdit(plan, 'accept a finding', [
    { table: 'accepted', id: key, before: plan.accepted[key] ?? null, after: { key, reason: reason.trim() } },
  ]);
}

/** No longer lives with it. Fails as `checkEdit` does: where what it makes would not be sound. */
export function reopenFinding(plan: Plan, key: string): Result<Edit> {
  return checkEdit(plan, 'take up a finding again', [
    { table: 'accepted', id: key, before: plan.accepted[key] ?? null, after: null },
  ]);
}

/** What is known of a spool: a measured swatch, the thread left. `undefined` in both forgets it. Fails as `checkEdit` does: where what it makes would not be sound. */
export function describeSpool(plan: Plan, threadId: string, known: Omit<Spool, 'threadId'>): Result<Edit> {
  const { swatch, leftMm } = known;
  const isEmpty = swatch === undefined && leftMm === undefined;
  return checkEdit(plan, 'change what is known of a spool', [
    {
      table: 'spools',
      id: threadId,
      before: plan.spools[threadId] ?? null,
      after: isEmpty
        ? null
        : {
            threadId,
            ...(swatch === undefined ? {} : { swatch }),
            ...(leftMm === undefined ? {} : { leftMm }),
          },
    },
  ]);
}
