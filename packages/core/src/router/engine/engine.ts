/**
 * The router: order plans, their realisation on a grid, lines pulled tight. It is a generator that yields after every few
 * moves; whoever runs it decides when to pause or stop, and the seed and the moves decide the result, never the clock.
 */
import { seededRandom } from '../../random/random.ts';
import type { RoutingProblem, RoutingSolution } from '../routing-problem.ts';
import { bestOfPlans, CLEANING_MM, PLANS_SHARE, quickMovesPerPart, workByPlan } from './best-of-plans.ts';
import { BestSoFar, type EngineProgress } from './best-so-far.ts';
import { prepareBoard } from './board.ts';
import { Budget, type EngineOptions } from './budget.ts';
import { clothOf, finish, solutionOn } from './finish.ts';
import { fineGridStepMm, gridStepMm } from './grid-step.ts';
import { Ground } from './ground.ts';
import { mend } from './mend.ts';
import { improve } from './moves.ts';
import { cool, race, type Steps, type Workshop } from './race.ts';
import { Realisation } from './realise.ts';

export type { EngineProgress } from './best-so-far.ts';
export type { EngineOptions } from './budget.ts';

/** Boards of more parts than this are worked out on the grid from the best plan only. */
const MOST_RACED = 45;
/** What of the budget the race takes, and how warm the winner begins. */
const RACE_SHARE = 0.65;
const LAST_HOT_MM = 4;
/** Until where a second race goes, while nothing is clean. */
const LAST_RACE_SHARE = 0.9;
/** How warm the lines of the best plan of a large board begin. */
const LARGE_HOT_MM = 2;
/** The share of the budget that the plan of a first answer may take on a smaller board. */
const QUICK_SHARE = 0.15;
/** How often the lines are pulled tight on the way, to see how good they really are, where that costs little. */
const LOOK_EVERY = 0.2;
/** What is left for turning parts a little at the end. */
const POLISH_SHARE = 0.03;

export function* routeBoard(
  problem: RoutingProblem,
  options: EngineOptions,
): Generator<EngineProgress, RoutingSolution> {
  const board = prepareBoard(problem);
  const ground = new Ground(board, gridStepMm(board));
  const clock = new Budget(options);
  const best = new BestSoFar(problem.pieceMm, clock);
  const fineGround = once(() => {
    const stepMm = fineGridStepMm(board);
    return stepMm < ground.stepMm ? new Ground(board, stepMm) : ground;
  });
  const random = seededRandom(options.seed);
  const quick = { ground, fineGround, random, clock, best };
  if (board.stops.every((stops) => stops.length < 2))
    return finish(new Realisation(ground, new Int32Array(board.partCount)));
  const isLarge = board.partCount > MOST_RACED;
  const span = { from: 0, until: isLarge ? PLANS_SHARE : QUICK_SHARE };
  const first = yield* workByPlan(quick, span, quickMovesPerPart(board.partCount));
  const shop = first.hasNoWay ? { ...quick, ground: fineGround() } : quick;
  if (isLarge) {
    const work = yield* bestOfPlans(shop, first);
    yield* coolToEnd(shop, work, LARGE_HOT_MM);
  } else {
    let work = yield* race(shop, { from: clock.share(), until: RACE_SHARE }, first);
    // The longest search does not lead out of a poor plan: while nothing is clean, other plans are tried instead.
    if (clock.isTimed && !best.isClean)
      work = yield* race(shop, { from: clock.share(), until: LAST_RACE_SHARE }, work);
    yield* coolToEnd(shop, work, LAST_HOT_MM);
  }
  yield* best.polish();
  return best.solution as RoutingSolution;
}

/** Works on lines to the end of the budget, looking now and then how good they really are. */
function* coolToEnd(shop: Workshop, work: Realisation, hotMm: number): Steps<void> {
  const { clock, best } = shop;
  const from = clock.share();
  let bestCost = work.cost;
  let nextLook = from + LOOK_EVERY;
  let wasTangled = true;
  const isEnough = (share: number): boolean => {
    const isFirst = !best.isClean && wasTangled && work.conflictMm === 0;
    wasTangled = work.conflictMm > 0;
    const isTime = share >= nextLook && best.looksAreCheap && work.cost < bestCost;
    if (share >= nextLook) nextLook = share + LOOK_EVERY;
    if (isFirst || isTime) {
      bestCost = work.cost;
      best.offer(work);
    }
    // A last look at the lines needs its time too.
    return (
      clock.isTimed && share >= 1 - POLISH_SHARE - 1.2 * (best.lookShare || firstLook(work.board.partCount))
    );
  };
  yield* cool(shop, work, { from, until: 1 }, hotMm, isEnough);
  best.offer(work);
  yield* cleanToEnd(shop, work);
}

/** What is left of the budget goes into lines that are still in conflict. */
function* cleanToEnd(shop: Workshop, work: Realisation): Steps<void> {
  const { clock, best, random } = shop;
  while (clock.isTimed && !best.isClean && clock.share() + 1.5 * best.lookShare < 1) {
    const before = work.conflictMm;
    while (work.conflictMm >= before && clock.share() + 1.5 * best.lookShare < 1) {
      improve(work, random, CLEANING_MM);
      yield best.progress();
    }
    if (work.conflictMm < before) best.offer(work);
  }
}

/** The share of the budget that a look may take before there was one. */
function firstLook(partCount: number): number {
  return partCount > 80 ? 0.16 : partCount > 30 ? 0.06 : 0.02;
}

function once<T>(make: () => T): () => T {
  let made: T | undefined;
  return () => {
    made ??= make();
    return made;
  };
}

/** A solution put together from others, judged as a whole: where their lines come too near they are led anew. Pins are as in `problem`. */
export function judgedWhole(problem: RoutingProblem, solution: RoutingSolution): RoutingSolution {
  const board = prepareBoard(problem);
  const cloth = clothOf(board, solution);
  if (cloth.violations() === 0) return solution;
  mend(cloth, new Ground(board, gridStepMm(board)));
  return solutionOn(cloth);
}
