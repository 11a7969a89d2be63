/** The circuits of a plan: what hangs on each source, and what opens the way there. Facts of the drawing, not a solve. */
import { deriveNets, type Net, type Nets, type Terminal } from '../nets/nets.ts';
import { lightsIn, type PlacedLight } from '../nets/sides.ts';
import { UnionFind } from '../nets/union-find.ts';
import { consumersOf, elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/placed.ts';
import type { Part, Plan } from '../plan/schema.ts';
import { type Contact, contactsOf } from './contacts.ts';
import { type Source, sourcesOf } from './sources.ts';

export interface Circuit {
  readonly source: Source;
  /** The nets of its + and of its −, with every contact closed; its own first. */
  readonly plus: readonly Net[];
  readonly minus: readonly Net[];
  /** The contacts that open the way to something it feeds, in plan order. */
  readonly contacts: readonly Contact[];
  /** Of these, the contacts that open the way to all of it at once. */
  readonly mainContacts: readonly Contact[];
  /** Lights that hang straight between its + and −, or through resistors. */
  readonly lights: readonly PlacedLight[];
  /** Lights that a pin of one of its boards feeds: nothing is known of them until a program runs. */
  readonly pinLights: ReadonlyArray<{ readonly light: PlacedLight; readonly pin: Terminal }>;
  /** Boards, sensors, buzzers and addressable lights between its + and − (or a steady supply made from it). */
  readonly loads: readonly Part[];
}

/** The circuits of a plan, one for each source, in plan order. O(sources · (parts + nets)). */
export function circuitsOf(plan: Plan): readonly Circuit[] {
  const nets = deriveNets(plan);
  const contacts = contactsOf(plan);
  return sourcesOf(plan).map((source) => circuitOf(plan, nets, contacts, source));
}

/** The circuits whose source lies side by side with this one's: the stronger of two would push current into the other. */
export function mergedWith(
  circuits: readonly Circuit[],
  { source, plus, minus }: Circuit,
): readonly Circuit[] {
  const isShared = (own: readonly Net[], other: readonly Net[]): boolean =>
    own.some(({ id }) => other.some((net) => net.id === id));
  return circuits.filter(
    (other) => other.source !== source && isShared(plus, other.plus) && isShared(minus, other.minus),
  );
}

/** Which nets are one: joined by closed contacts; and, for `reach`, on through resistors, steady supplies and pins. */
interface Ways {
  readonly joined: UnionFind;
  readonly resisted: UnionFind;
  readonly driven: UnionFind;
}

function waysOf(plan: Plan, nets: Nets, contacts: readonly Contact[]): Ways {
  const [joined, resisted, driven] = [new UnionFind(), new UnionFind(), new UnionFind()];
  const everywhere = [joined, resisted, driven];
  const join = (sets: readonly UnionFind[], a: Net, b: Net): void => {
    for (const set of sets) set.join(a.id, b.id);
  };
  for (const { a, b } of contacts) join(everywhere, nets.ofTerminal(a), nets.ofTerminal(b));
  for (const part of Object.values(plan.parts)) {
    const net = (terminal: string): Net => nets.ofTerminal({ partId: part.id, terminal });
    const kind = kindOf(plan, part);
    for (const { a, b } of elementsOf(kind, 'resistor')) join([resisted, driven], net(a), net(b));
    for (const { input, output } of elementsOf(kind, 'regulator')) join([driven], net(input), net(output));
    for (const { pin, supply } of elementsOf(kind, 'pin')) join([driven], net(supply), net(pin));
  }
  return { joined, resisted, driven };
}

function circuitOf(plan: Plan, nets: Nets, contacts: readonly Contact[], source: Source): Circuit {
  const ends = [source.cell.plus, source.cell.minus].map((terminal) =>
    nets.ofTerminal({ partId: source.part.id, terminal }),
  ) as [Net, Net];
  const closed = waysOf(plan, nets, contacts);
  const group = (end: Net): readonly Net[] => [
    end,
    ...nets.all.filter((net) => net !== end && closed.joined.find(net.id) === closed.joined.find(end.id)),
  ];
  const fed = (ways: UnionFind, part: Part, plus: string, minus: string): boolean =>
    [plus, minus].every(
      (terminal, i) =>
        ways.find(nets.ofTerminal({ partId: part.id, terminal }).id) === ways.find((ends[i] as Net).id),
    );
  const placed = lightsIn(plan);
  const lights = placed.filter(({ part, light }) => fed(closed.resisted, part, light.plus, light.minus));
  const loads = Object.values(plan.parts).filter((part) =>
    elementsOf(kindOf(plan, part), 'load').some(({ plus, minus }) =>
      [closed.resisted, closed.driven].some((ways) => fed(ways, part, plus, minus)),
    ),
  );
  const pinLights = placed.flatMap((light) => {
    if (lights.includes(light)) return [];
    const net = closed.resisted.find(
      nets.ofTerminal({ partId: light.part.id, terminal: light.light.plus }).id,
    );
    const minus = nets.ofTerminal({ partId: light.part.id, terminal: light.light.minus });
    if (closed.resisted.find(minus.id) !== closed.resisted.find(ends[1].id)) return [];
    const pin = loads
      .flatMap((board) =>
        elementsOf(kindOf(plan, board), 'pin').map(({ pin }) => ({ partId: board.id, terminal: pin })),
      )
      .find((one) => closed.resisted.find(nets.ofTerminal(one).id) === net);
    return pin === undefined ? [] : [{ light, pin }];
  });
  const whatStaysOn = (contact: Contact): readonly boolean[] => {
    const open = waysOf(
      plan,
      nets,
      contacts.filter((one) => one !== contact),
    );
    return [
      ...lights.map(({ part, light }) => fed(open.resisted, part, light.plus, light.minus)),
      ...loads.flatMap((part) =>
        consumersOf(kindOf(plan, part)).map(({ plus, minus }) => fed(open.driven, part, plus, minus)),
      ),
    ];
  };
  const stays = contacts.map((contact) => ({ contact, on: whatStaysOn(contact) }));
  return {
    source,
    plus: group(ends[0]),
    minus: group(ends[1]),
    contacts: stays.flatMap(({ contact, on }) => (on.every(Boolean) ? [] : [contact])),
    mainContacts: stays.flatMap(({ contact, on }) => (on.length === 0 || on.some(Boolean) ? [] : [contact])),
    lights,
    pinLights,
    loads,
  };
}
