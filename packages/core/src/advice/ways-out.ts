/**
 * What would do without a patch, or lead a thread that was left out: other pins, freer turns, a part turned or moved, a further strand, a
 * patch where the habits have none. Each is tried by routing, priced against the proposal, and handed out as a proposal of its own.
 */

import { hasElement } from '../parts/part-element.ts';
import { applyEdit, type Edit } from '../plan/edit.ts';
import { moveParts, turnPart } from '../plan/edits/part-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { reachMm } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { cleanPart, type LeftOut } from '../router/clean-part.ts';
import { type PlanProblem, routingProblemOf } from '../router/problem-of-plan.ts';
import { pinMoves, previewProposal } from '../router/proposal.ts';
import { route } from '../router/route.ts';
import type { Freedom, RouteRequest } from '../router/route-request.ts';
import type { RoutingSolution } from '../router/routing-problem.ts';
import { patchReasons } from './patch-reasons.ts';
import { priceMm, threadFigures } from './thread-figures.ts';

export interface WayOut {
  readonly id: string;
  /** What is done, in words. */
  readonly text: string;
  /** Against the proposal with the patch, mm of thread; a patch counts 150, a strand 40. Below zero it is cheaper. */
  readonly dearerMm: number;
  /** Thread in its lines against the proposal with the patch, mm, and pieces of thread to cut. */
  readonly moreThreadMm: number;
  readonly moreStrands: number;
  readonly patches: number;
  readonly leftOut: readonly LeftOut[];
  /** What is changed before the threads are led; null when nothing is. */
  readonly before: Edit | null;
  /** The plan with `before` done: problem and solution are of this one. */
  readonly plan: Plan;
  readonly problem: PlanProblem;
  readonly solution: RoutingSolution;
}

export interface WaysOutOptions {
  readonly seed: number;
  /** Moves of the search for each try; by default enough to see whether it does without the patch. */
  readonly moves?: number;
  /** Tries that work, at most. */
  readonly most?: number;
  /** Asked before each try: when it says yes, what has been found is enough. */
  readonly shouldStop?: () => boolean;
}

/** How far a part is moved to get out of a loop, mm, and in which directions. */
const MOVES_MM = [20, 40];
const DIRECTIONS_DEG = [0, 90, 180, 270, 45, 135, 225, 315];
/** Moves are tried for so many parts, and turns. */
const MOST_MOVED = 3;
const MOST_TURNED = 3;
/** Moves of the search for a try, and more for each part. */
const TRY_MOVES = 80;
const TRY_MOVES_PER_PART = 15;
/** Ways out handed out at most. */
const MOST_WAYS = 4;

interface Try {
  readonly id: string;
  readonly text: (plan: Plan, problem: PlanProblem, solution: RoutingSolution) => string;
  readonly before: Edit | null;
  readonly request: RouteRequest;
}

/** A proposal, and what it leaves out. */
export interface Proposed {
  readonly problem: PlanProblem;
  readonly solution: RoutingSolution;
  readonly leftOut: readonly LeftOut[];
}

/**
 * Tries one way out after the other; yields the share done, returns those that leave out less, or as much with fewer patches: what
 * leaves out least first, then what is cheapest.
 */
export function* waysOut(
  plan: Plan,
  request: RouteRequest,
  { problem, solution, leftOut }: Proposed,
  { seed, moves, most = MOST_WAYS, shouldStop = () => false }: WaysOutOptions,
): Generator<number, readonly WayOut[]> {
  const patches = solution.patches?.length ?? 0;
  const now = previewProposal(plan, problem, solution);
  if (patches + leftOut.length === 0 || !now.ok) return [];
  const figuresNow = threadFigures(now.value);
  const tries = triesFor(plan, request, { problem, solution, leftOut });
  const found: WayOut[] = [];
  const done = new Set<string>();
  for (const [i, attempt] of tries.entries()) {
    yield i / tries.length;
    // One place for a part is enough.
    const [sort] = attempt.id.split('@');
    if (found.length >= most || shouldStop() || done.has(sort as string)) continue;
    const base = attempt.before === null ? plan : applyEdit(plan, attempt.before);
    const next = routingProblemOf(base, attempt.request);
    if (!next.ok) continue;
    const usualMoves = TRY_MOVES + TRY_MOVES_PER_PART * next.value.parts.length;
    const search = route(next.value, { seed, moves: moves ?? usualMoves });
    let step = search.next();
    for (; step.done !== true; step = search.next()) yield (i + step.value.share) / tries.length;
    const { solution: better, leftOut: stillOut } = cleanPart(next.value, step.value);
    const isLess =
      stillOut.length < leftOut.length ||
      (stillOut.length === leftOut.length && (better.patches?.length ?? 0) < patches);
    if (!isLess) continue;
    const preview = previewProposal(base, next.value, better);
    if (!preview.ok) continue;
    done.add(sort as string);
    const figures = threadFigures(preview.value);
    found.push({
      id: attempt.id,
      text: attempt.text(base, next.value, better),
      dearerMm: priceMm(figures) - priceMm(figuresNow),
      moreThreadMm: figures.threadMm - figuresNow.threadMm,
      moreStrands: figures.strandCount - figuresNow.strandCount,
      patches: better.patches?.length ?? 0,
      leftOut: stillOut,
      before: attempt.before,
      plan: base,
      problem: next.value,
      solution: better,
    });
  }
  return found.sort((a, b) => a.leftOut.length - b.leftOut.length || a.dearerMm - b.dearerMm);
}

