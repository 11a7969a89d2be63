import { seamAreas } from '../../plan/closed-areas.ts';
import { areaChecks } from '../area-findings.ts';
import type { CheckRule } from '../check-rule.ts';

export const seam: CheckRule = {
  id: 'seam',
  title: 'In a seam allowance',
  severity: 'mend',
  touching: null,
  help: 'A stitch or a hole lies in the strip that goes into a seam. There it is sewn over, folded under or cut, and two or three layers lie on each other. Keep parts and threads inside the seam line.',
  example: 'A thread runs 6 mm beside a side seam of 10 mm.',
  sees: ['panels', 'seams'],
  ...areaChecks(
    'seam',
    seamAreas,
    () => 0,
    (_isInside, area) => `lies in ${area}`,
  ),
};
