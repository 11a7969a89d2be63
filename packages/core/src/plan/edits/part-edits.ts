import type { Face } from '../../cloth/cloth.ts';
import { fail, type Result } from '../../errors/problem.ts';
import { add, type Point, snapToMicrometre } from '../../geometry/point.ts';
import { normaliseDeg } from '../../geometry/transform.ts';
import { maybeLightColour } from '../../parts/light-colours.ts';
import { maybePartKind } from '../../parts/part-kinds.ts';
import type { Change, Edit } from '../edit.ts';
import type { Part, Plan, Run } from '../schema.ts';
import { checkEdit, putPart, putRun, takeNumbers } from './check-edit.ts';
import { tidyName } from './plan-edits.ts';

/** The id a part gets from a fresh number. */
export function partIdOf(number: number): string {
  return `p${number}`;
}

/** The lowest free name of a noun: `light 1`, `light 2`, … */
function freeName(plan: Plan, noun: string): string {
  const taken = new Set(Object.values(plan.parts).map((part) => part.name));
  let number = 1;
  while (taken.has(`${noun} ${number}`)) number += 1;
  return `${noun} ${number}`;
}

export interface Placing {
  readonly kindId: string;
  readonly at: Point;
  readonly turnDeg?: number;
  readonly face?: Face;
  readonly colourId?: string;
  readonly name?: string;
}

/** Places a new part. Its id is `partIdOf(plan.nextNumber)`. */
export function placePart(plan: Plan, placing: Placing): Result<Edit> {
  const kind = maybePartKind(placing.kindId);
  if (kind === undefined) return fail('unknown-kind', `There is no part "${placing.kindId}".`);
  const name = tidyName(placing.name ?? freeName(plan, kind.noun));
  if (!name.ok) return name;
  const { first, change } = takeNumbers(plan, 1);
  const part: Part = {
    id: partIdOf(first),
    kindId: kind.id,
    name: name.value,
    at: snapToMicrometre(placing.at),
    turnDeg: normaliseDeg(placing.turnDeg ?? 0),
    face: placing.face ?? 'right',
    ...(kind.model.kind === 'light' ? { colourId: placing.colourId ?? 'warm-white' } : {}),
    ...(kind.model.kind === 'switch' || (kind.model.kind === 'cell' && kind.model.switched)
      ? { switchedOn: true }
      : {}),
  };
  return checkEdit(plan, `place ${part.name}`, [change, putPart(plan, part)]);
}

function changePart(
  plan: Plan,
  partId: string,
  label: (part: Part) => string,
  change: Partial<Part>,
): Result<Edit> {
  const part = plan.parts[partId];
  if (part === undefined) return fail('unknown-part', '', `parts.${partId}`);
  return checkEdit(plan, label(part), [putPart(plan, { ...part, ...change })]);
}

/** What several parts are called in a label. */
function namesOf(plan: Plan, partIds: readonly string[]): string {
  const only = partIds.length === 1 ? plan.parts[partIds[0] as string] : undefined;
  return only?.name ?? `${partIds.length} parts`;
}

/** Moves parts by `delta` mm, together. Runs follow their holes; bends of runs between two moved parts move along. */
export function moveParts(plan: Plan, partIds: readonly string[], delta: Point): Result<Edit> {
  const changes: Change[] = [];
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    changes.push(putPart(plan, { ...part, at: snapToMicrometre(add(part.at, delta)) }));
  }
  const moved = new Set(partIds);
  for (const run of Object.values(plan.runs)) {
    if (run.bends.length > 0 && moved.has(run.from.partId) && moved.has(run.to.partId)) {
      changes.push(
        putRun(plan, { ...run, bends: run.bends.map((bend) => snapToMicrometre(add(bend, delta))) }),
      );
    }
  }
  return checkEdit(plan, `move ${namesOf(plan, partIds)}`, changes);
}

/** Turns a part to an angle in degrees, clockwise as seen from the right side. */
export function turnPart(plan: Plan, partId: string, turnDeg: number): Result<Edit> {
  return changePart(plan, partId, (part) => `turn ${part.name}`, { turnDeg: normaliseDeg(turnDeg) });
}

/** Sews the part to the other face. */
export function turnPartOver(plan: Plan, partId: string, face: Face): Result<Edit> {
  return changePart(plan, partId, (part) => `put ${part.name} on the ${face} side`, { face });
}

/** Gives a part another name. */
export function renamePart(plan: Plan, partId: string, text: string): Result<Edit> {
  const name = tidyName(text);
  if (!name.ok) return name;
  return changePart(plan, partId, (part) => `rename ${part.name}`, { name: name.value });
}

/** Gives a light another colour. */
export function recolourLight(plan: Plan, partId: string, colourId: string): Result<Edit> {
  const colour = maybeLightColour(colourId);
  if (colour === undefined) return fail('unknown-kind', `There is no light colour "${colourId}".`);
  return changePart(plan, partId, (part) => `make ${part.name} ${colour.title.toLowerCase()}`, { colourId });
}

/** Opens or closes a switch. */
export function flickSwitch(plan: Plan, partId: string, switchedOn: boolean): Result<Edit> {
  return changePart(plan, partId, (part) => `switch ${part.name} ${switchedOn ? 'on' : 'off'}`, {
    switchedOn,
  });
}

/** Takes parts off the cloth, and the runs that end at them. */
export function deleteParts(plan: Plan, partIds: readonly string[]): Result<Edit> {
  const changes: Change[] = [];
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    changes.push({ table: 'parts', id, before: part, after: null });
  }
  const gone = new Set(partIds);
  for (const run of Object.values(plan.runs)) {
    if (gone.has(run.from.partId) || gone.has(run.to.partId)) {
      changes.push({ table: 'runs', id: run.id, before: run, after: null });
    }
  }
  return checkEdit(plan, `take away ${namesOf(plan, partIds)}`, changes);
}

/** Copies parts and the runs between them, shifted by `delta`. New ids follow `plan.nextNumber` in the given order. */
export function duplicateParts(plan: Plan, partIds: readonly string[], delta: Point): Result<Edit> {
  const inner: Run[] = Object.values(plan.runs).filter(
    (run) => partIds.includes(run.from.partId) && partIds.includes(run.to.partId),
  );
  const { first, change } = takeNumbers(plan, partIds.length + inner.length);
  const changes: Change[] = [change];
  const newIds = new Map(partIds.map((id, i) => [id, partIdOf(first + i)]));
  let naming = plan;
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    const noun = maybePartKind(part.kindId)?.noun ?? 'part';
    const copy: Part = {
      ...part,
      id: newIds.get(id) as string,
      name: freeName(naming, noun),
      at: snapToMicrometre(add(part.at, delta)),
    };
    naming = { ...naming, parts: { ...naming.parts, [copy.id]: copy } };
    changes.push(putPart(plan, copy));
  }
  for (const [i, run] of inner.entries()) {
    changes.push(
      putRun(plan, {
        ...run,
        id: `r${first + partIds.length + i}`,
        from: { ...run.from, partId: newIds.get(run.from.partId) as string },
        to: { ...run.to, partId: newIds.get(run.to.partId) as string },
        bends: run.bends.map((bend) => snapToMicrometre(add(bend, delta))),
      }),
    );
  }
  return checkEdit(plan, `copy ${namesOf(plan, partIds)}`, changes);
}
