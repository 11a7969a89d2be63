import { placesIn } from '../../cloth/outline-places.ts';
import { fail, type Problem } from '../../errors/problem.ts';
import type { Seam } from '../records.ts';
import type { Plan } from '../schema.ts';
import { overlap, SIDES, seamEdges } from '../seams.ts';
import { unknown } from './unknown.ts';

/** What is wrong with a seam: a panel that is not there, a place its outline does not have, an edge that is in a seam already. */
export function seamProblem(plan: Plan, seam: Seam): Problem | null {
  for (const side of SIDES) {
    const { panelId, from, to } = seam[side];
    const path = `seams.${seam.id}.${side}`;
    if (!Object.hasOwn(plan.panels, panelId)) return unknown('panel', panelId, `${path}.panelId`);
    const panel = plan.panels[panelId];
    const places = panel === undefined ? 0 : placesIn(panel.shape);
    for (const [name, place] of [
      ['from', from],
      ['to', to],
    ] as const)
      if (place >= places)
        return fail(
          'seam-place',
          `It has ${places} corners; ${place} is not among 0 to ${places - 1}.`,
          `${path}.${name}`,
        ).problem;
    if (from === to) return fail('seam-place', 'It begins where it ends.', path).problem;
    const other = seamEdges(plan, panelId).find(
      (edge) =>
        !(edge.seam.id === seam.id && edge.side === side) &&
        overlap(seam[side], edge.seam[edge.side], places),
    );
    if (other !== undefined) return fail('seam-twice', '', path).problem;
  }
  return null;
}
