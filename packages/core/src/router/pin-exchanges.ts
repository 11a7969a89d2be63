/** Which pins of boards may be exchanged while lines are led. */
import type { Terminal } from '../joining/nets.ts';
import type { Hole } from '../parts/part-kind.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { canServe, type PinUse, unfitness } from '../wishes/pin-row.ts';
import type { Wish } from '../wishes/wish-list.ts';
import type { RouteRequest } from './route-request.ts';
import type { PadChoice, PinExchange, RoutingNet } from './routing-problem.ts';
import type { Share } from './shares.ts';

/** Whether what is asked lets pins be exchanged. */
export function mayExchange(plan: Plan, { exchangePins }: RouteRequest): boolean {
  return exchangePins === 'always' || (exchangePins === 'derived' && plan.wishes === null);
}

/** Pins of boards that may be exchanged: such as serve one user each and are not sewn, for pins that can do the same. */
export function exchangesOf(
  plan: Plan,
  shares: readonly Share[],
  nets: readonly RoutingNet[],
  kept: readonly Run[],
  padsOf: (terminal: Terminal) => readonly PadChoice[],
): readonly PinExchange[] {
  return Object.values(plan.parts).flatMap((board): readonly PinExchange[] => {
    const pins = kindOf(plan, board).holes.filter((hole) => hole.role === 'pin' && hole.plated);
    if (pins.length < 2) return [];
    const isSewnTo = (pin: Hole): boolean =>
      kept.some((run) => [run.from, run.to].some((ref) => ref.partId === board.id && ref.holeId === pin.id));
    const uses = shares.flatMap(({ wish, terminals }, net) =>
      terminals.flatMap((terminal, stop) => {
        const pin = pins.find((hole) => terminal.partId === board.id && hole.terminal === terminal.terminal);
        return pin === undefined ? [] : [{ wish, net, stop, pin }];
      }),
    );
    const isDecided = ({ terminals }: Wish, pin: Hole): boolean =>
      terminals.some(({ partId }) => {
        const decided = plan.parts[partId]?.wired?.pin;
        return decided?.partId === board.id && decided.terminal === pin.terminal;
      });
    const movable = uses.filter(
      ({ wish, net, pin }) =>
        (nets[net]?.stops.length ?? 0) > 0 && !isSewnTo(pin) && !isDecided(wish, pin) && !isOnBus(plan, wish),
    );
    const held = new Set([...uses.filter((use) => !movable.includes(use)).map(({ pin }) => pin.id)]);
    const open = pins.filter((pin) => !held.has(pin.id) && !isSewnTo(pin));
    if (movable.length === 0 || open.length < 2) return [];
    const padsOfPins = (some: readonly Hole[]): readonly PadChoice[] =>
      some.flatMap(({ terminal }) => padsOf({ partId: board.id, terminal }));
    const serving = new Set(movable.map(({ pin }) => pin.id));
    return [
      {
        stops: movable.map(({ wish, net, stop, pin }) => {
          const use = useOf(plan, wish, board, pin);
          const most = Math.max(READS_TOO, unfitness(pin, use));
          const free = open.filter((other) => unfitness(other, use) <= most);
          // In exchange a worse pin may be taken: who had it gets a better one.
          const all = open.filter(
            (other) => free.includes(other) || (serving.has(other.id) && canServe(other, use)),
          );
          return { net, stop, pads: padsOfPins(all), free: padsOfPins(free) };
        }),
      },
    ];
  });
}

/** Whether a wish is a line of a bus, which only its own pins carry. */
function isOnBus(plan: Plan, { terminals }: Wish): boolean {
  return terminals.some(({ partId, terminal }) =>
    kindOf(plan, plan.parts[partId] as Part).holes.some(
      (hole) => hole.terminal === terminal && (hole.role === 'bus-data' || hole.role === 'bus-clock'),
    ),
  );
}

/** So unfit is a pin that can do more than is needed: it may be taken. */
const READS_TOO = 1;

/** What the pin of a wish has to be able to do, by what hangs on it and whether it fades now. */
function useOf(plan: Plan, wish: Wish, board: Part, pin: Hole): PinUse {
  const roles = wish.terminals
    .filter((terminal) => terminal.partId !== board.id)
    .map(({ partId, terminal }) =>
      kindOf(plan, plan.parts[partId] as Part).holes.find((hole) => hole.terminal === terminal),
    );
  if (roles.some((hole) => hole?.role === 'sense')) return 'analogue';
  const level = board.levels?.[pin.terminal] ?? 1;
  return level > 0 && level < 1 ? 'fade' : 'none';
}
