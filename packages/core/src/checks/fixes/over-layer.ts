import { moveIntoWindows } from '../../plan/arrange/into-windows.ts';
import { changeLayer, cutWindows } from '../../plan/edits/layer-edits.ts';
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
