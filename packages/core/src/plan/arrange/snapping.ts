/**
 * What a dragged part catches on: the middles of openings and windows, drawn lines, the middle lines of the
 * piece, the middles of other parts, and places at equal distances in a row. Collected once per gesture, asked
 * at every move.
 */

import { areasFor, clothBox, clothGuides, curvePoints } from '../../cloth/cloth.ts';
import { add, distance, type Point, subtract } from '../../geometry/point.ts';
import { centroidOf } from '../../geometry/polygon.ts';
import { walkable } from '../../geometry/polyline.ts';
import { nearestOnSegment } from '../../geometry/segment.ts';
import { type IndexedSegment, indexSegments, type SegmentIndex } from '../../spatial/segment-index.ts';
import { layersOn, layerWindows } from '../layers.ts';
import { thoseOn } from '../panels.ts';
import type { Panel, Part } from '../records.ts';
import type { Plan } from '../schema.ts';

/** Why a part was caught, to be shown while it is: a line on the cloth and a word. */
export interface SnapGuide {
  readonly from: Point;
  readonly to: Point;
  readonly words: string;
}

export interface Snapped {
  readonly delta: Point;
  readonly guides: readonly SnapGuide[];
}

export interface SnapTargets {
  readonly spots: ReadonlyArray<{ readonly at: Point; readonly words: string }>;
  readonly lines: SegmentIndex<string>;
  readonly middles: readonly Point[];
  readonly middleOfPiece: Point;
}

/** Everything of a panel that can catch, but for the parts that are being moved. */
export function snapTargets(plan: Plan, panel: Panel, movingIds: readonly string[]): SnapTargets {
  const moving = new Set(movingIds);
  const { left, top, widthMm, heightMm } = clothBox(panel);
  const spots = [...areasFor(panel, 'opening'), ...areasFor(panel, 'window')].map((area) => ({
    at: centroidOf(area),
    words: 'middle of the opening',
  }));
  const windows = layersOn(plan, panel.id)
    .flatMap(layerWindows)
    .map((window) => ({
      at: centroidOf(window),
      words: 'middle of the window',
    }));
  const lines = [...Object.values(panel.markings), ...clothGuides(panel)].flatMap((line) => {
    const path = walkable(curvePoints(line), line.closed);
    return path
      .slice(1)
      .map((b, i): IndexedSegment<string> => ({ a: path[i] as Point, b, owner: line.name }));
  });
  return {
    spots: [...spots, ...windows],
    lines: indexSegments(lines),
    middles: thoseOn(plan.parts, panel.id)
      .filter((part) => !moving.has(part.id))
      .map((part) => part.at),
    middleOfPiece: { x: left + widthMm / 2, y: top + heightMm / 2 },
  };
}

/** Parts of one row lie no farther than this from its line, mm (assumption). */
const ROW_MM = 8;
/** Neighbours in a row that are looked at for equal distances. */
const NEIGHBOURS = 6;
/** A free coordinate falls on this grid, mm: what a ruler can be read to. */
const RULER_MM = 0.5;

/**
 * The movement nearest to `delta` that catches within `reachMm`. What is caught is the middle of the moved parts
 * (of one part its own middle). What catches nothing falls on half millimetres.
 */
export function snapMove(
  targets: SnapTargets,
  parts: readonly Pick<Part, 'at'>[],
  delta: Point,
  reachMm: number,
): Snapped {
  const anchor = middleOf(parts.map((part) => part.at));
  const wanted = add(anchor, delta);
  const spot = nearestSpot(targets, wanted, reachMm);
  if (spot !== null)
    return { delta: subtract(spot.at, anchor), guides: [{ from: spot.at, to: spot.at, words: spot.words }] };
  const line = nearestLine(targets, wanted, reachMm);
  if (line !== null) {
    return { delta: subtract(line.at, anchor), guides: [{ from: line.at, to: line.at, words: line.words }] };
  }
  const x = snapAxis(targets, wanted, 'x', reachMm);
  const y = snapAxis(targets, wanted, 'y', reachMm);
  const at = { x: x?.value ?? toRuler(wanted.x), y: y?.value ?? toRuler(wanted.y) };
  const guides = [x, y].flatMap((caught): readonly SnapGuide[] =>
    caught === null ? [] : [{ from: caught.from, to: at, words: caught.words }],
  );
  return { delta: subtract(at, anchor), guides };
}

function middleOf(points: readonly Point[]): Point {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  return { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
}

function toRuler(mm: number): number {
  return Math.round(mm / RULER_MM) * RULER_MM;
}

function nearestSpot({ spots }: SnapTargets, p: Point, reachMm: number) {
  let best: SnapTargets['spots'][number] | null = null;
  for (const spot of spots) {
    if (distance(spot.at, p) <= (best === null ? reachMm : distance(best.at, p))) best = spot;
  }
  return best;
}

function nearestLine(
  { lines }: SnapTargets,
  p: Point,
  reachMm: number,
): { readonly at: Point; readonly words: string } | null {
  let best: { readonly at: Point; readonly words: string; readonly mm: number } | null = null;
  for (const { a, b, owner } of lines.near(p, p, reachMm)) {
    const at = nearestOnSegment(p, a, b);
    const mm = distance(at, p);
    if (mm <= reachMm && (best === null || mm < best.mm)) best = { at, words: `on ${owner}`, mm };
  }
  return best;
}

interface Caught {
  readonly value: number;
  readonly words: string;
  readonly from: Point;
}

function snapAxis(targets: SnapTargets, p: Point, axis: 'x' | 'y', reachMm: number): Caught | null {
  const other = axis === 'x' ? 'y' : 'x';
  let best: Caught | null = null;
  let bestMm = reachMm;
  const consider = (value: number, words: string, from: Point): void => {
    const mm = Math.abs(value - p[axis]);
    if (mm < bestMm || (mm === bestMm && best === null)) {
      bestMm = mm;
      best = { value, words, from };
    }
  };
  consider(targets.middleOfPiece[axis], 'middle of the piece', targets.middleOfPiece);
  for (const at of targets.middles) consider(at[axis], 'in line', at);
  const row = targets.middles
    .filter((at) => Math.abs(at[other] - p[other]) <= ROW_MM)
    .sort((a, b) => Math.abs(a[axis] - p[axis]) - Math.abs(b[axis] - p[axis]))
    .slice(0, NEIGHBOURS);
  for (const [i, a] of row.entries()) {
    for (const b of row.slice(i + 1)) {
      const step = b[axis] - a[axis];
      consider((a[axis] + b[axis]) / 2, 'equal distances', a);
      consider(b[axis] + step, 'equal distances', b);
      consider(a[axis] - step, 'equal distances', a);
    }
  }
  return best;
}
