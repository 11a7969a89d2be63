/** Banks: what hangs on one pin together. The maker's own, split where a pin does not give enough; else each thing by itself. */

import { lightA, maybeLightColour } from '../parts/light-colours.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

/** A hole of a part that hangs on a pin. */
export interface PinUser {
  readonly part: Part;
  readonly terminal: string;
}

/** Things that hang on one pin. */
export interface PinGroup {
  readonly users: readonly PinUser[];
  /** The name of the maker's bank. */
  readonly bank: string | null;
  /** A bank that asked for more than one pin gives: so many pins it hangs on, else 1. */
  readonly split: number;
  /** The pin that the maker gave, by terminal. */
  readonly decided: string | null;
}

/**
 * The groups of what hangs on the pins of a board, in the order of `users` (round the board). At most `pins` of them, as far as
 * neighbours that nobody put together can share.
 */
export function pinGroups(
  plan: Plan,
  board: Part,
  users: readonly PinUser[],
  pins: number,
): readonly PinGroup[] {
  const groups: PinGroup[] = [];
  const seen = new Set<PinUser>();
  for (const user of users) {
    if (seen.has(user)) continue;
    const { bank, pin } = user.part.wired ?? {};
    const decided = pin?.partId === board.id ? pin.terminal : null;
    const together = users.filter((other) => {
      const { bank: otherBank, pin: otherPin } = other.part.wired ?? {};
      const isOnPin = decided !== null && otherPin?.partId === board.id && otherPin.terminal === decided;
      return other === user || isOnPin || (bank !== undefined && otherBank === bank && decided === null);
    });
    for (const one of together) seen.add(one);
    if (decided !== null || bank === undefined) {
      groups.push({ users: together, bank: bank ?? null, split: 1, decided });
      continue;
    }
    const most = mostMaOf(plan, board);
    const split = Math.min(together.length, Math.max(1, Math.ceil(sumMa(plan, board, together) / most)));
    for (let i = 0; i < split; i += 1) {
      const part = together.slice(
        Math.round((i * together.length) / split),
        Math.round(((i + 1) * together.length) / split),
      );
      groups.push({ users: part, bank, split, decided: null });
    }
  }
  return shared(groups, pins);
}

/** Neighbours that nobody put together share pins evenly where there are too few; where that is not enough, banks share too. */
function shared(groups: readonly PinGroup[], pins: number): readonly PinGroup[] {
  const own = groups.filter(({ decided }) => decided !== null);
  const open = groups.filter(({ decided }) => decided === null);
  const banks = open.filter(({ bank }) => bank !== null).length;
  const perPin = Math.ceil((open.length - banks) / Math.max(1, pins - banks));
  const left: PinGroup[] = [];
  for (const group of open) {
    const before = left.at(-1);
    const joins = before?.bank === null && group.bank === null && before.users.length < perPin;
    if (joins) left[left.length - 1] = together(before, group);
    else left.push(group);
  }
  while (left.length > Math.max(1, pins)) {
    const sizes = left.map(
      ({ users }, i) => users.length + (left[(i + 1) % left.length] as PinGroup).users.length,
    );
    const i = sizes.indexOf(Math.min(...sizes));
    const next = (i + 1) % left.length;
    left[i] = together(left[i] as PinGroup, left[next] as PinGroup);
    left.splice(next, 1);
  }
  return [...own, ...left];
}

function together(a: PinGroup, b: PinGroup): PinGroup {
  return { users: [...a.users, ...b.users], bank: a.bank ?? b.bank, split: 1, decided: null };
}

/** What the weakest pin of a board gives, mA. */
function mostMaOf(plan: Plan, board: Part): number {
  const pins = kindOf(plan, board).holes.filter(({ role }) => role === 'pin');
  return Math.min(...pins.map(({ mostMa }) => mostMa ?? UNKNOWN_PIN_MA));
}

/** A pin of which nothing is known gives so much, mA (handbook section 4). */
const UNKNOWN_PIN_MA = 5;

/** What things draw from a pin at the board's volts, mA, each as if it were alone: the checks by current say it exactly. */
function sumMa(plan: Plan, board: Part, users: readonly PinUser[]): number {
  const kind = kindOf(plan, board);
  const [regulator] = elementsOf(kind, 'regulator');
  const [load] = elementsOf(kind, 'load');
  const volt = regulator?.volt ?? load?.volt ?? 3;
  return users.reduce((sum, { part, terminal }) => sum + maOf(plan, part, terminal, volt), 0);
}

function maOf(plan: Plan, part: Part, terminal: string, volt: number): number {
  const kind = kindOf(plan, part);
  const load = elementsOf(kind, 'load').find(({ plus }) => plus === terminal);
  if (load !== undefined) return load.ma;
  const light = elementsOf(kind, 'light').find(({ plus }) => plus === terminal);
  const colour = maybeLightColour(light?.colourId ?? part.colourId ?? '');
  if (light === undefined || colour === undefined) return 0;
  return 1000 * lightA(colour, volt, light.seriesOhm + PIN_PATH_OHM);
}

/** A pin drives through about so much (handbook section 5: 25–40 Ω). */
const PIN_PATH_OHM = 30;
