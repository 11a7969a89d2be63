import { shutInOf } from '../../reach/shut-in.ts';
import type { CheckRule } from '../check-rule.ts';

export const layerHolder: CheckRule = {
  id: 'layer-holder',
  title: 'Shut in under a layer',
  severity: 'mend',
  touching: null,
  better: 'none',
  help: 'A layer that is fastened for good lies over a holder or a switch: its cell can never be changed, and it cannot be turned off. Let the layer come off, leave one of its edges open or a window in it, or draw a zone in which a hand reaches in.',
  example: 'The lining is sewn down all round over the coin cell holder.',
  sees: ['panels', 'seams', 'layers', 'works', 'habits'],
  checkPart({ plan }, part) {
    const shut = shutInOf(plan, part);
    const layer = shut === null ? undefined : plan.layers[shut.by.id];
    if (shut === null || layer === undefined) return [];
    return [
      {
        key: `layer-holder:${part.id}:${layer.id}`,
        ruleId: 'layer-holder',
        severity: 'mend' as const,
        at: shut.handled.at,
        message: `${layer.name} is fastened over ${part.name} for good: ${shut.handled.what.toLowerCase()} could not be reached.`,
        step: 'Let the layer come off, leave an edge of it open, cut a window, or say where a hand reaches in.',
        found: null,
        wanted: null,
        partIds: [part.id],
        runIds: [],
      },
    ];
  },
};
