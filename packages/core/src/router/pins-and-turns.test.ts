/** Pins and turns chosen with the routing, held against every assignment and every turn of board and pack, each routed by itself. */
import { expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { lockParts, turnPart } from '../plan/edits/part-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { putOnPin } from '../wishes/wiring-edits.ts';
import { routingProblemOf } from './problem-of-plan.ts';
import { route } from './route.ts';
import { type RouteRequest, USUAL_REQUEST } from './route-request.ts';
import type { RoutingSolution } from './routing-problem.ts';

function routed(plan: Plan, request: RouteRequest, moves?: number): RoutingSolution {
  const problem = expectOk(routingProblemOf(plan, request));
  const search = route(problem, { seed: 1, ...(moves === undefined ? {} : { moves }) });
  let step = search.next();
  while (step.done !== true) step = search.next();
  return step.value;
}

const isClean = ({ conflicts, patches = [] }: RoutingSolution): boolean =>
  conflicts === 0 && patches.length === 0;

/**
 * What no way of sewing a plan is shorter than: of each net a tree of straight lines, from each hole of a part that is locked, from the rim of the
 * circle its holes turn on of any other.
 */
function straightMm(plan: Plan): number {
  const { parts, nets } = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  return nets.reduce((sum, { stops }) => {
    const discs = stops.map((pads) =>
      pads.map(({ part, pad }) => {
        const own = parts[part] as (typeof parts)[number];
        const { x, y } = (own.pads[pad] as (typeof own.pads)[number]).at;
        if (own.turns.length > 1) return { ...own.at, radius: Math.hypot(x, y) };
        const turn = ((own.turns[0] as number) * Math.PI) / 180;
        const side = own.mirrored ? -x : x;
        return {
          x: own.at.x + side * Math.cos(turn) - y * Math.sin(turn),
          y: own.at.y + side * Math.sin(turn) + y * Math.cos(turn),
          radius: 0,
        };
      }),
    );
    const apart = (a: number, b: number): number =>
      Math.min(
        ...(discs[a] ?? []).flatMap((one) =>
          (discs[b] ?? []).map((other) =>
            Math.max(0, Math.hypot(one.x - other.x, one.y - other.y) - one.radius - other.radius),
          ),
        ),
      );
    const left = new Set(stops.keys());
    left.delete(0);
    let length = 0;
    while (left.size > 0) {
      const nearest = [...left]
        .map((stop) => ({
          stop,
          mm: Math.min(...[...stops.keys()].filter((one) => !left.has(one)).map((one) => apart(one, stop))),
        }))
        .reduce((best, one) => (one.mm < best.mm ? one : best));
      length += nearest.mm;
      left.delete(nearest.stop);
    }
    return sum + length;
  }, 0);
}

/** Every way to give pins to so many lights, no pin to two. */
function assignments(pins: readonly string[], count: number): ReadonlyArray<readonly string[]> {
  if (count === 0) return [[]];
  return pins.flatMap((pin) =>
    assignments(
      pins.filter((other) => other !== pin),
      count - 1,
    ).map((rest) => [pin, ...rest]),
  );
}

test.each([
  [
    'lights on both sides',
    [
      [50, 70],
      [230, 70],
    ],
  ],
  [
    'lights in a row above',
    [
      [90, 50],
      [140, 50],
      [190, 50],
    ],
  ],
] as const)('%s: as short as the best of all pins and turns', (_name, places) => {
  const build = new PlanBuilder('Oracle', 280, 280)
    .place('board-small', 'board', 140, 150)
    .place('power-board', 'pack', 140, 240);
  for (const [i, [x, y]] of places.entries()) build.light(`l${i}`, x, y);
  const { plan } = build;
  const [board, pack] = [build.part('board').id, build.part('pack').id];
  const lights = places.map((_, i) => build.part(`l${i}`).id);
  const ways = assignments(['p0', 'p1', 'p2'], lights.length).flatMap((pins) =>
    [0, 90, 180, 270].flatMap((boardDeg) =>
      [0, 180].map((packDeg) => {
        let fixed = applyEdit(plan, expectOk(turnPart(plan, board, boardDeg)));
        fixed = applyEdit(fixed, expectOk(turnPart(fixed, pack, packDeg)));
        fixed = applyEdit(fixed, expectOk(lockParts(fixed, [board, pack], true)));
        for (const [i, id] of lights.entries())
          fixed = applyEdit(
            fixed,
            expectOk(putOnPin(fixed, [id], { partId: board, terminal: pins[i] as string })),
          );
        return { fixed, atLeastMm: straightMm(fixed) };
      }),
    ),
  );
  const free = routed(plan, USUAL_REQUEST);
  expect(isClean(free)).toBe(true);
  expect(straightMm(plan)).toBeLessThan(free.lengthMm);
  // No way is shorter than straight lines: what they make too long need not be looked for, nor what comes after it.
  const wantedMm = free.lengthMm / 1.03;
  let [best, led] = [Number.POSITIVE_INFINITY, 0];
  for (const { fixed, atLeastMm } of ways.sort((a, b) => a.atLeastMm - b.atLeastMm)) {
    if (atLeastMm >= Math.min(best, wantedMm)) break;
    const solution = routed(fixed, USUAL_REQUEST, 24);
    led += 1;
    if (isClean(solution)) best = Math.min(best, solution.lengthMm);
  }
  expect(led).toBeGreaterThan(0);
  expect(best).toBeLessThan(Number.POSITIVE_INFINITY);
  expect(wantedMm).toBeLessThan(best);
});
