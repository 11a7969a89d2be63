import { describe, expect, test } from 'vitest';
import { threadFigures } from '../advice/thread-figures.ts';
import { checkPlan } from '../checks/check-plan.ts';
import { CHECK_RULES } from '../checks/check-rules.ts';
import { CheckSession } from '../checks/check-session.ts';
import { clothBox } from '../cloth/cloth.ts';
import { expectOk } from '../errors/problem.ts';
import { cornersOf, roundedBoxCurve } from '../geometry/curve.ts';
import { applyEdit } from '../plan/edit.ts';
import { addMarkings, drawOutline } from '../plan/edits/cloth-edits.ts';
import { lockParts } from '../plan/edits/part-edits.ts';
import { panelOf } from '../plan/panels.ts';
import { runPath } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { seededRandom } from '../random/random.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { type PlanProblem, routingProblemOf } from './problem-of-plan.ts';
import { previewProposal, proposalEdit } from './proposal.ts';
import { route } from './route.ts';
import { type Freedom, USUAL_REQUEST } from './route-request.ts';
import type { RoutingProblem, RoutingSolution } from './routing-problem.ts';

function solve(
  plan: Plan,
  freedom: Freedom = 'half',
  seed = 1,
  moves?: number,
): { readonly problem: PlanProblem; readonly solution: RoutingSolution } {
  const problem = expectOk(routingProblemOf(plan, { ...USUAL_REQUEST, freedom }));
  const search = route(problem, { seed, ...(moves === undefined ? {} : { moves }) });
  let step = search.next();
  while (step.done !== true) step = search.next();
  return { problem, solution: step.value };
}

/** A holder, a switch and lights strewn over a cushion, never nearer than 42 mm to each other. */
function strewn(seed: number, lights: number): PlanBuilder {
  const random = seededRandom(seed);
  const build = new PlanBuilder(`Strewn ${seed}`, 300, 300);
  const spots: { x: number; y: number }[] = [];
  const free = (): { x: number; y: number } => {
    for (;;) {
      const p = { x: 25 + random() * 250, y: 25 + random() * 250 };
      if (spots.every((other) => Math.hypot(other.x - p.x, other.y - p.y) >= 42)) return p;
    }
  };
  for (let i = 0; i < lights + 2; i += 1) {
    const p = free();
    spots.push(p);
    if (i === 0) build.holder(p.x, p.y);
    else if (i === 1) build.switch(p.x, p.y, 90);
    else if (random() < 0.5) build.light(`l${i}`, p.x, p.y, 45 * Math.floor(random() * 8));
    else build.bareLight(`l${i}`, p.x, p.y, 90 * Math.floor(random() * 4));
  }
  return build;
}

describe('proposals keep every rule', () => {
  test.each([
    [3, 4],
    [4, 7],
    [7, 6],
    [9, 12],
  ] as const)('seed %d with %d lights: joined, uncrossed, clear of gaps', (seed, lights) => {
    const { plan } = strewn(seed, lights);
    const { problem, solution } = solve(plan);
    expect(solution.conflicts).toBe(0);
    const proposed = expectOk(previewProposal(plan, problem, solution));
    expect(checkPlan(proposed).filter((finding) => finding.severity === 'stop')).toEqual([]);
    expect(checkPlan(proposed).filter((finding) => finding.ruleId === 'gap')).toEqual([]);
  });

  test('a ring of twelve', () => {
    const build = new PlanBuilder('Ring', 320, 320).place('coin-cell-holder-switched', 'holder', 160, 160);
    for (let i = 0; i < 12; i += 1) {
      const angle = (i / 12) * 2 * Math.PI;
      build.light(
        `l${i}`,
        160 + 110 * Math.cos(angle),
        160 + 110 * Math.sin(angle),
        (angle * 180) / Math.PI + 90,
      );
    }
    const { problem, solution } = solve(build.plan, 'quarter');
    expect(solution.conflicts).toBe(0);
    // By the drawing: twelve in one line on a coin cell are uneven, whatever way it is led.
    const drawn = new CheckSession(CHECK_RULES, false);
    expect(drawn.update(expectOk(previewProposal(build.plan, problem, solution)))).toEqual([]);
  });
});

