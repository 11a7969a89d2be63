/**
 * The states a piece is used in: switches and closures on or off, buttons pressed, a magnet near, dark for what waits for it, pins as a
 * program or a try has them. A state names what differs from rest; nothing is named twice.
 */
import type { Result } from '../errors/problem.ts';
import { elementsOf } from '../parts/part-element.ts';
import type { Edit } from '../plan/edit.ts';
import { putPart } from '../plan/edits/changes.ts';
import { checkEdit } from '../plan/edits/check-edit.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { circuitsOf } from './circuits.ts';
import { closedState, type Name, openState } from './contact-words.ts';
import { type ClosedBy, contactsOf, withContacts } from './contacts.ts';
import { readContacts } from './pin-stands.ts';
import { ownSwitches, sourcesOf } from './sources.ts';

/** Something a hand or the world can change: a contact, or the own switch of a source. */
export interface Mover {
  /** The part it is known by; of a closure the first half. */
  readonly partId: string;
  /** All parts that stand with it: both halves of a closure. */
  readonly partIds: readonly string[];
  readonly closedBy: ClosedBy;
  /** It is open while the piece is in use: a button that carries no supply, or whatever a pin reads. */
  readonly restsOpen: boolean;
  /** How it stands in words, to stand in a sentence: `gate on`, `bell not pressed`. */
  readonly closed: string;
  readonly open: string;
}

/** Everything that opens and closes in a plan, in plan order. O(parts + runs). */
export function moversOf(plan: Plan): readonly Mover[] {
  const name: Name = (partId) => plan.parts[partId]?.name ?? partId;
  const read = new Set(readContacts(plan).map(({ partId }) => partId));
  const supplying = new Set(circuitsOf(plan).flatMap(({ contacts: own }) => own.map(({ part }) => part.id)));
  const known = new Set<string>();
  const contacts = contactsOf(plan).flatMap((contact): readonly Mover[] => {
    const { part, mate, closedBy } = contact;
    if (known.has(part.id)) return [];
    known.add(part.id);
    const isClosure = closedBy === 'closing' || closedBy === 'tying';
    return [
      {
        partId: part.id,
        partIds: isClosure && mate !== null ? [part.id, mate.id] : [part.id],
        closedBy,
        restsOpen: read.has(part.id) || (closedBy === 'press' && !supplying.has(part.id)),
        closed: closedState(contact, name),
        open: openState(contact, name),
      },
    ];
  });
  const own = sourcesOf(plan).flatMap((source): readonly Mover[] => [
    ...ownSwitches(source).map((part): Mover => {
      const words = part === source.cableSwitch ? `the switch in the cable of ${part.name}` : part.name;
      return {
        partId: part.id,
        partIds: [part.id],
        closedBy: source.cell.waitsForDark === true && part === source.part ? 'dark' : 'hand',
        restsOpen: false,
        closed: `${words} on`,
        open: `${words} off`,
      };
    }),
  ]);
  return [...contacts, ...own];
}

/** The mover that a part is: its own, or the one it works as a magnet; undefined where it moves nothing. */
export function moverOf(plan: Plan, partId: string): Mover | undefined {
  const movers = moversOf(plan);
  const mateId = plan.parts[partId]?.mateId;
  return (
    movers.find(({ partIds }) => partIds.includes(partId)) ??
    movers.find(
      (mover) =>
        mover.closedBy === 'magnet' &&
        (mover.partId === mateId || plan.parts[mover.partId]?.mateId === partId),
    )
  );
}

/** Whether a mover stands closed as the maker left it. */
export function isClosedNow(plan: Plan, { partIds }: Mover): boolean {
  return partIds.every((id) => plan.parts[id]?.switchedOn ?? true);
}

/** The edit that puts movers so. Fails where a part is not there. */
export function putMovers(
  plan: Plan,
  movers: readonly Mover[],
  isClosed: boolean,
  label?: string,
): Result<Edit> {
  const [first] = movers;
  const ids = movers.flatMap(({ partIds }) => partIds);
  const changes = ids.flatMap((id) => {
    const part = plan.parts[id];
    return part === undefined ? [] : [putPart(plan, { ...part, switchedOn: isClosed })];
  });
  const words =
    label ?? (first === undefined ? 'leave it as it stands' : isClosed ? first.closed : first.open);
  return checkEdit(plan, words, changes);
}

/** The edit that lets everything rest: buttons open, switches and closures closed. Fails where a part is not there. */
export function putToRest(plan: Plan): Result<Edit> {
  const movers = moversOf(plan);
  const closed = putMovers(
    plan,
    movers.filter(({ closedBy }) => closedBy !== 'press'),
    true,
    'let it stand as it rests',
  );
  if (!closed.ok) return closed;
  const open = putMovers(
    plan,
    movers.filter(({ closedBy }) => closedBy === 'press'),
    false,
  );
  return open.ok
    ? {
        ok: true,
        value: { label: closed.value.label, changes: [...closed.value.changes, ...open.value.changes] },
      }
    : open;
}

/** A state that Check judges. */
export interface OperatingState {
  /** `on`, `off`, or what differs from `on`: `p7-off`. */
  readonly id: string;
  /** How it differs from everything in use, in words; null: it does not. */
  readonly words: string | null;
  /** Whether each part with a switch stands closed, by part. */
  readonly switches: ReadonlyMap<string, boolean>;
}

/**
 * The states that matter, in plan order: everything in use (buttons that carry no supply at rest), each switch, closure and button the other
 * way, and everything off. One change at a time: not all products. O(movers²) in what is written down.
 */
