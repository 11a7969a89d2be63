import { fail, type Result } from '../../errors/problem.ts';
import { hasElement, takesSwitching } from '../../parts/part-element.ts';
import { maybePartKind } from '../../parts/part-kinds.ts';
import type { Edit } from '../edit.ts';
import { kindOf } from '../kind-of.ts';
import type { HoleRef } from '../records.ts';
import type { Plan } from '../schema.ts';
import { putPart, putRun } from './changes.ts';
import { checkEdit } from './check-edit.ts';

/**
 * Takes another holder in the place of one: it stands where that stood, and every thread goes to a hole of the same sign of it, hole for hole in
 * their order. Refused where it has none, and where the new one does not fit on the cloth. Threads keep their bends.
 */
export function exchangeSource(plan: Plan, partId: string, kindId: string): Result<Edit> {
  const part = plan.parts[partId];
  const kind = maybePartKind(kindId);
  if (part === undefined) return fail('unknown-part');
  if (kind === undefined || !hasElement(kind, 'cell'))
    return fail('unknown-kind', `There is no holder "${kindId}".`);
  const before = kindOf(plan, part);
  const holeFor = (holeId: string): string | undefined => {
    const old = before.holes.find(({ id }) => id === holeId);
    if (old === undefined) return undefined;
    const alike = before.holes.filter(({ sign, plated }) => plated && sign === old.sign);
    const offered = kind.holes.filter(({ sign, plated }) => plated && sign === old.sign);
    return offered[Math.min(alike.indexOf(old), offered.length - 1)]?.id;
  };
  const { options: _options, switchedOn: _switchedOn, mateId: _mateId, ...rest } = part;
  const changes = [putPart(plan, { ...rest, kindId, ...(takesSwitching(kind) ? { switchedOn: true } : {}) })];
  for (const run of Object.values(plan.runs)) {
    if (run.from.partId !== partId && run.to.partId !== partId) continue;
    const moved = (ref: HoleRef): HoleRef | undefined => {
      if (ref.partId !== partId) return ref;
      const holeId = holeFor(ref.holeId);
      return holeId === undefined ? undefined : { partId, holeId };
    };
    const [from, to] = [moved(run.from), moved(run.to)];
    if (from === undefined || to === undefined)
      return fail('unknown-kind', `${kind.title} has no hole for a thread of ${part.name}.`);
    changes.push(putRun(plan, { ...run, from, to }));
  }
  return checkEdit(plan, `exchange ${part.name}`, changes);
}
