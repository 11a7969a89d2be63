/** The lines of a plan that parts can be laid along. */

import { clothGuides, clothOutline, curvePoints } from '../../cloth/cloth.ts';
import { flattenCurve, ovalCurve } from '../../geometry/curve.ts';
import type { Point } from '../../geometry/point.ts';
import { polylineLengthMm, walkable } from '../../geometry/polyline.ts';
import { panelOf } from '../panels.ts';
import type { Plan } from '../schema.ts';

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

/** Markings first, then the folds of the piece, then its outline. */
export function lineChoices(plan: Plan): readonly LineChoice[] {
  const choice = (id: string, title: string, line: Line): LineChoice => ({
    ...line,
    id,
    title,
    lengthMm: lineLengthMm(line),
  });
  return [
    ...Object.values(panelOf(plan).markings).map((marking) =>
      choice(marking.id, marking.name, { points: curvePoints(marking), closed: marking.closed }),
    ),
    ...clothGuides(panelOf(plan)).map((guide, i) =>
      choice(`guide-${i}`, guide.name, { points: curvePoints(guide), closed: guide.closed }),
    ),
    choice('outline', 'Edge of the piece', { points: clothOutline(panelOf(plan)), closed: true }),
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
