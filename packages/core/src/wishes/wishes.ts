/**
 * What the plan asks to be joined. Until the maker says otherwise it is derived from the parts: lights in parallel,
 * one switch, a pin for each light of a board, data along the arrows, sensors to their pins.
 */
import { fail, type Result, succeed } from '../errors/problem.ts';
import { deriveNets, type Terminal } from '../joining/nets.ts';
import { mateOf, partsThatAre } from '../joining/sides.ts';
import { consumersOf, elementsOf, hasElement } from '../parts/part-element.ts';
import type { Hole } from '../parts/part-kind.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

/** Terminals that should become one net. A chain starts at the first of them. */
export interface Wish {
  readonly id: string;
  readonly side: '+' | '-' | 'none';
  readonly title: string;
  readonly terminals: readonly Terminal[];
}

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
 * Sensible wishes: everything that needs power between the + and − of the first holder, and the first separate switch
 * or closure in the side that the habits name (with a board always in its + side). With a board, lights go one to a
 * pin, those that can fade first and the upload pair last. Further holders are left alone: supplies are never merged.
 */
export function deriveWishes(plan: Plan): Result<readonly Wish[]> {
  const holder = partsThatAre(plan, 'cell')[0];
  if (holder === undefined) return fail('router-no-supply');
  const [cell] = elementsOf(kindOf(plan, holder), 'cell');
  if (cell === undefined) throw new RangeError('deriveWishes: the holder has no cell');
  const others = Object.values(plan.parts).filter((part) => part !== holder);
  const board = partsThatAre(plan, 'pin')[0];
  const consumers = others.filter((part) => part !== board && consumersOf(kindOf(plan, part)).length > 0);
  if (consumers.length === 0 && board === undefined) return fail('router-no-lights');
  const draft = new WishList();
  const plus = new Ends();
  const minus = new Ends();
  if (board !== undefined) wishForBoard(plan, board, consumers, draft, plus, minus);
  else {
    for (const part of consumers) {
      for (const ends of consumersOf(kindOf(plan, part))) {
        plus.add(part, ends.plus);
        minus.add(part, ends.minus);
      }
    }
    dataChain(plan, consumers, null, draft);
  }
  const contact = separateSwitch(plan, holder);
  const switched = board === undefined ? plan.habits.switchSide : '+';
  for (const [side, ends, terminal] of [
    ['+', plus.all, cell.plus],
    ['-', minus.all, cell.minus],
  ] as const) {
    const power: Terminal = { partId: holder.id, terminal };
    const rest = board === undefined ? 'lights' : 'board';
    if (contact !== null && switched === side) {
      const { near, far } = asSewn(plan, power, contact);
      draft.add(side, 'holder to switch', [power, near]);
      draft.add(side, `switch to ${rest}`, [far, ...ends]);
    } else draft.add(side, `holder to ${rest}`, [power, ...ends]);
  }
  return succeed(draft.all);
}

class WishList {
  readonly #wishes: Wish[] = [];

  add(side: Wish['side'], title: string, terminals: readonly Terminal[]): void {
    if (terminals.length > 1)
      this.#wishes.push({ id: `w${this.#wishes.length + 1}`, side, title, terminals });
  }

  get all(): readonly Wish[] {
    return this.#wishes;
  }
}

/** Terminals in the order they came, each once. */
class Ends {
  readonly #terminals = new Map<string, Terminal>();

  add(part: Part, terminal: string): void {
    this.#terminals.set(`${part.id}/${terminal}`, { partId: part.id, terminal });
  }

