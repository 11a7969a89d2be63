/** A thread that is sewn stays where it is, and so do the parts it holds. */

import { fail, type Problem } from '../../errors/problem.ts';
import type { OwnPart } from '../../parts/own-part-schema.ts';
import type { Change } from '../edit.ts';
import { isTicked } from '../progress.ts';
import type { Part, Run } from '../records.ts';
import type { Plan } from '../schema.ts';

/** The tick under which a run's sewing is kept. */
export function sewingTick(runId: string): string {
  return `sew:${runId}`;
}

/** Why the changes from one plan to the next cannot be, or null. */
export function sewnProblem(plan: Plan, next: Plan, changes: readonly Change[]): Problem | null {
  const isSewn = (runId: string): boolean =>
    isTicked(plan, sewingTick(runId)) && isTicked(next, sewingTick(runId));
  for (const change of changes) {
    if (!('table' in change) || change.before === null) continue;
    if (change.table === 'runs' && isSewn(change.id) && !liesTheSame(change.before, change.after))
      return fail('run-sewn', '', `runs.${change.id}`).problem;
    const shifted =
      change.table === 'parts' && !standsTheSame(change.before, change.after)
        ? [change.before]
        : change.table === 'ownParts' && !isBuiltTheSame(change.before, change.after)
          ? Object.values(plan.parts).filter(({ kindId }) => kindId === change.id)
          : [];
    for (const { id: partId, name } of shifted)
      if (Object.values(plan.runs).some((run) => endsAt(run, partId) && isSewn(run.id)))
        return fail('part-sewn', `(${name})`, `${change.table}.${change.id}`).problem;
  }
  return null;
}

function endsAt({ from, to }: Run, partId: string): boolean {
  return from.partId === partId || to.partId === partId;
}

/** Whether the holes of a described part are where they were, and as they were. */
function isBuiltTheSame(before: OwnPart, after: OwnPart | null): boolean {
  const built = ({ holes }: OwnPart): string =>
    JSON.stringify(
      holes.map(({ id, x, y, diameterMm, padMm, role, joinedAs }) => [
        id,
        x,
        y,
        diameterMm,
        padMm,
        role,
        joinedAs,
      ]),
    );
  return after !== null && built(before) === built(after);
}

function liesTheSame(before: Run, after: Run | null): boolean {
  if (after === null) return false;
  const { locked: _was, tail: _tail, splicesMm: _splices, startsPiece: _starts, ...old } = before;
  const { locked: _is, tail: _newTail, splicesMm: _newSplices, startsPiece: _newStarts, ...fresh } = after;
  return JSON.stringify(Object.entries(old).sort()) === JSON.stringify(Object.entries(fresh).sort());
}

function standsTheSame(before: Part, after: Part | null): boolean {
  return (
    after !== null &&
    after.kindId === before.kindId &&
    after.at.x === before.at.x &&
    after.at.y === before.at.y &&
    after.turnDeg === before.turnDeg &&
    after.face === before.face &&
    after.options === before.options
  );
}
