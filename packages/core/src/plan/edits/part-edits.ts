/** Edits of parts: placed, moved, turned, said, locked, taken away. One file: all go through the same two ways of changing a part. */
import { clothBox, type Face, otherFace } from '../../cloth/cloth.ts';
import { fail, type Result, succeed } from '../../errors/problem.ts';
import { add, type Point, snapToMicrometre } from '../../geometry/point.ts';
import { normaliseDeg } from '../../geometry/transform.ts';
import { maybeLightColour } from '../../parts/light-colours.ts';
import { hasElement, restsOn, takesColour, takesSwitching } from '../../parts/part-element.ts';
import { filledOptions, type OptionValues } from '../../parts/part-kind.ts';
import type { Change, Edit } from '../edit.ts';
import { kindOf, maybeKindOf } from '../kind-of.ts';
import { mirroredAt, mirroredTurn } from '../mirror.ts';
import { closedRoundMm, panelOf } from '../panels.ts';
import type { Part } from '../records.ts';
import type { Plan } from '../schema.ts';
import { putPart, putRun, takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';
import { tidyName } from './cloth-edits.ts';

/** The id a part gets from a fresh number. */
export function partIdOf(number: number): string {
  return `p${number}`;
}

/** The lowest free name of a noun: `light 1`, `light 2`, … */
export function freeName(parts: Plan['parts'], noun: string): string {
  const taken = new Set(Object.values(parts).map((part) => part.name));
  let number = 1;
  while (taken.has(`${noun} ${number}`)) number += 1;
  return `${noun} ${number}`;
}

export interface Placing {
  /** The panel it goes on; the plan's only one where it is not said. */
  readonly panelId?: string;
  readonly kindId: string;
  readonly at: Point;
  readonly turnDeg?: number;
  readonly face?: Face;
  readonly colourId?: string;
  readonly name?: string;
  readonly options?: OptionValues;
  readonly groupId?: string;
}

/** A new part as a record, with what its kind needs. Undefined when there is no such kind. */
export function newPart(plan: Plan, id: string, placing: Placing): Part | undefined {
  const kind = maybeKindOf(plan, { kindId: placing.kindId, options: placing.options });
  if (kind === undefined) return undefined;
  const byHabit: OptionValues =
    plan.habits.legSign === 'square-loop' && kind.options.some((option) => option.id === 'plusSquare')
      ? { plusSquare: 1 }
      : {};
  const options = { ...byHabit, ...placing.options };
  return {
    id,
    panelId: placing.panelId ?? panelOf(plan).id,
    kindId: placing.kindId,
    name: placing.name ?? freeName(plan.parts, kind.noun),
    at: snapToMicrometre(placing.at),
    turnDeg: normaliseDeg(placing.turnDeg ?? 0),
    face: placing.face ?? 'right',
    ...(takesColour(kind) ? { colourId: placing.colourId ?? 'warm-white' } : {}),
    ...(takesSwitching(kind) ? { switchedOn: restsOn(kind) } : {}),
    ...(Object.keys(options).length > 0 ? { options } : {}),
    ...(placing.groupId === undefined ? {} : { groupId: placing.groupId }),
  };
}

/** Places a new part. Its id is `partIdOf(plan.nextNumber)`. Fails where there is no such kind. */
export function placePart(plan: Plan, placing: Placing): Result<Edit> {
  const name = placing.name === undefined ? null : tidyName(placing.name);
  if (name?.ok === false) return name;
  const { first, change } = takeNumbers(plan, 1);
  const part = newPart(plan, partIdOf(first), name === null ? placing : { ...placing, name: name.value });
  if (part === undefined) return fail('unknown-kind', `There is no part "${placing.kindId}".`);
  return checkEdit(plan, `place ${part.name}`, [change, putPart(plan, part)]);
}

/** Places a part and, `offset` beside it, its other half; they know of each other. Ids follow `plan.nextNumber`. Fails where there is no such kind. */
export function placePair(plan: Plan, placing: Placing, offset: Point): Result<Edit> {
  const { first, change } = takeNumbers(plan, 2);
  const one = newPart(plan, partIdOf(first), placing);
  const mateKind = one === undefined ? undefined : kindOf(plan, one).mateId;
  if (one === undefined || mateKind === undefined)
    return fail('unknown-kind', `There is no part "${placing.kindId}" that comes in two.`);
  const { name: _name, options: _options, ...alike } = placing;
  const withOne = { ...plan, parts: { ...plan.parts, [one.id]: one } };
  // Halves that meet where one end lies over the other look different ways, and lie where they meet.
  const roundMm = hasElement(kindOf(plan, one), 'half') ? closedRoundMm(plan, one) : null;
  const face = roundMm === null ? one.face : otherFace(one.face);
  const { left, widthMm } = clothBox(panelOf(plan, one));
  const meets = { x: one.at.x < left + widthMm / 2 ? (roundMm ?? 0) : -(roundMm ?? 0), y: 0 };
  const at = add(one.at, roundMm === null ? offset : meets);
  const other = newPart(withOne, partIdOf(first + 1), { ...alike, kindId: mateKind, at, face });
  if (other === undefined) return fail('unknown-kind', `There is no part "${mateKind}".`);
  return checkEdit(plan, `place ${one.name} and ${other.name}`, [
    change,
    putPart(plan, { ...one, mateId: other.id }),
    putPart(plan, { ...other, mateId: one.id }),
  ]);
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
export function namesOf(plan: Plan, partIds: readonly string[]): string {
  const only = partIds.length === 1 ? plan.parts[partIds[0] as string] : undefined;
  return only?.name ?? `${partIds.length} parts`;
}

/** How a part comes to lie otherwise; what is not named stays. */
type Pose = Partial<Pick<Part, 'at' | 'turnDeg' | 'mirror' | 'panelId'>>;

/**
 * Gives parts other poses together. Their mirrored twins follow, unless they are among them. Runs follow their
 * holes. Refused for locked parts.
 */
export function poseParts(
  plan: Plan,
  label: string,
  poses: ReadonlyMap<string, Pose>,
  more: readonly Change[] = [],
): Result<Edit> {
  const changes: Change[] = [];
  const put = (part: Part, pose: Pose): Result<Edit> | null => {
    if (part.locked === true) return fail('part-locked', `(${part.name})`, `parts.${part.id}`);
    const at = snapToMicrometre(pose.at ?? part.at);
    const turnDeg = normaliseDeg(pose.turnDeg ?? part.turnDeg);
    changes.push(putPart(plan, { ...part, ...pose, at, turnDeg }));
    return null;
  };
  for (const [id, pose] of poses) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    const refused = put(part, pose);
    if (refused !== null) return refused;
    const { mirror } = part;
    const twin = mirror === undefined || poses.has(mirror.partId) ? undefined : plan.parts[mirror.partId];
    if (mirror === undefined || twin === undefined) continue;
    const moved = { ...part, at: pose.at ?? part.at, turnDeg: pose.turnDeg ?? part.turnDeg };
    const twinPose = {
      at: mirroredAt(moved.at, mirror.xMm),
      ...(pose.turnDeg === undefined ? {} : { turnDeg: mirroredTurn(kindOf(plan, part), moved) }),
    };
    const refusedTwin = put(twin, twinPose);
    if (refusedTwin !== null) return refusedTwin;
  }
  return checkEdit(plan, label, [...changes, ...more]);
}

/** Moves parts by `delta` mm, together. Runs follow their holes; bends of runs between two moved parts move along. Fails where one of the parts is not there. */
export function moveParts(plan: Plan, partIds: readonly string[], delta: Point): Result<Edit> {
  const moved = new Set(partIds);
  const poses = new Map<string, Partial<Pick<Part, 'at' | 'mirror'>>>();
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    const { mirror } = part;
    poses.set(id, {
      at: add(part.at, delta),
      // Twins that move together take the line they are mirrored at along.
      ...(mirror !== undefined && moved.has(mirror.partId)
        ? { mirror: { ...mirror, xMm: mirror.xMm + delta.x } }
        : {}),
    });
  }
  const bent: Change[] = [];
  for (const run of Object.values(plan.runs)) {
    if (
      run.bends.length > 0 &&
      run.passes === undefined &&
      moved.has(run.from.partId) &&
      moved.has(run.to.partId)
    ) {
      bent.push(putRun(plan, { ...run, bends: run.bends.map((bend) => snapToMicrometre(add(bend, delta))) }));
    }
  }
  return poseParts(plan, `move ${namesOf(plan, partIds)}`, poses, bent);
}

