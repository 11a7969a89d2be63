/** Runs that end in a free tail: two tied as a switch, one that waits for a part, two that are joined by hand. */
import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { proposeThreads } from '../advice/propose-threads.ts';
import { checkPlan } from '../checks/check-plan.ts';
import { solvePlan } from '../circuit/faded.ts';
import { lightStates } from '../circuit/will-it-light.ts';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { deriveNets } from '../joining/nets.ts';
import { tracePaths } from '../joining/trace-path.ts';
import type { EndUse } from '../parts/part-kind.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import { drawTail, lonelyTails, pairTails } from '../plan/edits/tail-edits.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { planInState, statesThatMatter } from '../power/operating-states.ts';
import { previewProposal } from '../router/proposal.ts';
import { USUAL_REQUEST } from '../router/route-request.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { gatherList } from './gather.ts';
import { sewingSheet } from './sewing-sheet.ts';
import { stopAdvice } from './sitting.ts';

const textOf = (plan: Plan): string =>
  sewingSheet(plan)
    .steps.map(({ text }) => text)
    .join('\n');

function routed(plan: Plan): Plan {
  const search = proposeThreads(plan, USUAL_REQUEST, 1, 'by-moves');
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { base, problem, solution, leftOut } = expectOk(step.value);
  expect(leftOut).toEqual([]);
  return expectOk(previewProposal(base, problem, solution));
}

const lit = (plan: Plan): number =>
  lightStates(plan, expectOk(solvePlan(insulated(plan)))).filter(({ amp }) => amp > 5e-4).length;

describe('two tails as a switch', () => {
  const file = new URL('../testing/boards/two-tails-as-switch.sashiko.json', import.meta.url);
  const bare = expectOk(parsePlan(readFileSync(file, 'utf8')));
  const plan = routed(bare);
  const tails = Object.values(plan.parts).filter(({ kindId }) => kindId === 'thread-tail');

  test('open as free ends, stay as long as they are, and light what hangs on them while they are tied', () => {
    expect(tails.map(({ name }) => name)).toEqual(['t1', 't2']);
    expect(lit(plan)).toBe(2);
    expect(lit(planInState(plan, `${tails[0]?.id}=off`))).toBe(0);
    expect(statesThatMatter(plan).map(({ words }) => words)).toEqual([null, 't1 and t2 apart']);
    // Its two bare lights ask a coin cell for half a milliampere more than five times what it gives well.
    const wrong = checkPlan(plan).filter(({ severity }) => severity !== 'note');
    expect(wrong.map(({ ruleId, severity }) => [ruleId, severity])).toEqual([['cell-load', 'mend']]);
  });

  test('are counted in the cut length, and nothing trims, buys or loops them', () => {
    const ends = new Set(tails.map(({ id }) => id));
    for (const piece of cutPieces(plan)) {
      const longEnds = [piece.passes[0]?.from, piece.passes.at(-1)?.to].filter(
        (ref) => ref !== undefined && ends.has(ref.partId),
      ).length;
      const sewnMm = piece.runs.reduce((sum, { run }) => sum + sumRun(plan, run).threadMm, 0);
      expect(piece.cutMm).toBeGreaterThanOrEqual(sewnMm + 120 * longEnds);
      piece.passes.forEach(({ to }, i) => {
        if (ends.has(to.partId)) expect(piece.loops[i + 1]).toBe(0);
      });
    }
    expect(gatherList(plan).some(({ what }) => /tail|free end/i.test(what))).toBe(false);
    const text = textOf(plan);
    expect(text).toContain('Leave 120 mm of the thread hanging at the root of t1 and knot its tip');
    expect(text).toMatch(/never trimmed: it is tied to t2 to switch on\. Put a tape round it/);
    expect(text).not.toMatch(/trim[^.]* at the root of t[12]/);
    expect(text).not.toMatch(/loops[^.]* root of t[12]/);
    expect(text).toMatch(/tie t1 to t2/);
  });

  test('put away, each gets a tape, and the cell stays out', () => {
    const { steps } = sewingSheet(plan);
    const last = steps.findLast(({ id }) => id.startsWith('finish:r'));
    const ticks = Object.fromEntries(
      steps.slice(0, steps.indexOf(last as never) + 1).map(({ id }) => [id, { stepId: id, atMs: null }]),
    );
    const advice = stopAdvice({ ...plan, ticks }, steps, last?.id ?? null);
    expect(advice.text).toContain('A tape round each tail, and the ends of the switch apart.');
    expect(advice.text).toContain('coin cell stays out');
  });
});