export function statesThatMatter(plan: Plan): readonly [OperatingState, ...OperatingState[]] {
  const movers = moversOf(plan);
  const inUse = new Map(
    movers.flatMap(({ partIds, restsOpen }) => partIds.map((id) => [id, !restsOpen] as const)),
  );
  const on: OperatingState = { id: 'on', words: null, switches: inUse };
  const flips = movers.map(({ partId, partIds, restsOpen, closed, open }): OperatingState => {
    const switches = new Map(inUse);
    for (const id of partIds) switches.set(id, restsOpen);
    return {
      id: `${partId}-${restsOpen ? 'on' : 'off'}`,
      words: restsOpen ? closed : open,
      switches,
    };
  });
  const leading = movers.filter(({ restsOpen }) => !restsOpen);
  if (leading.length < 2) return [on, ...flips];
  const off = new Map([...inUse.keys()].map((id) => [id, false]));
  return [on, ...flips, { id: 'off', words: 'everything off', switches: off }];
}

/** The plan with everything in use: how it is tested with the power in. Buttons that carry no supply, and what a pin reads, rest open. */
export function withContactsClosed(plan: Plan): Plan {
  const on = withContacts(plan, true);
  const open = moversOf(plan).filter(({ restsOpen }) => restsOpen);
  if (open.length === 0) return on;
  const rest = open.flatMap(({ partIds }) =>
    partIds.map((id) => [id, { ...(on.parts[id] as Part), switchedOn: false }] as const),
  );
  return { ...on, parts: { ...on.parts, ...Object.fromEntries(rest) } };
}

/** The words a state may use of a part, and what they mean. */
export const STAND_WORDS = ['on', 'off', 'pressed', 'near', 'dark'] as const;
export type StandWord = (typeof STAND_WORDS)[number];
const PIN_WORDS = ['high', 'low', 'read', 'floating'] as const;
type PinWord = (typeof PIN_WORDS)[number];

/** What closes by each word; `on` closes everything, `off` opens it. */
const CLOSES_BY: Readonly<Partial<Record<StandWord, ClosedBy>>> = {
  pressed: 'press',
  near: 'magnet',
  dark: 'dark',
};

/**
 * The plan in a state as it is written: `p3=off,p7=pressed,p2.p5=low`. What is not named rests: buttons open, all else as the plan has it.
 * Throws RangeError with the words to show for what names no such part, pin or way to stand.
 */
export function planInState(plan: Plan, written: string): Plan {
  const movers = moversOf(plan);
  const parts: Record<string, Part> = { ...plan.parts };
  const put = (id: string, change: Partial<Part>): void => {
    const part = parts[id];
    if (part !== undefined) parts[id] = { ...part, ...change };
  };
  for (const { partIds, closedBy } of movers)
    if (closedBy === 'press') for (const id of partIds) put(id, { switchedOn: false });
  for (const entry of written
    .split(',')
    .map((text) => text.trim())
    .filter((text) => text !== '')) {
    const [what = '', how = ''] = entry.split('=').map((text) => text.trim());
    const [partId = '', pin] = what.split('.');
    const part = parts[partId];
    if (part === undefined)
      throw new RangeError(`--state names a part "${partId}" that the plan does not have.`);
    if (pin !== undefined) put(partId, pinChange(plan, part, pin, how));
    else for (const id of standing(movers, part, how)) put(id, { switchedOn: how !== 'off' });
  }
  return { ...plan, parts };
}

/** The parts that stand with one when it is put so. */
function standing(movers: readonly Mover[], part: Part, how: string): readonly string[] {
  if (!isOneOf(STAND_WORDS, how))
    throw new RangeError(`--state says "${how}" of ${part.id}; a part is ${STAND_WORDS.join(', ')}.`);
  const own = movers.filter(({ partIds }) => partIds.includes(part.id));
  if (own.length === 0)
    throw new RangeError(`--state names ${part.id} (${part.name}), which has nothing to switch.`);
  const wanted = CLOSES_BY[how];
  if (wanted !== undefined && !own.some(({ closedBy }) => closedBy === wanted))
    throw new RangeError(
      `--state says "${how}" of ${part.id} (${part.name}), which is ${wayOf(own[0]?.closedBy)}.`,
    );
  return own.flatMap(({ partIds }) => partIds);
}

function wayOf(closedBy: ClosedBy | undefined): string {
  switch (closedBy) {
    case 'press':
      return 'pressed or off';
    case 'magnet':
      return 'near (its magnet) or off';
    case 'dark':
      return 'dark or off';
    default:
      return 'on or off';
  }
}

function pinChange(plan: Plan, part: Part, pin: string, how: string): Partial<Part> {
  const kind = kindOf(plan, part);
  const element = elementsOf(kind, 'pin').find((one) => one.pin.toLowerCase() === pin.toLowerCase());
  if (element === undefined)
    throw new RangeError(`--state names a pin "${pin}" that ${part.id} (${part.name}) does not have.`);
  if (!isOneOf(PIN_WORDS, how))
    throw new RangeError(`--state says "${how}" of ${part.id}.${pin}; a pin is ${PIN_WORDS.join(', ')}.`);
  return pinStanding(part, element.pin, how);
}

/** What of a part changes when a pin of it is put so. */
function pinStanding(part: Part, pin: string, how: PinWord): Partial<Part> {
  const isDriven = how === 'high' || how === 'low';
  return {
    pins: { ...part.pins, [pin]: isDriven ? 'driven' : how },
    ...(isDriven ? { levels: { ...part.levels, [pin]: how === 'high' ? 1 : 0 } } : {}),
  };
}

function isOneOf<T extends string>(words: readonly T[], word: string): word is T {
  return (words as readonly string[]).includes(word);
}
