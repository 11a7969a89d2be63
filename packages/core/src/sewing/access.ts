/** What of a plan lies where other work on the piece takes place: what must be got at before it, and is hidden after it. */

import { areasFor, curvePoints, type Face } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import { type Polygon, polygonContains } from '../geometry/polygon.ts';
import { hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { covers } from '../plan/layers.ts';
import { type OnPanel, panelOf, panelWithMarking, thoseOn } from '../plan/panels.ts';
import type { Part, Run, Work } from '../plan/records.ts';
import { runLegs, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';

export interface Access {
  readonly partIds: ReadonlySet<string>;
  readonly runIds: ReadonlySet<string>;
}

/** The parts and runs at the place of a work; of a seam, on the panels it joins. A face has its parts, and every run with thread on it. */
export function accessOf(plan: Plan, { id, place }: Pick<Work, 'id' | 'place'>): Access {
  const seam = plan.seams[id];
  const isAt = (panelId: string): boolean =>
    seam === undefined || seam.a.panelId === panelId || seam.b.panelId === panelId;
  const parts = Object.values(plan.parts).filter(({ panelId }) => isAt(panelId));
  const runs = Object.values(plan.runs).filter((run) =>
    runLegs(plan, run).some(({ panelId }) => isAt(panelId)),
  );
  if (place === 'piece') return gathered(parts, runs);
  if (place === 'right' || place === 'wrong')
    return gathered(
      parts.filter((part) => part.face === place),
      runs.filter((run) => liesOn(plan, run, place)),
    );
  const layer = plan.layers[place];
  if (layer !== undefined)
    return gathered(
      thoseOn(plan.parts, layer.panelId).filter(
        (part) => part.face === layer.face && covers(plan, layer, part.at),
      ),
      runs.filter(
        (run) =>
          liesOn(plan, run, layer.face) &&
          runLegs(plan, run).some(
            ({ panelId, path }) => panelId === layer.panelId && path.some((p) => covers(plan, layer, p)),
          ),
      ),
    );
  const panel = panelWithMarking(plan, place);
  const marking = panel?.markings[place];
  if (panel === undefined || marking === undefined) return gathered([], []);
  const area: Polygon = curvePoints(marking);
  return gathered(
    thoseOn(plan.parts, panel.id).filter((part) => polygonContains(area, part.at)),
    runs.filter((run) =>
      runLegs(plan, run).some(
        ({ panelId, path }) => panelId === panel.id && path.some((p) => polygonContains(area, p)),
      ),
    ),
  );
}

function gathered(parts: readonly Part[], runs: readonly Run[]): Access {
  return { partIds: new Set(parts.map(({ id }) => id)), runIds: new Set(runs.map(({ id }) => id)) };
}

function liesOn(plan: Plan, run: Run, face: Face): boolean {
  return sumRun(plan, run).spans.some((span) => span.face === face);
}

/** Of what lies at a place, what no zone keeps in reach of a hand once it is closed. */
export function outOfReach(plan: Plan, { partIds, runIds }: Access): Access {
  return {
    partIds: new Set(
      [...partIds].filter((id) => {
        const part = plan.parts[id];
        return part === undefined || !isReached(plan, part, part.at);
      }),
    ),
    runIds: new Set(
      [...runIds].filter((id) => {
        const run = plan.runs[id];
        return (
          run !== undefined &&
          !runLegs(plan, run).every((leg) => leg.path.every((p) => isReached(plan, leg, p)))
        );
      }),
    ),
  };
}

/** Whether a place of a panel lies in a zone that a hand reaches. */
function isReached(plan: Plan, of: OnPanel, p: Point): boolean {
  return areasFor(panelOf(plan, of), 'reach').some((zone) => polygonContains(zone, p));
}

/** The holders that a closed place hides for good: no hand was said to reach them. */
export function unreachableHolders(plan: Plan, work: Work): readonly Part[] {
  const hidden = accessOf(plan, work).partIds;
  return Object.values(plan.parts).filter(
    (part) =>
      hidden.has(part.id) && hasElement(kindOf(plan, part), 'cell') && !isReached(plan, part, part.at),
  );
}
