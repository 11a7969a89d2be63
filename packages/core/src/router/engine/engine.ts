/**
 * The router: an order plan, its realisation on a grid, lines pulled tight. It is a generator that yields after every few
 * moves; whoever runs it decides when to pause or stop, and the seed and the moves decide the result, never the clock.
 */
import { seededRandom } from '../../random/random.ts';
import type { RoutingProblem, RoutingSolution } from '../routing-problem.ts';
import { type Board, prepareBoard } from './board.ts';
import { finish } from './finish.ts';
import { type OrderPlan, planOrder } from './order-plan.ts';
import { Realisation } from './realise.ts';

export interface EngineOptions {
  readonly seed: number;
  /** How many moves the search on the grid makes; more take longer and find shorter lines. */
  readonly moves: number;
  /** Moves of the order plan, when the budget is counted in moves. */
  readonly planMoves?: number;
  /**
   * The share of a budget that is spent, 0 to 1, when it is not counted in moves; the best so far is given at 1. With a clock
   * behind it results vary; tests count moves.
   */
  readonly spent?: () => number;
}

export interface EngineProgress {
  readonly share: number;
  readonly best: RoutingSolution | null;
}

/** When so much of the budget has brought no clean answer, other plans are tried with the rest of it. */
const SECOND_START = 0.6;
const RESTART_BEFORE = 0.8;
/** But only after so many moves for each part: a search that is slow needs its time itself. */
const RESTART_MOVES_PER_PART = 20;
/** Boards of more parts than this are worked out on the grid from one plan only, and started once. */
const MOST_TRIED = 70;
const TRIED = 3;
/** So many moves for each part make a plan; what is left of its share goes into others. */
const PLAN_MOVES_PER_PART = 1500;
const MOST_PLANS = 8;
/** The same for a first answer, its moves on the grid, and the share of the budget they may take. */
const MOST_QUICK = 60;
const QUICK_PLAN_MOVES_PER_PART = 150;
const QUICK_MOVES_PER_PART = 4;
const QUICK_SHARE = 0.15;
/** A first answer with more than this in conflict is not pulled tight and patched, mm; on boards of more parts than that even less. */
const QUICK_CONFLICT_MM = 70;
const QUICK_SMALL_BOARD = 20;
const QUICK_CONFLICT_LARGE_MM = 40;
/** The share of the budget that the order plans take, and on large boards. */
const PLAN_SHARE = 0.23;
const LARGE_PLAN_SHARE = 0.35;
/** Boards of more parts than this are large: their plans take longer to settle. */
const LARGE_BOARD = 30;
/** The share that goes into trying plans on the grid, and how warm. */
const TRIAL_SHARE = 0.16;
const TRIAL_MM = 4;
/** How often the lines are pulled tight on the way, to see how good they really are, where that costs no more than this. */
const LOOK_EVERY = 0.2;
const MOST_LOOK_SHARE = 0.03;

/** The search on the grid cools from here to there. */
const HOT_MM = 5;
const COLD_MM = 0.15;

/** Cells of a grid at most: finer than this costs more than it gains. */
const MOST_CELLS = 90_000;

export function* routeBoard(
  problem: RoutingProblem,
  options: EngineOptions,
): Generator<EngineProgress, RoutingSolution> {
  const board = prepareBoard(problem);
  const random = seededRandom(options.seed);
  const clock = new Budget(options, board);
  const best = new BestSoFar(problem.pieceMm, clock);
  if (board.stops.every((stops) => stops.length < 2))
    return finish(new Realisation(board, new Int32Array(board.partCount), stepFor(problem)));
  let first: Realisation | null = null;
  if (board.partCount <= MOST_QUICK) first = yield* quickWork(board, random, clock, best);
  const isRestarted = board.partCount <= MOST_TRIED;
  for (let start = 0; start < 2; start += 1) {
    const from = start === 0 ? clock.share() : SECOND_START;
    const planned = from + (1 - from) * clock.planShare;
    const plans = yield* makePlans(board, random, clock, from, planned, 1 + start, best);
    const work = yield* tryPlans(board, random, clock, plans, planned, (1 - from) * TRIAL_SHARE, best, first);
    first = null;
    const mayRestart = isRestarted && start === 0;
    yield* improveWork(work, random, clock, mayRestart ? SECOND_START : 1, best);
    best.offer(work);
    if (!mayRestart || work.conflictMm() === 0 || clock.share() >= RESTART_BEFORE) break;
  }
  return best.solution as RoutingSolution;
}

