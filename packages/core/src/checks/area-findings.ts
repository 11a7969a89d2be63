/** Stitches that come into, or too near to, areas of the cloth: what openings and keep-outs have in common. */

import { type BoundaryMeeting, nearestToArea } from '../cloth/boundary.ts';
import { type Box, boxOf } from '../cloth/cloth.ts';
import { add, distance, type Point, scale, subtract } from '../geometry/point.ts';
import { type Polygon, polygonContains } from '../geometry/polygon.ts';
import { pointToSegmentMm } from '../geometry/segment.ts';
import type { NamedArea } from '../plan/closed-areas.ts';
import { panelOf } from '../plan/panels.ts';
import type { Panel, Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { GAP_SLACK_MM, SAME_POINT_MM } from '../units/tolerances.ts';
import { capital } from '../units/words.ts';
import type { CheckRule } from './check-rule.ts';
import type { Finding } from './finding.ts';
import { legsOf, type SewnThing, sewnHoles, sewnRun } from './sewn-lines.ts';

/** The two checks of a rule about areas of a panel: one finding for each sewn thing and area that are nearer than a margin. */
export function areaChecks(
  ruleId: string,
  areasOf: (plan: Plan, panel: Panel) => readonly NamedArea[],
  marginOf: (plan: Plan) => number,
  words: (isInside: boolean, area: string) => string,
  thingsOf: (plan: Plan, part: Part) => readonly SewnThing[] = sewnHoles,
): Required<Pick<CheckRule, 'checkPart' | 'checkRun'>> {
  const look = (plan: Plan, thing: SewnThing): readonly Finding[] => {
    const marginMm = marginOf(plan);
    const areas = areasOf(plan, panelOf(plan, thing));
    if (areas.length === 0) return [];
    const box = boxOf(thing.path);
    return areas.flatMap(({ id, name, area, box: around, way }): readonly Finding[] => {
      if (!comeNear(box, around, marginMm)) return [];
      let worst: BoundaryMeeting | null = null;
      for (const [a, b] of legsOf(thing.path)) {
        const near = nearestToArea(area, a, b, marginMm - GAP_SLACK_MM);
        if (near !== null && (worst === null || near.distanceMm < worst.distanceMm)) worst = near;
      }
      if (worst === null || worst.distanceMm >= Math.max(marginMm - GAP_SLACK_MM, SAME_POINT_MM)) return [];
      const measure = (found: number, wanted: number): Pick<Finding, 'found' | 'wanted'> => ({
        found: { value: found, unit: 'mm' },
        wanted: { value: wanted, unit: 'mm' },
      });
      const deepMm = marginMm > 0 ? 0 : depthMm(area, way ?? [...area, ...area.slice(0, 1)], thing.path);
      return [
        {
          key: `${ruleId}:${thing.key}:${id}`,
          ruleId,
          severity: 'mend',
          at: worst.at,
          message: `${capital(thing.name)} ${words(worst.distanceMm === 0, name)}.`,
          step: `Move it so that it stays ${marginMm > 0 ? `${marginMm} mm off` : 'outside'}.`,
          // Where it only has to be outside, how deep it lies in it.
          ...(marginMm > 0
            ? measure(worst.distanceMm, marginMm)
            : deepMm < SAME_POINT_MM
              ? { found: null, wanted: null }
              : measure(deepMm, 0)),
          panelId: thing.panelId,
          ...thing.ids,
        },
      ];
    });
  };
  return {
    checkPart: ({ plan }, part) => thingsOf(plan, part).flatMap((thing) => look(plan, thing)),
    checkRun: ({ plan }, run) => sewnRun(plan, run).flatMap((thing) => look(plan, thing)),
  };
}

/** A leg is looked at in steps of so many mm, in so many at the most. */
const STEP_MM = 2;
const MOST_STEPS = 60;

/** How deep the deepest place of a path lies in an area, to the way out of it, mm; 0 where none lies in it. */
function depthMm(area: Polygon, way: readonly Point[], path: readonly Point[]): number {
  let deepest = 0;
  for (const [a, b] of legsOf(path)) {
    const steps = Math.min(MOST_STEPS, Math.max(1, Math.ceil(distance(a, b) / STEP_MM)));
    for (let i = 0; i <= steps; i += 1) {
      const at = add(a, scale(subtract(b, a), i / steps));
      if (!polygonContains(area, at)) continue;
      const out = way
        .slice(1)
        .reduce(
          (least, to, k) => Math.min(least, pointToSegmentMm(at, way[k] as Point, to)),
          Number.POSITIVE_INFINITY,
        );
      if (out > deepest && Number.isFinite(out)) deepest = out;
    }
  }
  return deepest;
}

function comeNear(a: Box, b: Box, reachMm: number): boolean {
  return (
    a.left <= b.right + reachMm &&
    b.left <= a.right + reachMm &&
    a.top <= b.bottom + reachMm &&
    b.top <= a.bottom + reachMm
  );
}
