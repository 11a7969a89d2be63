/** Seams: what the lines of two edges that are sewn together measure, where they lie, and the strips beside them that stay free. */

import { asSeen } from '../cloth/cloth.ts';
import { edgesOf, isWithin, placesIn, type Stretch, stretchPoints } from '../cloth/outline-places.ts';
import { type SeamLines, seamLinesOf } from '../cloth/seam-lines.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import { nearestAlong, pointAlong, polylineLengthMm } from '../geometry/polyline.ts';
import { cosSinDeg } from '../geometry/transform.ts';
import { remembered } from '../units/remembered.ts';
import { compareIds } from '../units/words.ts';
import { faceUp, panelOf } from './panels.ts';
import type { Panel, Seam } from './records.ts';
import type { Plan } from './schema.ts';

/** One of the two edges of a seam. */
export type SideName = 'a' | 'b';
export const SIDES: readonly SideName[] = ['a', 'b'];

type WithSeams = Pick<Plan, 'seams' | 'panels'>;

/** An edge of a seam on a panel. */
export interface SeamEdge {
  readonly seam: Seam;
  readonly side: SideName;
}

/** The letter of a seam, as it stands at both its edges: A to Z, then A2, B2 and so on, in the order of their ids. */
export function seamLetter({ seams }: Pick<Plan, 'seams'>, seamId: string): string {
  const at = Object.keys(seams).sort(compareIds).indexOf(seamId);
  const round = Math.floor(at / 26);
  return `${String.fromCharCode(65 + (at % 26))}${round === 0 ? '' : round + 1}`;
}

/** The edges of seams that lie on a panel, in the order of their seams. */
export function seamEdges({ seams }: Pick<Plan, 'seams'>, panelId: string): readonly SeamEdge[] {
  return Object.values(seams).flatMap((seam) =>
    SIDES.filter((side) => seam[side].panelId === panelId).map((side) => ({ seam, side })),
  );
}

/** So many panels of one shape, each with seams of its own, are looked at in turn. */
const PANELS_ALIKE = 24;

/** Where the lines of the seams on a panel lie, in the order of `seamEdges`, and what is left between them. Remembered. */
const seamLinesOn = remembered(
  {
    name: 'seam lines',
    under: ({ shape }: Panel, _plan: Pick<Plan, 'seams'>) => shape,
    // What the seams on it say of their lines: another seam, or what else is said of one, moves none.
    rests: ({ id }, plan) =>
      seamEdges(plan, id).flatMap(({ seam, side }) => [seam[side].from, seam[side].to, seam.allowanceMm]),
    most: PANELS_ALIKE,
  },
  ({ id, shape }, plan): SeamLines =>
    seamLinesOf(
      shape,
      seamEdges(plan, id).map(({ seam, side }) => ({ stretch: seam[side], allowanceMm: seam.allowanceMm })),
    ),
);

/** The line along which a seam is sewn, on one of its edges, in the frame of that panel's right side. */
export function seamLine(plan: WithSeams, seam: Seam, side: SideName): readonly Point[] {
  const panel = panelOf(plan, seam[side]);
  const at = seamEdges(plan, panel.id).findIndex((edge) => edge.seam.id === seam.id && edge.side === side);
  return seamLinesOn(panel, plan).lines[at] ?? [];
}

/** The outline of a panel between its seam lines, on the right side; its cut edge where it has no seam. */
export function finishedOutline(plan: WithSeams, panel: Panel): Polygon {
  return seamLinesOn(panel, plan).inside;
}

/** The edges of seams on a panel for whose allowance it is too narrow: no line is left, or it is broken. */
export function tooWideOn(plan: WithSeams, panel: Panel): readonly SeamEdge[] {
  const edges = seamEdges(plan, panel.id);
  return seamLinesOn(panel, plan).tooWide.flatMap((i) => edges[i] ?? []);
}

export interface SeamLengths {
  readonly aMm: number;
  readonly bMm: number;
  /** How much longer the longer line is, as a share of the shorter: what has to be eased in. */
  readonly ease: number;
}

/** How long the two lines of a seam are, along the seam line. */
export function seamLengths(plan: WithSeams, seam: Seam): SeamLengths {
  const [aMm, bMm] = SIDES.map((side) => polylineLengthMm(seamLine(plan, seam, side))) as [number, number];
  const [short, long] = [Math.min(aMm, bMm), Math.max(aMm, bMm)];
  return { aMm, bMm, ease: short === 0 ? Number.POSITIVE_INFINITY : long / short - 1 };
}

