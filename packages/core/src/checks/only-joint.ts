/** Places where two circuits touch that share nothing else: where there is one only, no current finds a way round over it. */
import { type TouchEnd, touchesOf } from '../circuit/touches.ts';
import { UnionFind } from '../joining/union-find.ts';
import { kindOf } from '../plan/kind-of.ts';
import { sourcesOf } from '../power/sources.ts';
import type { NearPair } from '../spacing/near-pairs.ts';
import type { CheckContext } from './check-rule.ts';
import { oncePerNets } from './once-per-nets.ts';

/** Which circuit each net belongs to: whatever a part or a closure joins is one, whether current flows there or not. */
const circuitOfNet = oncePerNets(({ plan, nets }: CheckContext): ReadonlyMap<string, string> => {
  const joined = new UnionFind();
  const ids = new Set<string>();
  for (const part of Object.values(plan.parts)) {
    const { holes, inner = [] } = kindOf(plan, part);
    const terminals = [...holes.flatMap(({ plated, terminal }) => (plated ? [terminal] : [])), ...inner];
    const own = terminals.map((terminal) => nets.ofTerminal({ partId: part.id, terminal }).id);
    for (const id of own) {
      ids.add(id);
      joined.join(own[0] as string, id);
    }
    // Also what is joined by hand only, by a closure, a magnet or a cable.
    const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
    const [other] = mate === undefined ? [] : kindOf(plan, mate).holes;
    if (mate !== undefined && other !== undefined && own[0] !== undefined)
      joined.join(own[0], nets.ofTerminal({ partId: mate.id, terminal: other.terminal }).id);
  }
  return new Map([...ids].map((id) => [id, joined.find(id)]));
});

/** Whether two things that touch once belong to circuits that share nothing and touch nowhere else, not by way of a third one either. */
export function isOnlyJoint(context: CheckContext, { key, first, other, crossings }: NearPair): boolean {
  if (crossings.length !== 1) return false;
  const circuits = circuitOfNet(context);
  const [one, two] = [circuits.get(first.netId), circuits.get(other.netId)];
  if (one === undefined || two === undefined || one === two) return false;
  const { plan, nets } = context;
  // What has no source yet is no circuit: it may still be joined to the other one.
  const fed = new Set(
    sourcesOf(plan).map(({ part, cell }) =>
      circuits.get(nets.ofTerminal({ partId: part.id, terminal: cell.plus }).id),
    ),
  );
  if (!fed.has(one) || !fed.has(two)) return false;
  const netOf = (end: TouchEnd): string =>
    'runId' in end ? nets.ofRun(end.runId).id : nets.ofTerminal(end).id;
  const touching = new UnionFind();
  for (const { id, ends } of touchesOf(plan)) {
    if (id === `${key}:1`) continue;
    const [a, b] = ends.map((end) => circuits.get(netOf(end)) ?? netOf(end)) as [string, string];
    touching.join(a, b);
  }
  return touching.find(one) !== touching.find(two);
}
