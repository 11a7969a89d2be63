/** Cloth that seams close to a tube before the circuit is sewn on it. */
import { clothBox } from '../cloth/cloth.ts';
import type { RunLeg } from '../plan/passes.ts';
import type { Panel, Run } from '../plan/records.ts';
import { legsOnPanel } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { seamEdges } from '../plan/seams.ts';
import { maybeStitchKind } from '../thread/stitch-kinds.ts';
import { spacesWhen } from './spaces.ts';

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

/** Where the widest way between the layers is less than so many times as wide as the panel, the needle has the far one under it (assumption). */
const OPEN_FROM = 2;

/**
 * Whether seams that are sewn before the circuit close a panel to a tube. What opens wide lies flat: a front and a back that are joined at their
 * shoulders only are no tube, nor is a dart.
 */
function isClosedFirst(plan: Plan, panel: Panel): boolean {
  if (!seamEdges(plan, panel.id).some(({ seam }) => seam.sewn === 'before')) return false;
  const { widthMm, heightMm } = clothBox(panel);
  const wideMm = spacesWhen(plan, new Set()).widestWayToFaceMm(panel.id, 'wrong');
  return wideMm < OPEN_FROM * Math.min(widthMm, heightMm);
}
