/** Which way parts may be turned while lines are led, and which twins turn together. */
import { normaliseDeg } from '../geometry/transform.ts';
import { kindOf } from '../plan/kind-of.ts';
import { mirroredTurn } from '../plan/mirror.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { turnsOfParts } from './part-turns.ts';
import type { RouteRequest } from './route-request.ts';

/** Turns that differ by less than this are the same, degrees. */
const SAME_TURN_DEG = 0.01;

/** The turns of every part, the present one first, and the twins whose turns hang together. */
export function turnsOf(
  plan: Plan,
  parts: readonly Part[],
  frozen: ReadonlySet<string>,
  { freedom, scope }: RouteRequest,
): {
  readonly turns: ReadonlyArray<readonly number[]>;
  readonly pairs: ReadonlyArray<readonly [number, number]>;
} {
  const isFree = (part: Part): boolean =>
    part.locked !== true &&
    !frozen.has(part.id) &&
    (scope.kind !== 'parts' || scope.partIds.includes(part.id));
  const turns = [...turnsOfParts(plan, parts, isFree, freedom)];
  const pairs: Array<readonly [number, number]> = [];
  for (const [a, part] of parts.entries()) {
    const b = parts.findIndex((other) => other.id === part.mirror?.partId);
    const twin = parts[b];
    if (twin === undefined || b < a) continue;
    const mirrored = (turnDeg: number): number =>
      mirroredTurn(kindOf(plan, part), { turnDeg, face: part.face });
    const apart = Math.abs(normaliseDeg(mirrored(part.turnDeg) - twin.turnDeg + 180) - 180);
    // Twins that do not lie mirrored now have been parted by hand.
    if (apart > SAME_TURN_DEG) continue;
    if (!isFree(part) || !isFree(twin)) {
      turns[a] = [part.turnDeg];
      turns[b] = [twin.turnDeg];
      continue;
    }
    const own = turns[a] as readonly number[];
    turns[b] = own.map((turnDeg, i) => (i === 0 ? twin.turnDeg : mirrored(turnDeg)));
    if (own.length > 1) pairs.push([a, b]);
  }
  return { turns, pairs };
}
