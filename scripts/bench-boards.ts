/**
 * `npm run bench -- boards [seconds] [plans]`: plans round sew-on boards, as they come from the generator: what is left out, stops of the drawing,
 * patches and length after so many processor seconds each.
 */
import { countFindings, openFindings } from '@sashiko/core/checks/check-plan';
import { CHECK_RULES } from '@sashiko/core/checks/check-rules';
import { CheckSession } from '@sashiko/core/checks/check-session';
import { expectOk } from '@sashiko/core/errors/problem';
import type { Plan } from '@sashiko/core/plan/schema';
import { cleanPart } from '@sashiko/core/router/clean-part';
import { routingProblemOf } from '@sashiko/core/router/problem-of-plan';
import { previewProposal } from '@sashiko/core/router/proposal';
import { route } from '@sashiko/core/router/route';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import { boardPlan } from '@sashiko/core/testing/board-plans';

const seconds = Number(process.argv[2] ?? 5);
const plans = Number(process.argv[3] ?? 40);

interface Outcome {
  readonly leftOut: number;
  readonly stops: number;
  readonly patches: number;
  readonly lengthMm: number;
}

function routed(plan: Plan): Outcome {
  const problem = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  const start = process.cpuUsage();
  const spent = (): number => {
    const { user, system } = process.cpuUsage(start);
    return (user + system) / 1e6 / seconds;
  };
  const search = route(problem, { seed: 1, spent });
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { solution, leftOut } = cleanPart(problem, step.value);
  const made = expectOk(previewProposal(plan, problem, solution));
  return {
    leftOut: leftOut.length,
    stops: countFindings(openFindings(made, new CheckSession(CHECK_RULES, false).update(made))).stop,
    patches: Object.keys(made.patches).length,
    lengthMm: solution.lengthMm,
  };
}

const outcomes: Outcome[] = [];
for (let seed = 1; seed <= plans; seed += 1) {
  const plan = boardPlan(seed);
  const outcome = routed(plan);
  outcomes.push(outcome);
  const { leftOut, stops, patches, lengthMm } = outcome;
  process.stdout.write(
    `${seed}\t${Object.keys(plan.parts).length} parts\tleft out ${leftOut}\tstops ${stops}\tpatches ${patches}\t${Math.round(lengthMm)} mm\n`,
  );
}
const whole = outcomes.filter(({ leftOut, stops }) => leftOut === 0 && stops === 0).length;
const patches = outcomes.reduce((sum, one) => sum + one.patches, 0);
process.stdout.write(
  `${whole} of ${plans} with nothing left out and no stop in ${seconds} s; ${patches} patches in all\n`,
);
