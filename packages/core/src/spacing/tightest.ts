/** The tightest places of a plan: where the least is left above, or the most is missing below, the wanted gap. */
import { closestOfSegments } from '../geometry/segment.ts';
import type { Plan } from '../plan/schema.ts';
import { keptApart } from '../thread/required-gap.ts';
import { BareStore } from './bare-store.ts';
import type { BareThing } from './bare-things.ts';
import {
  FLAT,
  isNearer,
  isSamePart,
  lookoutMm,
  type MeasuredGap,
  measureGap,
  spacingRules,
  widestOf,
} from './clearance.ts';

export interface TightPlace {
  readonly first: BareThing;
  readonly gap: MeasuredGap;
}

/** How much farther than wanted things are looked for, mm. */
const BEYOND_MM = 15;

/**
 * The `count` tightest places, one for each pair of things of different nets, least room first. Pairs that are more
 * than 15 mm beyond what they want are not told of.
 */
export function tightestPlaces(plan: Plan, count: number): readonly TightPlace[] {
  const store = new BareStore();
  store.moveTo(plan);
  const rulesBetween = spacingRules(plan);
  const widest = widestOf(store.things());
  const pairs = new Map<string, TightPlace>();
  for (const first of store.things()) {
    if (first.role === 'between-legs') continue;
    const reachMm = lookoutMm(first, widest, rulesBetween) + BEYOND_MM;
    for (const { a, b } of store.segmentsOf(first.key)) {
      for (const near of store.near(a, b, reachMm, first.conductor.panelId)) {
        const other = near.owner;
        if (other.key <= first.key || other.netId === first.netId || other.role === 'between-legs') continue;
        if (isSamePart(first, other) || keptApart(first.conductor, other.conductor, FLAT, rulesBetween))
          continue;
        const gap = measureGap(plan, first, closestOfSegments(a, b, near.a, near.b), other, rulesBetween);
        const key = `${first.key}+${other.key}`;
        const known = pairs.get(key);
        if (known === undefined || isNearer(gap, known.gap)) pairs.set(key, { first, gap });
      }
    }
  }
  const room = ({ gap }: TightPlace): number => gap.gapMm - gap.wantedMm;
  return [...pairs]
    .sort(([keyA, a], [keyB, b]) => room(a) - room(b) || (keyA < keyB ? -1 : 1))
    .slice(0, count)
    .map(([, place]) => place);
}
