/**
 * Many plans are begun and few are finished: each is led on the grid and worked on a little, the better ones go on. What a plan
 * is worth shows soon, and the longest search does not lead out of a poor one.
 */
import type { Random } from '../../random/random.ts';
import type { BestSoFar, EngineProgress } from './best-so-far.ts';
import { prepareBoard } from './board.ts';
import type { Budget, Span } from './budget.ts';
import { Ground } from './ground.ts';
import { improve } from './moves.ts';
import { type Kept, type OrderPlan, planningOrder } from './order-plan.ts';
import { Realisation } from './realise.ts';

/** What a search works with. */
export interface Workshop {
  readonly ground: Ground;
  /** A finer one, made when it is first asked for. */
  readonly fineGround: () => Ground;
  readonly random: Random;
  readonly clock: Budget;
  readonly best: BestSoFar;
}

export type Steps<T> = Generator<EngineProgress, T>;

/** Moves of a plan for each part. */
const PLAN_MOVES_PER_PART = 1000;
/** What a crossing costs one plan and the next, mm: which is better depends on the board. */
const CROSSINGS_MM = [160, 240];
/** What entrants keep, one after the other: pins that were wished are good ones, and turning larger parts hardly ever pays by a little. */
const KEPT_BY_TURNS: readonly Kept[] = [{ pins: true }, {}, { pins: true, large: true }];
/** Moves on the grid for each part by which an entrant shows what it is worth. */
const ENTRY_MOVES_PER_PART = 6;
const MOST_ENTRANTS = 40;
/** Without a clock: so many entrants, on boards of so many parts. */
const COUNTED_ENTRANTS = 3;
const COUNTED_PARTS = 20;
/** The rounds after the entry: how many go on, the share of the race's time, and how warm it begins. */
const ENTRY_SHARE = 0.5;
const ROUNDS = [
  { entrants: 5, share: 0.25, hotMm: 4 },
  { entrants: 2, share: 0.25, hotMm: 4 },
];
/** An entrant that costs so many times what the best does is let go. */
const HOPELESS = 1.3;
/** With more than this in conflict lines are not pulled tight, patched and mended: nobody sews so many patches, mm. */
export const PATCHABLE_MM = 120;
/** A grid search cools from the first to the last of these. */
const HOT_MM = 5;
const COLD_MM = 0.15;
/** So many moves are made between looks at the clock. */
const MOVES_AT_ONCE = 4;

interface Entrant {
  readonly work: Realisation;
  worthMm: number;
}

/** The best of as many plans as there is time for in a span of the budget, and of `other`. */
export function* race(shop: Workshop, span: Span, other: Realisation | null): Steps<Realisation> {
  const { clock, best } = shop;
  const length = span.until - span.from;
  const field: Entrant[] = other === null ? [] : [{ work: other, worthMm: worthOf(other) }];
  yield* enter(shop, { from: span.from, until: span.from + length * ENTRY_SHARE }, field);
  for (const { entrants, share, hotMm } of ROUNDS) {
    thinOut(field, entrants);
    if (field.length < 2) break;
    const begun = clock.share();
    const each = (length * share) / field.length;
    for (const [i, entrant] of field.entries()) {
      const until = Math.min(span.until, begun + (i + 1) * each);
      yield* cool(shop, entrant.work, { from: clock.share(), until }, hotMm);
      entrant.worthMm = worthOf(entrant.work);
      const isWanted = entrant.work.conflictMm === 0 && (!best.isClean || best.looksAreCheap);
      const isMendable = !best.isSewable && entrant.work.conflictMm <= PATCHABLE_MM;
      if (isWanted || isMendable || best.solution === null) best.offer(entrant.work);
      yield best.progress();
    }
  }
  const [first] = field.sort((a, b) => a.worthMm - b.worthMm);
  return (first as Entrant).work;
}

/** Keeps the best so many, without what is hopeless beside the first. */
function thinOut(field: Entrant[], most: number): void {
  field.sort((a, b) => a.worthMm - b.worthMm).splice(most);
  const [first] = field;
  const hopeless = field.findIndex(({ worthMm }) => worthMm > HOPELESS * (first as Entrant).worthMm);
  if (hopeless > 0) field.splice(hopeless);
}

