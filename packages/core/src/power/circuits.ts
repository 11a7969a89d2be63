/** The circuits of a plan: what hangs on each source, and what opens the way there. Facts of the drawing, not a solve. */

import { deriveNets, type Net, type Nets, type Terminal } from '../joining/nets.ts';
import { lightsIn, type PlacedLight, partsThatAre } from '../joining/sides.ts';
import { consumersOf, elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';
import { type Contact, contactsOf } from './contacts.ts';
import { type Source, sourcesOf } from './sources.ts';
import { type Way, Ways } from './ways.ts';

export interface Circuit {
  readonly source: Source;
  /** The nets of its + and of its −, with every contact closed; its own first. */
  readonly plus: readonly Net[];
  readonly minus: readonly Net[];
  /** The contacts that open the way to something it feeds, in plan order. */
  readonly contacts: readonly Contact[];
  /** Of these, the contacts that open the way to all of it at once. */
  readonly mainContacts: readonly Contact[];
  /** Lights that hang straight between its + and −, or through resistors, or on a steady supply made from it. */
  readonly lights: readonly PlacedLight[];
  /** Lights that a pin of one of its boards feeds, or leads to −, or two of them: nothing is known of them until a program runs. */
  readonly pinLights: ReadonlyArray<{ readonly light: PlacedLight; readonly pin: Terminal }>;
  /** Boards, sensors, buzzers and addressable lights between its + and − (or a steady supply made from it). */
  readonly loads: readonly Part[];
}

/**
 * The circuits of a plan, one for each source, in plan order; remembered for the same plan. O(parts + nets) once, and for every
 * two nets that a source lies between O(nets + contacts · things it feeds).
 */
export const circuitsOf = remembered({ name: 'circuits', under: (plan: Plan) => plan }, findCircuits);

function findCircuits(plan: Plan): readonly Circuit[] {
  const finder = new CircuitFinder(plan);
  return sourcesOf(plan).map((source) => finder.circuitOf(source));
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

/** What a thing is fed through: the nets at its two ends. */
interface Fed {
  readonly plus: string;
  readonly minus: string;
}

class CircuitFinder {
  private readonly plan: Plan;
  private readonly nets: Nets;
  private readonly contacts: readonly Contact[];
  /** Which nets are one by closed contacts; and on through resistors; and on through steady supplies; and on through pins. */
  private readonly joined: Ways;
  private readonly resisted: Ways;
  private readonly steadied: Ways;
  private readonly driven: Ways;
  private readonly placed: readonly PlacedLight[];
  private readonly boards: readonly Part[];
  private readonly found = new Map<string, Omit<Circuit, 'source'>>();

  constructor(plan: Plan) {
    this.plan = plan;
    this.nets = deriveNets(plan);
    this.contacts = contactsOf(plan);
    this.placed = lightsIn(plan);
    this.boards = partsThatAre(plan, 'load');
    const closed: Way[] = this.contacts.map((contact) => ({
      a: this.nets.ofTerminal(contact.a).id,
      b: this.nets.ofTerminal(contact.b).id,
      contact,
    }));
    const resistors: Way[] = [];
    const steady: Way[] = [];
    const drives: Way[] = [];
    for (const part of Object.values(plan.parts)) {
      const kind = kindOf(plan, part);
      const way = (one: string, other: string): Way => ({
        a: this.netOf(part, one),
        b: this.netOf(part, other),
        contact: null,
      });
      for (const { a, b } of elementsOf(kind, 'resistor')) resistors.push(way(a, b));
      for (const { input, output } of elementsOf(kind, 'regulator')) steady.push(way(input, output));
      for (const { pin, supply } of elementsOf(kind, 'pin')) drives.push(way(supply, pin));
    }
    this.joined = new Ways(closed);
    this.resisted = new Ways([...closed, ...resistors]);
    this.steadied = new Ways([...closed, ...resistors, ...steady]);
    this.driven = new Ways([...closed, ...resistors, ...steady, ...drives]);
  }

  circuitOf(source: Source): Circuit {
    const { nets } = this;
    const at = (terminal: string): Net => nets.ofTerminal({ partId: source.part.id, terminal });
    const ends = [at(source.cell.plus), at(source.cell.minus)] as const;
    // Sources between the same two nets feed the same things.
    const key = ends.map(({ id }) => id).join(' ');
    const known = this.found.get(key) ?? this.between(ends);
    this.found.set(key, known);
    return { source, ...known };
  }

  private netOf(part: Part, terminal: string): string {
    return this.nets.ofTerminal({ partId: part.id, terminal }).id;
  }

  private between(ends: readonly [Net, Net]): Omit<Circuit, 'source'> {
    const { plan, nets, contacts, joined, resisted, steadied, driven, placed } = this;
    const [plus, minus] = ends.map(({ id }) => id) as [string, string];
    const group = (end: Net): readonly Net[] => [
      end,
      ...nets.all.filter((net) => net !== end && joined.areOne(net.id, end.id)),
    ];
    const endsOf = (part: Part, one: { readonly plus: string; readonly minus: string }): Fed => ({
      plus: this.netOf(part, one.plus),
      minus: this.netOf(part, one.minus),
    });
    const isFed = (ways: Ways, fed: Fed): boolean =>
      ways.areOne(fed.plus, plus) && ways.areOne(fed.minus, minus);
    const lights = placed.filter(({ part, light }) => isFed(steadied, endsOf(part, light)));
    const loads = this.boards.filter((part) =>
      elementsOf(kindOf(plan, part), 'load').some((load) => {
        const fed = endsOf(part, load);
        return isFed(resisted, fed) || isFed(driven, fed);
      }),
    );
    const pinAt = new Map<string, Terminal>();
    for (const board of loads)
      for (const { pin } of elementsOf(kindOf(plan, board), 'pin')) {
        const root = resisted.rootOf(this.netOf(board, pin));
        if (!pinAt.has(root)) pinAt.set(root, { partId: board.id, terminal: pin });
      }
    const litDirectly = new Set(lights);
    const pinLights = placed.flatMap((light) => {
      if (litDirectly.has(light)) return [];
      const fed = endsOf(light.part, light.light);
      const [atPlus, atMinus] = [fed.plus, fed.minus].map((net) => pinAt.get(resisted.rootOf(net)));
      const pin = atPlus ?? atMinus;
      const isWhole =
        (atPlus !== undefined || steadied.areOne(fed.plus, plus)) &&
        (atMinus !== undefined || steadied.areOne(fed.minus, minus));
      return pin === undefined || !isWhole || resisted.areOne(fed.plus, fed.minus) ? [] : [{ light, pin }];
    });
    const fedLights = lights.map(({ part, light }) => endsOf(part, light));
    const fedLoads = loads.flatMap((part) =>
      consumersOf(kindOf(plan, part)).map((consumer) => endsOf(part, consumer)),
    );
    const staysOn = (ways: Ways, contact: Contact, fed: Fed): boolean =>
      ways.areOneWithout(contact, fed.plus, plus) && ways.areOneWithout(contact, fed.minus, minus);
    const stays = contacts.map((contact) => ({
      contact,
      on: [
        ...fedLights.map((fed) => staysOn(steadied, contact, fed)),
        ...fedLoads.map((fed) => staysOn(driven, contact, fed)),
      ],
    }));
    return {
      plus: group(ends[0]),
      minus: group(ends[1]),
      contacts: stays.flatMap(({ contact, on }) => (on.every(Boolean) ? [] : [contact])),
      mainContacts: stays.flatMap(({ contact, on }) =>
        on.length === 0 || on.some(Boolean) ? [] : [contact],
      ),
      lights,
      pinLights,
      loads,
    };
  }
}
