/** Everything that is sewn, as short lines to hold against edges and areas: legs of threads, and holes as points. */
import type { Point } from '../geometry/point.ts';
import { runName } from '../plan/edits/run-edits.ts';
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holePoint, placedOutline } from '../plan/placed.ts';
import type { Part, Run } from '../plan/records.ts';
import { runPath } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import type { Finding } from './finding.ts';

export interface SewnThing {
  readonly key: string;
  readonly name: string;
  readonly panelId: string;
  readonly path: readonly Point[];
  readonly ids: Pick<Finding, 'partIds' | 'runIds'>;
}

/** The holes of a part, each a path of one point. */
export function sewnHoles(plan: Plan, part: Part): readonly SewnThing[] {
  return kindOf(plan, part).holes.map((hole): SewnThing => {
    const ref = { partId: part.id, holeId: hole.id };
    return {
      key: `${part.id}.${hole.id}`,
      name: holeName(plan, ref),
      panelId: part.panelId,
      path: [holePoint(plan, ref)],
      ids: { partIds: [part.id], runIds: [] },
    };
  });
}

/** The body of a part, once round. */
export function stiffBody(plan: Plan, part: Part): SewnThing {
  const outline = placedOutline(plan, part);
  return {
    key: `${part.id}.body`,
    name: `the body of ${part.name}`,
    panelId: part.panelId,
    path: [...outline, ...outline.slice(0, 1)],
    ids: { partIds: [part.id], runIds: [] },
  };
}

/** A run, hole to hole. */
export function sewnRun(plan: Plan, run: Run): SewnThing {
  return {
    key: run.id,
    name: `the thread ${runName(plan, run)}`,
    panelId: run.panelId,
    path: runPath(plan, run),
    ids: { partIds: [], runIds: [run.id] },
  };
}

/** The legs of a path; a path of one point is a leg of no length. */
export function legsOf(path: readonly Point[]): ReadonlyArray<readonly [Point, Point]> {
  const only = path.length === 1 ? path[0] : undefined;
  if (only !== undefined) return [[only, only]];
  return path.slice(1).map((b, i) => [path[i] as Point, b]);
}