/** A holder and a light, the + of the light led to a free end. */
function withEnd(use: EndUse, lengthMm = 120): PlanBuilder {
  const build = new PlanBuilder('End', 400, 200)
    .holder(60, 150)
    .light('lamp', 220, 60, 90)
    .sew('holder.minus', 'lamp.minus', [[200, 180]]);
  build.edit(
    drawTail(build.plan, {
      from: build.hole('lamp.plus'),
      bends: [],
      at: { x: 170, y: 60 },
      lengthMm,
      use,
    }),
  );
  return build;
}

describe('an end kept for a part that comes later', () => {
  test('is no fault while it waits, and goes on as the same thread when the part is there', () => {
    const build = withEnd('later');
    const open = checkPlan(build.plan).filter(({ ruleId }) => ruleId === 'open');
    expect(open.map(({ message }) => message)).toEqual(['The + hole of holder has no thread.']);
    expect(textOf(build.plan)).toContain('It stays so long: a part that comes later is sewn on with it.');
    const before = cutPieces(build.plan);
    build.sew('tail 1.root', 'holder.plus', [[120, 100]]);
    expect(checkPlan(build.plan).filter(({ ruleId }) => ruleId === 'open')).toEqual([]);
    expect(lit(build.plan)).toBe(1);
    const after = cutPieces(build.plan);
    expect(after).toHaveLength(before.length);
    const [short] = checkPlan(build.plan).filter(({ key }) => key.startsWith('tail:short'));
    expect(short?.message).toMatch(
      /^tail 1 was left 120 mm long, and going on takes \d+ mm with the knot\.$/,
    );
    const long = withEnd('later', 300).sew('tail 1.root', 'holder.plus', [[120, 100]]);
    expect(checkPlan(long.plan).filter(({ ruleId }) => ruleId === 'tail')).toEqual([]);
  });
});

describe('two ends joined by hand', () => {
  function joined(stitchId = 'running'): PlanBuilder {
    const build = withEnd('joined', 60);
    expect(checkPlan(build.plan).map(({ key }) => key)).toContain(`tail:alone:${build.part('tail 1').id}`);
    build.edit(
      drawTail(build.plan, {
        from: build.hole('holder.plus'),
        bends: [],
        at: { x: 150, y: 90 },
        lengthMm: 60,
        use: 'joined',
      }),
    );
    for (const run of Object.values(build.plan.runs))
      build.edit(changeStitching(build.plan, run.id, { stitchId }));
    return build;
  }

  test('belong to each other as they are drawn, are one conductor, and the way goes through the joint', () => {
    const { plan } = joined();
    const [one, other] = Object.values(plan.parts).filter(({ kindId }) => kindId === 'thread-tail');
    expect([one?.mateId, other?.mateId]).toEqual([other?.id, one?.id]);
    const nets = deriveNets(plan);
    expect(nets.ofTerminal({ partId: one?.id ?? '', terminal: 'tail' })).toBe(
      nets.ofTerminal({ partId: other?.id ?? '', terminal: 'tail' }),
    );
    expect(lit(plan)).toBe(1);
    expect(tracePaths(plan)[0]?.state).toBe('whole');
    expect(statesThatMatter(plan)).toHaveLength(1);
    expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
  });

  test('are joined when both lines are there, before + and − are proved apart; and they are found again', () => {
    const { steps } = sewingSheet(joined().plan);
    const ids = steps.map(({ id }) => id);
    const join = ids.findIndex((id) => id.startsWith('join:'));
    expect(steps[join]?.text).toMatch(/tie the two ends together with three tight knots/);
    expect(join).toBeGreaterThan(
      Math.max(...ids.flatMap((id, i) => (/^(sew|finish):r/.test(id) ? [i] : []))),
    );
    expect(join).toBeLessThan(ids.findIndex((id) => id.startsWith('test:apart:')));
    expect(textOf(joined().plan)).toContain('mark its place, so that it is found again');
  });

  test('a machine line ends in its bobbin tail, without a hole to sew it to', () => {
    const text = textOf(joined('bobbin').plan);
    expect(text).toMatch(/At the root of tail 1 leave 60 mm of the bobbin tail/);
    expect(text).not.toMatch(/thread the bobbin tail at the root of tail/);
  });

  test('can be paired otherwise; who is left stands alone', () => {
    const build = joined();
    build.edit(
      drawTail(build.plan, {
        from: build.hole('holder.plus'),
        bends: [],
        at: { x: 120, y: 110 },
        lengthMm: 60,
        use: 'joined',
      }),
    );
    const [one, two, three] = ['tail 1', 'tail 2', 'tail 3'].map((name) => build.part(name).id);
    expect(lonelyTails(build.plan, 'joined').map(({ id }) => id)).toEqual([three]);
    build.edit(pairTails(build.plan, one ?? '', three ?? ''));
    expect(lonelyTails(build.plan, 'joined').map(({ id }) => id)).toEqual([two]);
  });
});
