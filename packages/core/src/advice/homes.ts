/**
 * A home for the power: places for a holder ranked by the thread they cost, reach, weight, what is seen, magnets and openings.
 * A board is ranked likewise, with its best turn at each place. All is counted in mm of thread, so that one sum decides.
 */

import { areasFor, clothBox, clothOutline } from '../cloth/cloth.ts';
import { fail, type Result, succeed } from '../errors/problem.ts';
import { distance, type Point, snapToMicrometre } from '../geometry/point.ts';
import { insideDistanceMm, polygonContains } from '../geometry/polygon.ts';
import { normaliseDeg } from '../geometry/transform.ts';
import { hasElement } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { freeAreas } from '../plan/closed-areas.ts';
import { applyEdit, type Edit } from '../plan/edit.ts';
import { poseParts } from '../plan/edits/part-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { outsideFace, panelOf, thoseOn } from '../plan/panels.ts';
import { reachMm } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { balanceOf, TIPS_FROM_G } from '../plan/weight.ts';
import { seededRandom } from '../random/random.ts';
import { prepareBoard } from '../router/engine/board.ts';
import { planningOrder } from '../router/engine/order-plan.ts';
import { isFast } from '../router/kept-lines.ts';
import { type PlanProblem, routingProblemOf } from '../router/problem-of-plan.ts';
import { route } from '../router/route.ts';
import type { RouteRequest } from '../router/route-request.ts';
import { PATCH_MM } from './thread-figures.ts';

export interface Home {
  readonly at: Point;
  readonly turnDeg: number;
  /** Thread along the cloth as it would be routed, further strands and patches counted in, mm. */
  readonly threadMm: number;
  /** Thread and all that speaks against the place, in mm of thread: less is better. */
  readonly scoreMm: number;
  /** What speaks for and against it, in words. */
  readonly reasons: readonly string[];
  /** Where it lies now. */
  readonly isPresent: boolean;
}

export interface HomeOptions {
  readonly seed: number;
  /** Places tried along the longer side of the piece. */
  readonly columns?: number;
  /** Moves of the order plan at each place, for each part. */
  readonly movesPerPart?: number;
  /** Moves of the search when the best places are routed. */
  readonly routeMoves?: number;
  readonly most?: number;
}

/** What speaks against a place, in mm of thread (assumptions; the handbook names the reasons and no figures). */
const OUT_OF_REACH_MM = 600;
const TOP_HEAVY_MM = 120;
const TO_ONE_SIDE_MM = 80;
const IN_WINDOW_MM = 150;
const NEAR_MAGNET_MM = 200;
const NEAR_OPENING_MM = 40;
/** Magnets keep away from steel by this, common practice for the rule, assumption for the figure. */
const FROM_MAGNET_MM = 25;
/** An opening is worked round with ease from here on (assumption). */
const FROM_OPENING_MM = 25;
/** Room for two threads between the bodies of parts (assumption). */
const BETWEEN_BODIES_MM = 14;
const TURNS_DEG = [0, 90, 180, 270];
const COLUMNS = 12;
const MOVES_PER_PART = 120;
const MOST_HOMES = 5;
/** Homes nearer to each other than this are one. */
const SAME_HOME_MM = 30;
/** So many of the places that look best are looked at closely. */
const CLOSELY = 7;
const ROUTE_MOVES = 60;
/** What a place costs where threads would come too close, mm. */
const CONFLICT_MM = 500;

/**
 * The best places and turns for a part, best first, its present one among them; yields the share done. Refused for a locked
 * part, for one that is sewn on, or when nothing is wished. Cost: places × turns × moves.
 */