describe('against what is known', () => {
  test('two lights that cannot get in each other’s way: no longer than the straight lines, bar the way round pads', () => {
    const build = new PlanBuilder('Pair', 300, 200)
      .holder(150, 160, 180)
      .light('a', 100, 60, 180)
      .light('b', 200, 60, 180);
    const { solution } = solve(build.plan);
    const straight = 2 * 100;
    expect(solution.lengthMm).toBeLessThan(straight + 2 * 115);
    expect(solution.conflicts).toBe(0);
  });

  test('up to four lights: as good as trying every order and every turn on straight lines, within a tenth', () => {
    const build = new PlanBuilder('Column', 200, 300).holder(100, 270, 180);
    for (let i = 0; i < 4; i += 1) build.light(`l${i}`, 100, 40 + 50 * i, i % 2 === 0 ? 0 : 180);
    const { problem, solution } = solve(build.plan);
    // Every turn of every light and every order of both rails, on straight lines that may not cross.
    const best = shortestUncrossed(problem);
    expect(solution.conflicts).toBe(0);
    expect(solution.lengthMm).toBeLessThan(best * 1.1);
    expect(solution.lengthMm).toBeGreaterThan(best * 0.99);
  });

  test('a light set the wrong way is turned, and only by half a turn', () => {
    const build = new PlanBuilder('Wrong', 200, 200).holder(100, 160, 180).light('a', 100, 60, 0);
    // Else the holder might be turned instead.
    build.edit(lockParts(build.plan, [build.part('holder').id], true));
    const { solution } = solve(build.plan);
    expect(solution.turnDeg[1]).toBe(180);
    const fixed = solve(build.plan, 'fixed').solution;
    expect(fixed.turnDeg[1]).toBe(0);
    expect(fixed.lengthMm).toBeGreaterThan(solution.lengthMm);
  });
});

describe('the same again', () => {
  test('the same seed gives the same proposal; pausing changes nothing', () => {
    const { plan } = strewn(4, 5);
    expect(solve(plan, 'half', 9).solution).toEqual(solve(plan, 'half', 9).solution);
  });

  test('mirroring the piece gives as good a proposal', () => {
    const { plan } = strewn(7, 5);
    const width = clothBox(panelOf(plan)).widthMm;
    const parts = Object.fromEntries(
      Object.entries(plan.parts).map(([id, part]) => [
        id,
        {
          ...part,
          at: { x: width - part.at.x, y: part.at.y },
          turnDeg: (360 - part.turnDeg) % 360,
          face: 'wrong' as const,
        },
      ]),
    );
    const mirrored = solve({ ...plan, parts });
    expect(mirrored.solution.conflicts).toBe(0);
    const ratio = mirrored.solution.lengthMm / solve(plan).solution.lengthMm;
    // Another run of the dice, so not the same to the millimetre.
    expect(Math.abs(ratio - 1)).toBeLessThan(0.15);
  });
});

describe('taking a proposal', () => {
  test('is one edit; runs that join the same holes keep their ids', () => {
    const { plan } = smallLantern();
    const { problem, solution } = solve(plan);
    const edit = expectOk(proposalEdit(plan, problem, solution));
    const next = applyEdit(plan, edit);
    const again = applyEdit(next, expectOk(proposalEdit(next, problem, solution)));
    expect(Object.keys(again.runs)).toEqual(Object.keys(next.runs));
    expect(threadFigures(next).runCount).toBe(5);
    expect(threadFigures(next).tightestGapMm).toBeGreaterThanOrEqual(4.99);
  });

  test('nothing to route is said; a part walled in leaves a proposal that admits its conflicts', () => {
    expect(routingProblemOf(new PlanBuilder().plan, USUAL_REQUEST)).toMatchObject({ ok: false });
    // The − of one light lies 2.4 mm from the + of the other: no thread fits between.
    const tight = new PlanBuilder('Tight', 160, 120)
      .holder(80, 90)
      .light('a', 80, 30, 0)
      .light('b', 80, 36, 180);
    const { problem, solution } = solve(tight.plan, 'fixed');
    expect(solution.conflicts).toBeGreaterThan(0);
    const proposed = expectOk(previewProposal(tight.plan, problem, solution));
    expect(
      checkPlan(proposed).some((finding) => finding.ruleId === 'gap' || finding.ruleId === 'crossing'),
    ).toBe(true);
  });

  test('every trace starts and ends in the middle of its pad', () => {
    const { plan } = strewn(3, 4);
    const { problem, solution } = solve(plan);
    const proposed = expectOk(previewProposal(plan, problem, solution));
    for (const run of Object.values(proposed.runs))
      expect(runPath(proposed, run).length).toBe(run.bends.length + 2);
    expect(Object.values(proposed.runs)).toHaveLength(solution.traces.length);
  });
});

