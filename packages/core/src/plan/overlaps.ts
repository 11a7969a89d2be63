/** Bodies of parts that lie on each other, and edges of layers that go through them: plain geometry of one face of a panel. */
import Flatbush from 'flatbush';
import { clothOutline } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import { boundsOf, insideDistanceMm } from '../geometry/polygon.ts';
import { areaMm2, sharedArea } from '../geometry/shared-area.ts';
import { remembered } from '../units/remembered.ts';
import { kindOf } from './kind-of.ts';
import { layerOutline, layersOn } from './layers.ts';
import { panelOf } from './panels.ts';
import { placedOutline } from './placed.ts';
import type { Layer, Part } from './records.ts';
import type { Plan } from './schema.ts';

/** Two bodies that lie on each other. */
export interface BodiesOverlap {
  readonly first: Part;
  readonly other: Part;
  /** How far one has to be moved to be clear of the other, about, mm. */
  readonly depthMm: number;
  readonly at: Point;
}

/** Bodies that share less than this merely touch, mm of depth (assumption: parts are pushed aside by that much). */
const TOUCHING_MM = 0.2;
const SHRED_MM2 = 0.5;

/** Whether a part has a body that lies on the cloth: not the bare end of a thread, nor what lies there loose. */
function hasBody(plan: Plan, part: Part): boolean {
  const { threadEnd, isLoose, outline } = kindOf(plan, part);
  return threadEnd === undefined && isLoose !== true && outline.length >= 3;
}

/** Every two parts on one face of one panel whose bodies lie on each other, in plan order. O(n log n + pairs). Remembered. */
export const overlappingBodies = remembered(
  {
    name: 'overlapping bodies',
    under: ({ parts }: Plan) => parts,
    rests: ({ ownParts }) => [ownParts],
  },
  (plan): readonly BodiesOverlap[] => {
    const bodies = Object.values(plan.parts)
      .filter((part) => hasBody(plan, part))
      .map((part) => ({ part, outline: placedOutline(plan, part) }));
    if (bodies.length < 2) return [];
    const tree = new Flatbush(bodies.length);
    for (const { outline } of bodies) tree.add(...boundsOf(outline));
    tree.finish();
    return bodies.flatMap(({ part, outline }, i) =>
      tree
        .search(...boundsOf(outline))
        .filter((k) => k > i)
        .sort((a, b) => a - b)
        .flatMap((k): readonly BodiesOverlap[] => {
          const { part: other, outline: otherOutline } = bodies[k] as (typeof bodies)[number];
          if (other.panelId !== part.panelId || other.face !== part.face) return [];
          const shared = sharedArea(outline, otherOutline);
          if (shared === null || shared.depthMm < TOUCHING_MM) return [];
          return [{ first: part, other, at: shared.at, depthMm: shared.depthMm }];
        }),
    );
  },
);

/**
 * The layers laid over the circuit whose edge goes through the body of a part: it lies neither under them nor beside them. Edges of windows are
 * none of these: a window shows what of a part is to show.
 */
export function edgesThroughBody(plan: Plan, part: Part): readonly Layer[] {
  if (!hasBody(plan, part)) return [];
  const outline = placedOutline(plan, part);
  return layersOn(plan, part.panelId, part.face)
    .filter(({ nodes, laid }) => nodes !== undefined && laid === 'after')
    .filter((layer) => {
      const under = sharedArea(outline, layerOutline(plan, layer))?.areaMm2 ?? 0;
      return under > SHRED_MM2 && under < areaMm2(outline) - SHRED_MM2;
    });
}

/** How far a layer reaches beyond the outline of its panel, and the place that is farthest out; null where it does not. */
export function layerPastPanel(
  plan: Plan,
  layer: Layer,
): { readonly at: Point; readonly beyondMm: number } | null {
  if (layer.nodes === undefined) return null;
  const panel = clothOutline(panelOf(plan, layer));
  let farthest: { readonly at: Point; readonly beyondMm: number } | null = null;
  for (const at of layerOutline(plan, layer)) {
    const beyondMm = -insideDistanceMm(panel, at);
    if (beyondMm > TOUCHING_MM && beyondMm > (farthest?.beyondMm ?? 0)) farthest = { at, beyondMm };
  }
  return farthest;
}
