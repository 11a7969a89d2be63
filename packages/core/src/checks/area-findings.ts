/** Stitches that come into, or too near to, areas of the cloth: what openings and keep-outs have in common. */

import { type BoundaryMeeting, nearestToArea } from '../cloth/boundary.ts';
import { type Box, boxOf } from '../cloth/cloth.ts';
import type { NamedArea } from '../plan/closed-areas.ts';
import { panelOf } from '../plan/panels.ts';
import type { Panel, Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { GAP_SLACK_MM } from '../units/tolerances.ts';
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
    return areas.flatMap(({ id, name, area, box: around }): readonly Finding[] => {
      if (!comeNear(box, around, marginMm)) return [];
      let worst: BoundaryMeeting | null = null;
      for (const [a, b] of legsOf(thing.path)) {
        const near = nearestToArea(area, a, b, marginMm - GAP_SLACK_MM);
        if (near !== null && (worst === null || near.distanceMm < worst.distanceMm)) worst = near;
      }
      if (worst === null || worst.distanceMm >= Math.max(marginMm - GAP_SLACK_MM, GAP_SLACK_MM)) return [];
      return [
        {
          key: `${ruleId}:${thing.key}:${id}`,
          ruleId,
          severity: 'mend',
          at: worst.at,
          message: `${capital(thing.name)} ${words(worst.distanceMm === 0, name)}.`,
          step: `Move it so that it stays ${marginMm > 0 ? `${marginMm} mm off` : 'outside'}.`,
          // Where it only has to be outside there is nothing to measure.
          found: marginMm === 0 ? null : { value: worst.distanceMm, unit: 'mm' },
          wanted: marginMm === 0 ? null : { value: marginMm, unit: 'mm' },
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

function comeNear(a: Box, b: Box, reachMm: number): boolean {
  return (
    a.left <= b.right + reachMm &&
    b.left <= a.right + reachMm &&
    a.top <= b.bottom + reachMm &&
    b.top <= a.bottom + reachMm
  );
}
