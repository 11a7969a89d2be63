/**
 * Even spacing along a drawn line, ring or outline, by arc length. Anchors are places that must have a part (the
 * notch, the point); between two anchors the parts are spaced evenly, and each stretch gets the number of parts
 * that keeps all spaces as alike as possible.
 */
import { fail, type Result, succeed } from '../../errors/problem.ts';
import type { Point } from '../../geometry/point.ts';
import { type PlaceOnLine, placeAlong, walkable } from '../../geometry/polyline.ts';
import type { Change, Edit } from '../edit.ts';
import { putPart, takeNumbers } from '../edits/changes.ts';
import { checkEdit } from '../edits/check-edit.ts';
import { newPart, type Placing, partIdOf } from '../edits/part-edits.ts';
import type { Part } from '../records.ts';
import type { Plan } from '../schema.ts';
import { type Line, lineLengthMm, setIn } from './lines.ts';

/** How parts are turned: along the line, across it with + to the right of the walk or to the left, or all alike. */
export type SpreadTurn = 'along' | 'plus-right' | 'plus-left' | 'alike';

/** Parts spread at once, at most: a long edge at a close pitch. */
export const MOST_SPREAD = 1000;

/** Two anchors closer than this are one, mm. */
const SAME_ANCHOR_MM = 0.5;

/**
 * Where `count` parts go on a line, mm along it, in order. Without anchors: an open line from end to end (one part:
 * its middle), a closed one evenly from its start. Anchors are mm along the line; each gets a part, the rest is
 * shared out between them, on an open line also before the first and after the last up to its ends. Fails on a line without length, for a value out of its range or with more anchors than parts.
 */
export function spreadAlong(
  line: Line,
  count: number,
  anchorsMm: readonly number[] = [],
): Result<readonly number[]> {
  const lengthMm = lineLengthMm(line);
  if (!(lengthMm > 0)) return fail('line-empty');
  if (!Number.isInteger(count) || count < 1 || count > MOST_SPREAD)
    return fail('value-out-of-range', `A line takes 1 to ${MOST_SPREAD} parts.`);
  const anchors = distinctAnchors(anchorsMm, lengthMm, line.closed);
  if (anchors.length > count)
    return fail('too-many-anchors', `There are ${anchors.length} anchors for ${count} parts.`);
  if (anchors.length === 0) return succeed(evenly(line.closed, lengthMm, count));
  return succeed(betweenAnchors(anchors, line.closed, lengthMm, count));
}

function distinctAnchors(anchorsMm: readonly number[], lengthMm: number, closed: boolean): readonly number[] {
  const sorted = anchorsMm
    .map((mm) => (closed ? ((mm % lengthMm) + lengthMm) % lengthMm : Math.min(lengthMm, Math.max(0, mm))))
    .sort((a, b) => a - b);
  return sorted.filter((mm, i) => {
    const next =
      sorted[i + 1] ?? (closed && i > 0 ? (sorted[0] as number) + lengthMm : Number.POSITIVE_INFINITY);
    return next - mm >= SAME_ANCHOR_MM;
  });
}

function evenly(closed: boolean, lengthMm: number, count: number): readonly number[] {
  if (closed) return Array.from({ length: count }, (_, i) => (lengthMm * i) / count);
  if (count === 1) return [lengthMm / 2];
  return Array.from({ length: count }, (_, i) => (lengthMm * i) / (count - 1));
}

interface Stretch {
  readonly fromMm: number;
  readonly lengthMm: number;
  /** A stretch between two anchors has a part at both its ends; one to a loose end has one at its anchor and its end. */
  readonly startsAtAnchor: boolean;
  readonly endsAtAnchor: boolean;
  inside: number;
}

