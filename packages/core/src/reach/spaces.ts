/**
 * Spaces: the air beside each face of the cloth, and the openings that join one to another, each with its width. It asks no geometry but widths,
 * and knows nothing of how the piece is folded.
 *
 * A sewn seam joins right with right and wrong with wrong. A free edge, a stretch of a seam that is still open, a hole, a zip and a zone in which
 * the maker says that a hand reaches join the two faces of their panel. A layer has a space of its own between it and its panel, with its open
 * edge and its windows as ways in. Outside is what the maker says of a panel; unsaid, the right face of the first of those that are sewn together.
 */
import {
  areasFor,
  clothOutline,
  curvePoints,
  type Face,
  type Marking,
  markingBox,
  markingsFor,
} from '../cloth/cloth.ts';
import { placesIn, type Stretch, stretchPoints } from '../cloth/outline-places.ts';
import type { Point } from '../geometry/point.ts';
import { type Polygon, polygonContains } from '../geometry/polygon.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import { UnionFind } from '../joining/union-find.ts';
import { covers, layerOutline, layersOn, layerWindows, openEdgeMm } from '../plan/layers.ts';
import type { PanelPlace } from '../plan/over-seams.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Layer, Panel, Seam, Work } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { seamEdges } from '../plan/seams.ts';

/** Where something lies. */
export interface FacePlace extends PanelPlace {
  readonly face: Face;
}

/** Work besides the circuit that is done by then, by id: seams sewn afterwards, layers laid over, what closes the piece. What is there before counts always. */
export type Done = ReadonlySet<string>;

/** How wide the widest way to a place is, mm: an opening is as wide as it lies flat, half of what it is round. */
export interface Spaces {
  /** Infinite in the open; 0 where nothing leads there. */
  widestWayMm(place: FacePlace): number;
  /** The same for a whole face of a panel, whatever lies on it. */
  widestWayToFaceMm(panelId: string, face: Face): number;
}

interface Passage {
  readonly from: string;
  readonly to: string;
  readonly mm: number;
}

const faceNode = (panelId: string, face: Face): string => `${panelId}:${face}`;
const layerNode = (layer: Pick<Layer, 'id'>): string => `under ${layer.id}`;

/** The spaces of a piece by the time some of its works are done. O(seams · log + layers²). */
export function spacesWhen(plan: Plan, done: Done): Spaces {
  const seams = Object.values(plan.seams).filter((seam) => seam.sewn === 'before' || done.has(seam.id));
  // What was there before the circuit lies under it.
  const layers = Object.values(plan.layers).filter(({ id, laid }) => laid === 'after' && done.has(id));
  const works = Object.values(plan.works).filter(({ id, kind }) => kind !== 'close' || done.has(id));
  const hides = works.filter(({ kind, zip }) => kind === 'close' && zip !== true);
  const widths = widestFromOutside(outsideNodes(plan, seams), [
    ...seamWays(seams),
    ...edgeWays(plan, seams),
    ...panelsOf(plan).flatMap(holeWays),
    ...works.flatMap((work) => zipWays(plan, work)),
    ...layers.flatMap((layer) => layerWays(plan, layer, layers)),
  ]);
  const toNode = (node: string): number => widths.get(node) ?? 0;
  return {
    widestWayToFaceMm: (panelId, face) => toNode(faceNode(panelId, face)),
    widestWayMm: (place) => {
      const panel = plan.panels[place.panelId];
      if (panel === undefined) return 0;
      const zoneMm = Math.max(0, ...zonesAt(panel, place.at).map(roundHalfMm));
      if (hides.some((work) => isHiddenBy(plan, work, place))) return zoneMm;
      const over = layers.find(
        (layer) =>
          layer.panelId === place.panelId && layer.face === place.face && covers(plan, layer, place.at),
      );
      const node = over === undefined ? faceNode(place.panelId, place.face) : layerNode(over);
      return Math.max(zoneMm, toNode(node));
    },
  };
}

/** Everything that closes, hides or covers, done. */
export function allDone(plan: Plan): Done {
  return new Set([...Object.keys(plan.seams), ...Object.keys(plan.layers), ...Object.keys(plan.works)]);
}

