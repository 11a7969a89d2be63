import { drawnAreas } from '../../plan/closed-areas.ts';
import { areaChecks } from '../area-findings.ts';
import type { CheckRule } from '../check-rule.ts';

export const keepOut: CheckRule = {
  id: 'keep-out',
  title: 'In a keep-out',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'A stitch or a hole lies in an area that you said must stay free. Take the thread round it, move the part, or draw the area smaller.',
  example: 'A thread takes the short way through the buttonhole panel.',
  sees: ['panels', 'habits'],
  ...areaChecks(
    'keep-out',
    (_plan, panel) => drawnAreas(panel, 'keep-out'),
    () => 0,
    (_isInside, area) => `lies in ${area}, which must stay free`,
  ),
};
