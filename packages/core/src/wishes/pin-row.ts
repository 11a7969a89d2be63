/** The pins of a board, each given to what hangs on it, and why. */
import { distance, type Point } from '../geometry/point.ts';
import { deriveNets, type Terminal } from '../joining/nets.ts';
import type { Hole } from '../parts/part-kind.ts';
import { seenFrom } from '../plan/over-seams.ts';
import { holePoint } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import type { PinGroup, PinUser } from './banks.ts';
import { inOrderRound, nearestMm, pinsInOrder } from './pin-order.ts';

/** A pin that is no fit costs as much as a detour of so many mm, for each step of `unfitness`. */
const UNFIT_MM = 25;
/** What is sewn to a pin stays there, and nothing else comes to it: it is so many mm nearer, all else so many farther. */
export const SEWN_MM = 1e6;

/** A pin that was given, with what code calls it and whether it was sewn to what it is for. */
export type GivenPin = Hole & {
  readonly label: string;
  readonly isSewn: boolean;
  readonly isDecided: boolean;
};

/** Why one thing got its pin. */
export function whyPin(pin: GivenPin, use: PinUse): string {
  if (pin.isDecided) return `${pin.label}: you gave it this pin.`;
  if (pin.isSewn) return `${pin.label}: it is sewn there.`;
  if (unfitness(pin, use) === 0)
    return use === 'analogue'
      ? `${pin.label}: the nearest pin that reads.`
      : `${pin.label}: the nearest pin that is free.`;
  return `${pin.label}: ${isForUpload(pin) ? 'it also carries the program while that is loaded, but no other was as near or free' : 'the nearest that is left'}.`;
}

/** Why a group got its pin. */
export function whyGroup(pin: GivenPin, { users, bank, split }: PinGroup): string {
  const together =
    bank === null
      ? users.length > 1 && !pin.isDecided
        ? ' There are more lights than pins, so neighbours share one.'
        : ''
      : split > 1
        ? ` ${bank} takes ${split} pins: one does not give enough for all of it.`
        : ` ${bank} goes on and off together, so it shares a pin.`;
  if (pin.isDecided) return `${pin.label}: you gave it this pin.${together}`;
  if (pin.isSewn) return `${pin.label}: it is sewn there.${together}`;
  const upload = isForUpload(pin) ? ' It also carries the program while that is loaded.' : '';
  return `${pin.label}: pins and lights keep one order round the board, so that nothing need cross; only going on and off is asked for.${upload}${together}`;
}

function isForUpload(pin: Hole): boolean {
  return pin.abilities?.includes('upload') === true;
}

/** The pins of a board, handed out. */
export class PinRow {
  readonly #plan: Plan;
  readonly #board: Part;
  readonly #nets: ReturnType<typeof deriveNets>;
  /** By pin: the parts that the maker gave it to. */
  readonly #decided: ReadonlyMap<string, readonly string[]>;
  #left: readonly Hole[];

