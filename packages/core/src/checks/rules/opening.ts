import { assumedIn } from '../../plan/assumed.ts';
import { drawnAreas } from '../../plan/closed-areas.ts';
import { areaChecks } from '../area-findings.ts';
import type { CheckRule } from '../check-rule.ts';

export const opening: CheckRule = {
  id: 'opening',
  title: 'Over an opening',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'A stitch or a hole lies over an opening, where there is no cloth to hold it, or so near to its edge that it pulls out. Take the thread round the opening and keep 6 mm off its edge (assumption).',
  example: 'A thread passes across the slit that the cord goes through.',
  sees: ['panels', 'habits'],
  ...areaChecks(
    'opening',
    (_plan, panel) => drawnAreas(panel, 'opening'),
    (plan) => assumedIn(plan).edgeMarginMm,
    (isInside, area) =>
      isInside ? `lies over ${area}, where there is no cloth` : `comes too near the edge of ${area}`,
  ),
};