/** Half of what an outline is round, mm: as wide as the opening lies flat. */
function roundHalfMm(outline: Polygon): number {
  const [first] = outline;
  return first === undefined ? 0 : polylineLengthMm([...outline, first]) / 2;
}

function zonesAt(panel: Panel, at: Point): readonly Polygon[] {
  return areasFor(panel, 'reach').filter((zone) => polygonContains(zone, at));
}

/** Whether work that closes for good hides a place, by what its maker said: a face of everything, all of it, or an area. */
function isHiddenBy(plan: Plan, work: Work, { panelId, face, at }: FacePlace): boolean {
  if (work.place === 'piece' || work.place === face) return true;
  const marking = plan.panels[panelId]?.markings[work.place];
  return marking !== undefined && polygonContains(curvePoints(marking), at);
}

/** Of each number of panels that are sewn together: the faces that are said to lie outside, or the right one of the first. */
function outsideNodes(plan: Plan, seams: readonly Seam[]): readonly string[] {
  const together = new UnionFind();
  const panels = panelsOf(plan);
  for (const { a, b } of seams) together.join(a.panelId, b.panelId);
  const saidOf = new Map<string, string[]>();
  const firstOf = new Map<string, string>();
  for (const { id, outside } of panels) {
    const root = together.find(id);
    if (!firstOf.has(root)) firstOf.set(root, id);
    if (outside !== undefined) saidOf.set(root, [...(saidOf.get(root) ?? []), faceNode(id, outside)]);
  }
  return [...firstOf].flatMap(([root, id]) => saidOf.get(root) ?? [faceNode(id, 'right')]);
}

/** Along a seam one goes from one panel to the other, on either face. */
function seamWays(seams: readonly Seam[]): readonly Passage[] {
  return seams.flatMap(({ a, b }) =>
    (['right', 'wrong'] as const).map((face) => ({
      from: faceNode(a.panelId, face),
      to: faceNode(b.panelId, face),
      mm: Number.POSITIVE_INFINITY,
    })),
  );
}

/** A stretch of a panel's edge that is in no seam, between the corners it ends at. */
interface FreeStretch {
  readonly panelId: string;
  readonly ends: readonly [string, string];
  readonly mm: number;
}

/** Round the free edges one goes from one face to the other: all those that make one opening together are half as wide as they are long. */
function edgeWays(plan: Plan, seams: readonly Seam[]): readonly Passage[] {
  const corners = new UnionFind();
  // Where a seam ends, the corners of both its edges are one.
  for (const { a, b } of seams) {
    const [from, to] = b.reversed ? [b.to, b.from] : [b.from, b.to];
    corners.join(cornerAt(plan, a.panelId, a.from), cornerAt(plan, b.panelId, from));
    corners.join(cornerAt(plan, a.panelId, a.to), cornerAt(plan, b.panelId, to));
  }
  const free = panelsOf(plan).flatMap((panel) => freeStretches(plan, panel, seams));
  const openings = new UnionFind();
  for (const { ends } of free) openings.join(corners.find(ends[0]), corners.find(ends[1]));
  const roundMm = new Map<string, number>();
  const openingOf = ({ ends }: FreeStretch): string => openings.find(corners.find(ends[0]));
  for (const stretch of free)
    roundMm.set(openingOf(stretch), (roundMm.get(openingOf(stretch)) ?? 0) + stretch.mm);
  return free.map((stretch) => ({
    from: faceNode(stretch.panelId, 'right'),
    to: faceNode(stretch.panelId, 'wrong'),
    mm: (roundMm.get(openingOf(stretch)) ?? 0) / 2,
  }));
}

function cornerAt(plan: Plan, panelId: string, place: number): string {
  const panel = plan.panels[panelId];
  const places = panel === undefined ? 1 : placesIn(panel.shape);
  return `${panelId}@${(((place % places) + places) % places).toFixed(6)}`;
}

