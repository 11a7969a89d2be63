import type { Plan } from '../plan/schema.ts';
import { CheckSession } from './check-session.ts';
import { crossing } from './rules/crossing.ts';
import { gap } from './rules/gap.ts';
import { twoPads } from './rules/two-pads.ts';

/** The settings that are priced: nothing but the envelopes, up to three stitches. */
const PRICED_GAPS = [0, 0.5, 1, 1.5, 2, 2.5, 3] as const;

/** What each wanted gap costs: how many findings of spacing it would bring. Yields the share done. */
export function* gapPrices(plan: Plan): Generator<number, ReadonlyArray<readonly [number, number]>> {
  const session = new CheckSession([crossing, twoPads, gap]);
  const prices: Array<readonly [number, number]> = [];
  for (const gapInStitches of PRICED_GAPS) {
    const findings = session.update({ ...plan, habits: { ...plan.habits, gapInStitches } });
    prices.push([gapInStitches, findings.length]);
    yield prices.length / PRICED_GAPS.length;
  }
  return prices;
}
