/** Layers: what of a panel they cover, and what shows through their windows. */
import { type ClothShape, clothOutline, type Face } from '../cloth/cloth.ts';
import { placesIn, stretchPoints } from '../cloth/outline-places.ts';
import { flattenCurve } from '../geometry/curve.ts';
import type { Point } from '../geometry/point.ts';
import { type Polygon, polygonContains } from '../geometry/polygon.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import { hasElement } from '../parts/part-element.ts';
import { remembered } from '../units/remembered.ts';
import { kindOf } from './kind-of.ts';
import { panelOf } from './panels.ts';
import type { Layer, Part } from './records.ts';
import type { Plan } from './schema.ts';

/** The layers on a face of a panel, in the order in which they were laid; on both faces where none is named. */
export function layersOn({ layers }: Pick<Plan, 'layers'>, panelId: string, face?: Face): readonly Layer[] {
  return Object.values(layers).filter(
    (layer) => layer.panelId === panelId && (face === undefined || layer.face === face),
  );
}

/** The shape of a layer: its own, or that of its panel. Places along its edge are counted on it. */
export const layerShape = remembered(
  {
    name: 'shape of a layer',
    under: (layer: Layer, _plan: Pick<Plan, 'panels'>) => layer,
    rests: (layer, plan) => [panelOf(plan, layer).shape],
  },
  (layer, plan): ClothShape =>
    layer.nodes === undefined ? panelOf(plan, layer).shape : { kind: 'drawn', nodes: layer.nodes },
);

/** The edge of a layer that stays open, on its panel; none where it is closed all round. */
export function openEdgeOf(plan: Pick<Plan, 'panels'>, layer: Layer): readonly Point[] {
  const { openEdge } = layer;
  const shape = layerShape(layer, plan);
  // The panel may have got another outline since.
  return openEdge === undefined || Math.max(openEdge.from, openEdge.to) >= placesIn(shape)
    ? []
    : stretchPoints(shape, openEdge);
}

/** How long the edge of a layer that stays open is, mm; 0 where it is closed all round. */
export function openEdgeMm(plan: Pick<Plan, 'panels'>, layer: Layer): number {
  return polylineLengthMm(openEdgeOf(plan, layer));
}

/** The outline of a layer on its panel: its own, or that of the panel. */
export function layerOutline(plan: Pick<Plan, 'panels'>, layer: Layer): Polygon {
  return layer.nodes === undefined ? clothOutline(panelOf(plan, layer)) : ownOutline(layer);
}

const ownOutline = remembered(
  { name: 'outline of a layer', under: (layer: Layer) => layer },
  ({ nodes = [] }): Polygon => flattenCurve(nodes, true),
);

/** The windows of a layer, flattened. */
export const layerWindows = remembered(
  { name: 'windows of a layer', under: (layer: Layer) => layer },
  ({ windows }): readonly Polygon[] => windows.map((nodes) => flattenCurve(nodes, true)),
);

/** Whether a layer lies on a place of its panel: within its outline and in none of its windows. */
export function covers(plan: Pick<Plan, 'panels'>, layer: Layer, p: Point): boolean {
  return (
    polygonContains(layerOutline(plan, layer), p) &&
    !layerWindows(layer).some((window) => polygonContains(window, p))
  );
}

/** Whether a part shines or looks out of its face: a light, or a sensor with a spot to see by. */
export function looksOut(plan: Pick<Plan, 'ownParts'>, part: Part): boolean {
  const kind = kindOf(plan, part);
  return hasElement(kind, 'light') || kind.spots.some(({ id }) => id === 'sensor');
}

/** The first layer on a face that lies over what is sewn at a place; undefined where it is bare. What was laid before the circuit lies under it. */
export function coverOf(
  plan: Pick<Plan, 'panels' | 'layers'>,
  panelId: string,
  face: Face,
  p: Point,
): Layer | undefined {
  return layersOn(plan, panelId, face).find((layer) => layer.laid === 'after' && covers(plan, layer, p));
}