/** Exhaustive search for a problem of two nets that visit the same few lights: the least straight length without a crossing. */
function shortestUncrossed(problem: RoutingProblem): number {
  const lights = problem.parts.slice(1);
  const holder = problem.parts[0] as RoutingProblem['parts'][number];
  const at = (
    part: RoutingProblem['parts'][number],
    holeId: string,
    turn: number,
  ): { x: number; y: number } => {
    const pad = part.pads.find((candidate) => candidate.holeId === holeId)?.at as { x: number; y: number };
    const sign = turn % 360 === 180 ? -1 : 1;
    return { x: part.at.x + sign * pad.x, y: part.at.y + sign * pad.y };
  };
  const orders = permutations(lights.map((_, i) => i));
  let best = Number.POSITIVE_INFINITY;
  for (let mask = 0; mask < 2 ** lights.length; mask += 1) {
    const turnOf = (i: number): number => ((mask >> i) % 2 === 1 ? 180 : 0);
    const chain = (order: readonly number[], holeId: string) => [
      at(holder, holeId, holder.turns[0] as number),
      ...order.map((i) => at(lights[i] as RoutingProblem['parts'][number], holeId, turnOf(i))),
    ];
    for (const plusOrder of orders) {
      const plus = chain(plusOrder, 'plus');
      for (const minusOrder of orders) {
        const minus = chain(minusOrder, 'minus');
        const length = lengthOf(plus) + lengthOf(minus);
        if (length < best && !linesCross(plus, minus)) best = length;
      }
    }
  }
  return best;
}

type P = { readonly x: number; readonly y: number };

function lengthOf(points: readonly P[]): number {
  return points
    .slice(1)
    .reduce((sum, p, i) => sum + Math.hypot(p.x - (points[i] as P).x, p.y - (points[i] as P).y), 0);
}

function linesCross(one: readonly P[], other: readonly P[]): boolean {
  const side = (a: P, b: P, c: P): number => Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
  for (let i = 1; i < one.length; i += 1) {
    for (let k = 1; k < other.length; k += 1) {
      const [a, b, c, d] = [one[i - 1], one[i], other[k - 1], other[k]] as [P, P, P, P];
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) return true;
    }
  }
  return false;
}

function permutations(items: readonly number[]): readonly (readonly number[])[] {
  if (items.length <= 1) return [items];
  return items.flatMap((item) =>
    permutations(items.filter((other) => other !== item)).map((rest) => [item, ...rest]),
  );
}

describe('pieces that are not convex, and areas to keep out of', () => {
  /** A proposal that says it has no conflict has none in the checks either, and the other way round. */
  const expectHonest = (plan: Plan, seed: number): void => {
    const { problem, solution } = solve(plan, 'half', seed);
    const found = checkPlan(expectOk(previewProposal(plan, problem, solution)));
    const spoilt = found.some((one) =>
      ['gap', 'crossing', 'edge', 'opening', 'keep-out'].includes(one.ruleId),
    );
    expect(spoilt).toBe(solution.conflicts > 0);
  };

  test('a notch: clean when it says so, and only then', () => {
    const build = new PlanBuilder('Notch', 260, 200);
    const corners = [
      [0, 0],
      [120, 0],
      [130, 90],
      [140, 0],
      [260, 0],
      [260, 200],
      [0, 200],
    ].map(([x, y]) => ({ x: x as number, y: y as number }));
    build
      .edit(drawOutline(build.plan, cornersOf(corners)))
      .light('a', 50, 50, 90)
      .holder(205, 60);
    expectHonest(build.plan, 3);
  });

  test('openings and keep-outs: clean when it says so, and only then', () => {
    const build = new PlanBuilder('Window', 260, 200).light('a', 40, 60).light('b', 40, 140).holder(215, 100);
    build.edit(
      addMarkings(build.plan, [
        { use: 'opening', closed: true, nodes: roundedBoxCurve(110, 70, 150, 130, 4) },
        { use: 'keep-out', closed: true, nodes: roundedBoxCurve(70, 90, 100, 110, 0) },
      ]),
    );
    expectHonest(build.plan, 4);
  });

  test('a board: each light to its pin, power to the holder, nothing too near', () => {
    const build = new PlanBuilder('Board', 300, 300).place('coin-cell-holder-switched', 'holder', 60, 240);
    for (let i = 0; i < 4; i += 1) build.light(`l${i}`, 70 + 55 * i, 60, 90);
    build.place('board-round', 'board', 150, 170);
    const { problem, solution } = solve(build.plan, 'half', 2);
    expect(problem.nets).toHaveLength(6);
    expect(solution.conflicts).toBe(0);
    const found = checkPlan(expectOk(previewProposal(build.plan, problem, solution)));
    expect(found.filter((finding) => finding.severity !== 'note').map((finding) => finding.message)).toEqual(
      [],
    );
  });
});
