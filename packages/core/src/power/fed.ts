/** What is fed in a state: whether a way leads from a source that is on to a thing and back. Facts of the drawing, not a solve. */
import { deriveNets } from '../joining/nets.ts';
import { UnionFind } from '../joining/union-find.ts';
import { consumersOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { contactsOf } from './contacts.ts';
import { pinStands } from './pin-stands.ts';
import { ownSwitches, sourcesOf } from './sources.ts';

/** How parts with a switch stand, by part; one that is not named is closed. */
export type Switches = ReadonlyMap<string, boolean>;

export interface Fed {
  /** Whether + and − of this thing of a part are both led to a source that is on. */
  has(part: Part, ends: { readonly plus: string; readonly minus: string }): boolean;
  /** Whether anything of a part is. */
  hasAny(part: Part): boolean;
}

/** What is fed while switches stand so, at any moment where pins fade. O(parts + runs). */
export function fedIn(plan: Plan, switches: Switches): Fed {
  const fades = Object.values(plan.parts).some(({ levels = {} }) =>
    Object.values(levels).some((level) => level > 0 && level < 1),
  );
  const moments = fades
    ? [fedAtMoment(plan, switches, true), fedAtMoment(plan, switches, false)]
    : [fedAtMoment(plan, switches, true)];
  const has: Fed['has'] = (part, ends) => moments.some((isFed) => isFed(part, ends));
  return {
    has,
    hasAny: (part) => consumersOf(kindOf(plan, part)).some((ends) => has(part, ends)),
  };
}

/** `isOn`: with what fades at the moment at which it is on, or off. */
function fedAtMoment(plan: Plan, switches: Switches, isOn: boolean): Fed['has'] {
  const nets = deriveNets(plan);
  const joined = new UnionFind();
  const netOf = (partId: string, terminal: string): string => nets.ofTerminal({ partId, terminal }).id;
  const isClosed = (part: Part | null): boolean => part === null || (switches.get(part.id) ?? true);
  for (const { part, mate, closedBy, a, b } of contactsOf(plan))
    if (isClosed(part) && (closedBy === 'magnet' || isClosed(mate)))
      joined.join(nets.ofTerminal(a).id, nets.ofTerminal(b).id);
  const stands = pinStands(plan);
  for (const part of Object.values(plan.parts)) {
    const { id } = part;
    for (const element of kindOf(plan, part).elements) {
      if (element.kind === 'resistor') joined.join(netOf(id, element.a), netOf(id, element.b));
      else if (element.kind === 'regulator') joined.join(netOf(id, element.input), netOf(id, element.output));
      else if (element.kind === 'pin' && !stands.has(`${id}.${element.pin}`)) {
        // At a moment of its period a pin that fades is led to + or to −, as it is set.
        const level = part.levels?.[element.pin] ?? 1;
        joined.join(
          netOf(id, (isOn ? level > 0 : level === 1) ? element.supply : element.ground),
          netOf(id, element.pin),
        );
      }
    }
  }
  const sources = sourcesOf(plan)
    .filter((source) => ownSwitches(source).every(isClosed))
    .map(({ part, cell }) =>
      [netOf(part.id, cell.plus), netOf(part.id, cell.minus)].map((net) => joined.find(net)),
    );
  return ({ id }, { plus, minus }) => {
    const ends = [joined.find(netOf(id, plus)), joined.find(netOf(id, minus))];
    return sources.some(([high, low]) => high === ends[0] && low === ends[1]);
  };
}
