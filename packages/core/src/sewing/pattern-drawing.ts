/** The pattern at full size: what is drawn for the maker to sew along. */

import {
  asSeen,
  clothBox,
  clothGuides,
  clothKeepOuts,
  clothOutline,
  curvePoints,
  type Face,
  type Marking,
  type MarkingUse,
} from '../cloth/cloth.ts';
import { stretchPoints } from '../cloth/outline-places.ts';
import { add, distance, type Point, scale, subtract } from '../geometry/point.ts';
import { boundsOf } from '../geometry/polygon.ts';
import { pointAlong, polylineLengthMm } from '../geometry/polyline.ts';
import { placePointExactly } from '../geometry/transform.ts';
import { deriveSides } from '../joining/sides.ts';
import type { Hole } from '../parts/part-kind.ts';
import { type ClothHole, clothHolesOf } from '../plan/cloth-holes.ts';
import { kindOf } from '../plan/kind-of.ts';
import { layerOutline, layersOn, layerWindows, openEdgeOf } from '../plan/layers.ts';
import { panelOf, thoseOn } from '../plan/panels.ts';
import { spansOnLeg } from '../plan/passes.ts';
import { holeKey, holePoint, placedOutline, poseOf } from '../plan/placed.ts';
import type { Layer, Panel, Patch } from '../plan/records.ts';
import { legsOnPanel, runsByHole, sewingOf, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { seamEdges, seamLetter, seamLine } from '../plan/seams.ts';
import { grainLine } from './grain-line.ts';
import { type Label, placeLabels } from './label-places.ts';
import type { DrawItem } from './sheet-drawing.ts';
import { sheetNames } from './sheet-names.ts';

/**
 * The whole pattern of a panel as seen on a face, unclipped, in cloth millimetres; of the plan's only panel where none is named. The wrong
 * side is mirrored, as it lies in the hand.
 */
export function patternDrawing(plan: Plan, face?: Face, panel: Panel = panelOf(plan)): readonly DrawItem[] {
  return drawnPattern(plan, panel, face ?? panel.workedFace);
}

function drawnPattern(plan: Plan, panel: Panel, face: Face): readonly DrawItem[] {
  const { left, top } = clothBox(panel);
  const seen = (p: Point): Point => subtract(asSeen(panel, face, p), { x: left, y: top });
  const sides = deriveSides(plan);
  const items: DrawItem[] = [
    { kind: 'line', points: clothOutline(panel).map(seen), widthMm: 0.5, closed: true },
    ...clothGuides(panel).map(
      (guide): DrawItem => ({
        kind: 'line',
        points: curvePoints(guide).map(seen),
        widthMm: 0.2,
        closed: guide.closed,
        grey: 0.6,
        dashMm: [5, 2],
      }),
    ),
    ...Object.values(panel.markings).flatMap((marking) => drawnMarking(marking, seen)),
    ...clothKeepOuts(panel).flatMap((area) => drawnMarking({ ...area, id: '', use: 'keep-out' }, seen)),
    ...layersOn(plan, panel.id, face).flatMap((layer) => drawnLayer(plan, layer, seen)),
    ...drawnSeams(plan, panel, seen),
  ];
  for (const { run, leg } of legsOnPanel(plan, panel.id)) {
    const spans = spansOnLeg(leg, sumRun(plan, run).spans);
    const { stitch, setting } = sewingOf(plan, run);
    for (const span of spans) {
      // What lies on the far face alone is sewn along from the face that lies up: a machine’s line is printed there.
      const worked = (stitch.exposure === 'far' ? setting.workedFace : span.face) === face;
      const [a, b] = [seen(span.a), seen(span.b)];
      items.push({
        kind: 'line',
        points: [a, b],
        widthMm: worked ? 0.7 : 0.2,
        ...(worked ? {} : { grey: 0.45, dashMm: [0.8, 0.8] as const }),
      });
      if (worked) items.push(...tick(a, b));
    }
    const side = sides.of(sides.nets.ofRun(run.id));
    const middle = spans[Math.floor(spans.length / 2)];
    if (middle !== undefined && (side === '+' || side === '-')) {
      items.push(...signBeside(seen(middle.a), seen(middle.b), side));
    }
  }
  for (const patch of thoseOn(plan.patches, panel.id)) items.push(...drawnPatch(patch, seen));
  const used = runsByHole(plan);
  const names = sheetNames(plan);
  const labels: Label[] = [];
  for (const part of thoseOn(plan.parts, panel.id)) {
    items.push({
      kind: 'line',
      points: placedOutline(plan, part).map(seen),
      widthMm: 0.25,
      closed: true,
      ...(part.face === face ? {} : { dashMm: [2, 1.5] as const }),
    });
    for (const hole of kindOf(plan, part).holes) {
      const ref = { partId: part.id, holeId: hole.id };
      const at = seen(holePoint(plan, ref));
      items.push({
        kind: 'circle',
        at,
        radiusMm: hole.plated ? hole.padRadiusMm : hole.diameterMm / 2,
        widthMm: used.has(holeKey(ref)) ? 0.4 : 0.15,
      });
      items.push(...cross(at, 1));
      if (hole.sign !== 'none') {
        // Beside the hole, on the far side from the middle of the part.
        const away = subtract(at, seen(part.at));
        const far = Math.max(distance(at, seen(part.at)), 1e-9);
        const spot = add(at, scale(away, (hole.padRadiusMm + 3) / far));
        items.push(...signIn(spot, hole.sign));
      }
    }
    const made = clothHolesOf(plan, part);
    for (const { at, diameterMm } of made)
      items.push(
        { kind: 'circle', at: seen(at), radiusMm: diameterMm / 2, widthMm: 0.3 },
        ...cross(seen(at), 0.8),
      );
    const [left, top, right, bottom] = boundsOf(placedOutline(plan, part).map(seen));
    labels.push({
      lines: [
        { text: names.part(part.id), sizeMm: 3.2 },
        ...(kindOf(plan, part).holes.every(({ form }) => form === 'end')
          ? []
          : [{ text: holeSizes(kindOf(plan, part).holes), sizeMm: 2.4, grey: 0.35 }]),
        ...madeWords(made),
      ],
      left,
      top,
      right,
      bottom,
    });
    for (const shape of kindOf(plan, part).shapes) {
      if (shape.form !== 'line' && shape.form !== 'area') continue;
      const points = shape.points.map((p) => seen(placePointExactly(poseOf(part), p)));
      items.push({ kind: 'line', points, widthMm: 0.25, closed: shape.form === 'area' });
    }
    for (const leg of kindOf(plan, part).metal)
      items.push(...legArrow(leg.points.map((p) => seen(placePointExactly(poseOf(part), p)))));
  }
  const grain = drawnGrain(plan, panel).map((points) => points.map(seen));
  items.push(...grain.map((points): DrawItem => ({ kind: 'line', points, widthMm: 0.25 })));
  const end = grain[0]?.[1];
  if (end !== undefined)
    labels.push({
      lines: [{ text: 'grain', sizeMm: 3 }],
      left: end.x,
      top: end.y,
      right: end.x,
      bottom: end.y,
    });
  return [...items, ...placeLabels(items, labels)];
}

/** The grain line of a panel whose cloth has a grain, beside its parts and threads where there is room. */
function drawnGrain(plan: Plan, panel: Panel): ReturnType<typeof grainLine> {
  if (panel.grainDeg === undefined) return [];
  const parts = thoseOn(plan.parts, panel.id);
  const things = [
    ...parts.map(({ at }) => at),
    ...parts.flatMap((part) => placedOutline(plan, part)),
    ...legsOnPanel(plan, panel.id).flatMap(({ run, leg }) =>
      spansOnLeg(leg, sumRun(plan, run).spans).map(({ a }) => a),
    ),
  ];
  return grainLine(clothOutline(panel), panel.grainDeg, things);
}

/** How each use is printed: an opening as an edge, the others as quiet lines with their name where they are areas. */
const MARKING_LINES: Readonly<
  Record<MarkingUse, Pick<Extract<DrawItem, { kind: 'line' }>, 'widthMm' | 'grey' | 'dashMm'>>
> = {
  mark: { widthMm: 0.2, grey: 0.6 },
  opening: { widthMm: 0.5 },
  fold: { widthMm: 0.25, dashMm: [7, 2] },
  'keep-out': { widthMm: 0.3, dashMm: [1, 1] },
  dart: { widthMm: 0.3, dashMm: [1, 1] },
  zip: { widthMm: 0.3, dashMm: [1, 1] },
  binding: { widthMm: 0.3, dashMm: [1, 1] },
  window: { widthMm: 0.3, dashMm: [4, 1] },
  reach: { widthMm: 0.2, grey: 0.45, dashMm: [3, 3] },
};

function drawnMarking(marking: Marking, seen: (p: Point) => Point): readonly DrawItem[] {
  const points = curvePoints(marking).map(seen);
  const line: DrawItem = { kind: 'line', points, closed: marking.closed, ...MARKING_LINES[marking.use] };
  if (marking.use === 'mark') return [line];
  const [x, y] = labelSpot(points);
  return [line, { kind: 'text', at: { x, y: y + 3.4 }, text: marking.name, sizeMm: 3, anchor: 'middle' }];
}

/** The outline of a layer with its windows, and a cross at each end of it, through which pins go: layer and panel are laid on each other by them. */
function drawnLayer(plan: Plan, layer: Layer, seen: (p: Point) => Point): readonly DrawItem[] {
  const outline = layerOutline(plan, layer);
  const [left, top, right, bottom] = boundsOf(outline);
  const y = (top + bottom) / 2;
  return [
    { kind: 'line', points: outline.map(seen), widthMm: 0.25, closed: true, dashMm: [5, 1.5] },
    ...layerWindows(layer).map(
      (window): DrawItem => ({ kind: 'line', points: window.map(seen), widthMm: 0.35, closed: true }),
    ),
    ...openSide(plan, layer, seen),
    ...registerCrosses(left, right, y).flatMap((p) => cross(seen(p), 4)),
    {
      kind: 'text',
      at: seen({ x: (left + right) / 2, y: bottom - 2 }),
      text: layer.name,
      sizeMm: 3,
      anchor: 'middle',
    },
  ];
}

/** The side of a layer that stays open: a whole line beside the dashes, and the word. */
function openSide(plan: Plan, layer: Layer, seen: (p: Point) => Point): readonly DrawItem[] {
  const edge = openEdgeOf(plan, layer);
  if (edge.length < 2) return [];
  const middle = pointAlong(edge, polylineLengthMm(edge) / 2);
  return [
    { kind: 'line', points: edge.map(seen), widthMm: 0.6 },
    { kind: 'text', at: seen({ x: middle.x, y: middle.y + 4 }), text: 'open', sizeMm: 3, anchor: 'middle' },
  ];
}

/** Two places of a layer by which it is laid on its panel: a tenth of its width from either side, half way down. */
export function registerCrosses(left: number, right: number, y: number): readonly Point[] {
  return [left + (right - left) / 10, right - (right - left) / 10].map((x) => ({ x, y }));
}

/** Seam lines in dashes, with the letter of the seam outside them and a notch at the cut edge: where letters match, edges are sewn together. */
function drawnSeams(plan: Plan, panel: Panel, seen: (p: Point) => Point): readonly DrawItem[] {
  return seamEdges(plan, panel.id).flatMap(({ seam, side }): readonly DrawItem[] => {
    const line = seamLine(plan, seam, side);
    const cut = stretchPoints(panel.shape, seam[side]);
    const middle = (points: readonly Point[]): Point => pointAlong(points, polylineLengthMm(points) / 2);
    const [on, rim] = [middle(line), middle(cut)];
    return [
      { kind: 'line', points: line.map(seen), widthMm: 0.25, dashMm: [6, 2] },
      { kind: 'line', points: [seen(rim), seen(on)], widthMm: 0.25 },
      {
        kind: 'text',
        at: add(seen(on), { x: 0, y: 1.4 }),
        text: seamLetter(plan, seam.id),
        sizeMm: 4,
        bold: true,
        anchor: 'middle',
      },
    ];
  });
}

function labelSpot(outline: readonly Point[]): readonly [number, number] {
  const x = outline.reduce((sum, p) => sum + p.x, 0) / outline.length;
  return [x, Math.max(...outline.map((p) => p.y))];
}

/** A small upright cross about a point. */
export function cross(at: Point, arm: number): readonly DrawItem[] {
  return [
    {
      kind: 'line',
      points: [
        { x: at.x - arm, y: at.y },
        { x: at.x + arm, y: at.y },
      ],
      widthMm: 0.15,
    },
    {
      kind: 'line',
      points: [
        { x: at.x, y: at.y - arm },
        { x: at.x, y: at.y + arm },
      ],
      widthMm: 0.15,
    },
  ];
}

/** Half the width of a sign, mm. */
const SIGN_MM = 1.9;

/** + in a square, − in a circle: told apart by shape as well, and in black and white. */
export function signIn(at: Point, sign: '+' | '-', half = SIGN_MM): readonly DrawItem[] {
  const arm = 0.58 * half;
  const bar = (dx: number, dy: number): DrawItem => ({
    kind: 'line',
    points: [
      { x: at.x - dx, y: at.y - dy },
      { x: at.x + dx, y: at.y + dy },
    ],
    widthMm: 0.26 * half,
  });
  if (sign === '-') return [{ kind: 'circle', at, radiusMm: half, widthMm: 0.2 }, bar(arm, 0)];
  const corners = [
    { x: at.x - half, y: at.y - half },
    { x: at.x + half, y: at.y - half },
    { x: at.x + half, y: at.y + half },
    { x: at.x - half, y: at.y + half },
  ];
  return [{ kind: 'line', points: corners, widthMm: 0.2, closed: true }, bar(arm, 0), bar(0, arm)];
}

/** Where the needle goes through: a short tick across each end of a stitch. */
function tick(a: Point, b: Point): readonly DrawItem[] {
  const length = distance(a, b);
  if (length === 0) return [];
  const across = scale({ x: -(b.y - a.y) / length, y: (b.x - a.x) / length }, 0.8);
  return [a, b].map((p) => ({
    kind: 'line',
    points: [subtract(p, across), add(p, across)],
    widthMm: 0.15,
  }));
}

function drawnPatch(patch: Patch, seen: (p: Point) => Point): readonly DrawItem[] {
  const angle = (patch.turnDeg * Math.PI) / 180;
  const along = scale({ x: Math.cos(angle), y: Math.sin(angle) }, patch.lengthMm / 2);
  const across = scale({ x: -Math.sin(angle), y: Math.cos(angle) }, patch.widthMm / 2);
  const corners = [
    add(add(patch.at, along), across),
    add(subtract(patch.at, along), across),
    subtract(subtract(patch.at, along), across),
    subtract(add(patch.at, along), across),
  ].map(seen);
  const [x, y] = labelSpot(corners);
  return [
    { kind: 'line', points: corners, widthMm: 0.35, closed: true, dashMm: [3, 0.8] },
    { kind: 'text', at: { x, y: y + 3 }, text: 'patch', sizeMm: 2.6, anchor: 'middle' },
  ];
}

/** `pierce 0.8 mm`, `cut 5.2 mm`: what is made in the cloth, one line for each sort. */
function madeWords(
  made: readonly ClothHole[],
): ReadonlyArray<{ text: string; sizeMm: number; grey: number }> {
  const words = made.map(
    (hole) => `${hole.made === 'cut' ? 'cut' : 'pierce'} ${Math.round(hole.diameterMm * 10) / 10} mm`,
  );
  return [...new Set(words)].map((text) => ({ text, sizeMm: 2.4, grey: 0.35 }));
}

/** `holes 2 mm`, or every size there is. */
function holeSizes(holes: readonly Hole[]): string {
  const sizes = [...new Set(holes.map(({ diameterMm }) => Math.round(diameterMm * 10) / 10))].sort(
    (a, b) => a - b,
  );
  return `holes ${sizes.join(', ')} mm`;
}

/** Which way a leg is folded: a line with a head at its loop. */
function legArrow(points: readonly Point[]): readonly DrawItem[] {
  const [before, end] = [points.at(-2), points.at(-1)];
  if (before === undefined || end === undefined || distance(before, end) === 0) return [];
  const back = scale(subtract(before, end), 2 / distance(before, end));
  const across = { x: -back.y / 2, y: back.x / 2 };
  const head = [add(add(end, back), across), end, subtract(add(end, back), across)];
  return [
    { kind: 'line', points, widthMm: 0.35 },
    { kind: 'line', points: head, widthMm: 0.35 },
  ];
}

function signBeside(a: Point, b: Point, sign: '+' | '-'): readonly DrawItem[] {
  const length = distance(a, b);
  if (length === 0) return [];
  const across = { x: -(b.y - a.y) / length, y: (b.x - a.x) / length };
  return signIn(add({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, scale(across, 3.6)), sign);
}
