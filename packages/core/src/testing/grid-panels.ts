import { clothBox } from '../cloth/cloth.ts';
import { freePlace } from '../plan/edits/panel-edits.ts';
import { panelOf } from '../plan/panels.ts';
import type { Panel, Part, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { gridPlan } from './grid-plan.ts';

/** As many ladders of lights as panels, each on a panel of its own: as large as a grid of so many rows on one. */
export function gridPanels(count: number, rows: number, columns: number): Plan {
  const first = gridPlan(rows, columns);
  const own = panelOf(first);
  let plan = first;
  for (let k = 1; k < count; k += 1) {
    const panelId = `panel-${k}`;
    const anew = (id: string): string => `${id}x${k}`;
    const panel: Panel = {
      ...own,
      id: panelId,
      name: `piece ${k + 1}`,
      table: { at: freePlace(plan, clothBox(own)), turnDeg: 0 },
    };
    const parts = Object.values(first.parts).map((part): [string, Part] => [
      anew(part.id),
      { ...part, id: anew(part.id), panelId, name: `${part.name} on ${k + 1}` },
    ]);
    const runs = Object.values(first.runs).map((run): [string, Run] => [
      anew(run.id),
      {
        ...run,
        id: anew(run.id),
        panelId,
        from: { ...run.from, partId: anew(run.from.partId) },
        to: { ...run.to, partId: anew(run.to.partId) },
      },
    ]);
    plan = {
      ...plan,
      panels: { ...plan.panels, [panelId]: panel },
      parts: { ...plan.parts, ...Object.fromEntries(parts) },
      runs: { ...plan.runs, ...Object.fromEntries(runs) },
    };
  }
  return plan;
}