/** The best solution so far, and what it costs to look: lines are pulled tight to see how good they are. */
class BestSoFar {
  solution: RoutingSolution | null = null;
  /** The share of the budget that the last look took. */
  lookShare = 0;
  readonly #pieceMm: number;
  readonly #clock: Budget;

  constructor(pieceMm: number, clock: Budget) {
    this.#pieceMm = pieceMm;
    this.#clock = clock;
  }

  offer(work: Realisation): void {
    const before = this.#clock.share();
    const found = finish(work);
    this.lookShare = this.#clock.share() - before;
    if (this.solution === null || isBetter(found, this.solution, this.#pieceMm)) this.solution = found;
  }

  progress(): EngineProgress {
    return { share: Math.min(1, this.#clock.share()), best: this.solution };
  }
}

/**
 * Work on a short plan until it is clean: something to see while the better plans are made, and something to hand out when the
 * budget is next to nothing.
 */
function* quickWork(
  board: Board,
  random: () => number,
  clock: Budget,
  best: BestSoFar,
): Generator<EngineProgress, Realisation> {
  const moves = QUICK_PLAN_MOVES_PER_PART * board.partCount;
  const plan = planOrder(board, random, (made) => made / moves);
  const work = new Realisation(withPins(board, plan), plan.turns, stepFor(board.problem));
  work.leadAll(plan.edges);
  const most = QUICK_MOVES_PER_PART * board.partCount;
  for (let i = 0; i < most && work.conflictMm() > 0 && clock.share() < QUICK_SHARE; i += 1) {
    work.improve(random, TRIAL_MM);
    if (i % 4 === 3) yield best.progress();
  }
  // What still crosses would have to be patched, and that takes longer than it is worth now.
  const isSmall = board.partCount <= QUICK_SMALL_BOARD;
  if (work.conflictMm() <= (isSmall ? QUICK_CONFLICT_MM : QUICK_CONFLICT_LARGE_MM)) best.offer(work);
  yield best.progress();
  return work;
}

/** The best plans led on the grid and worked on for a while; the best of them, or of `others`, is gone on with. */
function* tryPlans(
  board: Board,
  random: () => number,
  clock: Budget,
  plans: readonly OrderPlan[],
  begun: number,
  share: number,
  best: BestSoFar,
  other: Realisation | null,
): Generator<EngineProgress, Realisation> {
  let work = other;
  const tried = plans.slice(0, board.partCount <= MOST_TRIED ? TRIED : 1);
  for (const [i, plan] of tried.entries()) {
    const attempt = new Realisation(withPins(board, plan), plan.turns, stepFor(board.problem));
    attempt.leadAll(plan.edges);
    const until = begun + (share * (i + 1)) / tried.length;
    while (tried.length > 1 && clock.share() < until) {
      attempt.improve(random, TRIAL_MM);
      clock.move();
      if (clock.moves % 4 === 0) yield best.progress();
    }
    if (work === null || attempt.cost < work.cost) work = attempt;
    // On a slow machine leading alone may take all there is.
    if (clock.isTimed && clock.share() > begun + share) break;
  }
  if (work === null) throw new RangeError('routeBoard: there is no plan');
  if (work.conflictMm() === 0 || (best.solution === null && board.partCount <= MOST_TRIED)) best.offer(work);
  yield best.progress();
  return work;
}

/** Cools a realisation to the end of the budget, or until `until` when it is not clean by then. */
function* improveWork(
  work: Realisation,
  random: () => number,
  clock: Budget,
  until: number,
  best: BestSoFar,
): Generator<EngineProgress, void> {
  const begun = clock.share();
  let bestCost = work.cost;
  let nextLook = begun + LOOK_EVERY;
  let isTangled = until < 1;
  for (;;) {
    const share = clock.share();
    if (isTangled && share >= until) {
      isTangled = work.conflictMm() > 0 && clock.moves >= RESTART_MOVES_PER_PART * work.board.partCount;
      if (isTangled) return;
    }
    if (clock.isOver(best.lookShare)) return;
    work.improve(
      random,
      HOT_MM * (COLD_MM / HOT_MM) ** Math.min(1, (share - begun) / Math.max(1e-9, 1 - begun)),
    );
    clock.move();
    if (clock.moves % 4 !== 0) continue;
    const isFirst = best.solution === null && work.conflictMm() === 0;
    const isTime = share >= nextLook && best.lookShare <= MOST_LOOK_SHARE && work.cost < bestCost;
    if (share >= nextLook) nextLook = share + LOOK_EVERY;
    if (isFirst || isTime) {
      bestCost = work.cost;
      best.offer(work);
    }
    yield best.progress();
  }
}

/** How much of the budget is spent: by a clock of the caller's, or by moves. */
class Budget {
  moves = 0;
  /** Plans count for their share in full when the budget is moves. */
  planned = 0;
  readonly planMoves: number;
  /** The share of it that the order plans take. */
  readonly planShare: number;
  readonly #options: EngineOptions;
  /** Pulling many lines tight takes a while, which a clock has to leave room for: before the first look by the size of the board. */
  readonly #lookShare: number;

  constructor(options: EngineOptions, board: Board) {
    this.#options = options;
    this.planMoves = options.planMoves ?? PLAN_MOVES_PER_PART * board.partCount;
    this.planShare = board.partCount > LARGE_BOARD ? LARGE_PLAN_SHARE : PLAN_SHARE;
    this.#lookShare = board.partCount > 80 ? 0.16 : board.partCount > LARGE_BOARD ? 0.06 : 0.02;
  }

  move(): void {
    this.moves += 1;
  }

  get isTimed(): boolean {
    return this.#options.spent !== undefined;
  }

  share(): number {
    const { spent, moves } = this.#options;
    return spent?.() ?? this.planned + ((1 - this.planShare) * this.moves) / moves;
  }

  /** Whether just so much is left as one more look takes; `lookShare`: what the last took, 0 where there was none. */
  isOver(lookShare: number): boolean {
    if (!this.isTimed) return this.share() >= 1;
    return this.share() >= 1 - 1.2 * (lookShare > 0 ? Math.min(0.3, lookShare) : this.#lookShare);
  }
}

/** Order plans, best first. Small boards are planned several times over, because a plan decides the quality. */
function* makePlans(
  board: Board,
  random: () => number,
  clock: Budget,
  from: number,
  to: number,
  crossingFactor: number,
  best: BestSoFar,
): Generator<EngineProgress, readonly OrderPlan[]> {
  const perPlan = clock.planMoves;
  const plans: OrderPlan[] = [];
  const shareOf = (): number => (clock.isTimed ? (clock.share() - from) / (to - from) : 0);
  let longest = 0;
  // As many as there is time for; without a clock two, or one of a larger board.
  while (plans.length < (clock.isTimed ? MOST_PLANS : board.partCount <= 20 ? 2 : 1)) {
    const begun = shareOf();
    if (plans.length > 0 && begun + 0.7 * longest > 1) break;
    plans.push(
      planOrder(
        board,
        random,
        (moves) =>
          Math.max(moves / perPlan, clock.isTimed ? (shareOf() - begun) / Math.max(1e-9, 1 - begun) : 0),
        crossingFactor,
      ),
    );
    longest = Math.max(longest, shareOf() - begun);
    yield best.progress();
  }
  if (!clock.isTimed) clock.planned += to - from;
  return plans.sort((one, other) => one.cost - other.cost);
}

/** Fewer conflicts, then fewer patches, then less thread and strands. */
function isBetter(a: RoutingSolution, b: RoutingSolution, pieceMm: number): boolean {
  const patches = (one: RoutingSolution): number => one.patches?.length ?? 0;
  const cost = (one: RoutingSolution): number => one.lengthMm + pieceMm * (one.extraPieces ?? 0);
  if (a.conflicts !== b.conflicts) return a.conflicts < b.conflicts;
  return patches(a) !== patches(b) ? patches(a) < patches(b) : cost(a) < cost(b);
}

function stepFor(problem: RoutingProblem): number {
  const xs = problem.outline.map((p) => p.x);
  const ys = problem.outline.map((p) => p.y);
  const area = (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys));
  return Math.max(1.7, Math.sqrt(area / MOST_CELLS));
}

/** The board with the pins that a plan has chosen. */
function withPins(board: Board, plan: OrderPlan): Board {
  const { nets } = board.problem;
  if (board.exchanges.length === 0) return board;
  const chosen = new Map(
    board.exchanges.flat().map(({ net, stop, problemStop }) => {
      const pad = plan.pads[net]?.[stop] as number;
      const choice = { part: board.partOfPad[pad] as number, pad: board.placeOfPad[pad] as number };
      return [`${net}/${problemStop}`, choice] as const;
    }),
  );
  return prepareBoard({
    ...board.problem,
    nets: nets.map((net, n) => ({
      ...net,
      stops: net.stops.map((stop, s) => {
        const choice = chosen.get(`${n}/${s}`);
        return choice === undefined ? stop : [choice];
      }),
    })),
  });
}