export function* findHomes(
  plan: Plan,
  partId: string,
  request: RouteRequest,
  options: HomeOptions,
): Generator<number, Result<readonly Home[]>> {
  const part = plan.parts[partId];
  if (part === undefined) return fail('unknown-part', '', `parts.${partId}`);
  if (part.locked === true) return fail('part-locked', `(${part.name})`, `parts.${partId}`);
  const isHeld = Object.values(plan.runs).some(
    (run) => isFast(plan, run) && (run.from.partId === partId || run.to.partId === partId),
  );
  if (isHeld) return fail('part-sewn', `(${part.name})`, `parts.${partId}`);
  const possible = routingProblemOf(plan, request);
  if (!possible.ok) return possible;
  const {
    seed,
    columns = COLUMNS,
    movesPerPart = MOVES_PER_PART,
    routeMoves = ROUTE_MOVES,
    most = MOST_HOMES,
  } = options;
  const poses = [
    { at: part.at, turnDeg: part.turnDeg },
    ...placesFor(plan, part, columns).flatMap((at) =>
      TURNS_DEG.map((by) => ({ at, turnDeg: normaliseDeg(part.turnDeg + by) })),
    ),
  ];
  const homes: Home[] = [];
  for (const [i, pose] of poses.entries()) {
    const share = (0.7 * i) / poses.length;
    yield share;
    const home = yield* judge(plan, part, pose, request, share, (problem) =>
      plannedMm(problem, seed, movesPerPart),
    );
    if (home !== null) homes.push(home);
  }
  const best = distinct(homes).slice(0, Math.max(most, CLOSELY));
  const close: Home[] = [];
  for (const [i, home] of best.entries()) {
    const share = 0.7 + (0.3 * i) / best.length;
    yield share;
    const routed = yield* judge(plan, part, home, request, share, (problem) =>
      routedMm(problem, seed, routeMoves),
    );
    if (routed !== null) close.push(routed);
  }
  const ranked = close.sort((a, b) => a.scoreMm - b.scoreMm);
  const present = ranked.find((home) => home.isPresent);
  const top = ranked.slice(0, most);
  return succeed(present === undefined || top.includes(present) ? top : [...top.slice(0, most - 1), present]);
}

/** The edit that moves a part to a home. Fails where the part is locked, held by sewn threads or not there, or would leave the cloth. */
export function moveHome(
  plan: Plan,
  partId: string,
  { at, turnDeg }: Pick<Home, 'at' | 'turnDeg'>,
): Result<Edit> {
  const name = plan.parts[partId]?.name ?? partId;
  return poseParts(plan, `give ${name} another home`, new Map([[partId, { at, turnDeg }]]));
}

function distinct(homes: readonly Home[]): readonly Home[] {
  const kept: Home[] = [];
  for (const home of [...homes].sort((a, b) => a.scoreMm - b.scoreMm))
    if (home.isPresent || kept.every((other) => distance(other.at, home.at) >= SAME_HOME_MM)) kept.push(home);
  const present = kept.find((home) => home.isPresent);
  return present === undefined ? kept : [present, ...kept.filter((home) => home !== present)];
}

/** Middles on a grid where the part lies on the cloth, off openings and keep-outs, with room to the other parts. */
function placesFor(plan: Plan, part: Part, columns: number): readonly Point[] {
  const panel = panelOf(plan, part);
  const box = clothBox(panel);
  const step = Math.max(box.widthMm, box.heightMm) / columns;
  const reach = reachMm(plan, part);
  const outline = clothOutline(panel);
  const closed = [...areasFor(panel, 'opening'), ...freeAreas(plan, panel)];
  const others = thoseOn(plan.parts, panel.id).filter((other) => other.id !== part.id);
  const places: Point[] = [];
  for (let y = box.top + step / 2; y < box.top + box.heightMm; y += step) {
    for (let x = box.left + step / 2; x < box.left + box.widthMm; x += step) {
      const at = snapToMicrometre({ x, y });
      if (insideDistanceMm(outline, at) < reach + assumedIn(plan).edgeMarginMm) continue;
      if (closed.some((area) => insideDistanceMm(area, at) > -(reach + assumedIn(plan).edgeMarginMm)))
        continue;
      if (others.some((other) => distance(other.at, at) < reach + reachMm(plan, other) + BETWEEN_BODIES_MM))
        continue;
      places.push(at);
    }
  }
  return places;
}

/** So short a search leaves crossings that routing undoes: they count for little, mm. */
const CROSSING_MM = 60;

interface ThreadPrice {
  readonly threadMm: number;
  readonly reasons: readonly string[];
}

/** Thread on straight lines, with the ways round what is in them: quick, to see which places are worth routing. */
function* plannedMm(
  problem: PlanProblem,
  seed: number,
  movesPerPart: number,
): Generator<unknown, ThreadPrice> {
  const moves = movesPerPart * problem.parts.length;
  const board = prepareBoard(problem);
  const { cost } = yield* planningOrder(board, seededRandom(seed), (made) => made / moves, CROSSING_MM);
  return { threadMm: cost, reasons: [] };
}

