/** Why a patch is needed, what would do without it, and where the power is at home. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { addMarkings } from '../plan/edits/cloth-edits.ts';
import { lockParts } from '../plan/edits/part-edits.ts';
import { tickStep } from '../plan/edits/progress-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { cleanPart, type LeftOut } from '../router/clean-part.ts';
import { type PlanProblem, routingProblemOf } from '../router/problem-of-plan.ts';
import { previewProposal, proposalEdit } from '../router/proposal.ts';
import { type RouteRequest, USUAL_REQUEST } from '../router/route-request.ts';
import type { RoutingSolution } from '../router/routing-problem.ts';
import { crosswise } from '../testing/crosswise.ts';
import { solve } from '../testing/plain-routing-checker.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { findHomes, type Home, moveHome } from './homes.ts';
import { leftOutWords } from './left-out-words.ts';
import { patchReasons } from './patch-reasons.ts';
import { priceMm, threadFigures } from './thread-figures.ts';
import { type WayOut, waysOut } from './ways-out.ts';

const FIXED: RouteRequest = { ...USUAL_REQUEST, freedom: 'fixed' };

/** Lights to be joined crosswise, and what the router makes of it. */
function crossed(fromEdgeMm: number): {
  readonly plan: Plan;
  readonly problem: PlanProblem;
  readonly solution: RoutingSolution;
} {
  const plan = crosswise(fromEdgeMm);
  const problem = expectOk(routingProblemOf(plan, FIXED));
  return { plan, problem, solution: solve(problem, 1, 200) };
}

function allWays(
  plan: Plan,
  problem: PlanProblem,
  solution: RoutingSolution,
  most?: number,
): readonly WayOut[] {
  const { solution: clean, leftOut } = cleanPart(problem, solution);
  const search = waysOut(
    plan,
    FIXED,
    { problem, solution: clean, leftOut },
    {
      seed: 1,
      moves: 120,
      ...(most === undefined ? {} : { most }),
    },
  );
  let shares = 0;
  for (let step = search.next(); ; step = search.next()) {
    if (step.done === true) return step.value;
    expect(step.value).toBeGreaterThanOrEqual(0);
    expect(step.value).toBeLessThanOrEqual(1);
    shares += 1;
    expect(shares).toBeLessThan(1e6);
  }
}

describe('patches', () => {
  test('a thread inside a loop of others: the reason names the loop and who is in it', () => {
    // A triangle of threads of one conductor round a light of another.
    const { plan, problem } = crossed(30);
    const at = (part: number, pad = 0) => ({ part, pad });
    const corner = (x: number, y: number) => ({ x, y });
    const loop: RoutingSolution = {
      turnDeg: [90, 90, 0, 0],
      lengthMm: 0,
      conflicts: 0,
      traces: [
        { net: 0, from: at(0), to: at(2), points: [corner(30, 110), corner(110, 20)] },
        { net: 0, from: at(2), to: at(3), points: [corner(110, 20), corner(120, 200)] },
        { net: 0, from: at(3), to: at(0), points: [corner(120, 200), corner(30, 110)] },
        { net: 1, from: at(1), to: at(1, 1), points: [corner(190, 110), corner(80, 110)] },
      ],
      patches: [{ at: corner(115, 110), over: 3, under: 1 }],
    };
    const [reason] = patchReasons(plan, problem, loop);
    expect(reason?.kind).toBe('loop');
    expect(reason?.text).toContain('close a loop round east');
    expect(reason?.partIds).toHaveLength(4);
  });

  test('where lines never cross, what is left out says what it would cross, and a patch is what helps', () => {
    const asDrawn = crosswise(14);
    const plan = { ...asDrawn, habits: { ...asDrawn.habits, crossings: 'never' as const } };
    const problem = expectOk(routingProblemOf(plan, FIXED));
    const solution = solve(problem, 1, 200);
    const { leftOut } = cleanPart(problem, solution);
    expect(leftOut).toHaveLength(1);
    const [out] = leftOut as readonly [LeftOut];
    expect(out.kind).toBe('other-threads');
    expect(out.kind === 'other-threads' && out.nets).toHaveLength(1);
    expect(leftOutWords(plan, problem, out)).toMatch(/^\w+ to \w+: its way would cross “.+”, and no patch/u);
    const ways = allWays(plan, problem, solution);
    expect(ways[0]?.leftOut).toEqual([]);
    expect(ways.map(({ id }) => id)).toContain('patch');
  });

  test('two threads that leave a part in the wrong order: the reason is the order', () => {
    const { plan, problem } = crossed(30);
    const patched: RoutingSolution = {
      turnDeg: [90, 90, 0, 0],
      lengthMm: 0,
      conflicts: 0,
      traces: [
        {
          net: 0,
          from: { part: 0, pad: 0 },
          to: { part: 1, pad: 0 },
          points: [
            { x: 30, y: 100 },
            { x: 190, y: 150 },
          ],
        },
        {
          net: 1,
          from: { part: 0, pad: 1 },
          to: { part: 3, pad: 0 },
          points: [
            { x: 30, y: 120 },
            { x: 190, y: 100 },
          ],
        },
      ],
      patches: [{ at: { x: 80, y: 115 }, over: 0, under: 1 }],
    };
    const [reason] = patchReasons(plan, problem, patched);
    expect(reason?.kind).toBe('order');
    expect(reason?.text).toContain('leave west in another order');
  });

  test('a board whose pins lie the wrong way: other pins or turns do without the patch, priced and clean', () => {
    const build = new PlanBuilder('Pins', 300, 260).place('coin-cell-holder-switched', 'holder', 50, 220);
    for (let i = 0; i < 3; i += 1) build.light(`l${i}`, 235 - 75 * i, 45, 90);
    build.place('board-round', 'board', 150, 150);
    build.edit(lockParts(build.plan, [build.part('holder').id], true));
    const problem = expectOk(routingProblemOf(build.plan, FIXED));
    const found = solve(problem, 1, 200);
    // Whether or not this run needs a patch, a made-up one asks the same of the ways out.
    const patched: RoutingSolution =
      (found.patches?.length ?? 0) > 0
        ? found
        : { ...found, patches: [{ at: { x: 150, y: 100 }, over: 0, under: 1 }] };
    const ways = allWays(build.plan, problem, patched, 2);
    expect(ways.length).toBeGreaterThan(0);
    const now = expectOk(previewProposal(build.plan, problem, patched));
    for (const way of ways) {
      expect(way.solution.conflicts).toBe(0);
      expect(way.patches).toBeLessThan(patched.patches?.length ?? 0);
      const base = way.before === null ? build.plan : applyEdit(build.plan, way.before);
      const next = applyEdit(base, expectOk(proposalEdit(base, way.problem, way.solution)));
      expect(next).toEqual(expectOk(previewProposal(way.plan, way.problem, way.solution)));
      expect(way.dearerMm).toBeCloseTo(priceMm(threadFigures(next)) - priceMm(threadFigures(now)), 3);
      expect(way.moreThreadMm).toBeCloseTo(threadFigures(next).threadMm - threadFigures(now).threadMm, 6);
      expect(checkPlan(next).filter(({ ruleId }) => ['crossing', 'gap', 'patch'].includes(ruleId))).toEqual(
        [],
      );
      expect(way.text.length).toBeGreaterThan(10);
    }
    expect([...ways].sort((a, b) => a.dearerMm - b.dearerMm)).toEqual(ways);
  });

  test('no room at the edges: one patch, and the way out is to move a light from the edge', () => {
    const { plan, problem, solution } = crossed(14);
    expect(solution.patches).toHaveLength(1);
    const [reason] = patchReasons(plan, problem, solution);
    expect(reason?.kind).toBe('room');
    const ways = allWays(plan, problem, solution, 1);
    expect(ways.length).toBeGreaterThan(0);
    // The way round is longer than the lines that cross.
    for (const way of ways) {
      expect(way.text).toMatch(/^Move \w+ \d+ mm/);
      expect(way.patches).toBe(0);
      expect(way.moreThreadMm).toBeGreaterThan(0);
      expect(way.dearerMm).toBeCloseTo(way.moreThreadMm + 40 * way.moreStrands - 150, 6);
    }
  });

  test('without a patch there is nothing to get out of', () => {
    const { plan } = smallLantern();
    const problem = expectOk(routingProblemOf(plan, FIXED));
    const solution = solve(problem, 1, 60);
    expect(allWays(plan, problem, { ...solution, patches: [] })).toEqual([]);
  });
});

