/** What of a plan lies where other work on the piece takes place: what must be got at before it, and is hidden after it. */

import { curvePoints, type Face } from '../cloth/cloth.ts';
import { between, distance, type Point } from '../geometry/point.ts';
import { type Polygon, polygonContains } from '../geometry/polygon.ts';
import { assumedIn } from '../plan/assumed.ts';
import { covers } from '../plan/layers.ts';
import { panelWithMarking, thoseOn } from '../plan/panels.ts';
import type { Part, Run, Work } from '../plan/records.ts';
import { runLegs, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import type { Spaces } from '../reach/spaces.ts';

const FACES: readonly Face[] = ['right', 'wrong'];

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

/** Whether no two fingers get to a part, or no needle to some place of a run, on a face that has thread of it. */
export function isOutOfReach(plan: Plan, spaces: Spaces, thing: Part | Run): boolean {
  if ('kindId' in thing) return spaces.widestWayMm(thing) < assumedIn(plan).fingersMm;
  const faces = FACES.filter((face) => liesOn(plan, thing, face));
  return runLegs(plan, thing).some(({ panelId, path }) =>
    faces.some((face) => placesAlong(path).some((at) => spaces.widestWayMm({ panelId, face, at }) <= 0)),
  );
}

/** A line is looked at every so many mm: no pocket is narrower. */
const STEP_MM = 20;

/** The corners of a line, and places between them. */
function placesAlong(path: readonly Point[]): readonly Point[] {
  return path.flatMap((from, i) => {
    const to = path[i + 1];
    if (to === undefined) return [from];
    const steps = Math.max(1, Math.ceil(distance(from, to) / STEP_MM));
    return Array.from({ length: steps }, (_, k) => between(from, to, k / steps));
  });
}
