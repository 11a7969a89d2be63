/** Plans of two panels: whatever is said of them is what is said of each of them alone. */
import { describe, expect, test } from 'vitest';
import { proposeThreads } from '../advice/propose-threads.ts';
import { checkPlan } from '../checks/check-plan.ts';
import type { Finding } from '../checks/finding.ts';
import { expectOk } from '../errors/problem.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { validatePlan } from '../plan/validate.ts';
import { previewProposal } from '../router/proposal.ts';
import { USUAL_REQUEST } from '../router/route-request.ts';
import { usePlan } from '../testing/hostile.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { besideEachOther } from '../testing/two-panels.ts';
import { randomPiece } from '../testing/wired-pieces.ts';
import { panelSuffix } from './print-kind.ts';
import { patternSvgPrint } from './prints/pattern-svg.ts';

const SEEDS = Array.from({ length: 16 }, (_, i) => i + 1);
const bare = (plan: Plan): Plan => ({ ...plan, accepted: {}, wishes: null, works: {}, seams: {} });

/** What is found by looking at the cloth alone, wherever its circuits lead. */
const DRAWN = ['edge', 'opening', 'keep-out', 'turn-sharp', 'stitch-long', 'reach', 'hole-full'];

function drawnFindings(plan: Plan): readonly string[] {
  return checkPlan(plan)
    .filter(({ ruleId }) => DRAWN.includes(ruleId))
    .map(({ ruleId, at, found }: Finding) => `${ruleId} ${at.x} ${at.y} ${found?.value ?? ''}`)
    .sort();
}

describe('two plans as one of two panels', () => {
  test.each(SEEDS)('all that is done with a plan is done with it, pieces %s', (seed) => {
    const both = besideEachOther(randomPiece(seed), randomPiece(seed + 100));
    usePlan({ ...both, habits: randomPiece(seed).habits });
  });

  test.each(SEEDS)('what lies on each is found as if it were alone, seed %s', (seed) => {
    const one = bare(editedAtRandom(smallLantern().plan, seed, 40).plan);
    const other = { ...bare(editedAtRandom(smallLantern().plan, seed + 50, 40).plan), habits: one.habits };
    const both = besideEachOther(one, { ...other, spools: one.spools });
    expect(validatePlan(both)).toMatchObject({ ok: true });
    expect(drawnFindings(both)).toEqual([...drawnFindings(one), ...drawnFindings(other)].sort());
  });

  test('threads are proposed on each for what lies on it, and none leads across', () => {
    const { plan } = smallLantern();
    const unsewn = { ...plan, runs: {}, patches: {} };
    const both = besideEachOther(unsewn, unsewn);
    const search = proposeThreads(both, USUAL_REQUEST, 1, 'by-moves');
    let step = search.next();
    while (step.done !== true) step = search.next();
    const { base, problem, solution, leftOut } = expectOk(step.value);
    expect(leftOut).toEqual([]);
    const sewn = expectOk(previewProposal(base, problem, solution));
    const runs = Object.values(sewn.runs);
    for (const { id } of panelsOf(sewn)) expect(runs.some(({ panelId }) => panelId === id)).toBe(true);
    expect(expectOk(validatePlan(sewn))).toBe(sewn);
    expect(checkPlan(sewn).filter(({ severity }) => severity === 'stop')).toEqual([]);
  });

  test('prints come panel by panel, told apart by the name of the panel', () => {
    const { plan } = smallLantern();
    const both = besideEachOther(plan, plan);
    expect(panelsOf(both).map((panel) => panelSuffix(both, panel))).toEqual(['-piece', '-second']);
    const making = patternSvgPrint.make(both, { pace: 'usual' as never, fonts: {} as never });
    making.next();
    const made = making.next();
    const files = made.done === true ? expectOk(made.value) : [];
    expect(files.map(({ suffix }) => suffix)).toEqual([
      '-pattern-piece-right-side.svg',
      '-pattern-second-right-side.svg',
    ]);
  });
});
