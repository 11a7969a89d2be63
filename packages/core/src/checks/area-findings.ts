/** Stitches that come into, or too near to, areas of the cloth: what openings and keep-outs have in common. */
import { type BoundaryMeeting, nearestToArea } from '../cloth/boundary.ts';
import { curvePoints, type MarkingUse, markingsFor } from '../cloth/cloth.ts';
import type { Plan } from '../plan/schema.ts';
import { GAP_SLACK_MM } from '../units/tolerances.ts';
import { capital } from '../units/words.ts';
import type { Finding } from './finding.ts';
import { legsOf, sewnThings } from './sewn-lines.ts';

/** One finding for each sewn thing and area of a use that are nearer than `marginMm`. */
export function areaFindings(
  plan: Plan,
  ruleId: string,
  use: MarkingUse,
  marginMm: number,
  words: (isInside: boolean, area: string) => string,
): readonly Finding[] {
  const areas = markingsFor(plan.cloth, use);
  if (areas.length === 0) return [];
  const things = sewnThings(plan);
  return areas.flatMap((marking) => {
    const area = curvePoints(marking);
    return things.flatMap(({ key, name, path, ids }): readonly Finding[] => {
      let worst: BoundaryMeeting | null = null;
      for (const [a, b] of legsOf(path)) {
        const near = nearestToArea(area, a, b, marginMm - GAP_SLACK_MM);
        if (near !== null && (worst === null || near.distanceMm < worst.distanceMm)) worst = near;
      }
      if (worst === null || worst.distanceMm >= Math.max(marginMm - GAP_SLACK_MM, GAP_SLACK_MM)) return [];
      return [
        {
          key: `${ruleId}:${key}:${marking.id}`,
          ruleId,
          severity: 'mend',
          at: worst.at,
          message: `${capital(name)} ${words(worst.distanceMm === 0, marking.name)}.`,
          step: `Move it so that it stays ${marginMm > 0 ? `${marginMm} mm off` : 'outside'}.`,
          found: { value: worst.distanceMm, unit: 'mm' },
          wanted: { value: marginMm, unit: 'mm' },
          ...ids,
        },
      ];
    });
  });
}
