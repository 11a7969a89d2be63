/**
 * `npm run bench -- boards [seconds] [plans] [first]`: plans round sew-on boards (`testing/board-plans.json`), each of which was laid without a
 * crossing: what is left out, stops of all rules, patches, and the length beside that of its witness, after so many processor seconds each.
 */
import { readFileSync } from 'node:fs';
import { withStrongLines } from '@sashiko/core/advice/strong-lines';
import { countFindings, openFindings } from '@sashiko/core/checks/check-plan';
import { CHECK_RULES } from '@sashiko/core/checks/check-rules';
import { CheckSession } from '@sashiko/core/checks/check-session';
import { expectOk } from '@sashiko/core/errors/problem';
import type { Plan } from '@sashiko/core/plan/schema';
import { cleanPart } from '@sashiko/core/router/clean-part';
import { routePatiently } from '@sashiko/core/router/patient-route';
import { routingProblemOf } from '@sashiko/core/router/problem-of-plan';
import { previewProposal } from '@sashiko/core/router/proposal';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import { boardPlan, type WrittenBoardPlan } from '@sashiko/core/testing/board-plans';

const file = new URL('../packages/core/src/testing/board-plans.json', import.meta.url);
const written = JSON.parse(readFileSync(file, 'utf8')) as readonly WrittenBoardPlan[];
const seconds = Number(process.argv[2] ?? 5);
const first = Number(process.argv[4] ?? 1);
const tried = written.slice(first - 1, first - 1 + Number(process.argv[3] ?? written.length));

interface Outcome {
  readonly leftOut: number;
  readonly stops: number;
  readonly patches: number;
  readonly lengthMm: number;
  readonly ofWitness: number;
}

function routed(plan: Plan, witnessMm: number): Outcome {
  const problem = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  const start = process.cpuUsage();
  const spentS = (): number => {
    const { user, system } = process.cpuUsage(start);
    return (user + system) / 1e6;
  };
  const search = routePatiently(problem, { seed: 1, seconds: spentS, usualS: seconds, mostS: seconds });
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { solution: clean, leftOut } = cleanPart(problem, step.value);
  const solution = withStrongLines(plan, problem, clean);
  const made = expectOk(previewProposal(plan, problem, solution));
  return {
    leftOut: leftOut.length,
    stops: countFindings(openFindings(made, new CheckSession(CHECK_RULES).update(made))).stop,
    patches: Object.keys(made.patches).length,
    lengthMm: solution.lengthMm,
    ofWitness: solution.lengthMm / witnessMm,
  };
}

const outcomes: Outcome[] = [];
for (const one of tried) {
  const outcome = routed(boardPlan(one), one.witnessMm);
  outcomes.push(outcome);
  const { leftOut, stops, patches, lengthMm, ofWitness } = outcome;
  process.stdout.write(
    `${one.name}\t${one.parts.length} parts\tleft out ${leftOut}\tstops ${stops}\tpatches ${patches}\t${Math.round(lengthMm)} mm\t${ofWitness.toFixed(2)} of its witness\n`,
  );
}
const count = (holds: (one: Outcome) => boolean): number => outcomes.filter(holds).length;
const whole = count(({ leftOut, stops }) => leftOut === 0 && stops === 0);
const unpatched = count(({ patches, leftOut }) => patches === 0 && leftOut === 0);
const lengths = outcomes.map(({ ofWitness }) => ofWitness).sort((a, b) => a - b);
process.stdout.write(
  `${whole} of ${tried.length} with nothing left out and no stop in ${seconds} s; ${unpatched} without a patch; median length ${lengths[lengths.length >> 1]?.toFixed(2)} of the witness\n`,
);