function homesFor(plan: Plan, partId: string): readonly Home[] {
  const search = findHomes(plan, partId, FIXED, { seed: 1, columns: 8, movesPerPart: 60, routeMoves: 20 });
  for (let step = search.next(); ; step = search.next()) if (step.done === true) return expectOk(step.value);
}

describe('a home for the power', () => {
  /** Three lights in a row at the top, and a holder in the far corner. */
  const far = (): PlanBuilder =>
    new PlanBuilder('Far', 320, 320)
      .holder(285, 285)
      .light('a', 60, 60, 90)
      .light('b', 110, 60, 90)
      .light('c', 160, 60, 90);

  test('near its lights is better than far from them; where it is now is among them; nothing overlaps', () => {
    const build = far();
    const id = build.part('holder').id;
    const homes = homesFor(build.plan, id);
    const present = homes.find(({ isPresent }) => isPresent);
    expect(present).toBeDefined();
    expect(homes[0]?.isPresent).toBe(false);
    expect(homes[0]?.threadMm).toBeLessThan((present?.threadMm as number) - 200);
    for (const home of homes.filter(({ isPresent }) => !isPresent)) {
      const moved = applyEdit(build.plan, expectOk(moveHome(build.plan, id, home)));
      expect(
        checkPlan(moved).filter(({ ruleId }) => ['edge', 'opening', 'two-pads'].includes(ruleId)),
      ).toEqual([]);
    }
    expect(homesFor(build.plan, id)).toEqual(homes);
  });

  test('a reach zone draws the holder into it, and the reasons say so', () => {
    const build = far();
    const zone = [
      { x: 200, y: 200 },
      { x: 300, y: 200 },
      { x: 300, y: 300 },
      { x: 200, y: 300 },
    ];
    build.edit(
      addMarkings(build.plan, [
        { use: 'reach', name: 'pocket', closed: true, nodes: zone.map((at) => ({ at })) },
      ]),
    );
    const [best] = homesFor(build.plan, build.part('holder').id);
    expect(best?.at.x).toBeGreaterThan(200);
    expect(best?.at.y).toBeGreaterThan(200);
    expect(best?.reasons).toContain('within reach of a hand');
  });

  test('a locked holder, and one that is sewn on, stay', () => {
    const build = smallLantern();
    const id = build.part('holder').id;
    const refused = (plan: Plan): unknown => {
      const step = findHomes(plan, id, FIXED, { seed: 1 }).next();
      return step.done === true && !step.value.ok ? step.value.problem.code : null;
    };
    expect(refused(applyEdit(build.plan, expectOk(lockParts(build.plan, [id], true))))).toBe('part-locked');
    const run = Object.values(build.plan.runs).find(({ from }) => from.partId === id);
    expect(refused(applyEdit(build.plan, expectOk(tickStep(build.plan, `sew:${run?.id}`, true))))).toBe(
      'part-sewn',
    );
  });
});
