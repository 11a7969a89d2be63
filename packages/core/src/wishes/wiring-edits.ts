/** What the maker decides of how parts are wired: which source feeds them, which pin they hang on, what goes on and off together. */
import { fail, type Result } from '../errors/problem.ts';
import { terminalKey } from '../joining/nets.ts';
import { isTooMuchFor } from '../parts/bears.ts';
import { hasElement } from '../parts/part-element.ts';
import type { Change, Edit } from '../plan/edit.ts';
import { putPart } from '../plan/edits/changes.ts';
import { checkEdit } from '../plan/edits/check-edit.ts';
import { tidyName } from '../plan/edits/cloth-edits.ts';
import { namesOf } from '../plan/edits/part-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { HoleRef, Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { pinTerminals } from './pin-terminals.ts';
import { voltFor, wishedCircuits } from './wished-circuits.ts';

/** A pin of a board. */
export interface PinPlace {
  readonly partId: string;
  readonly terminal: string;
}

type Wired = NonNullable<Part['wired']>;

/** Parts with something decided, each way. Refused for parts that are not there. */
function decide(
  plan: Plan,
  partIds: readonly string[],
  label: string,
  change: (wired: Wired, part: Part) => Wired,
): Result<Edit> {
  const changes: Change[] = [];
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    const { wired, ...rest } = part;
    const after = change(wired ?? {}, part);
    changes.push(putPart(plan, Object.keys(after).length === 0 ? rest : { ...rest, wired: after }));
  }
  return checkEdit(plan, label, changes);
}

/** Parts are fed by this source from now on; null: by the nearest again. Refused for what is no source. */
export function feedFrom(plan: Plan, partIds: readonly string[], sourceId: string | null): Result<Edit> {
  const source = sourceId === null ? undefined : plan.parts[sourceId];
  if (sourceId !== null && (source === undefined || !hasElement(kindOf(plan, source), 'cell')))
    return fail('no-source', source === undefined ? '' : `(${source.name})`, 'sourceId');
  const harmed = source === undefined ? '' : harmedBy(plan, partIds, source);
  if (harmed.length > 0) return fail('source-too-strong', harmed, 'sourceId');
  const label =
    source === undefined
      ? `feed ${namesOf(plan, partIds)} from the nearest`
      : `feed ${namesOf(plan, partIds)} from ${source.name}`;
  return decide(plan, partIds, label, ({ sourceId: _was, ...rest }) =>
    sourceId === null ? rest : { ...rest, sourceId },
  );
}

/** The parts that a source would damage, in words; '' where there is none. */
function harmedBy(plan: Plan, partIds: readonly string[], source: Part): string {
  const boards = wishedCircuits(plan).find((circuit) => circuit.source === source)?.boards ?? [];
  const names = partIds.flatMap((id) => {
    const part = plan.parts[id];
    return part !== undefined && isTooMuchFor(kindOf(plan, part), voltFor(plan, part, source, boards))
      ? [part.name]
      : [];
  });
  return names.length === 0 ? '' : `(${source.name} is too much for ${names.join(', ')})`;
}

/**
 * Parts hang on this pin from now on; null: on whichever suits. Members of their banks come along. With the maker's own wishes the
 * holes that hung on a pin move to the wish of this one. Refused where there is no such pin.
 */
export function putOnPin(plan: Plan, partIds: readonly string[], pin: PinPlace | null): Result<Edit> {
  const board = pin === null ? undefined : plan.parts[pin.partId];
  const hole =
    board === undefined
      ? undefined
      : kindOf(plan, board).holes.find(({ role, terminal }) => role === 'pin' && terminal === pin?.terminal);
  if (pin !== null && (board === undefined || hole === undefined))
    return fail('no-pin', `(${pin.terminal})`, 'pin');
  const banks = new Set(partIds.flatMap((id) => plan.parts[id]?.wired?.bank ?? []));
  const all = Object.values(plan.parts)
    .filter(({ id, wired }) => partIds.includes(id) || (wired?.bank !== undefined && banks.has(wired.bank)))
    .map(({ id }) => id);
  const label =
    hole === undefined || board === undefined
      ? `let ${namesOf(plan, all)} hang on any pin`
      : `put ${namesOf(plan, all)} on ${hole.label ?? hole.id} of ${board.name}`;
  const edit = decide(plan, all, label, ({ pin: _was, ...rest }) =>
    pin === null ? rest : { ...rest, pin: { partId: pin.partId, terminal: pin.terminal } },
  );
  const wishes = edit.ok && pin !== null ? movedWishes(plan, all, pin) : null;
  if (!edit.ok || wishes === null) return edit;
  return checkEdit(plan, label, [
    ...edit.value.changes,
    { field: 'wishes', before: plan.wishes, after: wishes },
  ]);
}

