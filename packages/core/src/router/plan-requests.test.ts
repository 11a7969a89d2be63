/** What a maker asks of the router on a whole plan: scopes, what stays, house style, part of a proposal. */
import { describe, expect, test } from 'vitest';
import { isWorse, threadFigures } from '../advice/thread-figures.ts';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { deriveNets } from '../joining/nets.ts';
import { applyEdit, invertEdit } from '../plan/edit.ts';
import { lockParts, setLevel } from '../plan/edits/part-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { tickStep } from '../plan/edits/progress-edits.ts';
import { lockRuns } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { mirroredTurn } from '../plan/mirror.ts';
import { withPanel } from '../plan/panels.ts';
import type { Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { solve } from '../testing/plain-routing-checker.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { wishDifference } from '../wishes/wish-difference.ts';
import { wishesOf } from '../wishes/wishes.ts';
import { cleanPart } from './clean-part.ts';
import { routingProblemOf } from './problem-of-plan.ts';
import { pinMoves, previewProposal, proposalEdit } from './proposal.ts';
import { type RouteRequest, USUAL_REQUEST } from './route-request.ts';

function propose(plan: Plan, request: Partial<RouteRequest> = {}, moves = 260) {
  const problem = expectOk(routingProblemOf(plan, { ...USUAL_REQUEST, ...request }));
  const solution = solve(problem, 1, moves);
  return { problem, solution, preview: () => expectOk(previewProposal(plan, problem, solution)) };
}

const runAt = (plan: Plan, from: string, to: string): Run => {
  const found = Object.values(plan.runs).find(
    (run) => plan.parts[run.from.partId]?.name === from && plan.parts[run.to.partId]?.name === to,
  );
  if (found === undefined) throw new RangeError(`no run ${from} to ${to}`);
  return found;
};

const faultsOf = (plan: Plan): readonly string[] =>
  checkPlan(plan)
    .filter(({ ruleId }) => ['crossing', 'gap', 'two-pads', 'wrap', 'edge', 'open'].includes(ruleId))
    .map(({ message }) => message);

describe('what stays', () => {
  test('locked and sewn runs stay whatever is asked, and their parts are not turned', () => {
    const { plan } = smallLantern();
    const [locked, sewn] = [runAt(plan, 'holder', 'switch'), runAt(plan, 'right', 'left')];
    const fixed = new PlanBuilder();
    fixed.plan = plan;
    fixed.edit(lockRuns(plan, [locked.id], true));
    fixed.edit(tickStep(fixed.plan, `sew:${sewn.id}`, true));
    const { problem, solution, preview } = propose(fixed.plan, { freedom: 'quarter' });
    expect(problem.keptRunIds).toEqual([locked.id, sewn.id].sort());
    expect(solution.conflicts).toBe(0);
    const next = preview();
    for (const id of problem.keptRunIds) expect(next.runs[id]).toBe(fixed.plan.runs[id]);
    for (const name of ['holder', 'switch', 'left', 'right'])
      expect(Object.values(next.parts).find((part) => part.name === name)?.turnDeg).toBe(
        fixed.part(name).turnDeg,
      );
    expect(wishDifference(next).missing).toEqual([]);
    expect(faultsOf(next)).toEqual([]);
  });

  test('kept threads are gone on with: only what is missing is led', () => {
    const { plan } = smallLantern();
    const gone = runAt(plan, 'left', 'right');
    const rest = Object.fromEntries(Object.entries(plan.runs).filter(([id]) => id !== gone.id));
    const half: Plan = { ...plan, runs: rest };
    const { solution, preview } = propose(half, { existing: 'keep' });
    expect(solution.traces).toHaveLength(Object.keys(rest).length + 1);
    const next = preview();
    for (const [id, run] of Object.entries(rest)) expect(next.runs[id]).toBe(run);
    expect(wishDifference(next).missing).toEqual([]);
  });

  test('locking and unlocking a run are edits that undo each other', () => {
    const { plan } = smallLantern();
    const [id] = Object.keys(plan.runs) as [string];
    const lock = expectOk(lockRuns(plan, [id], true));
    expect(applyEdit(plan, lock).runs[id]?.locked).toBe(true);
    expect(applyEdit(applyEdit(plan, lock), invertEdit(lock))).toEqual(plan);
    expect(applyEdit(applyEdit(plan, lock), expectOk(lockRuns(applyEdit(plan, lock), [id], false)))).toEqual(
      plan,
    );
    expect(lockRuns(plan, ['r999'], true)).toMatchObject({ ok: false, problem: { code: 'unknown-run' } });
  });
});

describe('holes and faces', () => {
  test('of several holes of one sign any may serve, or only the one that is sewn or the first', () => {
    const build = new PlanBuilder('Holes', 300, 200)
      .place('coin-cell-holder-switched', 'holder', 70, 100)
      .light('a', 220, 60)
      .light('b', 220, 140);
    const count = (plan: Plan, anyEqualHole: boolean): readonly number[] =>
      expectOk(routingProblemOf(plan, { ...USUAL_REQUEST, anyEqualHole })).nets.map(
        ({ stops }) => stops[0]?.length ?? 0,
      );
    const many = count(build.plan, true);
    expect(Math.max(...many)).toBeGreaterThan(1);
    expect(count(build.plan, false)).toEqual(many.map(() => 1));
    const holes = kindOf(build.plan, build.part('holder')).holes.filter(
      (hole) => hole.plated && hole.sign === '+',
    );
    const last = holes.at(-1)?.id as string;
    build.sew(`holder.${last}`, 'a.plus');
    const problem = expectOk(routingProblemOf(build.plan, { ...USUAL_REQUEST, anyEqualHole: false }));
    const [pad] = problem.nets.find(({ title }) => title.startsWith('+'))?.stops[0] ?? [];
    expect(problem.parts[pad?.part ?? 0]?.pads[pad?.pad ?? 0]?.holeId).toBe(last);
  });

  test('a kept thread on the other face of thick cloth is in nobody’s way; on thin cloth it is', () => {
    const across = (thicknessMm: number): Plan => {
      const build = new PlanBuilder('Faces', 260, 200)
        .holder(40, 100, 90)
        .light('a', 220, 100, 90)
        .bareLight('n', 130, 30, 90)
        .bareLight('s', 130, 170, 90)
        .sew('n.plus', 's.plus');
      const [run] = Object.values(build.plan.runs) as [Run];
      return {
        ...withPanel(build.plan, { thicknessMm }),
        habits: { ...build.plan.habits, stitchId: 'couched' },
        runs: { [run.id]: { ...run, stitchId: 'couched', face: 'wrong', locked: true } },
      };
    };
    const lengths = [3, 0.5].map((thicknessMm) => {
      const plan = across(thicknessMm);
      const only = {
        scope: {
          kind: 'parts' as const,
          partIds: Object.values(plan.parts)
            .filter(({ name }) => ['holder', 'a'].includes(name))
            .map(({ id }) => id),
        },
      };
      const problem = expectOk(routingProblemOf(plan, { ...USUAL_REQUEST, freedom: 'fixed', ...only }));
      return problem.kept.map(({ points }) => points.length);
    });
    expect(lengths).toEqual([[0], [2]]);
  });
});

describe('scopes', () => {
  test('one side: the other side is kept to the last bend', () => {
    const { plan } = smallLantern();
    const { problem, preview } = propose(plan, { scope: { kind: 'side', side: '-' } });
    const next = preview();
    const nets = deriveNets(plan);
    const holder = Object.values(plan.parts).find(({ name }) => name === 'holder');
    const minus = nets.ofTerminal({ partId: holder?.id as string, terminal: 'minus' });
    for (const id of Object.keys(plan.runs))
      expect(problem.keptRunIds.includes(id)).toBe(!minus.runIds.includes(id));
    for (const id of problem.keptRunIds) expect(next.runs[id]).toBe(plan.runs[id]);
    expect(wishDifference(next).missing).toEqual([]);
    expect(faultsOf(next)).toEqual([]);
  });

  test('one wish, and the chosen parts', () => {
    const { plan } = smallLantern();
    const [wish] = expectOk(wishesOf(plan));
    const one = propose(plan, { scope: { kind: 'net', wishId: wish?.id as string } });
    expect(one.problem.nets.filter(({ stops }) => stops.length > 0)).toHaveLength(1);
    expect(one.problem.keptRunIds.length).toBe(Object.keys(plan.runs).length - 1);
    const right = Object.values(plan.parts).find(({ name }) => name === 'right')?.id as string;
    const some = propose(plan, { scope: { kind: 'parts', partIds: [right] } });
    for (const id of some.problem.keptRunIds) {
      const run = plan.runs[id] as Run;
      expect([run.from.partId, run.to.partId]).not.toContain(right);
    }
    expect(some.solution.conflicts).toBe(0);
    expect(wishDifference(some.preview()).missing).toEqual([]);
    expect(routingProblemOf(plan, { ...USUAL_REQUEST, scope: { kind: 'parts', partIds: [] } })).toMatchObject(
      {
        ok: false,
        problem: { code: 'router-no-scope' },
      },
    );
  });

  test('part of a proposal: the nets that are not taken stay as they were', () => {
    const { plan } = smallLantern();
    const { problem, solution } = propose(plan, { freedom: 'fixed' });
    const minus = problem.nets.findIndex(({ title }) => title.startsWith('-'));
    const next = expectOk(previewProposal(plan, problem, solution, { onlyNets: new Set([minus]) }));
    const before = deriveNets(plan);
    for (const run of Object.values(plan.runs)) {
      const isMinus = problem.nets[minus]?.stops
        .flat()
        .some(({ part }) => problem.parts[part]?.id === run.from.partId && run.from.holeId === 'minus');
      if (!isMinus) expect(next.runs[run.id]).toBe(run);
    }
    expect(before.all.length).toBeGreaterThan(0);
    expect(wishDifference(next).missing).toEqual([]);
  });
});

describe('house style', () => {
  test('supply lines are sewn twice, and wide enough apart for that', () => {
    const { plan } = smallLantern();
    const doubled = applyEdit(plan, expectOk(changeHabits(plan, { supplyLines: 2, supplyStitchId: 'back' })));
    const { problem, solution, preview } = propose(doubled);
    expect(problem.lineGapMm).toBeGreaterThanOrEqual(propose(plan, {}, 1).problem.lineGapMm);
    expect(solution.conflicts).toBe(0);
    const next = preview();
    for (const run of Object.values(next.runs)) {
      const names = [run.from, run.to].map(({ partId }) => next.parts[partId]?.name);
      const isSupply = names.includes('holder') || names.includes('switch');
      expect([run.lines ?? 1, run.stitchId]).toEqual(isSupply ? [2, 'back'] : [1, 'running']);
    }
    expect(faultsOf(next)).toEqual([]);
  });

  test('an unknown stitch for supply lines is refused with its spot', () => {
    expect(changeHabits(smallLantern().plan, { supplyStitchId: 'gold-work' })).toMatchObject({
      ok: false,
      problem: { path: 'habits.supplyStitchId' },
    });
  });

  test('twins stay mirrored when one of them is turned', () => {
    const build = new PlanBuilder('Eyes', 240, 200).holder(120, 160, 180).light('left', 60, 60, 180);
    const left = build.part('left');
    const kind = kindOf(build.plan, left);
    build.light('right', 180, 60, mirroredTurn(kind, left));
    const right = build.part('right');
    const paired: Plan = {
      ...build.plan,
      parts: {
        ...build.plan.parts,
        [left.id]: { ...left, mirror: { partId: right.id, xMm: 120 } },
        [right.id]: { ...right, mirror: { partId: left.id, xMm: 120 } },
      },
    };
    const { problem, preview } = propose(paired, { freedom: 'quarter' });
    expect(problem.pairs).toHaveLength(1);
    const next = preview();
    const [a, b] = [next.parts[left.id], next.parts[right.id]];
    expect(mirroredTurn(kind, a as typeof left)).toBeCloseTo(b?.turnDeg as number, 3);
  });

  test('pins are exchanged only for such as do the same; levels and own wishes move along', () => {
    const build = new PlanBuilder('Pins', 300, 300).place('coin-cell-holder-switched', 'holder', 60, 250);
    // The lights stand the wrong way round for the pins they would get.
    for (let i = 0; i < 3; i += 1) build.light(`l${i}`, 230 - 70 * i, 60, 90);
    build.place('board-round', 'board', 150, 170);
    const board = build.part('board').id;
    const wishes = expectOk(wishesOf(build.plan));
    const used = wishes
      .filter(({ side }) => side === 'none')
      .map(({ terminals }) => terminals.find(({ partId }) => partId === board)?.terminal as string);
    // The maker's own wishes have the pins the wrong way round.
    const swapped = (terminal: string): string => used.toReversed()[used.indexOf(terminal)] ?? terminal;
    build.plan = {
      ...build.plan,
      wishes: Object.fromEntries(
        wishes.map(({ id, title, terminals }) => [
          id,
          {
            id,
            title,
            terminals: terminals.map((one) =>
              one.partId === board ? { ...one, terminal: swapped(one.terminal) } : one,
            ),
          },
        ]),
      ),
    };
    build.edit(setLevel(build.plan, board, used[0] as string, 0.25));
    const { problem, solution, preview } = propose(build.plan, { exchangePins: 'always' });
    const holes = kindOf(build.plan, build.part('board')).holes;
    const canFade = (terminal: string): boolean =>
      holes.find((hole) => hole.terminal === terminal)?.abilities?.includes('fade') === true;
    for (const { before, after } of pinMoves(build.plan, problem, solution))
      expect(before !== used[0] || !canFade(before) || canFade(after)).toBe(true);
    expect(pinMoves(build.plan, problem, solution).length).toBeGreaterThan(0);
    const next = preview();
    expect(wishDifference(next).missing).toEqual([]);
    const moved = pinMoves(build.plan, problem, solution).find(({ before }) => before === used[0]);
    expect(next.parts[board]?.levels).toEqual({ [moved?.after ?? (used[0] as string)]: 0.25 });
  });

  test('locked parts are not turned', () => {
    const build = smallLantern();
    const right = build.part('right').id;
    build.edit(lockParts(build.plan, [right], true));
    const { problem } = propose(build.plan, { freedom: 'eighth' }, 1);
    const turns = (id: string): number => problem.parts.find((part) => part.id === id)?.turns.length ?? 0;
    expect([turns(right), turns(build.part('left').id)]).toEqual([1, 8]);
  });
});

describe('honest answers', () => {
  test('never worse than what was there: the figures say so', () => {
    const { plan } = smallLantern();
    const { preview } = propose(plan, { freedom: 'quarter' }, 400);
    const [now, then] = [threadFigures(plan), threadFigures(preview())];
    expect([now.missing, now.stops]).toEqual([0, 0]);
    expect(isWorse(then, now)).toBe(false);
    expect(isWorse({ ...now, missing: 1 }, now)).toBe(true);
    expect(isWorse({ ...now, threadMm: now.threadMm + 10 }, now)).toBe(true);
    expect(isWorse(now, now)).toBe(false);
  });

  test('a light walled in by keep-outs: the rest is led, and it is told which thread found no way and where', () => {
    const build = new PlanBuilder('Walled', 300, 200)
      .holder(60, 150)
      .light('free', 150, 150)
      .light('shut', 230, 60);
    const wall = (x: number, y: number, w: number, h: number) => [
      { x, y },
      { x: x + w, y },
      { x: x + w, y: y + h },
      { x, y: y + h },
    ];
    const problem = expectOk(routingProblemOf(build.plan, USUAL_REQUEST));
    const shut = {
      ...problem,
      forbidden: [
        { area: wall(195, 20, 8, 80), marginMm: 2 },
        { area: wall(258, 20, 8, 80), marginMm: 2 },
        { area: wall(195, 20, 70, 8), marginMm: 2 },
        { area: wall(195, 95, 71, 8), marginMm: 2 },
      ],
    };
    const solution = solve(shut, 1, 200);
    expect(solution.conflicts).toBeGreaterThan(0);
    const { solution: clean, leftOut } = cleanPart(shut, solution);
    expect(leftOut).toHaveLength(2);
    for (const { trace, kind, at } of leftOut) {
      const parts = [trace.from.part, trace.to.part].map((part) => shut.parts[part]?.id);
      expect(parts).toContain(build.part('shut').id);
      expect(kind).toBe('no-way');
      expect(Math.hypot(at.x - 230, at.y - 60)).toBeLessThan(170);
    }
    const next = expectOk(previewProposal(build.plan, problem, clean));
    expect(Object.keys(next.runs)).toHaveLength(2);
    expect(faultsOf(next).filter((message) => !message.includes('shut'))).toEqual([]);
    expect(proposalEdit(build.plan, problem, clean).ok).toBe(true);
  });
});
