/** A seam keeps its line: an edit that leaves it none is refused. A plan that has such a seam already opens, and Check tells it. */
import { fail, type Problem } from '../../errors/problem.ts';
import type { Change } from '../edit.ts';
import type { Plan } from '../schema.ts';
import { SIDES, seamLetter, tooWideOn } from '../seams.ts';

/** The first seam whose allowance takes up all the cloth beside it because of the changes, or null. */
export function seamWidthProblem(plan: Plan, next: Plan, changes: readonly Change[]): Problem | null {
  const touched = new Set(
    changes.flatMap((change): readonly string[] => {
      if (!('table' in change)) return [];
      if (change.table === 'panels')
        return change.after !== null && change.before?.shape !== change.after.shape ? [change.id] : [];
      const seam = change.table === 'seams' ? change.after : null;
      return seam === null ? [] : SIDES.map((side) => seam[side].panelId);
    }),
  );
  for (const panelId of touched) {
    const [panel, before] = [next.panels[panelId], plan.panels[panelId]];
    if (panel === undefined) continue;
    const known = before === undefined ? [] : tooWideOn(plan, before);
    const fresh = tooWideOn(next, panel).find(
      ({ seam, side }) => !known.some((one) => one.seam.id === seam.id && one.side === side),
    );
    if (fresh !== undefined)
      return fail(
        'seam-too-wide',
        `(seam ${seamLetter(next, fresh.seam.id)} on ${panel.name}, ${fresh.seam.allowanceMm} mm)`,
        `seams.${fresh.seam.id}.allowanceMm`,
      ).problem;
  }
  return null;
}
