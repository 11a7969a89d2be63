/** What the benchmarks share: processor time, the middle of many figures, and the plain way of finding gaps. */
import { closestOfSegments } from '@sashiko/core/geometry/segment';
import type { Plan } from '@sashiko/core/plan/schema';
import { bareSegments } from '@sashiko/core/spacing/bare-things';
import { measureGap, spacingRules } from '@sashiko/core/spacing/clearance';

/** Processor time of a work, ms. */
export function cpuMs(work: () => unknown): number {
  const before = process.cpuUsage();
  work();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1000;
}

/** The middle one of some figures. */
export function median(figures: readonly number[]): number {
  return [...figures].sort((a, b) => a - b)[Math.floor(figures.length / 2)] ?? Number.NaN;
}

/** Every pair of bare things, no index: the obvious way to find gaps and crossings. Gives how many there are. */
export function plainScan(plan: Plan): number {
  const segments = bareSegments(plan);
  const rules = spacingRules(plan);
  let found = 0;
  for (const [i, one] of segments.entries())
    for (let k = i + 1; k < segments.length; k += 1) {
      const other = segments[k] as (typeof segments)[number];
      if (one.owner.netId === other.owner.netId) continue;
      const closest = closestOfSegments(one.a, one.b, other.a, other.b);
      if (measureGap(plan, one.owner, closest, other.owner, rules).verdict !== null) found += 1;
    }
  return found;
}
