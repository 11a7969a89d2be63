import { ofPanel, panelsOf } from '../../plan/panels.ts';
import { sewnInTube } from '../../reach/closed-first.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const farLayer: CheckRule = {
  id: 'far-layer',
  title: 'Sewn inside a closed tube',
  severity: 'note',
  touching: null,
  better: 'none',
  help: 'The seams that are sewn first close the cloth to a tube: a sleeve, a glove, a pouch. A needle that goes through catches the far layer as well, and joins what lies there. Slip a card between the layers and look at the far side after every line, or open a seam, or sew one of them afterwards.',
  example: 'Lights are sewn into a sleeve whose seam has not been opened.',
  byHand: 'Sew one of its seams after the circuit, or slip a card between the layers while you sew.',
  sees: ['panels', 'seams', 'parts', 'runs', 'layers', 'works'],
  checkWhole: ({ plan }) =>
    panelsOf(plan).flatMap((panel): readonly Finding[] => {
      const through = sewnInTube(plan, panel);
      const [first] = through;
      const at = first?.leg.path[0];
      if (first === undefined || at === undefined) return [];
      const count = through.length === 1 ? 'One thread is' : `${through.length} threads are`;
      return [
        {
          key: `far-layer:${panel.id}`,
          ruleId: 'far-layer',
          severity: 'note',
          at,
          panelId: panel.id,
          message: `${count} sewn when the seams${ofPanel(plan, { panelId: panel.id })} have closed it to a tube: the needle reaches the far layer.`,
          step: 'Sew one of the seams afterwards, or slip a card between the layers.',
          found: null,
          wanted: null,
          partIds: [],
          runIds: through.map(({ run }) => run.id),
        },
      ];
    }),
};