/** Turns a part to an angle in degrees, clockwise as seen from the right side. Fails where the part is locked or not there, or would leave the cloth. */
export function turnPart(plan: Plan, partId: string, turnDeg: number): Result<Edit> {
  return poseParts(plan, `turn ${namesOf(plan, [partId])}`, new Map([[partId, { turnDeg }]]));
}

/** Sews the part to the other face. Fails where the part is locked. */
export function turnPartOver(plan: Plan, partId: string, face: Face): Result<Edit> {
  if (plan.parts[partId]?.locked === true) return fail('part-locked', '', `parts.${partId}`);
  return changePart(plan, partId, (part) => `put ${part.name} on the ${face} side`, { face });
}

/** Puts parts that nothing is sewn to onto another panel, at the places nearest to `at`. Refused for locked parts, and for those with threads. */
export function putOnPanel(plan: Plan, partIds: readonly string[], panelId: string, at: Point): Result<Edit> {
  if (plan.panels[panelId] === undefined) return fail('unknown-panel', '', `panels.${panelId}`);
  const [first] = partIds.map((id) => plan.parts[id]);
  const poses = new Map<string, Partial<Pick<Part, 'at' | 'panelId'>>>();
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined || first === undefined) return fail('unknown-part', '', `parts.${id}`);
    if (part.mirror !== undefined)
      return fail('other-panel', `(${part.name} has a twin)`, `parts.${id}.mirror`);
    const offset = { x: part.at.x - first.at.x, y: part.at.y - first.at.y };
    poses.set(id, { panelId, at: add(at, offset) });
  }
  return poseParts(plan, `put ${namesOf(plan, partIds)} on ${plan.panels[panelId]?.name ?? panelId}`, poses);
}

