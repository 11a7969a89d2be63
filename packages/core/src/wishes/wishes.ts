/**
 * What the plan asks to be joined. Until the maker says otherwise it is derived from the parts: circuit by circuit, lights in parallel,
 * one switch, a pin for each light of a board, data along the arrows, sensors and buttons to their pins.
 */

import { fail, type Result, succeed } from '../errors/problem.ts';
import { deriveNets, type Terminal } from '../joining/nets.ts';
import { mateOf } from '../joining/sides.ts';
import { isTooMuchFor } from '../parts/bears.ts';
import { consumersOf, elementsOf, hasElement } from '../parts/part-element.ts';
import type { Hole } from '../parts/part-kind.ts';
import { kindOf } from '../plan/kind-of.ts';
import { farMm, seenFrom } from '../plan/over-seams.ts';
import { hasSeveralPanels } from '../plan/panels.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { type PinGroup, pinGroups } from './banks.ts';
import { inOrderRound } from './pin-order.ts';
import { PinRow, SEWN_MM, whyGroup, whyPin } from './pin-row.ts';
import { shortestChain } from './shortest-chain.ts';
import { Ends, type Wish, WishList } from './wish-list.ts';
import {
  isSensor,
  voltFor,
  type WishedCircuit,
  type WishedContact,
  wishedCircuits,
} from './wished-circuits.ts';

/** The maker's own wishes, or sensible ones. Refused when there is no holder or nothing that needs power. */
export function wishesOf(plan: Plan): Result<readonly Wish[]> {
  return plan.wishes === null ? deriveWishes(plan) : succeed(ownWishes(plan));
}

function ownWishes(plan: Plan): readonly Wish[] {
  return Object.values(plan.wishes ?? {}).map(({ id, title, terminals }) => ({
    id,
    title,
    terminals,
    side: sideOf(plan, terminals),
  }));
}

/** The sign that the holes of a wish agree on. */
function sideOf(plan: Plan, terminals: readonly Terminal[]): Wish['side'] {
  const signs = new Set(
    terminals.flatMap(({ partId, terminal }) => {
      const part = plan.parts[partId];
      return part === undefined
        ? []
        : kindOf(plan, part)
            .holes.filter((hole) => hole.terminal === terminal)
            .map((hole) => hole.sign);
    }),
  );
  signs.delete('none');
  return signs.size === 1 ? ([...signs][0] as '+' | '-') : 'none';
}

/**
 * Sensible wishes, circuit by circuit (`wished-circuits.ts`): everything that needs power between the + and − of its source, a separate switch or
 * closure in the side that the habits name (with a board always in its + side). With a board, power goes into its input, and what hangs on its pins
 * keeps the order it has round the board (`pin-order.ts`); the upload pair comes last. Supplies are never merged. Fails where there is no light, no source, or two sources would be merged.
 */
export function deriveWishes(plan: Plan): Result<readonly Wish[]> {
  const circuits = wishedCircuits(plan);
  if (circuits.length === 0) return fail('router-no-supply');
  const fed = circuits.filter(({ boards, consumers }) => boards.length + consumers.length > 0);
  if (fed.length === 0) {
    const harmed = Object.values(plan.parts).filter((part) => bearsNoSource(plan, part, circuits));
    if (harmed.length === 0) return fail('router-no-lights');
    const names = (parts: readonly Part[]): string => parts.map(({ name }) => name).join(', ');
    const words = `(${names(circuits.map(({ source }) => source))} for ${names(harmed)})`;
    return fail('source-too-strong', words, 'parts');
  }
  const draft = new WishList();
  for (const circuit of fed) wishForCircuit(plan, circuit, draft, fed.length > 1);
  return succeed(draft.all);
}

