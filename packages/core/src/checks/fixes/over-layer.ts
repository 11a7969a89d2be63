import { edgesOf, type Stretch, stretchPoints } from '../../cloth/outline-places.ts';
import { polylineLengthMm } from '../../geometry/polyline.ts';
import { moveIntoWindows } from '../../plan/arrange/into-windows.ts';
import { assumedIn } from '../../plan/assumed.ts';
import { changeLayer, cutWindows } from '../../plan/edits/layer-edits.ts';
import { layerShape } from '../../plan/layers.ts';
import { panelOf } from '../../plan/panels.ts';
import { edgeName } from '../../plan/seam-works.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** The layer that a finding about a part under it names last in its key. */
function layerIdOf(key: string): string {
  return key.slice(key.lastIndexOf(':') + 1);
}

/** Cuts a window over every light and sensor that a layer covers. */
export const cutWindowFix: FixKind = {
  id: 'cut-window',
  rules: ['layer-window'],
  propose: (plan, { key }) => sound(cutWindows(plan, layerIdOf(key))),
};

/** Moves the light or sensor under the middle of the nearest window that is free. */
export const intoWindowFix: FixKind = {
  id: 'into-window',
  rules: ['layer-window'],
  propose: (plan, { partIds }) => sound(moveIntoWindows(plan, partIds)),
};

/** Lets a layer over a holder come off. */
export const loosenLayerFix: FixKind = {
  id: 'loosen-layer',
  rules: ['layer-holder'],
  propose: (plan, { key }) =>
    sound(
      changeLayer(plan, layerIdOf(key), { fastened: 'comes-off' }),
      `let ${plan.layers[layerIdOf(key)]?.name ?? 'the layer'} come off`,
    ),
};

/** Leaves an edge of a layer open: the longest first, of those alike the upper one, for what is open is open at the top. */
export const openEdgeFix: FixKind = {
  id: 'open-edge',
  rules: ['layer-holder'],
  propose: (plan, { key }) => {
    const layer = plan.layers[layerIdOf(key)];
    if (layer === undefined || layer.openEdge !== undefined) return [];
    const shape = layerShape(layer, plan);
    const topOf = (edge: Stretch): number => Math.min(...stretchPoints(shape, edge).map(({ y }) => y));
    const mm = (edge: Stretch): number => Math.round(polylineLengthMm(stretchPoints(shape, edge)));
    return [...edgesOf(shape)]
      .filter((edge) => mm(edge) >= assumedIn(plan).fingersMm)
      .sort((a, b) => mm(b) - mm(a) || topOf(a) - topOf(b))
      .flatMap((openEdge) =>
        sound(
          changeLayer(plan, layer.id, { openEdge }),
          `leave the ${edgeName({ ...panelOf(plan, layer), shape }, openEdge)} of ${layer.name} open`,
        ),
      );
  },
};