/** Gives a part another name. Fails where the part is not there, or for a name that cannot be stored. */
export function renamePart(plan: Plan, partId: string, text: string): Result<Edit> {
  const name = tidyName(text);
  if (!name.ok) return name;
  return changePart(plan, partId, (part) => `rename ${part.name}`, { name: name.value });
}

/** Gives a light another colour. Fails where there is no such kind. */
export function recolourLight(plan: Plan, partId: string, colourId: string): Result<Edit> {
  const colour = maybeLightColour(colourId);
  if (colour === undefined) return fail('unknown-kind', `There is no light colour "${colourId}".`);
  return changePart(plan, partId, (part) => `make ${part.name} ${colour.title.toLowerCase()}`, { colourId });
}

/** Opens or closes a switch, or a closure with its other half. Fails where one of the parts is not there. */
export function flickSwitch(plan: Plan, partId: string, switchedOn: boolean): Result<Edit> {
  const part = plan.parts[partId];
  if (part === undefined) return fail('unknown-part', '', `parts.${partId}`);
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  return checkEdit(plan, `switch ${part.name} ${switchedOn ? 'on' : 'off'}`, [
    putPart(plan, { ...part, switchedOn }),
    // The halves of a closure open and close together; a pack and its board each have a switch of their own.
    ...(mate?.switchedOn === undefined || !hasElement(kindOf(plan, mate), 'half')
      ? []
      : [putPart(plan, { ...mate, switchedOn })]),
  ]);
}

/** Chooses options of a part, such as the pitch of a strand; values that are the usual ones are not stored. Fails where one of the parts is not there. */
export function choosePartOptions(plan: Plan, partId: string, values: OptionValues): Result<Edit> {
  const part = plan.parts[partId];
  if (part === undefined) return fail('unknown-part', '', `parts.${partId}`);
  const { options: known } = kindOf(plan, part);
  const all = { ...filledOptions(known, part.options ?? {}), ...values };
  const stored = Object.fromEntries(
    Object.entries(all).filter(([id, value]) => known.find((option) => option.id === id)?.usual !== value),
  );
  const { options: _options, switchedOn, ...rest } = part;
  const kind = maybeKindOf(plan, { kindId: part.kindId, options: stored });
  return checkEdit(plan, `change ${part.name}`, [
    putPart(plan, {
      ...rest,
      ...(Object.keys(stored).length === 0 ? {} : { options: stored }),
      // An option may bring a switch with it, or take it away.
      ...(kind !== undefined && takesSwitching(kind) ? { switchedOn: switchedOn ?? restsOn(kind) } : {}),
    }),
  ]);
}

/** Sets the level of a pin, 0 to 1. Fails where the pin is not there, or for a level out of its range. */
export function setLevel(plan: Plan, partId: string, pin: string, level: number): Result<Edit> {
  const levels = plan.parts[partId]?.levels ?? {};
  return changePart(plan, partId, (part) => `set ${pin} of ${part.name}`, {
    levels: { ...levels, [pin]: level },
  });
}

