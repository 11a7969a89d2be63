import { areasFor } from '../../cloth/cloth.ts';
import { polygonContains } from '../../geometry/polygon.ts';
import { hasElement } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { coverOf } from '../../plan/layers.ts';
import { panelOf } from '../../plan/panels.ts';
import type { CheckRule } from '../check-rule.ts';

export const layerHolder: CheckRule = {
  id: 'layer-holder',
  title: 'Cell shut in under a layer',
  severity: 'mend',
  touching: null,
  better: 'none',
  help: 'A layer that is fastened for good lies over a holder: its cell can never be changed. Let the layer come off, leave a window, or draw a zone in which a hand reaches the holder.',
  example: 'The lining is sewn down all round over the coin cell holder.',
  sees: ['panels', 'layers'],
  checkPart({ plan }, part) {
    const kind = kindOf(plan, part);
    if (!hasElement(kind, 'cell')) return [];
    const layer = coverOf(plan, part.panelId, part.face, part.at);
    if (layer === undefined || layer.fastened === 'comes-off') return [];
    const zones = areasFor(panelOf(plan, part), 'reach');
    if (zones.some((zone) => polygonContains(zone, part.at))) return [];
    return [
      {
        key: `layer-holder:${part.id}:${layer.id}`,
        ruleId: 'layer-holder',
        severity: 'mend' as const,
        at: part.at,
        message: `${layer.name} is fastened over ${part.name} for good: its cell could not be changed.`,
        step: 'Let the layer come off, cut a window, or say where a hand reaches in.',
        found: null,
        wanted: null,
        partIds: [part.id],
        runIds: [],
      },
    ];
  },
};
