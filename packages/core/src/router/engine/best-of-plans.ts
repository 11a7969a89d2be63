/** On large boards there is no time for a race: lines are led by a few plans, and the best are worked on to the end. */
import type { Span } from './budget.ts';
import { improve } from './moves.ts';
import { ledOnGrid, PATCHABLE_MM, planFor, type Steps, type Workshop, worthOf } from './race.ts';
import type { Realisation } from './realise.ts';

/** Moves of a plan for each part, the share of the budget that plans may take, and how many there are without a clock. */
const PLAN_MOVES_PER_PART = 600;
export const PLANS_SHARE = 0.4;
const COUNTED_PLANS = 1;
/** The first answer is by a plan of fewer moves for each part: so many times the parts, as more lines may cross on larger boards. */
const QUICK_PLAN_MOVES_PER_PAIR = 4;
const FEWEST_QUICK_PLAN_MOVES_PER_PART = 60;
const MOST_QUICK_PLAN_MOVES_PER_PART = 300;
/** By so many moves for each part, so warm, lines by a new plan may become clean. */
const MOVES_TO_CLEAN_PER_PART = 1;
export const CLEANING_MM = 4;
/** Two lines that cross are in conflict for no more than this on either side, mm; so much can be patched in a first answer. */
const TWO_CROSSINGS_MM = 30;

/** Moves for each part of the plan of a first answer. */
export function quickMovesPerPart(partCount: number): number {
  const moves = Math.max(FEWEST_QUICK_PLAN_MOVES_PER_PART, QUICK_PLAN_MOVES_PER_PAIR * partCount);
  return Math.min(MOST_QUICK_PLAN_MOVES_PER_PART, moves);
}

/**
 * Lines by a plan of so many moves for each part, worked on until what still crosses can be patched, then until it is clean. They
 * are offered as long as there is nothing as good.
 */
export function* workByPlan(shop: Workshop, span: Span, movesPerPart: number): Steps<Realisation> {
  const { ground, random, clock, best } = shop;
  const work = ledOnGrid(ground, yield* planFor(shop, span, movesPerPart));
  let left = MOVES_TO_CLEAN_PER_PART * ground.board.partCount;
  for (const enough of [TWO_CROSSINGS_MM, 0]) {
    for (; left > 0 && work.conflictMm > enough && clock.share() < span.until; left -= 1) {
      improve(work, random, CLEANING_MM);
      if (left % 4 === 0) yield best.progress();
    }
    const isPatchable = work.conflictMm <= PATCHABLE_MM && !best.isUseful;
    if (isPatchable || (work.conflictMm === 0 && !best.isClean)) best.offer(work);
    yield best.progress();
  }
  return work;
}

/** The best lines by as many plans as there is time for, and of the first. */
export function* bestOfPlans(shop: Workshop, first: Realisation): Steps<Realisation> {
  const { clock, best } = shop;
  let work = first;
  let longest = clock.share();
  for (let n = 0; clock.isTimed ? clock.share() + 0.8 * longest <= PLANS_SHARE : n < COUNTED_PLANS; n += 1) {
    const from = clock.share();
    const made = yield* workByPlan(shop, { from, until: PLANS_SHARE }, PLAN_MOVES_PER_PART);
    longest = Math.max(longest, clock.share() - from);
    if (worthOf(made) < worthOf(work)) work = made;
  }
  if (work !== first && work.conflictMm === 0) best.offer(work);
  yield best.progress();
  return work;
}
