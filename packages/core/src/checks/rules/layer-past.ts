import { layerPastPanel } from '../../plan/overlaps.ts';
import { panelOf } from '../../plan/panels.ts';
import { formatLength } from '../../units/length.ts';
import type { CheckRule } from '../check-rule.ts';

export const layerPast: CheckRule = {
  id: 'layer-past',
  title: 'A layer that reaches past its panel',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'A pocket, lining or overlay was drawn beyond the edge of the panel it lies on: there it has nothing to be fastened to, and it would go into a seam or hang over. Draw its outline within the panel, or make the panel larger.',
  example: 'A pocket was drawn 12 mm beyond the lower edge of the front.',
  byHand: 'Draw its outline anew within the panel, or make the panel larger.',
  sees: ['panels', 'layers', 'habits'],
  checkWhole: ({ plan }) =>
    Object.values(plan.layers).flatMap((layer) => {
      const past = layerPastPanel(plan, layer);
      if (past === null) return [];
      const panel = panelOf(plan, layer);
      return [
        {
          key: `layer-past:${layer.id}`,
          ruleId: 'layer-past',
          severity: 'mend' as const,
          at: past.at,
          panelId: panel.id,
          message: `${layer.name} reaches ${formatLength(past.beyondMm, plan.habits.unit, 1)} past the edge of ${panel.name}.`,
          step: 'Draw its outline within the panel, or make the panel larger.',
          found: { value: past.beyondMm, unit: 'mm' as const },
          wanted: { value: 0, unit: 'mm' as const },
          partIds: [],
          runIds: [],
        },
      ];
    }),
};