/** The maker's own wishes with the holes of parts that hang on pins at another pin; null where they stay. */
function movedWishes(plan: Plan, partIds: readonly string[], pin: PinPlace): Plan['wishes'] {
  if (plan.wishes === null) return null;
  const pins = pinTerminals(plan);
  const moved = Object.values(plan.wishes)
    .filter(({ terminals }) => terminals.some((terminal) => pins.has(terminalKey(terminal))))
    .flatMap(({ terminals }) => terminals.filter(({ partId }) => partIds.includes(partId)));
  if (moved.length === 0) return null;
  const keys = new Set(moved.map(terminalKey));
  const left = Object.values(plan.wishes).map((wish) => ({
    ...wish,
    terminals: wish.terminals.filter((terminal) => !keys.has(terminalKey(terminal))),
  }));
  const own = left.find(({ terminals }) => terminals.some((one) => terminalKey(one) === terminalKey(pin)));
  const number = 1 + Math.max(0, ...left.map(({ id }) => Number(id.slice(1)) || 0));
  const after =
    own === undefined
      ? [...left, { id: `w${number}`, title: `on ${pin.terminal}`, terminals: [pin, ...moved] }]
      : left.map((wish) => (wish === own ? { ...wish, terminals: [...wish.terminals, ...moved] } : wish));
  return Object.fromEntries(
    after.filter(({ terminals }) => terminals.length > 1).map((wish) => [wish.id, wish]),
  );
}

/** Parts go on and off together from now on, as a bank of this name; null: each by itself. Fails where a part is not there, or has nothing to be switched. */
export function bankTogether(plan: Plan, partIds: readonly string[], bank: string | null): Result<Edit> {
  if (bank === null)
    return decide(
      plan,
      partIds,
      `wire ${namesOf(plan, partIds)} each by itself`,
      ({ bank: _was, ...rest }) => rest,
    );
  const name = tidyName(bank);
  if (!name.ok) return name;
  return decide(
    plan,
    partIds,
    `put ${namesOf(plan, partIds)} together as ${name.value}`,
    ({ bank: _was, ...rest }) => ({
      ...rest,
      bank: name.value,
    }),
  );
}

/** The names of the banks of a plan, in plan order. */
export function bankNames(plan: Plan): readonly string[] {
  return [...new Set(Object.values(plan.parts).flatMap(({ wired }) => wired?.bank ?? []))];
}

/**
 * What pulling from one hole to another decides while wishes are derived: from a pin to what may hang on it, that it hangs there;
 * from a source to what it may feed, that it feeds it. Null where it says nothing of the kind. Fails where a hole is not there.
 */
export function decideByHoles(plan: Plan, from: HoleRef, to: HoleRef): Result<Edit> | null {
  if (plan.wishes !== null) return null;
  for (const [one, other] of [
    [from, to],
    [to, from],
  ] as const) {
    const [giver, taker] = [plan.parts[one.partId], plan.parts[other.partId]];
    if (giver === undefined || taker === undefined || giver === taker) continue;
    const hole = kindOf(plan, giver).holes.find(({ id }) => id === one.holeId);
    const taken = kindOf(plan, taker).holes.find(({ id }) => id === other.holeId);
    if (hole === undefined || taken === undefined || hasElement(kindOf(plan, taker), 'cell')) continue;
    const isBoard = hasElement(kindOf(plan, taker), 'pin');
    if (hole.role === 'pin' && !isBoard && taken.sign !== '-' && taken.role !== 'ground')
      return putOnPin(plan, [taker.id], { partId: giver.id, terminal: hole.terminal });
    if (hasElement(kindOf(plan, giver), 'cell') && hole.sign === taken.sign && hole.sign !== 'none')
      return feedFrom(plan, [taker.id], giver.id);
  }
  return null;
}