function triesFor(
  plan: Plan,
  request: RouteRequest,
  { problem, solution, leftOut }: Proposed,
): readonly Try[] {
  const tries: Try[] = [];
  if (plan.habits.crossings === 'never' && leftOut.length > 0) {
    const edit = changeHabits(plan, { crossings: 'patch' }, 'lay patches where lines cross');
    if (edit.ok)
      tries.push({
        id: 'patch',
        before: edit.value,
        request,
        text: () => 'Let a line go over another on an insulating patch.',
      });
  }
  const exchanging: RouteRequest = { ...request, exchangePins: 'always' };
  const exchanged = routingProblemOf(plan, exchanging);
  if (request.exchangePins !== 'always' && exchanged.ok && (exchanged.value.exchanges?.length ?? 0) > 0)
    tries.push({ id: 'pins', before: null, request: exchanging, text: pinWords });
  for (const freedom of freerThan(request.freedom))
    tries.push({ id: `turns@${freedom}`, before: null, request: { ...request, freedom }, text: turnWords });
  if (plan.habits.strandStyle === 'chain' && problem.nets.some(({ stops }) => stops.length > 2)) {
    const edit = changeHabits(plan, { strandStyle: 'branch' }, 'start new strands at parts');
    if (edit.ok)
      tries.push({
        id: 'branch',
        before: edit.value,
        request,
        text: () => 'Start a new strand at a part instead of one strand through all.',
      });
  }
  const ends = leftOut.flatMap(({ trace: { from, to } }) =>
    [from, to].flatMap(({ part }) => problem.parts[part]?.id ?? []),
  );
  const reasons = patchReasons(plan, problem, solution).flatMap(({ partIds }) => partIds);
  const involved = [...new Set([...ends, ...reasons])]
    .map((id) => plan.parts[id] as Part)
    .filter((part) => part.locked !== true && !hasKept(plan, problem, part));
  const boards = involved.filter((part) => !hasElement(kindOf(plan, part), 'light'));
  for (const part of boards.slice(0, MOST_TURNED)) {
    for (const byDeg of [180, 90, 270]) {
      const edit = turnPart(plan, part.id, part.turnDeg + byDeg);
      if (edit.ok)
        tries.push({
          id: `turn-${part.id}@${byDeg}`,
          before: edit.value,
          request,
          text: () => `Turn ${part.name} by ${byDeg}°.`,
        });
    }
  }
  for (const part of involved.slice(0, MOST_MOVED)) {
    for (const mm of MOVES_MM) {
      for (const deg of DIRECTIONS_DEG) {
        const [dx, dy] = [Math.cos((deg * Math.PI) / 180) * mm, Math.sin((deg * Math.PI) / 180) * mm];
        const edit = moveParts(plan, [part.id], { x: dx, y: dy });
        if (edit.ok && isClearOfParts(plan, part, { x: part.at.x + dx, y: part.at.y + dy }))
          tries.push({
            id: `move-${part.id}@${mm}-${deg}`,
            before: edit.value,
            request,
            text: () => `Move ${part.name} ${mm} mm ${DIRECTION_WORDS[deg] ?? ''}.`,
          });
      }
    }
  }
  return tries;
}

/** The next step of freedom, and the freest. */
function freerThan(freedom: Freedom): readonly Freedom[] {
  const steps: readonly Freedom[] = ['fixed', 'half', 'quarter', 'eighth'];
  const freer = steps.slice(steps.indexOf(freedom) + 1);
  return freer.filter((_, i) => i === 0 || i === freer.length - 1);
}

const DIRECTION_WORDS: Readonly<Record<number, string>> = {
  0: 'to the right',
  45: 'down to the right',
  90: 'down',
  135: 'down to the left',
  180: 'to the left',
  225: 'up to the left',
  270: 'up',
  315: 'up to the right',
};

/** Parts whose bodies nearly touch leave no thread between them, mm between their middles less their reaches. */
const BETWEEN_PARTS_MM = 8;

function isClearOfParts(plan: Plan, part: Part, at: Part['at']): boolean {
  return Object.values(plan.parts).every(
    (other) =>
      other.id === part.id ||
      Math.hypot(other.at.x - at.x, other.at.y - at.y) >=
        reachMm(plan, part) + reachMm(plan, other) + BETWEEN_PARTS_MM,
  );
}

function hasKept(plan: Plan, problem: PlanProblem, part: Part): boolean {
  return problem.keptRunIds.some((id) => {
    const run = plan.runs[id];
    return run?.from.partId === part.id || run?.to.partId === part.id;
  });
}

function pinWords(plan: Plan, problem: PlanProblem, solution: RoutingSolution): string {
  const moves = pinMoves(plan, problem, solution);
  const hole = (partId: string, terminal: string): string => {
    const part = plan.parts[partId] as Part;
    const found = kindOf(plan, part).holes.find((one) => one.terminal === terminal);
    return found === undefined ? terminal : holeName(plan, { partId, holeId: found.id });
  };
  if (moves.length === 0) return 'Other pins, at the same places.';
  return `Other pins: ${moves.map(({ partId, before, after }) => `${hole(partId, before)} → ${hole(partId, after)}`).join('; ')}.`;
}

function turnWords(plan: Plan, problem: PlanProblem, solution: RoutingSolution): string {
  const turned = problem.parts.flatMap(({ id, turns }, i) =>
    solution.turnDeg[i] === turns[0] ? [] : [plan.parts[id]?.name ?? id],
  );
  return turned.length === 0 ? 'Freer turns.' : `Turn ${turned.join(', ')} further than was allowed.`;
}
