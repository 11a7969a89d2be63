import { maybeReadyPiece } from '../cloth/ready-pieces.ts';
import type { Panel } from './records.ts';
import type { Plan } from './schema.ts';

/**
 * The panel something lies on; without it, the panel of a plan that has one. The one way to a panel: whoever asks without
 * saying what for does not know of several yet. Throws RangeError when there is none.
 */
export function panelOf(plan: Pick<Plan, 'panels'>, of?: { readonly panelId: string }): Panel {
  if (of !== undefined) {
    const panel = plan.panels[of.panelId];
    if (panel === undefined) throw new RangeError(`panelOf: there is no panel "${of.panelId}"`);
    return panel;
  }
  for (const id in plan.panels) return plan.panels[id] as Panel;
  throw new RangeError('panelOf: the plan has no panel');
}

/** Whether a piece of cloth closes by laying one of its ends over the other, such as a cuff. */
export function closesByOverlap(plan: Pick<Plan, 'panels'>, of: { readonly panelId: string }): boolean {
  const { shape } = panelOf(plan, of);
  if (shape.kind !== 'ready') return false;
  return maybeReadyPiece(shape.pieceId)?.closesByOverlap?.(shape.sizes) === true;
}

/** The plan with some of its only panel changed. */
export function withPanel(plan: Plan, changes: Partial<Panel>): Plan {
  const panel = panelOf(plan);
  return { ...plan, panels: { ...plan.panels, [panel.id]: { ...panel, ...changes } } };
}
