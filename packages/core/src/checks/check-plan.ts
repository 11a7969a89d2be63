import type { Plan } from '../plan/schema.ts';
import { CheckSession } from './check-session.ts';
import type { Finding, Severity } from './finding.ts';

/**
 * Everything the rules find, worst first, then in the order of the rules. The promise is "clear under the
 * stated assumptions" (`docs/checks.md` lists them), never more. O(n log n) in the number of stitches' legs. Accepted
 * findings are among them: `openFindings` leaves them out.
 */
export function checkPlan(plan: Plan): readonly Finding[] {
  return new CheckSession().update(plan);
}

/** The findings that the maker has not accepted. */
export function openFindings(plan: Pick<Plan, 'accepted'>, findings: readonly Finding[]): readonly Finding[] {
  return findings.filter((finding) => !Object.hasOwn(plan.accepted, finding.key));
}

/** How many findings there are of each severity. */
export function countFindings(findings: readonly Finding[]): Readonly<Record<Severity, number>> {
  const counts = { stop: 0, mend: 0, note: 0 };
  for (const finding of findings) counts[finding.severity] += 1;
  return counts;
}
