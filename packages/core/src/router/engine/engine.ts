/**
 * The router: an order plan, its realisation on a grid, lines pulled tight. It is a generator that yields after every few
 * moves; whoever runs it decides when to pause or stop, and the seed and the moves decide the result, never the clock.
 */
import { seededRandom } from '../../random/random.ts';
import type { RoutedTrace, RoutingProblem, RoutingSolution } from '../routing-problem.ts';
import { type Board, prepareBoard } from './board.ts';
import { ExactCloth } from './exact.ts';
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

/** The share of the budget that the order plans take. */
const PLAN_SHARE = 0.25;
/** More moves than this do not make a plan better. */
const MOST_PLAN_MOVES = 400_000;
/** How often the lines are pulled tight on the way, to see how good they really are. */
const LOOK_EVERY = 0.2;

/** The search on the grid cools from here to there. */
const HOT_MM = 10;
const COLD_MM = 0.15;

/** Cells of a grid at most: finer than this costs more than it gains. */
const MOST_CELLS = 90_000;

export function* routeBoard(problem: RoutingProblem, options: EngineOptions): Generator<EngineProgress, RoutingSolution> {
  const board = prepareBoard(problem);
  const random = seededRandom(options.seed);
  const spent = options.spent;
  // Small boards are planned several times over, because a plan decides the quality; large ones once, but longer.
  const planCount = board.partCount <= 16 ? 4 : board.partCount <= 30 ? 2 : 1;
  const perPlan = Math.ceil((options.planMoves ?? 1500 * board.partCount) / planCount);
  const plans: OrderPlan[] = [];
  for (let i = 0; i < planCount; i += 1) {
    const [from, to] = [(PLAN_SHARE * i) / planCount, (PLAN_SHARE * (i + 1)) / planCount];
    plans.push(
      planOrder(board, random, (moves) =>
        spent === undefined ? moves / perPlan : Math.max(moves / MOST_PLAN_MOVES, (spent() - from) / (to - from)),
      ),
    );
    yield { share: to, best: null };
  }
  plans.sort((one, other) => one.cost - other.cost);
  const plan = plans[0] as OrderPlan;
  const work = new Realisation(board, plan.turns, stepFor(problem));
  work.leadAll(plan.edges);
  let best = finish(board, work);
  yield { share: PLAN_SHARE, best };
  let bestCost = Number.POSITIVE_INFINITY;
  let nextLook = PLAN_SHARE + LOOK_EVERY;
  // Pulling many lines tight takes a while, which the budget has to hold.
  const lastShare = board.partCount > 80 ? 0.8 : board.partCount > 30 ? 0.92 : 1;
  for (let i = 0; ; i += 1) {
    const share = spent?.() ?? PLAN_SHARE + ((1 - PLAN_SHARE) * i) / options.moves;
    if (share >= (spent === undefined ? 1 : lastShare)) break;
    const cooled = Math.max(0, (share - PLAN_SHARE) / (1 - PLAN_SHARE));
    work.improve(random, HOT_MM * (COLD_MM / HOT_MM) ** cooled);
    if (i % 4 === 3) yield { share, best };
    if (share >= nextLook) {
      nextLook = share + LOOK_EVERY;
      if (work.cost < bestCost && board.partCount <= 30) {
        bestCost = work.cost;
        const now = finish(board, work);
        if (isBetter(now, best)) best = now;
      }
    }
  }
  const last = finish(board, work);
  return isBetter(last, best) ? last : best;
}

function isBetter(a: RoutingSolution, b: RoutingSolution): boolean {
  return a.conflicts !== b.conflicts ? a.conflicts < b.conflicts : a.lengthMm < b.lengthMm;
}

function stepFor(problem: RoutingProblem): number {
  const xs = problem.outline.map((p) => p.x);
  const ys = problem.outline.map((p) => p.y);
  const area = (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys));
  return Math.max(1.25, Math.sqrt(area / MOST_CELLS));
}

/** Lines pulled tight, and what is still wrong with them. */
function finish(board: Board, work: Realisation): RoutingSolution {
  const { problem } = board;
  const cloth = new ExactCloth(
    board,
    work.field.turns.slice(),
    work.lines.map((line) => {
      const inner: number[] = [];
      for (const cell of line.cells.subarray(1, Math.max(1, line.cells.length - 1)))
        inner.push(work.field.x(cell), work.field.y(cell));
      return {
        net: line.net,
        from: line.from,
        to: line.to,
        xy: [...work.search.padXY(line.from), ...inner, ...work.search.padXY(line.to)],
      };
    }),
  );
  cloth.tighten(6);
  const traces = cloth.lines.map((line): RoutedTrace => {
    const choice = (pad: number) => {
      const part = board.partOfPad[pad] as number;
      return { part, pad: (board.padsOfPart[part] as readonly number[]).indexOf(pad) };
    };
    return {
      net: line.net,
      from: choice(line.from),
      to: choice(line.to),
      points: Array.from({ length: line.xy.length / 2 }, (_, i) => ({
        x: Math.round((line.xy[2 * i] as number) * 1000) / 1000,
        y: Math.round((line.xy[2 * i + 1] as number) * 1000) / 1000,
      })),
    };
  });
  return {
    turnDeg: problem.parts.map((part, p) => part.turns[work.field.turns[p] as number] as number),
    traces,
    lengthMm: cloth.lengthMm(),
    conflicts: cloth.violations(),
  };
}
