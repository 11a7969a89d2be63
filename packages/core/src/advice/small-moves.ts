/**
 * Holders, boards, sensors and switches moved a little before the threads are led, where the maker allows it: each place round a part
 * is judged by the order plan, as turns are, and kept where it saves thread or crossings.
 */

import { CHECK_RULES } from '../checks/check-rules.ts';
import { CheckSession } from '../checks/check-session.ts';
import { areasFor } from '../cloth/cloth.ts';
import { distance, type Point, snapToMicrometre } from '../geometry/point.ts';
import { polygonContains } from '../geometry/polygon.ts';
import { hasElement } from '../parts/part-element.ts';
import { applyEdit, type Edit, squashEdits } from '../plan/edit.ts';
import { moveParts } from '../plan/edits/part-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf, thoseOn } from '../plan/panels.ts';
import { reachMm } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { seededRandom } from '../random/random.ts';
import { problemsApart } from '../router/apart.ts';
import { prepareBoard } from '../router/engine/board.ts';
import { planningOrder } from '../router/engine/order-plan.ts';
import { type PlanProblem, routingProblemOf } from '../router/problem-of-plan.ts';
import { RoomForParts } from '../router/room-for-parts.ts';
import type { RouteRequest } from '../router/route-request.ts';

export interface SmallMovesOptions {
  readonly seed: number;
  /** Asked between two places: when it says yes, what has been found is enough. */
  readonly shouldStop?: () => boolean;
  /** Moves of the order plan at each place, for each part. */
  readonly movesPerPart?: number;
}

/** A move has to save so much thread, mm: less is not worth lifting a part (assumption). */
export const WORTH_MM = 8;
/** Bodies keep this between them, so that threads pass, mm; or what they have now. */
const BETWEEN_PARTS_MM = 8;
const DIRECTIONS_DEG = [0, 45, 90, 135, 180, 225, 270, 315];
/** A move is tried whole, and half as far. */
const SHARES = [1, 0.5];
const MOVES_PER_PART = 120;
/** The areas a part stays in, or out of. */
const AREAS = ['reach', 'window', 'mark'] as const;

/**
 * The edit that moves larger parts to where their threads are planned shorter, each at most `mayMoveMm` from where it lies; null where
 * none is worth it. Yields the share done. What is locked, sewn, a half of a closure or a twin stays; every part stays in the zones it
 * lies in, and Check finds no more in the drawing without threads than before. Cost: larger parts × 16 × an order plan of their circuit.
 */
export function* smallMoves(
  plan: Plan,
  request: RouteRequest,
  { seed, shouldStop = () => false, movesPerPart = MOVES_PER_PART }: SmallMovesOptions,
): Generator<number, Edit | null> {
  const problem = routingProblemOf(plan, request);
  if (!problem.ok) return null;
  const movable = movableParts(plan, problem.value, request);
  let edit: Edit | null = null;
  let now = plan;
  for (const [i, { id }] of movable.entries()) {
    yield i / movable.length;
    const places = placesRound(now, now.parts[id] as Part, request.mayMoveMm);
    const plannedHere = yield* plannedMm(now, id, request, seed, movesPerPart, i / movable.length);
    let best: { readonly mm: number; readonly move: Edit } | null = null;
    for (const [k, delta] of places.entries()) {
      if (shouldStop()) return edit;
      const share = (i + k / places.length) / movable.length;
      yield share;
      const move = moveParts(now, [id], delta);
      if (!move.ok) continue;
      const mm = yield* plannedMm(applyEdit(now, move.value), id, request, seed, movesPerPart, share);
      if (mm < (best?.mm ?? plannedHere - WORTH_MM) && !findsMore(now, applyEdit(now, move.value)))
        best = { mm, move: move.value };
    }
    if (best === null) continue;
    now = applyEdit(now, best.move);
    edit = edit === null ? best.move : squashEdits(edit, best.move);
  }
  return edit === null ? null : { ...edit, label: `move ${movedNames(plan, now).join(', ')} a little` };
}

