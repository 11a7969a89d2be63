/** Layers: cloth laid on a panel, changed, and taken off. */
import { maybeClothKind } from '../../cloth/cloth-kinds.ts';
import { fail, type Result } from '../../errors/problem.ts';
import { type CurveNode, ovalCurve } from '../../geometry/curve.ts';
import type { Edit } from '../edit.ts';
import { covers, looksOut } from '../layers.ts';
import { panelOf, thoseOn } from '../panels.ts';
import { placedOutline, reachMm, shiningFace } from '../placed.ts';
import type { Layer } from '../records.ts';
import type { Plan } from '../schema.ts';
import { takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';
import { tidyName } from './cloth-edits.ts';

/** The id a layer gets from a fresh number. */
export function layerIdOf(number: number): string {
  return `l${number}`;
}

/** Lays a layer on a panel, of its cloth where nothing else is said. Its id is `layerIdOf(plan.nextNumber)`. Fails where the panel is not there. */
export function addLayer(
  plan: Plan,
  draft: Pick<Layer, 'name' | 'panelId' | 'face'> & Partial<Omit<Layer, 'id'>>,
): Result<Edit> {
  const name = tidyName(draft.name);
  if (!name.ok) return name;
  if (plan.panels[draft.panelId] === undefined) return fail('unknown-panel', '', `panels.${draft.panelId}`);
  const panel = panelOf(plan, draft);
  const { first, change } = takeNumbers(plan, 1);
  const id = layerIdOf(first);
  const kind = maybeClothKind(draft.kindId ?? panel.kindId);
  const layer: Layer = {
    kindId: panel.kindId,
    colourId: panel.colourId,
    thicknessMm: kind?.thicknessMm ?? panel.thicknessMm,
    windows: [],
    apart: true,
    fastened: 'sewn',
    laid: 'after',
    ...draft,
    name: name.value,
    id,
  };
  return checkEdit(plan, `lay ${layer.name} on ${panel.name}`, [
    change,
    { table: 'layers', id, before: null, after: layer },
  ]);
}

/** Changes a layer; `nodes: null`: it covers the whole panel. Fails where the layer is not there. */
export function changeLayer(
  plan: Plan,
  layerId: string,
  changes: Partial<Omit<Layer, 'id' | 'panelId' | 'nodes' | 'openEdge'>> & {
    readonly nodes?: readonly CurveNode[] | null;
    readonly openEdge?: NonNullable<Layer['openEdge']> | null;
  },
): Result<Edit> {
  const before = plan.layers[layerId];
  if (before === undefined) return fail('unknown-layer', '', `layers.${layerId}`);
  const { nodes: oldNodes, openEdge: oldEdge, ...rest } = before;
  const { nodes: newNodes, openEdge: newEdge, ...others } = changes;
  const nodes = newNodes === undefined ? oldNodes : newNodes;
  // Places along another outline are other places.
  const keepsPlaces = newNodes === undefined || newNodes?.length === oldNodes?.length;
  const openEdge = newEdge === undefined ? (keepsPlaces ? oldEdge : undefined) : newEdge;
  const kind = changes.kindId === undefined ? undefined : maybeClothKind(changes.kindId);
  const after: Layer = {
    ...rest,
    ...(kind === undefined ? {} : { thicknessMm: kind.thicknessMm }),
    ...others,
    ...(nodes === undefined || nodes === null ? {} : { nodes }),
    ...(openEdge === undefined || openEdge === null ? {} : { openEdge }),
  };
  return checkEdit(plan, `change ${before.name}`, [{ table: 'layers', id: layerId, before, after }]);
}

/** Takes a layer off. Fails where the layer is not there. */
export function deleteLayer(plan: Plan, layerId: string): Result<Edit> {
  const before = plan.layers[layerId];
  if (before === undefined) return fail('unknown-layer', '', `layers.${layerId}`);
  return checkEdit(plan, `take ${before.name} off`, [{ table: 'layers', id: layerId, before, after: null }]);
}

/** Round a light or a sensor a window leaves so much free, mm (assumption). */
const WINDOW_ROOM_MM = 2;
/** No window is smaller than this across, mm (assumption). */
const LEAST_WINDOW_MM = 6;

/** Cuts a round window over each light and sensor that the layer covers and that shines, or looks, through that face. Fails where the layer is not there or where there is nothing to cut a window for. */
export function cutWindows(plan: Plan, layerId: string): Result<Edit> {
  const layer = plan.layers[layerId];
  if (layer === undefined) return fail('unknown-layer', '', `layers.${layerId}`);
  const covered = thoseOn(plan.parts, layer.panelId).filter(
    (part) => looksOut(plan, part) && shiningFace(plan, part) === layer.face && covers(plan, layer, part.at),
  );
  if (covered.length === 0) return fail('window-none', '', `layers.${layerId}`);
  const windows = covered.map((part) => {
    const small = Math.min(
      reachMm(plan, part),
      ...placedOutline(plan, part).map(({ x, y }) => Math.hypot(x - part.at.x, y - part.at.y)),
    );
    const radius = Math.max(LEAST_WINDOW_MM / 2, Math.round(small)) + WINDOW_ROOM_MM;
    return ovalCurve(part.at, radius, radius);
  });
  return checkEdit(
    plan,
    `cut ${windows.length === 1 ? 'a window' : `${windows.length} windows`} into ${layer.name}`,
    [
      {
        table: 'layers',
        id: layerId,
        before: layer,
        after: { ...layer, windows: [...layer.windows, ...windows] },
      },
    ],
  );
}
