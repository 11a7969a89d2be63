import { closestOfSegments, segmentMeeting } from '../../geometry/segment.ts';
import { bareName, clearanceOf } from '../../nets/clearance.ts';
import { capital } from '../../units/words.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const crossing: CheckRule = {
  id: 'crossing',
  title: 'Threads cross',
  severity: 'stop',
  touching: 'touching that should not',
  help: 'Two threads that are not meant to be joined lie across each other. Bare thread touches wherever it crosses, so this is a short. Lead one of them round, turn a part, or use another hole; only if nothing else works, carry one over an insulating patch.',
  check,
};

function check({ plan }: CheckContext): readonly Finding[] {
  const { index } = clearanceOf(plan);
  const findings: Finding[] = [];
  const seen = new Map<string, number>();
  const places = new Set<string>();
  for (const { a, b, owner } of index.all) {
    if (owner.runId === null) continue;
    for (const other of index.near(a, b, 0)) {
      // Each pair of runs is met twice; it is judged once, in the order of their ids.
      if (other.owner.runId === null || other.owner.netId === owner.netId || other.owner.key <= owner.key)
        continue;
      if (segmentMeeting(a, b, other.a, other.b) === 'apart') continue;
      const at = closestOfSegments(a, b, other.a, other.b).onFirst;
      const pair = `${owner.key}+${other.owner.key}`;
      // Two legs that meet on a bend of the other thread are one crossing, not two.
      const place = `${pair}@${Math.round(at.x * 100)},${Math.round(at.y * 100)}`;
      if (places.has(place)) continue;
      places.add(place);
      const count = (seen.get(pair) ?? 0) + 1;
      seen.set(pair, count);
      findings.push({
        key: `crossing:${pair}:${count}`,
        ruleId: 'crossing',
        severity: 'stop',
        at,
        message: `${capital(bareName(plan, owner))} crosses ${bareName(plan, other.owner)}.`,
        step: 'Lead one of the two round the other, turn a part, or use another hole.',
        found: { value: 1, unit: 'crossings' },
        wanted: { value: 0, unit: 'crossings' },
        partIds: [],
        runIds: [owner.key, other.owner.key],
      });
    }
  }
  return findings;
}