function wishForCircuit(
  plan: Plan,
  { source, boards, consumers, contact, buttons }: WishedCircuit,
  draft: WishList,
  isOneOfMany: boolean,
): void {
  const [cell] = elementsOf(kindOf(plan, source), 'cell');
  if (cell === undefined) throw new RangeError('deriveWishes: the holder has no cell');
  const plus = new Ends();
  const minus = new Ends();
  const first = boards[0];
  if (first === undefined) {
    for (const part of consumers)
      for (const ends of consumersOf(kindOf(plan, part))) {
        plus.add(part, ends.plus);
        minus.add(part, ends.minus);
      }
    dataChain(plan, consumers, null, draft);
  }
  for (const board of boards) {
    // What a pin may feed goes to the nearest of several boards.
    const own = (part: Part): boolean => boardOf(plan, part, boards) === board;
    wishForBoard(plan, board, consumers.filter(own), buttons.filter(own), draft, plus, minus);
  }
  const name = isOneOfMany ? source.name : 'holder';
  const what = first === undefined || first === source ? 'lights' : 'board';
  const switched = first === undefined ? plan.habits.switchSide : '+';
  for (const [side, ends, terminal] of [
    ['+', plus.all, cell.plus],
    ['-', minus.all, cell.minus],
  ] as const) {
    const power = powerAt(plan, source, terminal);
    if (power === null) continue;
    // A board with cells of its own is its own source: nothing is sewn from it to itself.
    const rest = ends.filter((end) => end.partId !== power.partId || end.terminal !== power.terminal);
    if (contact !== null && switched === side) {
      const { near, far } = asSewn(plan, power, contact);
      draft.add(side, `${name} to switch`, [power, near], whySwitch(first !== undefined, side));
      draft.add(side, `switch to ${what}`, [far, ...rest], whySupply(plan, side, boards, isOneOfMany));
    } else
      draft.add(side, `${name} to ${what}`, [power, ...rest], whySupply(plan, side, boards, isOneOfMany));
  }
}

/** Whether a part takes power, and every source gives more volts than it bears. */
function bearsNoSource(plan: Plan, part: Part, circuits: readonly WishedCircuit[]): boolean {
  return circuits.every(
    ({ source, boards }) =>
      source.id !== part.id && isTooMuchFor(kindOf(plan, part), voltFor(plan, part, source, boards)),
  );
}

/** Where a side of a source is sewn to: a hole of its own, or of the half that closes on its cell; null where that is missing. */
function powerAt(plan: Plan, source: Part, terminal: string): Terminal | null {
  if (kindOf(plan, source).inner?.includes(terminal) !== true) return { partId: source.id, terminal };
  const mate = mateOf(plan, source);
  return mate === null ? null : { partId: mate.id, terminal };
}

/** The board that a part hangs on: the one whose pin the maker gave it, else the nearest. */
function boardOf(plan: Plan, part: Part, boards: readonly Part[]): Part | undefined {
  const decided = boards.find(({ id }) => id === part.wired?.pin?.partId);
  return decided ?? [...boards].sort((a, b) => farMm(plan, part, a) - farMm(plan, part, b))[0];
}

/** A bank by its name, else its parts by theirs. */
function titleOf({ users, bank }: PinGroup): string {
  return bank ?? [...new Set(users.map(({ part }) => part.name))].join(', ');
}

function whySwitch(hasBoard: boolean, side: '+' | '-'): string {
  return hasBoard
    ? 'With a board the switch goes into the + side: without its −, a board finds other ways through its pins.'
    : `The switch goes into the ${side === '+' ? '+' : '−'} side, by the habits of this plan.`;
}

function whySupply(
  plan: Plan,
  side: '+' | '-',
  boards: readonly Part[],
  isOneOfMany: boolean,
): string | undefined {
  const nearest = isOneOfMany
    ? `Each part goes to the source nearest to it${hasSeveralPanels(plan) ? ' on the finished piece' : ''}, or to the one it is sewn to.`
    : '';
  const steady = boards.some((board) => hasElement(kindOf(plan, board), 'regulator'));
  const input =
    side === '+' && steady
      ? 'Power goes into the input of a board, never into the steady supply it makes.'
      : '';
  const why = [nearest, input].filter((text) => text !== '').join(' ');
  return why === '' ? undefined : why;
}

/** Either contact of a switch serves: the one that is sewn to the holder is near, the one sewn to anything else is far. */
function asSewn(plan: Plan, power: Terminal, { near, far }: WishedContact): WishedContact {
  const nets = deriveNets(plan);
  const [source, one, other] = [power, near, far].map((terminal) => nets.ofTerminal(terminal));
  const isTurned =
    other === source || (one !== source && (one?.runIds.length ?? 0) > 0 && other?.runIds.length === 0);
  return isTurned ? { near: far, far: near } : { near, far };
}

