/** What is computed from the shown plan, once for all who ask. */
import { benchTests } from '@sashiko/core/bench/bench-tests';
import { checkPlan } from '@sashiko/core/checks/check-plan';
import type { Plan } from '@sashiko/core/plan/schema';
import { cutPieces } from '@sashiko/core/sewing/pieces';
import { sewingSteps } from '@sashiko/core/sewing/steps';

/** Remembers a function's answer for as long as the plan it was asked about is alive. */
function oncePerPlan<T>(compute: (plan: Plan) => T): (plan: Plan) => T {
  const answers = new WeakMap<Plan, { readonly answer: T }>();
  return (plan) => {
    const known = answers.get(plan);
    if (known !== undefined) return known.answer;
    const answer = compute(plan);
    answers.set(plan, { answer });
    return answer;
  };
}

export const findingsOf = oncePerPlan(checkPlan);
export const piecesOf = oncePerPlan(cutPieces);
export const stepsOf = oncePerPlan((plan) => sewingSteps(plan, piecesOf(plan)));
export const testsOf = oncePerPlan(benchTests);