/**
 * Where a place of a seam lies on one of its edges: a share of the seam line from its beginning on edge a, 0 to 1. On edge b the same share is
 * counted from the end where the seam is reversed, so that both meet when it is sewn.
 */
export function pointOnSeam(plan: WithSeams, seam: Seam, side: SideName, share: number): Point {
  const line = seamLine(plan, seam, side);
  const along = side === 'b' && seam.b.reversed ? 1 - share : share;
  return pointAlong(line, along * polylineLengthMm(line));
}

/** A place on a seam line, on one of its edges. */
export interface SeamPlace extends SeamEdge {
  /** Of the whole seam, from its beginning on edge a. */
  readonly share: number;
  readonly at: Point;
}

/** The place of a panel's seam lines nearest to a point, within `reachMm`; null where none is so near. */
export function nearestSeamPlace(
  plan: WithSeams,
  panelId: string,
  p: Point,
  reachMm: number,
): SeamPlace | null {
  let best: { readonly place: SeamPlace; readonly mm: number } | null = null;
  for (const { seam, side } of seamEdges(plan, panelId)) {
    const line = seamLine(plan, seam, side);
    const near = nearestAlong(line, p);
    if (near.distanceMm > (best?.mm ?? reachMm)) continue;
    const along = near.alongMm / Math.max(polylineLengthMm(line), 1e-9);
    const share = side === 'b' && seam.b.reversed ? 1 - along : along;
    best = { place: { seam, side, share, at: near.at }, mm: near.distanceMm };
  }
  return best?.place ?? null;
}

/** A strip of cloth beyond a seam line, which goes into the seam. */
export interface AllowanceStrip extends SeamEdge {
  readonly area: Polygon;
  /** The seam line. */
  readonly line: readonly Point[];
  /** `the allowance of seam A`. */
  readonly name: string;
}

/** The strips of a panel that its seams take up: between the cut edge and the seam line. None where edges are butted. Remembered. */
export const allowanceStrips = remembered(
  {
    name: 'allowance strips',
    under: (panel: Panel, _plan: WithSeams) => panel,
    rests: (_panel, { seams }) => [seams],
  },
  (panel, plan): readonly AllowanceStrip[] =>
    seamEdges(plan, panel.id)
      .filter(({ seam }) => seam.allowanceMm > 0)
      .map(({ seam, side }) => {
        const line = seamLine(plan, seam, side);
        return {
          seam,
          side,
          line,
          area: [...stretchPoints(panel.shape, seam[side]), ...line.toReversed()],
          name: `the allowance of seam ${seamLetter(plan, seam.id)}`,
        };
      }),
);

/** Whether two stretches of one outline have more than their ends in common. */
export function overlap(one: Stretch, other: Stretch, places: number): boolean {
  const steps = 24;
  const span = (stretch: Stretch): number =>
    stretch.to > stretch.from ? stretch.to - stretch.from : stretch.to + places - stretch.from;
  const inside = (stretch: Stretch, place: number): boolean =>
    isWithin(stretch, place) && place !== stretch.from && place !== stretch.to;
  const samples = (stretch: Stretch): readonly number[] =>
    Array.from({ length: steps - 1 }, (_, i) => (stretch.from + (span(stretch) * (i + 1)) / steps) % places);
  return (
    samples(one).some((place) => inside(other, place)) || samples(other).some((place) => inside(one, place))
  );
}

export interface TubeSizes {
  /** Round it, along the cloth. */
  readonly girthMm: number;
  /** Lying flat. */
  readonly flatMm: number;
  /** Through it, when it is stuffed round: 2 ÷ π of its flat width, 0.64 of it (the girth of a circle). */
  readonly acrossMm: number;
}

/** How large the tube is that a seam of one panel makes, half way along it; null where it joins two panels or closes a dart. */
export function tubeSizes(plan: WithSeams, seam: Seam): TubeSizes | null {
  if (seam.a.panelId !== seam.b.panelId || isDart(seam)) return null;
  const girthMm = distance(pointOnSeam(plan, seam, 'a', 0.5), pointOnSeam(plan, seam, 'b', 0.5));
  return { girthMm, flatMm: girthMm / 2, acrossMm: girthMm / Math.PI };
}

/** Whether both edges of a seam meet at a corner of one panel: what it takes in is a dart. */
export function isDart({ a, b }: Seam): boolean {
  return a.panelId === b.panelId && (a.to === b.from || b.to === a.from);
}

