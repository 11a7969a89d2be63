/** The piece as it will be: every panel flat and to scale as its seams leave it, what shows of the circuit, and what is hidden. */
import { type Face, faceName, otherFace } from '../cloth/cloth.ts';
import { add, type Point, scale } from '../geometry/point.ts';
import { boundsOf, type Polygon } from '../geometry/polygon.ts';
import { hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { coverOf, covers, layerOutline, layersOn, layerWindows } from '../plan/layers.ts';
import { hasSeveralPanels, outsideFace, panelsOf, thoseOn } from '../plan/panels.ts';
import { spansOnLeg } from '../plan/passes.ts';
import { placedOutline, shiningFace } from '../plan/placed.ts';
import type { Panel, Part } from '../plan/records.ts';
import { legsOnPanel, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { finishedOutline } from '../plan/seams.ts';
import { tubeOf } from '../plan/stuffed.ts';
import { formatLength } from '../units/length.ts';
import type { DrawItem } from './sheet-drawing.ts';

/** A panel as its seams leave it, seen on one face. */
export interface FinishedView {
  readonly panel: Panel;
  readonly face: Face;
  readonly outline: Polygon;
  /** What shows on that face, and what lies there but is hidden. */
  readonly shown: readonly Part[];
  readonly hidden: readonly Part[];
}

/** Every panel from outside, and those from inside that are seen there too or have parts there. */
export function finishedViews(plan: Plan): readonly FinishedView[] {
  return panelsOf(plan).flatMap((panel) => {
    const parts = thoseOn(plan.parts, panel.id);
    const outline = finishedOutline(plan, panel);
    const outside = outsideFace(plan, { panelId: panel.id });
    const inside = otherFace(outside);
    const hasInside =
      panel.wrongSideSeen ||
      parts.some((part) => part.face === inside) ||
      layersOn(plan, panel.id, inside).length > 0;
    return [outside, ...(hasInside ? [inside] : [])].map((face) => {
      const shows = (part: Part): boolean => isShown(plan, panel, part, face);
      return {
        panel,
        face,
        outline,
        shown: parts.filter(shows),
        hidden: parts.filter((part) => !shows(part)),
      };
    });
  });
}

/** Whether something of a part is seen on a face: it lies there, or its light shines through there, and no layer lies over it. */
function isShown(plan: Plan, panel: Panel, part: Part, face: Face): boolean {
  const isThere =
    part.face === face || (hasElement(kindOf(plan, part), 'light') && shiningFace(plan, part) === face);
  return isThere && coverOf(plan, panel.id, face, part.at) === undefined;
}

export interface FinishedDrawing {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly items: readonly DrawItem[];
  /** Drawn so many times smaller than life. */
  readonly oneTo: number;
  readonly description: string;
}

/** Between the views, and below each for its words, mm on paper. */
const BETWEEN_MM = 6;
const WORDS_MM = 11;
const TEXT_MM = 3;
/** Scales a ruler can follow: one to so many. */
const SCALES = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50];

/** The views side by side in a frame of this width, at the largest scale at which they fit its height. */
export function finishedDrawing(plan: Plan, widthMm: number, mostHeightMm: number): FinishedDrawing {
  const views = finishedViews(plan);
  for (const oneTo of SCALES) {
    const placed = inRows(views, oneTo, widthMm);
    const heightMm = Math.max(0, ...placed.map(({ bottom }) => bottom));
    if (
      (heightMm <= mostHeightMm && placed.every(({ right }) => right <= widthMm)) ||
      oneTo === SCALES.at(-1)
    )
      return {
        widthMm,
        heightMm,
        items: placed.flatMap(({ view, at }) => drawnView(plan, view, at, oneTo)),
        oneTo,
        description: `The finished piece, one to ${oneTo}: ${views.map((view) => wordsOf(plan, view)[0]).join('; ')}`,
      };
  }
  throw new RangeError('finishedDrawing: there is no scale');
}

/** Whether a plan says so much of its finished piece that a picture of it tells more than the cloth does. */
function hasFinish(plan: Plan): boolean {
  return hasSeveralPanels(plan) || Object.keys(plan.seams).length > 0 || Object.keys(plan.layers).length > 0;
}

/** On the first page of a sheet the finished piece takes no more than this, mm. */
const ON_SHEET_MM = 80;

/** The finished piece for the first page of a sheet; null where it is what the cloth is. */
export function finishedOnSheet(plan: Plan, widthMm: number): FinishedDrawing | null {
  return hasFinish(plan) ? finishedDrawing(plan, widthMm, ON_SHEET_MM) : null;
}

interface PlacedView {
  readonly view: FinishedView;
  /** Where its upper left corner lies. */
  readonly at: Point;
  readonly right: number;
  readonly bottom: number;
}

function inRows(views: readonly FinishedView[], oneTo: number, widthMm: number): readonly PlacedView[] {
  const placed: PlacedView[] = [];
  let [x, y, row] = [0, 0, 0];
  for (const view of views) {
    const [left, top, right, bottom] = boundsOf(view.outline);
    const [width, height] = [(right - left) / oneTo, (bottom - top) / oneTo];
    if (x > 0 && x + width > widthMm) {
      y += row + BETWEEN_MM;
      x = 0;
      row = 0;
    }
    placed.push({ view, at: { x, y }, right: x + width, bottom: y + height + WORDS_MM });
    x += width + BETWEEN_MM;
    row = Math.max(row, height + WORDS_MM);
  }
  return placed;
}

/** Round a light that shows, in mm of paper: its glow. */
const GLOW_MM = [1.1, 2] as const;

function drawnView(plan: Plan, view: FinishedView, at: Point, oneTo: number): readonly DrawItem[] {
  const { panel, face, outline, shown, hidden } = view;
  const [left, top, right, bottom] = boundsOf(outline);
  // From inside it is seen mirrored.
  const seen = (p: Point): Point =>
    add(at, scale({ x: face === 'right' ? p.x - left : right - p.x, y: p.y - top }, 1 / oneTo));
  const items: DrawItem[] = [{ kind: 'line', points: outline.map(seen), widthMm: 0.4, closed: true }];
  for (const layer of layersOn(plan, panel.id, face)) {
    items.push({
      kind: 'line',
      points: layerOutline(plan, layer).map(seen),
      widthMm: 0.2,
      closed: true,
      dashMm: [2, 0.8],
    });
    for (const window of layerWindows(layer))
      items.push({ kind: 'line', points: window.map(seen), widthMm: 0.25, closed: true });
  }
  const layers = layersOn(plan, panel.id, face).filter(({ laid }) => laid === 'after');
  for (const { run, leg } of legsOnPanel(plan, panel.id))
    for (const span of spansOnLeg(leg, sumRun(plan, run).spans)) {
      const isHidden = span.face !== face || layers.some((layer) => covers(plan, layer, span.a));
      if (!isHidden) items.push({ kind: 'line', points: [seen(span.a), seen(span.b)], widthMm: 0.25 });
    }
  for (const part of hidden) items.push(...drawnPart(plan, part, seen, true));
  for (const part of shown) {
    items.push(...drawnPart(plan, part, seen, false));
    if (!hasElement(kindOf(plan, part), 'light')) continue;
    for (const radiusMm of GLOW_MM)
      items.push({
        kind: 'circle',
        at: seen(part.at),
        radiusMm,
        widthMm: 0.15,
        filled: radiusMm === GLOW_MM[0],
      });
  }
  const middle = seen({ x: (left + right) / 2, y: bottom }).x;
  const foot = at.y + (bottom - top) / oneTo;
  for (const [i, text] of wordsOf(plan, view).entries())
    items.push({
      kind: 'text',
      at: { x: middle, y: foot + 4 + i * 3.8 },
      text,
      sizeMm: TEXT_MM,
      bold: i === 0,
      anchor: 'middle',
      ...(i === 0 ? {} : { grey: 0.35 }),
    });
  return items;
}

function drawnPart(
  plan: Plan,
  part: Part,
  seen: (p: Point) => Point,
  isHidden: boolean,
): readonly DrawItem[] {
  return [
    {
      kind: 'line',
      points: placedOutline(plan, part).map(seen),
      widthMm: isHidden ? 0.12 : 0.25,
      closed: true,
      ...(isHidden ? { grey: 0.55, dashMm: [0.8, 0.8] as const } : {}),
    },
  ];
}

/** What stands below a view: `front, outside` and its size; how large it is stuffed round. */
function wordsOf(plan: Plan, { panel, face, outline }: FinishedView): readonly string[] {
  const { unit } = plan.habits;
  const [left, top, right, bottom] = boundsOf(outline);
  const mm = (value: number): string => formatLength(value, unit, 0);
  const name = hasSeveralPanels(plan) ? `${panel.name}, ` : '';
  const tube = tubeOf(plan, panel);
  const round =
    tube === null
      ? []
      : [
          tube.isAlone
            ? `a tube: ${mm(tube.girthMm / 2)} wide lying flat, ${mm(tube.acrossMm)} across stuffed round`
            : `${mm(tube.acrossMm)} across where it is stuffed round`,
        ];
  return [
    `${name}${faceName(face)}, ${mm(right - left)} × ${mm(bottom - top)}`,
    ...(face === outsideFace(plan, { panelId: panel.id }) ? round : []),
  ];
}