/** Says how a pin stands: driven, read or floating; null: as what hangs on it asks for. Fails where one of the parts is not there. */
export function standPin(
  plan: Plan,
  partId: string,
  pin: string,
  stand: NonNullable<Part['pins']>[string] | null,
): Result<Edit> {
  const part = plan.parts[partId];
  if (part === undefined) return fail('unknown-part', '', `parts.${partId}`);
  const { [pin]: _was, ...others } = part.pins ?? {};
  const pins = stand === null ? others : { ...others, [pin]: stand };
  const { pins: _pins, ...rest } = part;
  return checkEdit(plan, `say how ${pin} of ${part.name} stands`, [
    putPart(plan, Object.keys(pins).length === 0 ? rest : { ...rest, pins }),
  ]);
}

/** Locks parts where they are, or lets them go. Fails where one of the parts is not there. */
export function lockParts(plan: Plan, partIds: readonly string[], locked: boolean): Result<Edit> {
  const changes: Change[] = [];
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    const { locked: _locked, ...rest } = part;
    changes.push(putPart(plan, locked ? { ...rest, locked: true } : rest));
  }
  return checkEdit(plan, `${locked ? 'lock' : 'unlock'} ${namesOf(plan, partIds)}`, changes);
}

/** Tacks parts down with ordinary thread over their bodies, or leaves it. Fails where one of the parts is not there. */
export function tackParts(plan: Plan, partIds: readonly string[], tacked: boolean): Result<Edit> {
  const changes: Change[] = [];
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    const { tackedDown: _tacked, ...rest } = part;
    changes.push(putPart(plan, tacked ? { ...rest, tackedDown: true } : rest));
  }
  return checkEdit(
    plan,
    `${tacked ? 'tack down' : 'no longer tack down'} ${namesOf(plan, partIds)}`,
    changes,
  );
}

/** What was decided of a part's wiring, without what names parts that go; the same object where it names none. */
export function wiredWithout(
  wired: Part['wired'],
  isGone: (partId: string) => boolean,
): Part['wired'] | undefined {
  if (wired === undefined) return undefined;
  const { sourceId, pin, ...rest } = wired;
  const [losesSource, losesPin] = [
    sourceId !== undefined && isGone(sourceId),
    pin !== undefined && isGone(pin.partId),
  ];
  if (!losesSource && !losesPin) return wired;
  const left = {
    ...rest,
    ...(losesSource || sourceId === undefined ? {} : { sourceId }),
    ...(losesPin || pin === undefined ? {} : { pin }),
  };
  return Object.keys(left).length > 0 ? left : undefined;
}

/** Takes parts off the cloth, and the runs that end at them. Refused for locked parts. */
export function deleteParts(plan: Plan, partIds: readonly string[]): Result<Edit> {
  const changes = goingParts(plan, partIds);
  return changes.ok ? checkEdit(plan, `take away ${namesOf(plan, partIds)}`, changes.value) : changes;
}

/** What changes when parts go: they, the runs that end at them, and what other parts say of them. Refused for locked parts. */
export function goingParts(plan: Plan, partIds: readonly string[]): Result<readonly Change[]> {
  const changes: Change[] = [];
  const gone = new Set(partIds);
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    if (part.locked === true) return fail('part-locked', `(${part.name})`, `parts.${id}`);
    changes.push({ table: 'parts', id, before: part, after: null });
  }
  for (const part of Object.values(plan.parts)) {
    const losesMate = part.mateId !== undefined && gone.has(part.mateId);
    const losesTwin = part.mirror !== undefined && gone.has(part.mirror.partId);
    const wired = wiredWithout(part.wired, (id) => gone.has(id));
    if (gone.has(part.id) || (!losesMate && !losesTwin && wired === part.wired)) continue;
    const { mateId, mirror, wired: _wired, ...rest } = part;
    changes.push(
      putPart(plan, {
        ...rest,
        ...(losesMate || mateId === undefined ? {} : { mateId }),
        ...(losesTwin || mirror === undefined ? {} : { mirror }),
        ...(wired === undefined ? {} : { wired }),
      }),
    );
  }
  for (const run of Object.values(plan.runs)) {
    if (gone.has(run.from.partId) || gone.has(run.to.partId)) {
      changes.push({ table: 'runs', id: run.id, before: run, after: null });
    }
  }
  return succeed(changes);
}