function* routedMm(problem: PlanProblem, seed: number, moves: number): Generator<unknown, ThreadPrice> {
  const { lengthMm, extraPieces = 0, patches = [], conflicts } = yield* route(problem, { seed, moves });
  return {
    threadMm:
      lengthMm +
      problem.pieceMm * extraPieces +
      PATCH_MM * patches.length +
      (conflicts > 0 ? CONFLICT_MM : 0),
    reasons: [
      ...(patches.length > 0
        ? [`needs ${patches.length} ${patches.length === 1 ? 'patch' : 'patches'}`]
        : []),
      ...(conflicts > 0 ? ['threads would come too close'] : []),
    ],
  };
}

/** Judges a place; yields `share` whenever it pauses. */
function* judge(
  plan: Plan,
  part: Part,
  { at, turnDeg }: Pick<Home, 'at' | 'turnDeg'>,
  request: RouteRequest,
  share: number,
  priceOf: (problem: PlanProblem) => Generator<unknown, ThreadPrice>,
): Generator<number, Home | null> {
  const edit = moveHome(plan, part.id, { at, turnDeg });
  if (!edit.ok) return null;
  const moved = applyEdit(plan, edit.value);
  const problem = routingProblemOf(moved, request);
  if (!problem.ok) return null;
  const pricing = priceOf(problem.value);
  let step = pricing.next();
  for (; step.done !== true; step = pricing.next()) yield share;
  const { threadMm, reasons } = step.value;
  const besides = besidesThread(moved, part.id);
  return {
    at,
    turnDeg,
    threadMm,
    scoreMm: threadMm + besides.againstMm,
    reasons: [...reasons, ...besides.reasons],
    isPresent: distance(at, part.at) < 0.001 && turnDeg === part.turnDeg,
  };
}

function besidesThread(
  plan: Plan,
  partId: string,
): { readonly againstMm: number; readonly reasons: readonly string[] } {
  const part = plan.parts[partId] as Part;
  const kind = kindOf(plan, part);
  const panel = panelOf(plan, part);
  const reasons: string[] = [];
  let againstMm = 0;
  const against = (mm: number, reason: string): void => {
    againstMm += mm;
    reasons.push(reason);
  };
  const zones = areasFor(panel, 'reach');
  const isWorked = hasElement(kind, 'cell') || hasElement(kind, 'switch');
  if (isWorked && zones.length > 0) {
    if (zones.some((zone) => polygonContains(zone, part.at))) reasons.push('within reach of a hand');
    else against(OUT_OF_REACH_MM, 'out of reach of a hand');
  }
  if (kind.massG >= TIPS_FROM_G) {
    const balance = balanceOf(plan, panel);
    if (balance.isTopHeavy) against(TOP_HEAVY_MM, 'makes the piece top-heavy');
    else reasons.push('hangs low');
    const side = Math.abs(balance.toSide);
    if (side > 0.35) against(TO_ONE_SIDE_MM * side, `pulls to the ${balance.toSide < 0 ? 'left' : 'right'}`);
  }
  const isSeen = part.face === outsideFace(plan, part) || panel.wrongSideSeen;
  if (areasFor(panel, 'window').some((area) => polygonContains(area, part.at)))
    against(IN_WINDOW_MM, 'shows through a window');
  else if (!isSeen) reasons.push('hidden from the seen face');
  const isMagnetic = kind.magnetism === 'magnet' || kind.magnetism === 'steel';
  const near = thoseOn(plan.parts, panel.id).find(
    (other) =>
      other.id !== part.id &&
      isMagnetic &&
      [kind.magnetism, kindOf(plan, other).magnetism].sort().join() === 'magnet,steel' &&
      distance(other.at, part.at) < FROM_MAGNET_MM + reachMm(plan, part),
  );
  if (near !== undefined) against(NEAR_MAGNET_MM, `too near to ${near.name}: magnet and steel`);
  const toOpening = Math.min(
    ...areasFor(panel, 'opening').map((area) => -insideDistanceMm(area, part.at) - reachMm(plan, part)),
  );
  if (toOpening < FROM_OPENING_MM) against(NEAR_OPENING_MM, 'close to an opening');
  return { againstMm, reasons };
}
