import { type BoundaryMeeting, nearestBoundary } from '../../cloth/boundary.ts';
import { clothOutline } from '../../cloth/cloth.ts';
import { polygonContains } from '../../geometry/polygon.ts';
import { assumedIn } from '../../plan/assumed.ts';
import { seamAreas } from '../../plan/closed-areas.ts';
import { panelOf } from '../../plan/panels.ts';
import type { Plan } from '../../plan/schema.ts';
import { GAP_SLACK_MM } from '../../units/tolerances.ts';
import { capital } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { legsOf, type SewnThing, sewnHoles, sewnRun } from '../sewn-lines.ts';

export const edge: CheckRule = {
  id: 'edge',
  title: 'Too near the edge',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'Stitches this near the edge pull out as the cloth frays, and a hem or seam has no room. Keep them 6 mm inside (an assumption that a plan may change), or make the piece larger.',
  example: 'A line of stitches runs along a felt piece 3 mm from its cut edge.',
  sees: ['panels', 'seams', 'habits'],
  checkPart: ({ plan }, part) => sewnHoles(plan, part).flatMap((thing) => tooNear(plan, thing)),
  checkRun: ({ plan }, run) => sewnRun(plan, run).flatMap((thing) => tooNear(plan, thing)),
};

function tooNear(plan: Plan, { key, name, panelId, path, ids }: SewnThing): readonly Finding[] {
  const marginMm = assumedIn(plan).edgeMarginMm;
  const outline = clothOutline(panelOf(plan, { panelId }));
  // The ends of a thread are holes and speak for themselves.
  const ends = path.length === 1 ? [] : path.filter((_, i) => i === 0 || i === path.length - 1);
  let worst: BoundaryMeeting | null = null;
  for (const [a, b] of legsOf(path)) {
    const near = nearestBoundary(outline, a, b, marginMm - GAP_SLACK_MM, ends);
    if (near !== null && (worst === null || near.distanceMm < worst.distanceMm)) worst = near;
  }
  if (worst === null) return [];
  // In a seam allowance it lies too near the edge of course: that is told as lying there.
  const { at } = worst;
  if (seamAreas(plan, panelOf(plan, { panelId })).some(({ area }) => polygonContains(area, at))) return [];
  return [
    {
      key: `edge:${key}`,
      ruleId: 'edge',
      severity: 'mend',
      at: worst.at,
      message: `${capital(name)} comes too near the edge of the cloth.`,
      step: `Move it ${(Math.ceil(10 * (marginMm - worst.distanceMm)) / 10).toFixed(1)} mm or more inwards.`,
      found: { value: worst.distanceMm, unit: 'mm' },
      wanted: { value: marginMm, unit: 'mm' },
      panelId,
      ...ids,
    },
  ];
}