  get all(): readonly Terminal[] {
    return [...this.#terminals.values()];
  }
}

/** The two contacts of a switch; near is the one towards the holder, as far as it is sewn already. */
interface Contact {
  readonly near: Terminal;
  readonly far: Terminal;
}

/** Either contact of a switch serves: the one that is sewn to the holder is near, the one sewn to anything else is far. */
function asSewn(plan: Plan, power: Terminal, { near, far }: Contact): Contact {
  const nets = deriveNets(plan);
  const [source, one, other] = [power, near, far].map((terminal) => nets.ofTerminal(terminal));
  const isTurned =
    other === source || (one !== source && (one?.runIds.length ?? 0) > 0 && other?.runIds.length === 0);
  return isTurned ? { near: far, far: near } : { near, far };
}

/** The two contacts of the first switch of its own, or of the first closure whose halves are both there. */
function separateSwitch(plan: Plan, holder: Part): Contact | null {
  for (const part of Object.values(plan.parts)) {
    if (part === holder) continue;
    const [contact] = elementsOf(kindOf(plan, part), 'switch');
    if (contact !== undefined)
      return {
        near: { partId: part.id, terminal: contact.a },
        far: { partId: part.id, terminal: contact.b },
      };
  }
  for (const part of Object.values(plan.parts)) {
    const [half] = elementsOf(kindOf(plan, part), 'half');
    const mate = half === undefined ? null : mateOf(plan, part);
    if (half !== undefined && mate !== null)
      return {
        near: { partId: part.id, terminal: half.terminal },
        far: { partId: mate.id, terminal: half.terminal },
      };
  }
  return null;
}

function wishForBoard(
  plan: Plan,
  board: Part,
  consumers: readonly Part[],
  draft: WishList,
  plus: Ends,
  minus: Ends,
): void {
  const kind = kindOf(plan, board);
  const [load] = elementsOf(kind, 'load');
  const ground = elementsOf(kind, 'pin')[0]?.ground ?? load?.minus ?? 'ground';
  if (load !== undefined) plus.add(board, load.plus);
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
  const sensors = consumers.filter((part) => roleHole(plan, part, 'sense') !== undefined);
  const rest = consumers.filter((part) => ![...lights, ...dataLights, ...sensors].includes(part));
  for (const sensor of sensors) {
    const signal = roleHole(plan, sensor, 'sense');
    const pin =
      signal === undefined ? null : pins.take('analogue', [{ partId: sensor.id, terminal: signal.terminal }]);
    if (pin !== null && signal !== undefined)
      draft.add('none', `${sensor.name} to ${pin.label}`, [
        { partId: board.id, terminal: pin.terminal },
        { partId: sensor.id, terminal: signal.terminal },
      ]);
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
  const first = dataLights[0];
  const input = first === undefined ? undefined : roleHole(plan, first, 'data-in');
  const dataPin =
    first === undefined || input === undefined
      ? null
      : pins.take('none', [{ partId: first.id, terminal: input.terminal }]);
  dataChain(
    plan,
    dataLights,
    dataPin === null ? null : { partId: board.id, terminal: dataPin.terminal },
    draft,
  );
  const onPins = [...lights, ...rest];
  const places = onPins.flatMap((part) =>
    consumersOf(kindOf(plan, part)).map((ends) => ({ part, terminal: ends.plus })),
  );
  // Neighbours share a pin where there are more lights than pins.
  const free = pins.count;
  const perPin = free === 0 ? 0 : Math.ceil(places.length / free);
  for (let i = 0; i < places.length && perPin > 0; i += perPin) {
    const group = places.slice(i, i + perPin);
    const users = group.map(({ part, terminal }) => ({ partId: part.id, terminal }));
    const pin = pins.take('fade', users);
    if (pin === null) break;
    draft.add('none', `${[...new Set(group.map(({ part }) => part.name))].join(', ')} on ${pin.label}`, [
      { partId: board.id, terminal: pin.terminal },
      ...group.map(({ part, terminal }) => ({ partId: part.id, terminal })),
    ]);
  }
  for (const part of onPins) for (const ends of consumersOf(kindOf(plan, part))) minus.add(part, ends.minus);
  if (regulated !== undefined)
    draft.add('+', 'steady supply to sensors', [
      { partId: board.id, terminal: regulated.terminal },
      ...steady.all,
    ]);
}

/** From the board (when there is one) into the first light, and on from each to the next, in plan order. */
function dataChain(plan: Plan, parts: readonly Part[], from: Terminal | null, draft: WishList): void {
  let before = from;
  for (const part of parts) {
    const input = roleHole(plan, part, 'data-in');
    if (input === undefined) continue;
    if (before !== null)
      draft.add('none', `data into ${part.name}`, [before, { partId: part.id, terminal: input.terminal }]);
    const output = roleHole(plan, part, 'data-out');
    before = output === undefined ? null : { partId: part.id, terminal: output.terminal };
  }
}

function roleHole(plan: Plan, part: Part, role: NonNullable<Hole['role']>): Hole | undefined {
  return kindOf(plan, part).holes.find((hole) => hole.role === role);
}

/** The pins of a board, handed out one by one. */
class PinRow {
  readonly #plan: Plan;
  readonly #board: Part;
  readonly #left: Hole[];

  constructor(plan: Plan, board: Part, pins: readonly Hole[]) {
    this.#plan = plan;
    this.#board = board;
    this.#left = [...pins];
  }

  get count(): number {
    return this.#left.length;
  }

  /**
   * The pin that some of these terminals are sewn to already; else the first free one that can do what is asked; else any,
   * the upload pair last. Null when none is left.
   */
  take(ability: PinUse, users: readonly Terminal[]): (Hole & { readonly label: string }) | null {
    const nets = deriveNets(this.#plan);
    const own = new Set(users.map((terminal) => nets.ofTerminal(terminal).id));
    const rank = (pin: Hole): number => {
      const net = nets.ofTerminal({ partId: this.#board.id, terminal: pin.terminal });
      if (own.has(net.id)) return -1;
      return (net.runIds.length > 0 ? 100 : 0) + unfitness(pin, ability);
    };
    const best = [...this.#left].sort((a, b) => rank(a) - rank(b))[0];
    if (best === undefined) return null;
    this.#left.splice(this.#left.indexOf(best), 1);
    return { ...best, label: best.label ?? best.id };
  }
}

/** What a pin is wanted for. */
export type PinUse = 'fade' | 'analogue' | 'none';

/** How badly a pin serves a use: 0 is best. What must be read needs a pin that reads; a light can do without fading. */
export function unfitness(pin: Hole, use: PinUse): number {
  const can = (ability: 'fade' | 'analogue' | 'upload'): boolean => pin.abilities?.includes(ability) === true;
  const missing = use === 'none' || can(use) ? 0 : use === 'analogue' ? 8 : 2;
  return (can('upload') ? 4 : 0) + missing + (use !== 'analogue' && can('analogue') ? 1 : 0);
}
