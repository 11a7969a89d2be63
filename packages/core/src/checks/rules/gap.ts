import { between } from '../../geometry/point.ts';
import { closestOfSegments } from '../../geometry/segment.ts';
import {
  type BareThing,
  bareName,
  clearanceOf,
  isSamePart,
  LARGEST_PAD_RADIUS_MM,
  type MeasuredGap,
  measureGap,
  spacingRules,
} from '../../nets/clearance.ts';
import { GAP_SLACK_MM } from '../../units/tolerances.ts';
import { capital } from '../../units/words.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const gap: CheckRule = {
  id: 'gap',
  title: 'Threads too close',
  severity: 'stop',
  touching: 'touching that should not',
  help: 'Stitches of two threads that are not meant to be joined lie closer than a hand can keep apart. Makers stop one stitch short of the other thread; Sashiko also counts the thread itself, the wander of a hand, stray hairs and the give of the cloth. Where these overlap it is a stop, where little room is left a mend. Move one line aside.',
  check,
};

interface Worst {
  readonly first: BareThing;
  readonly gap: MeasuredGap;
}

function check({ plan }: CheckContext): readonly Finding[] {
  const clearance = clearanceOf(plan);
  const { index } = clearance;
  const rules = spacingRules(plan);
  const worst = new Map<string, Worst>();
  const crossed = new Set<string>();
  for (const { a, b, owner } of index.all) {
    const reachMm = owner.radiusMm + LARGEST_PAD_RADIUS_MM + clearance.widestWantedMm(owner.conductor);
    for (const other of index.near(a, b, reachMm)) {
      if (other.owner.netId === owner.netId || other.owner.key <= owner.key || isSamePart(owner, other.owner))
        continue;
      const pair = `${owner.key}+${other.owner.key}`;
      const measured = measureGap(plan, owner, closestOfSegments(a, b, other.a, other.b), other.owner, rules);
      if (measured.at.distanceMm === 0 && owner.runId !== null && other.owner.runId !== null)
        crossed.add(pair);
      if (measured.verdict === null || measured.gapMm > measured.wantedMm - GAP_SLACK_MM) continue;
      const known = worst.get(pair);
      if (known === undefined || measured.gapMm < known.gap.gapMm)
        worst.set(pair, { first: owner, gap: measured });
    }
  }
  return [...worst]
    .filter(([pair]) => !crossed.has(pair))
    .map(([pair, { first, gap: measured }]): Finding => {
      const { other } = measured;
      const holes = [first, other].flatMap((thing) => (thing.hole === null ? [] : [thing.hole.partId]));
      return {
        key: `gap:${pair}`,
        ruleId: 'gap',
        severity: measured.verdict ?? 'mend',
        at: between(measured.at.onFirst, measured.at.onSecond, 0.5),
        message: `${capital(bareName(plan, first))} comes too close to ${bareName(plan, other)}.`,
        step: `Move one of them ${(measured.wantedMm - measured.gapMm).toFixed(1)} mm or more aside.`,
        found: { value: measured.gapMm, unit: 'mm' },
        wanted: { value: measured.wantedMm, unit: 'mm' },
        partIds: holes,
        runIds: [first, other].flatMap((thing) => (thing.runId === null ? [] : [thing.runId])),
      };
    });
}