function wishForBoard(
  plan: Plan,
  board: Part,
  consumers: readonly Part[],
  buttons: readonly Part[],
  draft: WishList,
  plus: Ends,
  minus: Ends,
): void {
  const kind = kindOf(plan, board);
  const [load] = elementsOf(kind, 'load');
  const [regulator] = elementsOf(kind, 'regulator');
  const ground = elementsOf(kind, 'pin')[0]?.ground ?? load?.minus ?? 'ground';
  // Power goes in where the board takes it, never at a steady supply that it makes.
  const input = regulator?.input ?? load?.plus;
  if (input !== undefined) plus.add(board, input);
  minus.add(board, ground);
  const pins = new PinRow(
    plan,
    board,
    kind.holes.filter((hole) => hole.role === 'pin' && hole.plated),
  );
  const regulated = kind.holes.find((hole) => hole.role === 'regulated');
  const steady = new Ends();
  const lights = consumers.filter((part) => hasElement(kindOf(plan, part), 'light'));
  const dataLights = consumers.filter((part) => roleHole(plan, part, 'data-in') !== undefined);
  const sensors = consumers.filter((part) => isSensor(plan, part));
  const onBus = sensors.filter((part) => roleHole(plan, part, 'bus-data') !== undefined);
  const rest = consumers.filter((part) => ![...lights, ...dataLights, ...sensors].includes(part));
  if (onBus.length > 0) wishForBus(plan, board, onBus, pins, draft);
  for (const sensor of sensors) {
    const signal = roleHole(plan, sensor, 'sense');
    const pin =
      signal === undefined
        ? null
        : pins.take(
            'analogue',
            [{ partId: sensor.id, terminal: signal.terminal }],
            seenFrom(plan, board, sensor),
          );
    if (pin !== null && signal !== undefined)
      draft.add(
        'none',
        `${sensor.name} to ${pin.label}`,
        [
          { partId: board.id, terminal: pin.terminal },
          { partId: sensor.id, terminal: signal.terminal },
        ],
        whyPin(pin, 'analogue'),
      );
    const [ends] = consumersOf(kindOf(plan, sensor));
    if (ends === undefined) continue;
    (regulated === undefined ? plus : steady).add(sensor, ends.plus);
    minus.add(sensor, ends.minus);
  }
  for (const part of dataLights) {
    for (const ends of consumersOf(kindOf(plan, part))) {
      plus.add(part, ends.plus);
      minus.add(part, ends.minus);
    }
  }
  const chain = inChain(plan, board, dataLights);
  const first = chain[0];
  const dataIn = first === undefined ? undefined : roleHole(plan, first, 'data-in');
  const dataPin =
    first === undefined || dataIn === undefined
      ? null
      : pins.take('none', [{ partId: first.id, terminal: dataIn.terminal }], seenFrom(plan, board, first));
  dataChain(plan, chain, dataPin === null ? null : { partId: board.id, terminal: dataPin.terminal }, draft);
  for (const button of buttons) {
    const [contact] = elementsOf(kindOf(plan, button), 'switch');
    const pin =
      contact === undefined
        ? null
        : pins.take('none', [{ partId: button.id, terminal: contact.a }], seenFrom(plan, board, button));
    if (contact === undefined || pin === null) continue;
    draft.add(
      'none',
      `${button.name} to ${pin.label}`,
      [
        { partId: board.id, terminal: pin.terminal },
        { partId: button.id, terminal: contact.a },
      ],
      `The board reads it through its pull-up; its other hole goes to −. ${whyPin(pin, 'none')}`,
    );
    minus.add(button, contact.b);
  }
  const onPins = [...lights, ...rest];
  const places = inOrderRound(
    board.at,
    onPins.flatMap((part) => consumersOf(kindOf(plan, part)).map((ends) => ({ part, terminal: ends.plus }))),
    ({ part }) => seenFrom(plan, board, part),
  );
  const groups = pinGroups(plan, board, places, pins.count);
  const decided = groups.flatMap((group) => {
    const pin = group.decided === null ? null : pins.takeDecided(group.decided, group.users);
    return pin === null ? [] : [{ group, pin }];
  });
  const open = groups.filter((group) => decided.every((one) => one.group !== group));
  const given = pins.takeInOrder(open.map(({ users }) => users)).flatMap(({ users, pin }) => {
    const group = open.find((one) => one.users === users);
    return group === undefined ? [] : [{ group, pin }];
  });
  for (const { group, pin } of [...decided, ...given])
    draft.add(
      'none',
      `${titleOf(group)} on ${pin.label}`,
      [
        { partId: board.id, terminal: pin.terminal },
        ...group.users.map(({ part, terminal }) => ({ partId: part.id, terminal })),
      ],
      whyGroup(pin, group),
    );
  for (const part of onPins) for (const ends of consumersOf(kindOf(plan, part))) minus.add(part, ends.minus);
  if (regulated !== undefined)
    draft.add(
      '+',
      'steady supply to sensors',
      [{ partId: board.id, terminal: regulated.terminal }, ...steady.all],
      `Sensors take the steady ${regulated.label ?? ''} V that ${board.name} makes.`,
    );
}