/** The parts that lie elsewhere in another state of a plan, by name. */
function movedNames(before: Plan, after: Plan): readonly string[] {
  return Object.values(after.parts)
    .filter(({ id, at }) => distance(at, (before.parts[id] as Part).at) > 0)
    .map(({ name }) => name);
}

function movableParts(plan: Plan, problem: PlanProblem, { scope }: RouteRequest): readonly Part[] {
  const held = new Set(
    problem.keptRunIds.flatMap((id) => {
      const run = plan.runs[id];
      return run === undefined ? [] : [run.from.partId, run.to.partId];
    }),
  );
  const wired = new Set(
    problem.nets.flatMap(({ stops }) =>
      stops.flatMap((pads) => pads.map(({ part }) => problem.parts[part]?.id)),
    ),
  );
  return Object.values(plan.parts).filter((part) => {
    const kind = kindOf(plan, part);
    return (
      wired.has(part.id) &&
      !held.has(part.id) &&
      part.locked !== true &&
      part.mirror === undefined &&
      (scope.kind !== 'parts' || scope.partIds.includes(part.id)) &&
      !hasElement(kind, 'light') &&
      !hasElement(kind, 'half')
    );
  });
}

/** Where a part may be put, as what it is moved by. */
function placesRound(plan: Plan, part: Part, mayMoveMm: number): readonly Point[] {
  const room = new RoomForParts(plan, part);
  const areas = AREAS.flatMap((use) => areasFor(panelOf(plan, part), use));
  const others = thoseOn(plan.parts, part.panelId).filter((other) => other.id !== part.id);
  const between = (at: Point, other: Part): number =>
    distance(at, other.at) - reachMm(plan, part) - reachMm(plan, other);
  return SHARES.flatMap((share) =>
    DIRECTIONS_DEG.map((deg): Point => {
      const [mm, rad] = [mayMoveMm * share, (deg * Math.PI) / 180];
      return snapToMicrometre({ x: mm * Math.cos(rad), y: mm * Math.sin(rad) });
    }),
  ).filter(({ x, y }) => {
    const at = snapToMicrometre({ x: part.at.x + x, y: part.at.y + y });
    const moved = { ...part, at };
    return (
      areas.every((area) => polygonContains(area, at) === polygonContains(area, part.at)) &&
      room.isOnCloth(moved) &&
      others.every(
        (other) =>
          between(at, other) >= Math.min(BETWEEN_PARTS_MM, between(part.at, other)) &&
          (!room.isBeside(moved, other) || room.hasBoth(moved, other)),
      )
    );
  });
}

/** Thread of the circuit of a part as the order plan leads it on straight lines, crossings as what they cost, mm. */
function* plannedMm(
  plan: Plan,
  partId: string,
  request: RouteRequest,
  seed: number,
  movesPerPart: number,
  share: number,
): Generator<number, number> {
  const problem = routingProblemOf(plan, request);
  if (!problem.ok) return Number.POSITIVE_INFINITY;
  const apart = problemsApart(problem.value);
  const place = problem.value.parts.findIndex(({ id }) => id === partId);
  const own = apart.find(({ parts, problem: { nets } }) =>
    nets.some(({ stops }) => stops.some((pads) => pads.some(({ part }) => parts[part] === place))),
  );
  const of = (own ?? (apart[0] as (typeof apart)[number])).problem;
  const moves = movesPerPart * of.parts.length;
  const planning = planningOrder(prepareBoard(of), seededRandom(seed), (made) => made / moves);
  for (let step = planning.next(); ; step = planning.next()) {
    if (step.done === true) return step.value.cost;
    yield share;
  }
}

/** Whether Check finds more in the drawing without its threads. */
function findsMore(before: Plan, after: Plan): boolean {
  const count = (plan: Plan): number =>
    new CheckSession(CHECK_RULES, false)
      .update({ ...plan, runs: {}, patches: {} })
      .filter(({ severity }) => severity !== 'note').length;
  return count(after) > count(before);
}