  constructor(plan: Plan, board: Part, pins: readonly Hole[]) {
    this.#plan = plan;
    this.#board = board;
    this.#nets = deriveNets(plan);
    this.#left = pins;
    this.#decided = new Map(
      pins.map(({ terminal }) => [
        terminal,
        Object.values(plan.parts)
          .filter(({ wired }) => wired?.pin?.partId === board.id && wired.pin.terminal === terminal)
          .map(({ id }) => id),
      ]),
    );
  }

  /** How many are left that the maker gave to nothing. */
  get count(): number {
    return this.#open.length;
  }

  get #open(): readonly Hole[] {
    return this.#left.filter(({ terminal }) => (this.#decided.get(terminal) ?? []).length === 0);
  }

  #isDecided(pin: Hole, users: readonly { readonly partId: string }[]): boolean {
    return users.some(({ partId }) => this.#decided.get(pin.terminal)?.includes(partId) === true);
  }

  /**
   * The pin that the maker gave; else the one that some of these terminals are sewn to already; else the free one that can do what is asked and is nearest; else any, the
   * upload pair last. Null when none is left.
   */
  take(use: PinUse, users: readonly Terminal[], towards: Point): GivenPin | null {
    const cost = (pin: Hole): number =>
      this.#sewnMm(pin, users) + UNFIT_MM * unfitness(pin, use) + distance(this.#placeOf(pin), towards);
    const best =
      this.#left.find((pin) => this.#isDecided(pin, users)) ??
      [...this.#open].sort((a, b) => cost(a) - cost(b))[0];
    if (best === undefined) return null;
    this.#left = this.#left.filter((pin) => pin !== best);
    return this.#given(best, users);
  }

  /** The two pins of the bus, data and clock; null where they are not both free. */
  takeBus(): { readonly data: GivenPin; readonly clock: GivenPin } | null {
    const [data, clock] = this.#open.filter(({ abilities }) => abilities?.includes('bus') === true);
    if (data === undefined || clock === undefined) return null;
    this.#left = this.#left.filter((pin) => pin !== data && pin !== clock);
    return { data: this.#given(data, []), clock: this.#given(clock, []) };
  }

  /** The pin that the maker gave; null where it serves something else already, or is none. */
  takeDecided(terminal: string, users: readonly PinUser[]): GivenPin | null {
    const pin = this.#left.find((one) => one.terminal === terminal);
    if (pin === undefined) return null;
    this.#left = this.#left.filter((one) => one !== pin);
    return this.#given(
      pin,
      users.map(({ part, terminal: own }) => ({ partId: part.id, terminal: own })),
    );
  }

  /**
   * A pin for each group. What is sewn stays where it is, in whatever order that is; the others and the pins that are left keep one order
   * round the board. What finds none is left out.
   */
  takeInOrder(
    groups: ReadonlyArray<readonly PinUser[]>,
  ): ReadonlyArray<{ readonly users: readonly PinUser[]; readonly pin: GivenPin }> {
    const sewn = new Map(
      groups.flatMap((users) => {
        const pin = this.#takeSewn(terminalsOf(users));
        return pin === null ? [] : [[users, pin] as const];
      }),
    );
    const open = groups.filter((users) => !sewn.has(users));
    const pins = inOrderRound(this.#board.at, this.#open, (pin) => this.#placeOf(pin));
    const places = pinsInOrder(open, pins, (users, pin) => {
      const ends = users.map(({ part }) => seenFrom(this.#plan, this.#board, part));
      return (
        this.#sewnMm(pin, terminalsOf(users)) +
        UNFIT_MM * unfitness(pin, 'none') +
        nearestMm(this.#placeOf(pin), ends)
      );
    });
    const given = new Map(sewn);
    for (const [i, users] of open.entries()) {
      const pin = places === null ? undefined : pins[places[i] as number];
      if (pin !== undefined) given.set(users, this.#given(pin, terminalsOf(users)));
    }
    const taken = new Set([...given.values()].map(({ id }) => id));
    this.#left = this.#left.filter(({ id }) => !taken.has(id));
    return groups.flatMap((users) => {
      const pin = given.get(users);
      return pin === undefined ? [] : [{ users, pin }];
    });
  }

  /** The pin that some of these terminals are sewn to; null where none is. */
  #takeSewn(users: readonly Terminal[]): GivenPin | null {
    const pin = this.#open.find((one) => this.#sewnMm(one, users) < 0);
    if (pin === undefined) return null;
    this.#left = this.#left.filter((one) => one !== pin);
    return this.#given(pin, users);
  }

  #given(pin: Hole, users: readonly Terminal[]): GivenPin {
    return {
      ...pin,
      label: pin.label ?? pin.id,
      isSewn: this.#sewnMm(pin, users) < 0,
      isDecided: this.#isDecided(pin, users),
    };
  }

  #placeOf(pin: Hole): Point {
    return holePoint(this.#plan, { partId: this.#board.id, holeId: pin.id });
  }

  #sewnMm(pin: Hole, users: readonly Terminal[]): number {
    const net = this.#nets.ofTerminal({ partId: this.#board.id, terminal: pin.terminal });
    if (users.some((terminal) => this.#nets.ofTerminal(terminal).id === net.id)) return -SEWN_MM;
    return net.runIds.length > 0 ? SEWN_MM : 0;
  }
}

function terminalsOf(users: readonly PinUser[]): readonly Terminal[] {
  return users.map(({ part, terminal }) => ({ partId: part.id, terminal }));
}

/** What a pin is wanted for. */
export type PinUse = 'fade' | 'analogue' | 'none';

/** How badly a pin serves a use: 0 is best. What must be read needs a pin that reads; a light can do without fading. */
export function unfitness(pin: Hole, use: PinUse): number {
  const can = (ability: 'fade' | 'analogue' | 'upload'): boolean => pin.abilities?.includes(ability) === true;
  const missing = use === 'none' || can(use) ? 0 : use === 'analogue' ? 8 : 2;
  return (can('upload') ? 4 : 0) + missing + (use !== 'analogue' && can('analogue') ? 1 : 0);
}

/** Whether a pin can do what is asked at all: what must be read needs a pin that reads, what fades one that fades. */
export function canServe(pin: Hole, use: PinUse): boolean {
  return use === 'none' || pin.abilities?.includes(use) === true;
}
