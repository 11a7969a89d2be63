import { polygonContains } from '../../geometry/polygon.ts';
import { seamAreas } from '../../plan/closed-areas.ts';
import { placedOutline } from '../../plan/placed.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { areaChecks } from '../area-findings.ts';
import type { CheckRule } from '../check-rule.ts';
import { type SewnThing, sewnHoles, stiffBody } from '../sewn-lines.ts';

export const seam: CheckRule = {
  id: 'seam',
  title: 'In a seam allowance',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'A stitch or a hole lies in the strip that goes into a seam. There it is sewn over, folded under or cut, and two or three layers lie on each other. A stiff part under the needle breaks it. Keep parts and threads inside the seam line.',
  example: 'A thread runs 6 mm beside a side seam of 10 mm.',
  sees: ['panels', 'seams', 'habits'],
  ...areaChecks(
    'seam',
    seamAreas,
    () => 0,
    (_isInside, area) => `lies in ${area}`,
    bodyAndLegs,
  ),
};

/** The body speaks for the holes that lie in it; those on a leg or a lead are looked at by themselves. */
function bodyAndLegs(plan: Plan, part: Part): readonly SewnThing[] {
  const outline = placedOutline(plan, part);
  const beyond = sewnHoles(plan, part).filter(
    ({ path: [at] }) => at !== undefined && !polygonContains(outline, at),
  );
  return [stiffBody(plan, part), ...beyond];
}
