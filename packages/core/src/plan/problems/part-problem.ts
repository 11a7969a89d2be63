import { fail, type Problem } from '../../errors/problem.ts';
import { maybeLightColour } from '../../parts/light-colours.ts';
import { elementsOf, takesColour } from '../../parts/part-element.ts';
import { maybeHole } from '../../parts/part-kind.ts';
import { kindOf, maybeKindOf } from '../kind-of.ts';
import { partFitsCloth } from '../on-cloth.ts';
import type { HoleRef, Part } from '../records.ts';
import type { Plan } from '../schema.ts';
import { unknown } from './unknown.ts';

/** What is wrong with one part on this plan's cloth, or null. */
export function partProblem(plan: Plan, part: Part): Problem | null {
  const path = `parts.${part.id}`;
  if (!Object.hasOwn(plan.panels, part.panelId)) return unknown('panel', part.panelId, `${path}.panelId`);
  const kind = maybeKindOf(plan, part);
  if (kind === undefined) return unknown('part', part.kindId, `${path}.kindId`);
  if (takesColour(kind) && maybeLightColour(part.colourId ?? '') === undefined) {
    return unknown('light colour', part.colourId ?? '', `${path}.colourId`);
  }
  for (const [id, value] of Object.entries(part.options ?? {})) {
    const option = kind.options.find((candidate) => candidate.id === id);
    if (option === undefined) return unknown('option', id, `${path}.options.${id}`);
    if (value < option.smallest || value > option.largest) {
      const range = `${option.title} can be ${option.smallest} to ${option.largest} ${option.unit}`.trim();
      return fail('value-out-of-range', `${range}.`, `${path}.options.${id}`).problem;
    }
  }
  for (const terminal of Object.keys(part.levels ?? {})) {
    if (!elementsOf(kind, 'pin').some((pin) => pin.pin === terminal))
      return unknown('pin', terminal, `${path}.levels.${terminal}`);
  }
  for (const [id, where] of [
    [part.mateId, 'mateId'],
    [part.mirror?.partId, 'mirror'],
    [part.wired?.sourceId, 'wired.sourceId'],
    [part.wired?.pin?.partId, 'wired.pin'],
  ] as const) {
    if (id !== undefined && (id === part.id || !Object.hasOwn(plan.parts, id)))
      return fail('unknown-part', `(${id})`, `${path}.${where}`).problem;
  }
  if (!partFitsCloth(plan, part)) {
    return fail('outside-cloth', `${part.name} has its middle or a hole off the piece.`, `${path}.at`)
      .problem;
  }
  return null;
}

/** Why nothing can be sewn to a hole, or null: it has to be there, and of metal. */
export function holeProblem(plan: Plan, ref: HoleRef, path: string): Problem | null {
  const part = Object.hasOwn(plan.parts, ref.partId) ? plan.parts[ref.partId] : undefined;
  if (part === undefined) return fail('run-to-nowhere', `There is no part "${ref.partId}".`, path).problem;
  const hole = maybeHole(kindOf(plan, part), ref.holeId);
  if (hole === undefined)
    return fail('run-to-nowhere', `${part.name} has no hole "${ref.holeId}".`, path).problem;
  return hole.plated ? null : fail('run-unplated', `(${hole.id} of ${part.name})`, path).problem;
}