/** From the board (when there is one) into the first light, and on from each to the next, in plan order. */
function dataChain(plan: Plan, parts: readonly Part[], from: Terminal | null, draft: WishList): void {
  let before = from;
  for (const part of parts) {
    const input = roleHole(plan, part, 'data-in');
    if (input === undefined) continue;
    if (before !== null)
      draft.add(
        'none',
        `data into ${part.name}`,
        [before, { partId: part.id, terminal: input.terminal }],
        'Data goes in at one light and out to the next, along the shortest way.',
      );
    const output = roleHole(plan, part, 'data-out');
    before = output === undefined ? null : { partId: part.id, terminal: output.terminal };
  }
}

/** The two lines of a bus: all sensors on it share them. */
function wishForBus(plan: Plan, board: Part, sensors: readonly Part[], pins: PinRow, draft: WishList): void {
  const bus = pins.takeBus();
  if (bus === null) return;
  for (const [role, pin, word] of [
    ['bus-data', bus.data, 'data'],
    ['bus-clock', bus.clock, 'clock'],
  ] as const)
    draft.add(
      'none',
      `${word} of the bus on ${pin.label}`,
      [
        { partId: board.id, terminal: pin.terminal },
        ...sensors.flatMap((part) => {
          const hole = roleHole(plan, part, role);
          return hole === undefined ? [] : [{ partId: part.id, terminal: hole.terminal }];
        }),
      ],
      `${pin.label}: the ${word} pin of the bus; all sensors on the bus share it.`,
    );
}

function roleHole(plan: Plan, part: Part, role: NonNullable<Hole['role']>): Hole | undefined {
  return kindOf(plan, part).holes.find((hole) => hole.role === role);
}

/** Addressable lights in the order of their chain: what is sewn stays, the rest along the shortest way from the board. */
function inChain(plan: Plan, board: Part, parts: readonly Part[]): readonly Part[] {
  const nets = deriveNets(plan);
  const netAt = (part: Part, role: 'data-in' | 'data-out'): string | null => {
    const hole = roleHole(plan, part, role);
    const net =
      hole === undefined ? undefined : nets.ofTerminal({ partId: part.id, terminal: hole.terminal });
    return net === undefined || net.runIds.length === 0 ? null : net.id;
  };
  const into = parts.map((part) => netAt(part, 'data-in'));
  const out = parts.map((part) => netAt(part, 'data-out'));
  const pins = new Set(
    elementsOf(kindOf(plan, board), 'pin').map(
      ({ pin }) => nets.ofTerminal({ partId: board.id, terminal: pin }).id,
    ),
  );
  const sewnMm = (isJoined: boolean, ...ends: readonly (string | null)[]): number =>
    isJoined ? -SEWN_MM : ends.some((end) => end !== null) ? SEWN_MM : 0;
  const partAt = (i: number): Part => parts[i] as Part;
  return shortestChain(
    parts.length,
    (i) => {
      const own = into[i] ?? null;
      return farMm(plan, board, partAt(i)) + sewnMm(own !== null && pins.has(own), own);
    },
    (i, j) => {
      const [from, to] = [out[i] ?? null, into[j] ?? null];
      return farMm(plan, partAt(i), partAt(j)) + sewnMm(from !== null && from === to, from, to);
    },
  ).map(partAt);
}
