import { legOn } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import type { SewingSheet } from './sewing-sheet.ts';

/** A sheet with the steps of one panel alone: what is done to its parts and threads, and what is about no part and no thread. */
export function stepsOnPanel(plan: Plan, sheet: SewingSheet, panelId: string): SewingSheet {
  const isHere = (partIds: readonly string[], runIds: readonly string[]): boolean =>
    partIds.some((id) => plan.parts[id]?.panelId === panelId) ||
    runIds.some((id) => {
      const run = plan.runs[id];
      return run !== undefined && legOn(plan, run, panelId) !== undefined;
    });
  return {
    ...sheet,
    steps: sheet.steps.filter(
      ({ partIds, runIds }) => (partIds.length === 0 && runIds.length === 0) || isHere(partIds, runIds),
    ),
    pieces: sheet.pieces.filter(({ runs }) =>
      isHere(
        [],
        runs.map(({ run }) => run.id),
      ),
    ),
  };
}

/** The panel a maker means by a name or an id; undefined where there is none. */
export function panelNamed({ panels }: Pick<Plan, 'panels'>, words: string): string | undefined {
  const wanted = words.trim().toLowerCase();
  return Object.values(panels).find(({ id, name }) => id === words || name.toLowerCase() === wanted)?.id;
}
