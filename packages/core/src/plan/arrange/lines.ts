/** The lines of a plan that parts can be laid along. */

import { clothGuides, clothOutline, curvePoints } from '../../cloth/cloth.ts';
import { flattenCurve, ovalCurve } from '../../geometry/curve.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { polylineLengthMm, walkable } from '../../geometry/polyline.ts';
import type { Panel } from '../records.ts';

/** A line to lay things along. A closed one ends where it starts. */
export interface Line {
  readonly points: readonly Point[];
  readonly closed: boolean;
}

export interface LineChoice extends Line {
  /** `outline`, `guide-0`, or the id of a marking. */
  readonly id: string;
  readonly title: string;
  readonly lengthMm: number;
}

/** The length of a line, all the way round for a closed one, mm. */
export function lineLengthMm(line: Line): number {
  return polylineLengthMm(walkable(line.points, line.closed));
}

/** The lines of a panel: markings first, then the folds of the piece, then its outline. */
export function lineChoices(panel: Panel): readonly LineChoice[] {
  const choice = (id: string, title: string, line: Line): LineChoice => ({
    ...line,
    id,
    title,
    lengthMm: lineLengthMm(line),
  });
  return [
    ...Object.values(panel.markings).map((marking) =>
      choice(marking.id, marking.name, { points: curvePoints(marking), closed: marking.closed }),
    ),
    ...clothGuides(panel).map((guide, i) =>
      choice(`guide-${i}`, guide.name, { points: curvePoints(guide), closed: guide.closed }),
    ),
    choice('outline', 'Edge of the piece', { points: clothOutline(panel), closed: true }),
  ];
}

/** A ring about a middle. */
export function ringLine(middle: Point, radiusMm: number): Line {
  return { points: flattenCurve(ovalCurve(middle, radiusMm, radiusMm), true), closed: true };
}

/** A place beside a line: `insetMm` to the right of someone who walks along it, which is inside a line that goes round clockwise. */
export function setIn(at: Point, directionDeg: number, insetMm: number): Point {
  const angle = (directionDeg * Math.PI) / 180;
  return { x: at.x - Math.sin(angle) * insetMm, y: at.y + Math.cos(angle) * insetMm };
}

/** A straight line between two places. */
export function straightLine(from: Point, to: Point): Line {
  return { points: [from, to], closed: false };
}

/** An arc is drawn in straight pieces of about so many degrees. */
const ARC_STEP_DEG = 3;

/**
 * The arc of a circle from one place to another that rises so far above the straight line between them, mm; seen from above, walking from
 * `from` to `to`, it bows to the left (upwards, when it goes to the right), with a negative rise to the right. Radius by the sagitta
 * (r = (c²/4 + s²) / 2s, elementary geometry). Without a rise it is straight.
 */
export function arcLine(from: Point, to: Point, riseMm: number): Line {
  const chord = distance(from, to);
  if (chord === 0 || Math.abs(riseMm) < 1e-6) return straightLine(from, to);
  const radius = (chord * chord) / 4 / (2 * riseMm) + riseMm / 2;
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  // Across the chord, to the left of the walk; y points down.
  const across = { x: (to.y - from.y) / chord, y: -(to.x - from.x) / chord };
  const centre = {
    x: middle.x + across.x * (riseMm - radius),
    y: middle.y + across.y * (riseMm - radius),
  };
  const start = Math.atan2(from.y - centre.y, from.x - centre.x);
  // The angle at the centre, more than half round where the rise is more than half the chord.
  const sweep = 4 * Math.atan2(2 * riseMm, chord);
  // An even number, so that the top is one of the points.
  const steps = 2 * Math.max(1, Math.ceil(Math.abs(sweep) / ((2 * ARC_STEP_DEG * Math.PI) / 180)));
  const reach = Math.abs(radius);
  const points = Array.from({ length: steps + 1 }, (_, i) => {
    const angle = start + (sweep * i) / steps;
    return { x: centre.x + reach * Math.cos(angle), y: centre.y + reach * Math.sin(angle) };
  });
  return { points: [from, ...points.slice(1, -1), to], closed: false };
}