/** Plans, leads and tries as many as there is time for. */
function* enter(shop: Workshop, { from, until }: Span, field: Entrant[]): Steps<void> {
  const { ground, fineGround, random, clock, best } = shop;
  const { partCount } = ground.board;
  const most = clock.isTimed ? MOST_ENTRANTS : partCount <= COUNTED_PARTS ? COUNTED_ENTRANTS : 1;
  let longest = 0;
  for (let n = 0; n < most; n += 1) {
    const begun = clock.share();
    if (n > 0 && clock.isTimed && begun + 0.7 * longest > until) return;
    const plan = yield* planFor(
      shop,
      { from: begun, until: begun + 0.6 * (until - from) },
      PLAN_MOVES_PER_PART,
      CROSSINGS_MM[n % CROSSINGS_MM.length],
      KEPT_BY_TURNS[n % KEPT_BY_TURNS.length],
    );
    // While nothing is clean, every other plan is led on a finer grid: it may find room that the coarse one does not see.
    const work = ledOnGrid(best.isClean || n % 2 === 0 ? ground : fineGround(), plan);
    yield best.progress();
    const moves = ENTRY_MOVES_PER_PART * partCount;
    for (let i = 0; i < moves; i += 1) {
      improve(work, random, coolness(HOT_MM, i / moves));
      clock.move();
      if (i % MOVES_AT_ONCE !== 0) continue;
      yield best.progress();
      if (clock.isTimed && clock.share() > until) break;
    }
    const entrant = { work, worthMm: worthOf(work) };
    const isBest = field.every(({ worthMm }) => entrant.worthMm < worthMm);
    if (work.conflictMm === 0 && (!best.isClean || (isBest && best.looksAreCheap))) {
      best.offer(work);
    } else if (!best.isUseful && work.conflictMm <= PATCHABLE_MM) best.offer(work);
    field.push(entrant);
    longest = Math.max(longest, clock.share() - begun);
    yield best.progress();
  }
}

/** A plan of so many moves for each part, or of what can be made in a span of the budget. */
export function* planFor(
  { ground, random, clock, best }: Workshop,
  { from, until }: Span,
  movesPerPart: number,
  crossingMm?: number,
  keeps?: Kept,
): Steps<OrderPlan> {
  const moves = clock.planMoves ?? movesPerPart * ground.board.partCount;
  const spent = (made: number): number =>
    Math.max(made / moves, clock.isTimed ? (clock.share() - from) / Math.max(1e-9, until - from) : 0);
  const planning = planningOrder(ground.board, random, spent, crossingMm, keeps);
  for (;;) {
    const { done, value } = planning.next();
    if (done === true) return value;
    yield best.progress();
  }
}

/** Works on lines while they cool, for a span of the budget or until it is enough. */
export function* cool(
  { random, clock, best }: Workshop,
  work: Realisation,
  { from, until }: Span,
  hotMm: number,
  isEnough: (share: number) => boolean = () => false,
): Steps<void> {
  for (;;) {
    const share = clock.share();
    if (share >= until || isEnough(share)) return;
    for (let i = 0; i < MOVES_AT_ONCE; i += 1) {
      improve(work, random, coolness(hotMm, (share - from) / (until - from)));
      clock.move();
    }
    yield best.progress();
  }
}

const coolness = (hotMm: number, share: number): number =>
  hotMm * (COLD_MM / hotMm) ** Math.min(1, Math.max(0, share));

/** What lines cost while they are led on the grid: more for what is in conflict than the search itself asks. */
export function worthOf(work: Realisation): number {
  return work.cost + 3 * work.conflictMm;
}

/** The edges of a plan, led on the grid. */
export function ledOnGrid(ground: Ground, plan: OrderPlan): Realisation {
  const work = new Realisation(withPins(ground, plan), plan.turns);
  work.leadAll(plan.edges);
  return work;
}

/** The ground of a board with the pins that a plan has chosen. */
function withPins(ground: Ground, plan: OrderPlan): Ground {
  const { board, stepMm } = ground;
  if (board.exchanges.length === 0) return ground;
  const chosen = new Map(
    board.exchanges.flat().map(({ net, stop, problemStop }) => {
      const pad = plan.pads[net]?.[stop] as number;
      const choice = { part: board.partOfPad[pad] as number, pad: board.placeOfPad[pad] as number };
      return [`${net}/${problemStop}`, choice] as const;
    }),
  );
  const nets = board.problem.nets.map((net, n) => ({
    ...net,
    stops: net.stops.map((stop, s) => {
      const choice = chosen.get(`${n}/${s}`);
      return choice === undefined ? stop : [choice];
    }),
  }));
  return new Ground(prepareBoard({ ...board.problem, nets }), stepMm);
}