/** The edges of a panel that are in no seam yet, from corner to corner. */
export function freeEdges(plan: WithSeams, panel: Panel): readonly Stretch[] {
  const taken = seamEdges(plan, panel.id).map(({ seam, side }) => seam[side]);
  const places = placesIn(panel.shape);
  return edgesOf(panel.shape).filter((edge) => !taken.some((other) => overlap(edge, other, places)));
}

/** An edge of a panel, from corner to corner. */
export interface FreeEdge extends Stretch {
  readonly panelId: string;
}

interface MeasuredEdge {
  readonly edge: FreeEdge;
  readonly mm: number;
  /** Half way along it, on its panel and on the table. */
  readonly at: Point;
  readonly onTable: Point;
}

/** How far an edge of a seam may be longer than the other and still be eased in, as a share of the shorter one (assumption). */
export const MOST_EASE = 0.05;

/** The free edges of all panels that an edge can be sewn to, the nearest to it in length first, each with how long it is and whether it is eased in. */
export function partnersOf(
  plan: WithSeams,
  edge: FreeEdge,
): ReadonlyArray<{ readonly edge: FreeEdge; readonly mm: number; readonly fits: boolean }> {
  const ownMm = edgeMm(plan, edge);
  return Object.values(plan.panels)
    .flatMap((panel) => measuredEdges(plan, panel))
    .filter(({ edge: other }) => !isSameEdge(other, edge))
    .map(({ edge: other, mm }) => ({
      edge: other,
      mm,
      fits: Math.max(mm, ownMm) <= (1 + MOST_EASE) * Math.min(mm, ownMm),
    }))
    .sort((a, b) => Math.abs(a.mm - ownMm) - Math.abs(b.mm - ownMm));
}

/** How long an edge is along the cut, mm. */
export function edgeMm(plan: WithSeams, edge: FreeEdge): number {
  return polylineLengthMm(stretchPoints(panelOf(plan, edge).shape, edge));
}

export function isSameEdge(one: FreeEdge, other: FreeEdge): boolean {
  return one.panelId === other.panelId && one.from === other.from && one.to === other.to;
}

/**
 * The two free edges that match best: the nearest in length; of several that match alike the lowest, for what is open is open at the top, and then
 * those that lie nearest to each other on the table. One is of a panel and one of another, or both of the panel where it is the only one, the longest
 * first. Null where there are no two. O(edges²).
 */
export function matchingEdges(plan: WithSeams, panel: Panel): readonly [FreeEdge, FreeEdge] | null {
  const own = measuredEdges(plan, panel);
  const others = Object.values(plan.panels).filter(({ id }) => id !== panel.id);
  const pairs = own.flatMap((one, i) =>
    (others.length === 0 ? own.slice(i + 1) : others.flatMap((other) => measuredEdges(plan, other))).map(
      (other) => ({ one, other, rank: rankOf(one, other, others.length === 0) }),
    ),
  );
  const [best] = pairs.sort((a, b) => {
    const k = a.rank.findIndex((value, at) => Math.abs(value - (b.rank[at] as number)) > 1e-6);
    return k < 0 ? 0 : (a.rank[k] as number) - (b.rank[k] as number);
  });
  return best === undefined ? null : [best.one.edge, best.other.edge];
}

/** What two edges are judged by, the most telling first, less being better. */
function rankOf(one: MeasuredEdge, other: MeasuredEdge, isOnePanel: boolean): readonly number[] {
  const off = Math.round(1000 * Math.abs(one.mm - other.mm)) / Math.max(one.mm, other.mm);
  return isOnePanel ? [off, -one.mm] : [off, -(one.at.y + other.at.y), distance(one.onTable, other.onTable)];
}

function measuredEdges(plan: WithSeams, panel: Panel): readonly MeasuredEdge[] {
  const { at: origin, turnDeg } = panel.table;
  const [cos, sin] = cosSinDeg(turnDeg);
  return freeEdges(plan, panel).map((edge) => {
    const points = stretchPoints(panel.shape, edge);
    const mm = polylineLengthMm(points);
    const at = pointAlong(points, mm / 2);
    const { x, y } = asSeen(panel, faceUp(panel, 'right'), at);
    const onTable = { x: origin.x + x * cos - y * sin, y: origin.y + x * sin + y * cos };
    return { edge: { ...edge, panelId: panel.id }, mm, at, onTable };
  });
}
