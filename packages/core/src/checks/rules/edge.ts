import { clothOutline } from '../../cloth/cloth.ts';
import type { Point } from '../../geometry/point.ts';
import { insideDistanceMm } from '../../geometry/polygon.ts';
import { runName } from '../../plan/edits/run-edits.ts';
import { holeName, holePoint, kindOf, runPath } from '../../plan/placed.ts';
import { EDGE_MARGIN_MM } from '../../thread/required-gap.ts';
import { GAP_SLACK_MM } from '../../units/tolerances.ts';
import { capital } from '../../units/words.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const edge: CheckRule = {
  id: 'edge',
  title: 'Too near the edge',
  severity: 'mend',
  touching: null,
  help: 'Stitches this near the edge pull out as the cloth frays, and a hem or seam has no room. Keep them 6 mm inside (assumption), or make the piece larger.',
  check,
};

function check({ plan }: CheckContext): readonly Finding[] {
  const outline = clothOutline(plan.cloth);
  const findings: Finding[] = [];
  const consider = (
    key: string,
    what: string,
    points: readonly Point[],
    ids: Pick<Finding, 'partIds' | 'runIds'>,
  ): void => {
    // A straight leg comes nearest to the edge of a convex piece at one of its ends.
    let at: Point | undefined;
    let nearest = Number.POSITIVE_INFINITY;
    for (const p of points) {
      const inside = insideDistanceMm(outline, p);
      if (inside < nearest) {
        nearest = inside;
        at = p;
      }
    }
    if (at === undefined || nearest >= EDGE_MARGIN_MM - GAP_SLACK_MM) return;
    findings.push({
      key: `edge:${key}`,
      ruleId: 'edge',
      severity: 'mend',
      at,
      message: `${capital(what)} comes too near the edge of the cloth.`,
      step: `Move it ${(EDGE_MARGIN_MM - nearest).toFixed(1)} mm or more inwards.`,
      found: { value: Math.max(0, nearest), unit: 'mm' },
      wanted: { value: EDGE_MARGIN_MM, unit: 'mm' },
      ...ids,
    });
  };
  for (const part of Object.values(plan.parts)) {
    for (const hole of kindOf(part).holes) {
      const ref = { partId: part.id, holeId: hole.id };
      consider(`${part.id}.${hole.id}`, holeName(plan, ref), [holePoint(plan, ref)], {
        partIds: [part.id],
        runIds: [],
      });
    }
  }
  for (const run of Object.values(plan.runs)) {
    // Ends are holes and speak for themselves.
    consider(run.id, `the thread ${runName(plan, run)}`, runPath(plan, run).slice(1, -1), {
      partIds: [],
      runIds: [run.id],
    });
  }
  return findings;
}