/** The stretches of a panel's outline that are in none of the seams; the whole of it where it has none. */
function freeStretches(
  plan: Plan,
  { id: panelId, shape }: Panel,
  seams: readonly Seam[],
): readonly FreeStretch[] {
  const sewn = seamEdges({ seams: Object.fromEntries(seams.map((seam) => [seam.id, seam])) }, panelId)
    .map(({ seam, side }): Stretch => seam[side])
    .sort((one, other) => one.from - other.from);
  const corner = (place: number): string => cornerAt(plan, panelId, place);
  if (sewn.length === 0) {
    return [{ panelId, ends: [corner(0), corner(0)], mm: 2 * roundHalfMm(clothOutline({ shape })) }];
  }
  return sewn.flatMap(({ to: from }, i) => {
    const { from: to } = sewn[(i + 1) % sewn.length] as Stretch;
    if (corner(from) === corner(to)) return [];
    return [
      { panelId, ends: [corner(from), corner(to)], mm: polylineLengthMm(stretchPoints(shape, { from, to })) },
    ];
  });
}

/** Holes in the cloth, zips within it, and zones in which a hand is said to reach through. */
function holeWays(panel: Panel): readonly Passage[] {
  const [from, to] = [faceNode(panel.id, 'right'), faceNode(panel.id, 'wrong')];
  const zips = markingsFor(panel, 'zip').map(zipMm);
  const holes = [...areasFor(panel, 'opening'), ...areasFor(panel, 'reach')].map(roundHalfMm);
  return [...zips, ...holes].map((mm) => ({ from, to, mm }));
}

/** A zip is as wide as it is long. */
function zipMm(marking: Marking): number {
  const { widthMm, heightMm } = markingBox(marking);
  return Math.max(widthMm, heightMm);
}

/** Work that sews a zip into an area of the cloth; one at an edge leaves that edge the way it is. */
function zipWays(plan: Plan, { zip, place }: Work): readonly Passage[] {
  if (zip !== true) return [];
  return panelsOf(plan).flatMap(({ id, markings }) => {
    const marking = markings[place];
    return marking === undefined
      ? []
      : [{ from: faceNode(id, 'right'), to: faceNode(id, 'wrong'), mm: zipMm(marking) }];
  });
}

/** The ways in under a layer, from what lies over it: its open edge, its windows, zones a hand reaches; all round where it comes off. */
function layerWays(plan: Plan, layer: Layer, layers: readonly Layer[]): readonly Passage[] {
  const from = layerNode(layer);
  const outline = layerOutline(plan, layer);
  const over = layersOn(plan, layer.panelId, layer.face)
    .filter((other) => layers.includes(other))
    .find(
      (other, _i, all) =>
        all.indexOf(other) > all.indexOf(layer) && outline.every((p) => covers(plan, other, p)),
    );
  const to = over === undefined ? faceNode(layer.panelId, layer.face) : layerNode(over);
  if (layer.fastened === 'comes-off') return [{ from, to, mm: Number.POSITIVE_INFINITY }];
  const panel = plan.panels[layer.panelId];
  const zones = panel === undefined ? [] : areasFor(panel, 'reach');
  const reachingIn = zones.filter((zone) => zone.some((p) => covers(plan, layer, p)));
  return [openEdgeMm(plan, layer), ...[...layerWindows(layer), ...reachingIn].map(roundHalfMm)].map((mm) => ({
    from,
    to,
    mm,
  }));
}

/** The widest way to every node from those outside: ways are taken from the widest down, as a widest spanning tree. O(ways · log ways). */
function widestFromOutside(
  outside: readonly string[],
  ways: readonly Passage[],
): ReadonlyMap<string, number> {
  const widths = new Map<string, number>(outside.map((node) => [node, Number.POSITIVE_INFINITY]));
  const beside = new Map<string, Passage[]>();
  for (const way of ways) {
    beside.set(way.from, [...(beside.get(way.from) ?? []), way]);
    beside.set(way.to, [...(beside.get(way.to) ?? []), { from: way.to, to: way.from, mm: way.mm }]);
  }
  const waiting = [...outside];
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    const here = widths.get(node) ?? 0;
    for (const { to, mm } of beside.get(node) ?? []) {
      const width = Math.min(here, mm);
      if (width <= (widths.get(to) ?? 0)) continue;
      widths.set(to, width);
      waiting.push(to);
    }
  }
  return widths;
}
