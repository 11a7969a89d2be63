import { panelsOf } from '../plan/panels.ts';
import { seamEdges } from '../plan/seams.ts';
import { sewnInTube } from '../reach/closed-first.ts';
import type { NeedRule, Pair } from './need-rule.ts';

/** The id of the step that slips a card into a closed panel. */
export function cardStepId(panelId: string): string {
  return `prepare:card:${panelId}`;
}

/** A card lies between the layers of a closed tube before a needle goes through the near one. */
export const carded: NeedRule = {
  id: 'carded',
  kind: 'must',
  why: 'without a card the needle catches the far layer',
  pairs({ plan }, steps) {
    return panelsOf(plan).flatMap((panel): readonly Pair[] => {
      const ids = new Set(sewnInTube(plan, panel).map(({ run }) => run.id));
      const card = cardStepId(panel.id);
      const seams = seamEdges(plan, panel.id).filter(({ seam }) => seam.sewn === 'before');
      return [
        ...seams.map(({ seam }): Pair => [`work:${seam.id}`, card]),
        ...steps
          .filter(({ id, runIds }) => /^(start|sew):/.test(id) && runIds.some((runId) => ids.has(runId)))
          .map(({ id }): Pair => [card, id]),
      ];
    });
  },
};
