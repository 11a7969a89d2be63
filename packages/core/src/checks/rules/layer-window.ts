import { hasElement } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { coverOf, looksOut } from '../../plan/layers.ts';
import { shiningFace } from '../../plan/placed.ts';
import type { CheckRule } from '../check-rule.ts';

export const layerWindow: CheckRule = {
  id: 'layer-window',
  title: 'Light or sensor under a layer',
  severity: 'mend',
  touching: null,
  better: 'none',
  help: 'A layer lies over the face on which a light shines or a sensor looks, and has no window there. Cut a window over it, move the window, or let the layer leave the place free. Thin cloth lets light through as a glow: then live with it.',
  example: 'An overlay with cut-out stars lies a finger too low: two lights are behind cloth.',
  sees: ['panels', 'layers'],
  checkPart({ plan }, part) {
    if (!looksOut(plan, part)) return [];
    const isLight = hasElement(kindOf(plan, part), 'light');
    const layer = coverOf(plan, part.panelId, shiningFace(plan, part), part.at);
    if (layer === undefined) return [];
    return [
      {
        key: `layer-window:${part.id}:${layer.id}`,
        ruleId: 'layer-window',
        severity: 'mend' as const,
        at: part.at,
        message: `${part.name} lies under ${layer.name}, which has no window there.`,
        step: isLight
          ? 'Cut a window over it, or move one of them.'
          : 'Cut a window over the sensor, or move one of them.',
        found: null,
        wanted: null,
        partIds: [part.id],
        runIds: [],
      },
    ];
  },
};
