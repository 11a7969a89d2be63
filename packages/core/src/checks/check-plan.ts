import { deriveNets } from '../nets/nets.ts';
import { deriveSides } from '../nets/sides.ts';
import type { Plan } from '../plan/schema.ts';
import { CHECK_RULES } from './check-rules.ts';
import type { Finding, Severity } from './finding.ts';

const ORDER: readonly Severity[] = ['stop', 'mend', 'note'];

/**
 * Everything the rules find, worst first, then in the order of the rules. The promise is "clear under the
 * stated assumptions" (`docs/checks.md` lists them), never more. O(n log n) in the number of stitches' legs.
 */
export function checkPlan(plan: Plan): readonly Finding[] {
  const context = { plan, nets: deriveNets(plan), sides: deriveSides(plan) };
  const findings = CHECK_RULES.flatMap((rule) => rule.check(context));
  return findings
    .map((finding, i) => ({ finding, i }))
    .sort((a, b) => ORDER.indexOf(a.finding.severity) - ORDER.indexOf(b.finding.severity) || a.i - b.i)
    .map(({ finding }) => finding);
}

/** How many findings there are of each severity. */
export function countFindings(findings: readonly Finding[]): Readonly<Record<Severity, number>> {
  const counts = { stop: 0, mend: 0, note: 0 };
  for (const finding of findings) counts[finding.severity] += 1;
  return counts;
}
