import { type Face, otherFace } from '../cloth/cloth.ts';
import { maybeReadyPiece } from '../cloth/ready-pieces.ts';
import type { Panel } from './records.ts';
import type { Plan } from './schema.ts';

type WithPanels = Pick<Plan, 'panels'>;

/** Anything that lies on a panel. */
export interface OnPanel {
  readonly panelId: string;
}

/**
 * The panel something lies on; without it, the panel of a plan that has only one. Throws RangeError when there is none, or where
 * there are several and it is not said which.
 */
export function panelOf(plan: WithPanels, of?: OnPanel): Panel {
  if (of !== undefined) {
    const panel = plan.panels[of.panelId];
    if (panel === undefined) throw new RangeError(`panelOf: there is no panel "${of.panelId}"`);
    return panel;
  }
  const [only, second] = Object.values(plan.panels);
  if (only === undefined) throw new RangeError('panelOf: the plan has no panel');
  if (second !== undefined) throw new RangeError('panelOf: the plan has several panels; say which');
  return only;
}

/** The panels of a plan, in the order in which they were made. */
export function panelsOf({ panels }: WithPanels): readonly Panel[] {
  return Object.values(panels);
}

/** The panel that was made first. Throws RangeError when there is none. */
export function firstPanel(plan: WithPanels): Panel {
  for (const id in plan.panels) return plan.panels[id] as Panel;
  throw new RangeError('firstPanel: the plan has no panel');
}

/** Whether a plan has more than one panel: only then are panels named to its maker. */
export function hasSeveralPanels({ panels }: WithPanels): boolean {
  return Object.keys(panels).length > 1;
}

/** ` of the front` behind a word, where there are several panels; nothing where there is one. */
export function ofPanel(plan: WithPanels, of: OnPanel): string {
  return hasSeveralPanels(plan) ? ` of ${panelOf(plan, of).name}` : '';
}

/** What of a list lies on a panel. */
export function thoseOn<Thing extends OnPanel>(
  things: Readonly<Record<string, Thing>>,
  panelId: string,
): readonly Thing[] {
  return Object.values(things).filter((thing) => thing.panelId === panelId);
}

/** The panel that a marking lies on, or undefined: their ids are one sequence over all panels. */
export function panelWithMarking(plan: WithPanels, markingId: string): Panel | undefined {
  return panelsOf(plan).find(({ markings }) => Object.hasOwn(markings, markingId));
}

/** How far round a piece of cloth is that closes by laying its right end over its left one, such as a cuff, mm; null where it does not close so. */
export function closedRoundMm(plan: Pick<Plan, 'panels'>, of: { readonly panelId: string }): number | null {
  const { shape } = panelOf(plan, of);
  return shape.kind !== 'ready'
    ? null
    : (maybeReadyPiece(shape.pieceId)?.closedRoundMm?.(shape.sizes) ?? null);
}

/** The ids of panels that came, went, or differ in anything but where they lie on the table. O(panels). */
export function panelsCutAnew(before: Plan['panels'], after: Plan['panels']): ReadonlySet<string> {
  if (before === after) return new Set();
  return new Set(
    Object.keys({ ...before, ...after }).filter((id) => {
      const [old, now] = [before[id], after[id]];
      if (old === undefined || now === undefined) return true;
      return (Object.keys({ ...old, ...now }) as (keyof Panel)[]).some(
        (key) => key !== 'table' && old[key] !== now[key],
      );
    }),
  );
}

/** Which face of a panel lies up when the table shows a face: the other one of a panel that is turned over. */
export function faceUp({ table: { over } }: Pick<Panel, 'table'>, tableFace: Face): Face {
  return over === true ? otherFace(tableFace) : tableFace;
}

/** The face of a panel that lies outside when the piece is finished: what its maker said of it, or of one it is sewn to; unsaid, its right side. */
export function outsideFace({ panels, seams }: Pick<Plan, 'panels' | 'seams'>, { panelId }: OnPanel): Face {
  const said = Object.values(panels).filter(({ outside }) => outside !== undefined);
  if (said.length === 0) return 'right';
  // The set grows while it is walked through.
  const together = new Set([panelId]);
  for (const id of together)
    for (const { a, b } of Object.values(seams))
      if (a.panelId === id || b.panelId === id) together.add(a.panelId).add(b.panelId);
  const own = panels[panelId]?.outside;
  return own ?? said.find(({ id }) => together.has(id))?.outside ?? 'right';
}

/** The panels that were taken with a panel as one ready piece and still have its sizes; the panel alone where it is none of a set. */
export function panelsOfSameSet(plan: WithPanels, of: OnPanel): readonly Panel[] {
  const panel = panelOf(plan, of);
  const { shape } = panel;
  const setId = shape.kind === 'ready' ? maybeReadyPiece(shape.pieceId)?.setId : undefined;
  if (shape.kind !== 'ready' || setId === undefined) return [panel];
  return panelsOf(plan).filter(
    (one) =>
      one.shape.kind === 'ready' &&
      maybeReadyPiece(one.shape.pieceId)?.setId === setId &&
      JSON.stringify(one.shape.sizes) === JSON.stringify(shape.sizes),
  );
}

/** The plan with something of a panel changed; without a name, of its only one. */
export function withPanel(plan: Plan, changes: Partial<Panel>, of?: OnPanel): Plan {
  const panel = panelOf(plan, of);
  return { ...plan, panels: { ...plan.panels, [panel.id]: { ...panel, ...changes } } };
}
