/** Changing where runs go as a whole: splitting, joining, turning round, sliding aside, sewing along a drawn line. */

import { curvePoints } from '../../cloth/cloth.ts';
import { fail, type Result } from '../../errors/problem.ts';
import { add, distance, type Point, scale, snapToMicrometre, subtract } from '../../geometry/point.ts';
import { nearestAlong, pointAlong, polylineLengthMm, walkable } from '../../geometry/polyline.ts';
import { needleHoles } from '../../geometry/smooth.ts';
import type { Edit } from '../edit.ts';
import { holeName } from '../hole-names.ts';
import { isInside } from '../on-cloth.ts';
import { panelOf, panelWithMarking } from '../panels.ts';
import { farSide, legFrames } from '../passes.ts';
import { holeKey, holePoint } from '../placed.ts';
import { holeProblem } from '../problems/part-problem.ts';
import type { HoleRef, Pass, Run } from '../records.ts';
import { runPath } from '../run-way.ts';
import type { Plan } from '../schema.ts';
import { putRun, takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';
import { drawRun, runIdOf, runName } from './run-edits.ts';

/** A hole within this much of a line may split it, mm: a stitch and the loops at the hole (assumption). */
export const SPLIT_WITHIN_MM = 10;

function missing(runId: string): ReturnType<typeof fail> {
  return fail('unknown-run', '', `runs.${runId}`);
}

/** Sews a run the other way round. The line on the cloth stays. Fails where the run is not there. */
export function reverseRun(plan: Plan, runId: string): Result<Edit> {
  const run = plan.runs[runId];
  if (run === undefined) return missing(runId);
  const { tail: _tail, splicesMm, passes, ...rest } = run;
  const lengthMm = polylineLengthMm(runPath(plan, run));
  return checkEdit(plan, `sew ${runName(plan, run)} the other way round`, [
    putRun(plan, {
      ...rest,
      from: run.to,
      to: run.from,
      bends: [...run.bends].reverse(),
      ...(passes === undefined ? {} : passedBackwards(plan, run, passes)),
      ...(splicesMm === undefined ? {} : { splicesMm: splicesMm.map((mm) => lengthMm - mm).reverse() }),
    }),
  ]);
}

/** The same way over its seams, from its other end. */
function passedBackwards(
  plan: Plan,
  run: Run,
  passes: readonly Pass[],
): Required<Pick<Run, 'panelId'>> & { readonly passes: Pass[] } {
  return {
    panelId: legFrames(plan, run).at(-1)?.panelId ?? run.panelId,
    passes: passes
      .map((pass) => ({ ...pass, leaves: farSide(pass), bends: run.bends.length - pass.bends }))
      .reverse(),
  };
}

/** A run that passes seams is not split, joined or slid as a whole. */
function passing(run: Run): ReturnType<typeof fail> | null {
  return run.passes === undefined ? null : fail('run-passes', '', `runs.${run.id}.passes`);
}

/**
 * Splits a run at a hole it passes, within 10 mm: one run to that hole, another on from it. The new run's id is
 * `runIdOf(plan.nextNumber)`. Fails where the run does not pass the hole.
 */
export function splitRun(plan: Plan, runId: string, hole: HoleRef): Result<Edit> {
  const run = plan.runs[runId];
  if (run === undefined) return missing(runId);
  const refused = passing(run);
  if (refused !== null) return refused;
  const problem = holeProblem(plan, hole, `runs.${runId}`);
  if (problem !== null) return { ok: false, problem };
  const at = holePoint(plan, hole);
  const through = [holePoint(plan, run.from), ...run.bends, holePoint(plan, run.to)];
  const near = nearestAlong(through, at);
  if (near.distanceMm > SPLIT_WITHIN_MM || [run.from, run.to].some((end) => holeKey(end) === holeKey(hole)))
    return fail('run-not-there', `(${holeName(plan, hole)})`, `runs.${runId}`);
  const alongOf = (bend: Point): number => nearestAlong(through, bend).alongMm;
  const { splicesMm: _splices, tail, ...rest } = run;
  const { first, change } = takeNumbers(plan, 1);
  return checkEdit(plan, `split ${runName(plan, run)} at ${holeName(plan, hole)}`, [
    change,
    putRun(plan, { ...rest, to: hole, bends: run.bends.filter((bend) => alongOf(bend) < near.alongMm) }),
    putRun(plan, {
      ...rest,
      id: runIdOf(first),
      from: hole,
      bends: run.bends.filter((bend) => alongOf(bend) >= near.alongMm),
      ...(tail === undefined ? {} : { tail }),
    }),
  ]);
}

/** Makes one run of two that meet at a hole: it passes where the hole is without being sewn to it. Fails where the two do not meet at one hole. */
export function joinRuns(plan: Plan, firstId: string, otherId: string): Result<Edit> {
  const [first, other] = [plan.runs[firstId], plan.runs[otherId]];
  if (first === undefined) return missing(firstId);
  if (other === undefined) return missing(otherId);
  const refused = passing(first) ?? passing(other);
  if (refused !== null) return refused;
  const ends: ReadonlyArray<readonly ['from' | 'to', 'from' | 'to']> = [
    ['to', 'from'],
    ['to', 'to'],
    ['from', 'from'],
    ['from', 'to'],
  ];
  const meeting = ends.find(([a, b]) => firstId !== otherId && holeKey(first[a]) === holeKey(other[b]));
  if (meeting === undefined) return fail('runs-apart', '', `runs.${otherId}`);
  const [a, b] = meeting;
  const start = a === 'to' ? first.bends : [...first.bends].reverse();
  const rest = b === 'from' ? other.bends : [...other.bends].reverse();
  const { splicesMm: _splices, tail: _tail, startsPiece: _starts, ...plain } = first;
  return checkEdit(plan, `join ${runName(plan, first)} and ${runName(plan, other)}`, [
    { table: 'runs', id: otherId, before: other, after: null },
    putRun(plan, {
      ...plain,
      from: first[a === 'to' ? 'from' : 'to'],
      to: other[b === 'from' ? 'to' : 'from'],
      bends: [...start, snapToMicrometre(holePoint(plan, first[a])), ...rest],
    }),
  ]);
}

/** The first and last bend of a line slid aside lie this far from its holes, or a quarter of a short line. */
const LEAD_MM = 12;

/**
 * Slides a whole line aside by `mm` (to the right of its direction; negative to the left), each leg parallel to where it
 * was. Its ends stay at their holes. Refused where it would leave the cloth.
 */
export function slideRun(plan: Plan, runId: string, mm: number): Result<Edit> {
  const run = plan.runs[runId];
  if (run === undefined) return missing(runId);
  const refused = passing(run);
  if (refused !== null) return refused;
  const [start, end] = [holePoint(plan, run.from), holePoint(plan, run.to)];
  const through = [start, ...run.bends, end];
  const lengthMm = polylineLengthMm(through);
  const leadMm = Math.min(LEAD_MM, lengthMm / 4);
  // A straight line needs two bends to be slid at all.
  const line =
    run.bends.length === 0
      ? [pointAlong(through, leadMm), pointAlong(through, lengthMm - leadMm)]
      : run.bends;
  const moved = line.map((p, i) => {
    const before = line[i - 1] ?? (run.bends.length === 0 ? start : null);
    const after = line[i + 1] ?? (run.bends.length === 0 ? end : null);
    const [u, v] = [before === null ? null : normalOf(before, p), after === null ? null : normalOf(p, after)];
    const [n, m] = [u ?? v, v ?? u];
    if (n === null || m === null) return add(p, scale(normalOf(start, end) ?? { x: 0, y: 0 }, mm));
    // Half of the two normals, stretched by the sharpness of the corner; very sharp ones are cut off.
    return add(p, scale(add(n, m), mm / Math.max(0.5, 1 + n.x * m.x + n.y * m.y)));
  });
  if (moved.some((p) => !isInside(panelOf(plan, run), p))) return fail('no-room-aside', '', `runs.${runId}`);
  return checkEdit(plan, `slide ${runName(plan, run)} aside`, [
    putRun(plan, { ...run, bends: moved.map(snapToMicrometre) }),
  ]);
}

/** The unit normal to the right of a direction (as seen, y down); null for a leg of no length. */
function normalOf(a: Point, b: Point): Point | null {
  const length = distance(a, b);
  if (length === 0) return null;
  const d = subtract(b, a);
  return { x: -d.y / length, y: d.x / length };
}

/**
 * Sews from hole to hole along a mark or an imported line, the shorter way round a closed one: the thread is the
 * drawing. It has a bend wherever the needle goes through. Fails where the line is not there.
 */
export function drawAlong(plan: Plan, from: HoleRef, to: HoleRef, markingId: string): Result<Edit> {
  const problem = holeProblem(plan, from, 'from') ?? holeProblem(plan, to, 'to');
  if (problem !== null) return { ok: false, problem };
  const bends = bendsAlong(plan, holePoint(plan, from), holePoint(plan, to), markingId);
  return bends === null ? fail('line-missing', `(${markingId})`) : drawRun(plan, { from, to, bends });
}

/** The needle holes along a line of the cloth between the places nearest to two points; null when there is no such line. */
export function bendsAlong(plan: Plan, from: Point, to: Point, markingId: string): readonly Point[] | null {
  const marking = panelWithMarking(plan, markingId)?.markings[markingId];
  if (marking === undefined) return null;
  const line = walkable(curvePoints(marking), marking.closed);
  const lengthMm = polylineLengthMm(line);
  if (lengthMm === 0) return null;
  const [a, b] = [nearestAlong(line, from).alongMm, nearestAlong(line, to).alongMm];
  const direct = stretch(line, a, b);
  const other = marking.closed
    ? a <= b
      ? [...stretch(line, a, 0), ...stretch(line, lengthMm, b).slice(1)]
      : [...stretch(line, a, lengthMm), ...stretch(line, 0, b).slice(1)]
    : null;
  const way = other !== null && polylineLengthMm(other) < polylineLengthMm(direct) ? other : direct;
  const { stitchMm, gapMm } = plan.habits;
  return needleHoles(way, stitchMm, gapMm).filter(
    (p, i, all) => (i > 0 || distance(p, from) > 1) && (i < all.length - 1 || distance(p, to) > 1),
  );
}

/** The part of a line between two distances along it, in the direction asked for. */
function stretch(line: readonly Point[], fromMm: number, toMm: number): readonly Point[] {
  const [low, high] = [Math.min(fromMm, toMm), Math.max(fromMm, toMm)];
  const points: Point[] = [pointAlong(line, low)];
  let doneMm = 0;
  for (let i = 1; i < line.length; i += 1) {
    doneMm += distance(line[i - 1] as Point, line[i] as Point);
    if (doneMm > low && doneMm < high) points.push(line[i] as Point);
  }
  points.push(pointAlong(line, high));
  return fromMm <= toMm ? points : points.reverse();
}

/** Where the thread of a run begins and ends: a fresh piece at its start, splices on the way, a long tail at its end. */
export interface PieceMarks {
  readonly startsPiece?: boolean;
  readonly splicesMm?: readonly number[];
  readonly tail?: Run['tail'] | null;
}

/** Says where the thread of a run starts, is spliced and keeps a long tail. Fails where the run is not there. */
export function markPieces(plan: Plan, runId: string, marks: PieceMarks): Result<Edit> {
  const run = plan.runs[runId];
  if (run === undefined) return missing(runId);
  const { startsPiece, splicesMm, tail, ...rest } = run;
  const starts = marks.startsPiece ?? startsPiece === true;
  const splices = [...(marks.splicesMm ?? splicesMm ?? [])].sort((a, b) => a - b);
  const end = marks.tail === undefined ? tail : marks.tail;
  return checkEdit(plan, `change where the thread of ${runName(plan, run)} starts and ends`, [
    putRun(plan, {
      ...rest,
      ...(starts ? { startsPiece: true as const } : {}),
      ...(splices.length > 0 ? { splicesMm: splices } : {}),
      ...(end === undefined || end === null ? {} : { tail: end }),
    }),
  ]);
}
