/** What Check finds of a plan, worked out once for all tests that ask about the very same plan. */
import { checkPlan } from '../checks/check-plan.ts';
import type { Plan } from '../plan/schema.ts';

const kept = new WeakMap<Plan, ReturnType<typeof checkPlan>>();

/** `checkPlan(plan)`; it may take a second, and random plans are asked about by several files. */
export function checkedOnce(plan: Plan): ReturnType<typeof checkPlan> {
  const findings = kept.get(plan) ?? checkPlan(plan);
  kept.set(plan, findings);
  return findings;
}
