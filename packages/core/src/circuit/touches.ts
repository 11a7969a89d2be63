/** Where bare things of different traces lie on each other as drawn: crossings without a patch, a thread on a foreign hole, legs that meet. */
import type { Point } from '../geometry/point.ts';
import { nearestAlong } from '../geometry/polyline.ts';
import { terminalOfHole } from '../joining/nets.ts';
import type { RunLeg } from '../plan/passes.ts';
import { runLegs } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import type { BareThing } from '../spacing/bare-things.ts';
import { type NearPair, PairBook } from '../spacing/near-pairs.ts';
import { followed, remembered } from '../units/remembered.ts';

/** Where a touch lies on a conductor: on a run, as a share of its way, or at the metal of a part. */
export type TouchEnd =
  | { readonly runId: string; readonly share: number }
  | { readonly partId: string; readonly terminal: string };

/** A place where two conductors touch that should not. */
export interface Touch {
  readonly id: string;
  readonly at: Point;
  /** The panel both lie on. */
  readonly panelId: string;
  readonly ends: readonly [TouchEnd, TouchEnd];
}

class TouchBook {
  readonly #book = new PairBook();
  #pairs: ReadonlyMap<string, NearPair> = new Map();

  moveTo(plan: Plan): void {
    this.#pairs = this.#book.moveTo(plan);
  }

  /** The pairs that lie on each other, by their keys. */
  contents(): readonly NearPair[] {
    const touching: NearPair[] = [];
    for (const pair of this.#pairs.values()) if (placesOf(pair).length > 0) touching.push(pair);
    return touching.sort((a, b) => (a.key < b.key ? -1 : 1));
  }
}

const bookOf = followed('touches', () => new TouchBook());

/** The touches of a plan, by the keys of what touches. They are the places of the findings that say *touching that should not*. */
export const touchesOf = remembered(
  { name: 'touches of a plan', under: (plan: Plan) => plan },
  (plan): readonly Touch[] =>
    bookOf(plan)
      .contents()
      .flatMap(({ key, first, other, ...pair }) =>
        placesOf({ first, other, ...pair }).map(
          (at, i): Touch => ({
            id: `${key}:${i + 1}`,
            at,
            panelId: first.conductor.panelId,
            ends: [endOf(plan, first, at), endOf(plan, other, at)],
          }),
        ),
      ),
);

function placesOf({
  first,
  other,
  crossings,
  bridged,
  onMetal,
  worst,
}: Pick<NearPair, 'first' | 'other' | 'crossings' | 'bridged' | 'onMetal' | 'worst'>): readonly Point[] {
  if (crossings.length > 0) return crossings;
  if (onMetal !== null) return [onMetal];
  // The hairs of an end may reach so far; they need not.
  const isHair = first.role === 'tail' || other.role === 'tail';
  return worst !== null && worst.gapMm === 0 && !isHair && bridged.length === 0 ? [worst.at.onFirst] : [];
}

/** Where a place lies on a bare thing. */
export function endOf(plan: Plan, thing: BareThing, at: Point): TouchEnd {
  const run = thing.runId === null ? undefined : plan.runs[thing.runId];
  if (run !== undefined) {
    const legs = runLegs(plan, run);
    const leg = legs.find(({ panelId }) => panelId === thing.conductor.panelId) ?? (legs[0] as RunLeg);
    const wholeMm = legs.at(-1)?.toMm ?? 0;
    const share = wholeMm === 0 ? 0.5 : (leg.fromMm + nearestAlong(leg.path, at).alongMm) / wholeMm;
    return { runId: run.id, share: Math.min(1, Math.max(0, share)) };
  }
  if (thing.hole !== null) return terminalOfHole(plan, thing.hole);
  return { partId: thing.partId ?? '', terminal: thing.terminal ?? '' };
}
