/** Finds room for words on a drawing: where no line runs through them, as near as can be to what they name. */
import type { Point } from '../geometry/point.ts';
import { boundsOf } from '../geometry/polygon.ts';
import { indexSegments, type SegmentIndex } from '../spatial/segment-index.ts';
import { clippedTo } from './clip-items.ts';
import type { DrawItem } from './sheet-drawing.ts';

/** A line of a label. */
export interface LabelLine {
  readonly text: string;
  readonly sizeMm: number;
  readonly grey?: number;
}

/** Words for something that takes up a box on the drawing. */
export interface Label {
  readonly lines: readonly LabelLine[];
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Average width of a letter as a share of its size, a little high. */
const LETTER_WIDTH = 0.52;
/** From a line of text to the next, as a share of its size. */
const LEADING = 1.12;
/** Room between words and what they name, and steps in which they are moved away, mm. */
const NEAR_MM = 0.8;
const STEP_MM = 2.5;
/** Farther away than this words are not looked for room; they go where the fewest lines are. */
const FARTHEST_STEPS = 16;
/** Words farther away than this get a thin line to what they name, mm. */
const LEADER_MM = 6;

/** The directions words are tried in: below first, as is usual, then above, beside, and aslant. */
const DIRECTIONS: readonly Point[] = [
  { x: 0, y: 1 },
  { x: 0, y: -1 },
  { x: 1, y: 0 },
  { x: -1, y: 0 },
  { x: 0.8, y: 0.8 },
  { x: -0.8, y: 0.8 },
  { x: 0.8, y: -0.8 },
  { x: -0.8, y: -0.8 },
];

/**
 * The labels as drawing items, each where no line of `drawn` and no label before it runs through it, as near as it can be to its
 * box. Closed lines count with their outlines only. The same input gives the same places.
 */
export function placeLabels(drawn: readonly DrawItem[], labels: readonly Label[]): readonly DrawItem[] {
  const lines = indexSegments(drawn.flatMap(segmentsOf));
  // Words off the drawing would be off its pages.
  const [left, top, right, bottom] = boundsOf(lines.all.flatMap(({ a, b }) => [a, b]));
  const sheet = { left, top, right, bottom };
  const taken: Box[] = [];
  return labels.flatMap((label) => {
    const box = bestPlace(lines, sheet, taken, label);
    taken.push(box);
    return drawnLabel(label, box);
  });
}

function segmentsOf(
  item: DrawItem,
): ReadonlyArray<{ readonly a: Point; readonly b: Point; readonly owner: null }> {
  if (item.kind === 'text') return [];
  if (item.kind === 'circle') {
    const { at, radiusMm: r } = item;
    return [
      { a: { x: at.x - r, y: at.y }, b: { x: at.x + r, y: at.y }, owner: null },
      { a: { x: at.x, y: at.y - r }, b: { x: at.x, y: at.y + r }, owner: null },
    ];
  }
  const points = item.closed === true ? [...item.points, item.points[0] as Point] : item.points;
  return points.slice(1).map((b, i) => ({ a: points[i] as Point, b, owner: null }));
}

function bestPlace(lines: SegmentIndex<null>, sheet: Box, taken: readonly Box[], label: Label): Box {
  const width = Math.max(...label.lines.map(({ text, sizeMm }) => text.length * sizeMm * LETTER_WIDTH));
  const height = label.lines.reduce((sum, { sizeMm }) => sum + sizeMm * LEADING, 0);
  let best: { readonly box: Box; readonly struck: number } | null = null;
  for (let step = 0; step <= FARTHEST_STEPS; step += 1) {
    for (const direction of DIRECTIONS) {
      const box = boxBeside(label, width, height, direction, NEAR_MM + step * STEP_MM);
      const struck = strikes(lines, sheet, taken, box);
      if (struck === 0) return box;
      if (best === null || struck < best.struck) best = { box, struck };
    }
  }
  return best?.box ?? boxBeside(label, width, height, { x: 0, y: 1 }, NEAR_MM);
}

/** The box of words beside another, in a direction, so far from it. */
function boxBeside(of: Box, width: number, height: number, direction: Point, mm: number): Box {
  const middle = { x: (of.left + of.right) / 2, y: (of.top + of.bottom) / 2 };
  const reach = {
    x: (of.right - of.left) / 2 + mm + width / 2,
    y: (of.bottom - of.top) / 2 + mm + height / 2,
  };
  const x = middle.x + direction.x * reach.x;
  const y = middle.y + direction.y * reach.y;
  return { left: x - width / 2, right: x + width / 2, top: y - height / 2, bottom: y + height / 2 };
}

/** How many lines and labels run through a box; more where it lies off the drawing. */
function strikes(lines: SegmentIndex<null>, sheet: Box, taken: readonly Box[], box: Box): number {
  const corner = { x: box.left, y: box.top };
  const crossed = lines
    .near(corner, { x: box.right, y: box.bottom }, 0)
    .filter(({ a, b }) => clippedTo({ kind: 'line', points: [a, b], widthMm: 0 }, box).length > 0).length;
  const over = taken.filter(
    (other) =>
      other.left < box.right && other.right > box.left && other.top < box.bottom && other.bottom > box.top,
  ).length;
  const isOff =
    box.left < sheet.left || box.top < sheet.top || box.right > sheet.right || box.bottom > sheet.bottom;
  return crossed + 5 * over + (isOff ? 10 : 0);
}

function drawnLabel(label: Label, box: Box): readonly DrawItem[] {
  const x = (box.left + box.right) / 2;
  let y = box.top;
  const words = label.lines.map(({ text, sizeMm, grey }): DrawItem => {
    y += sizeMm * LEADING;
    return {
      kind: 'text',
      at: { x, y: y - sizeMm * 0.25 },
      text,
      sizeMm,
      anchor: 'middle',
      ...(grey === undefined ? {} : { grey }),
    };
  });
  return [...leader(label, box), ...words];
}

/** A thin line from words that had to go far to what they name. */
function leader(label: Label, box: Box): readonly DrawItem[] {
  const near = (low: number, high: number, to: number): number => Math.min(high, Math.max(low, to));
  const middle = { x: (label.left + label.right) / 2, y: (label.top + label.bottom) / 2 };
  const from = { x: near(box.left, box.right, middle.x), y: near(box.top, box.bottom, middle.y) };
  const to = { x: near(label.left, label.right, from.x), y: near(label.top, label.bottom, from.y) };
  return Math.hypot(from.x - to.x, from.y - to.y) < LEADER_MM
    ? []
    : [{ kind: 'line', points: [from, to], widthMm: 0.12, grey: 0.5, dashMm: [0.5, 0.5] }];
}
