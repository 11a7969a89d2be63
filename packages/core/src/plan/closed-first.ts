/** Cloth that seams close to a tube before the circuit is sewn on it. */
import { maybeStitchKind } from '../thread/stitch-kinds.ts';
import type { RunLeg } from './passes.ts';
import type { Panel, Run } from './records.ts';
import { legsOnPanel } from './run-way.ts';
import type { Plan } from './schema.ts';
import { isDart } from './seams.ts';

/** The runs on a panel whose needle reaches the far layer of a closed tube; none where the panel lies open, or their stitches stay on the near face. */
export function sewnInTube(
  plan: Plan,
  panel: Panel,
): ReadonlyArray<{ readonly run: Run; readonly leg: RunLeg }> {
  if (!isClosedFirst(plan, panel)) return [];
  return legsOnPanel(plan, panel.id).filter(
    ({ run }) => run.prewired !== true && maybeStitchKind(run.stitchId)?.exposure !== 'worked',
  );
}

/** Whether seams that are sewn before the circuit close a panel: on itself, or two of its edges on another panel. */
function isClosedFirst(plan: Plan, panel: Panel): boolean {
  const sewn = Object.values(plan.seams).filter((seam) => seam.sewn === 'before' && !isDart(seam));
  if (sewn.some(({ a, b }) => a.panelId === panel.id && b.panelId === panel.id)) return true;
  const others = sewn.flatMap(({ a, b }) =>
    a.panelId === panel.id ? [b.panelId] : b.panelId === panel.id ? [a.panelId] : [],
  );
  return new Set(others).size < others.length;
}
