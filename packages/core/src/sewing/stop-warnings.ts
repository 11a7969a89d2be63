/** What a sheet says in bold before anything else: findings that stop a piece from working, open or lived with. */
import { checkPlan } from '../checks/check-plan.ts';
import type { Finding } from '../checks/finding.ts';
import type { Plan } from '../plan/schema.ts';

export interface StopWarnings {
  /** Still to be put right. */
  readonly open: readonly string[];
  /** The maker lives with them, and why. */
  readonly accepted: ReadonlyArray<{ readonly message: string; readonly reason: string }>;
}

/** So many stops are printed in full. */
const MOST_PRINTED = 60;

/** The open stops as they are printed: all of a few, the first of many and how many there are besides. */
export function printedStops({ open }: Pick<StopWarnings, 'open'>): readonly string[] {
  if (open.length <= MOST_PRINTED) return open;
  return [
    ...open.slice(0, MOST_PRINTED),
    `And ${open.length - MOST_PRINTED} more, all of them listed in the Check stage.`,
  ];
}

/** The stops of a plan. `findings` are those of its checks, where they are known already. */
export function stopWarnings(plan: Plan, findings: readonly Finding[] = checkPlan(plan)): StopWarnings {
  const stops = findings.filter(({ severity }) => severity === 'stop');
  return {
    open: stops.filter(({ key }) => plan.accepted[key] === undefined).map(({ message }) => message),
    accepted: stops.flatMap(({ key, message }) => {
      const reason = plan.accepted[key]?.reason;
      return reason === undefined ? [] : [{ message, reason }];
    }),
  };
}