function betweenAnchors(
  anchors: readonly number[],
  closed: boolean,
  lengthMm: number,
  count: number,
): readonly number[] {
  const stretches: Stretch[] = [];
  const add = (fromMm: number, toMm: number, startsAtAnchor: boolean, endsAtAnchor: boolean): void => {
    if (toMm - fromMm > SAME_ANCHOR_MM)
      stretches.push({ fromMm, lengthMm: toMm - fromMm, startsAtAnchor, endsAtAnchor, inside: 0 });
  };
  const first = anchors[0] as number;
  const last = anchors.at(-1) as number;
  if (!closed) add(0, first, false, true);
  for (const [i, anchor] of anchors.entries()) {
    const next = anchors[i + 1];
    if (next !== undefined) add(anchor, next, true, true);
  }
  if (closed) add(last, first + lengthMm, true, true);
  else add(last, lengthMm, true, false);
  // Each further part goes where the space is widest: what is left is as even as whole parts allow.
  for (let left = count - anchors.length; left > 0; left -= 1) {
    const widest = stretches.reduce<Stretch | undefined>(
      (best, stretch) => (best === undefined || spaceOf(stretch) > spaceOf(best) + 1e-9 ? stretch : best),
      undefined,
    );
    if (widest === undefined) break;
    widest.inside += 1;
  }
  const places = stretches.flatMap((stretch) => {
    const step = stepOf(stretch);
    return Array.from({ length: stretch.inside }, (_, i) =>
      stretch.startsAtAnchor ? stretch.fromMm + step * (i + 1) : stretch.fromMm + step * i,
    );
  });
  return [...anchors, ...places].map((mm) => (closed ? mm % lengthMm : mm)).sort((a, b) => a - b);
}

/** The space between parts in a stretch as it stands, mm: what decides where the next part goes. */
function spaceOf({ lengthMm, startsAtAnchor, endsAtAnchor, inside }: Stretch): number {
  // To a loose end there is no space to keep yet: an empty one counts whole.
  return startsAtAnchor && endsAtAnchor
    ? lengthMm / (inside + 1)
    : inside === 0
      ? lengthMm
      : lengthMm / inside;
}

/** The step between parts of a stretch: a loose end gets a part of its own. */
function stepOf({ lengthMm, startsAtAnchor, endsAtAnchor, inside }: Stretch): number {
  return startsAtAnchor && endsAtAnchor ? lengthMm / (inside + 1) : lengthMm / Math.max(1, inside);
}

export interface Spread {
  readonly line: Line;
  readonly count: number;
  readonly anchorsMm?: readonly number[];
  readonly turn: SpreadTurn;
  /** How far beside the line, mm: to the right of the walk, which is inside an outline. */
  readonly insetMm?: number;
  readonly placing: Omit<Placing, 'at' | 'name'>;
  /** Word for the names of the parts: `star 1`, `star 2`, … By default the noun of their kind. */
  readonly word?: string;
}

/** The poses of a spread, in order along the line. Fails as `spreadAlong` does. */
export function spreadPoses(
  spread: Spread,
): Result<ReadonlyArray<{ readonly at: Point; readonly turnDeg: number }>> {
  const along = spreadAlong(spread.line, spread.count, spread.anchorsMm);
  if (!along.ok) return along;
  const path = walkable(spread.line.points, spread.line.closed);
  return succeed(
    along.value.map((mm) => {
      const place = placeAlong(path, mm);
      return {
        at: setIn(place.at, place.directionDeg, spread.insetMm ?? 0),
        turnDeg: turnAt(spread, place),
      };
    }),
  );
}

function turnAt({ turn, placing }: Spread, { directionDeg }: PlaceOnLine): number {
  const own = placing.turnDeg ?? 0;
  if (turn === 'alike') return own;
  if (turn === 'along') return directionDeg + own;
  return directionDeg + own + (turn === 'plus-right' ? 90 : -90);
}

/** Places parts along a line. Their ids follow `plan.nextNumber` in the order along the line. Fails where there is no such kind. */
export function spreadParts(plan: Plan, spread: Spread): Result<Edit> {
  const poses = spreadPoses(spread);
  if (!poses.ok) return poses;
  const { first, change } = takeNumbers(plan, poses.value.length);
  const changes: Change[] = [change];
  let naming = plan;
  for (const [i, { at, turnDeg }] of poses.value.entries()) {
    const part: Part | undefined = newPart(naming, partIdOf(first + i), {
      ...spread.placing,
      at,
      turnDeg,
      ...(spread.word === undefined ? {} : { name: `${spread.word} ${i + 1}` }),
    });
    if (part === undefined) return fail('unknown-kind', `There is no part "${spread.placing.kindId}".`);
    naming = { ...naming, parts: { ...naming.parts, [part.id]: part } };
    changes.push(putPart(plan, part));
  }
  return checkEdit(plan, `spread ${poses.value.length} parts along a line`, changes);
}
