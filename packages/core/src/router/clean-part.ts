/**
 * What of a solution keeps every rule, and what had to be left out: a proposal never asks a maker to sew threads that touch. Each
 * line that is left out is told with the place where it fails.
 */
import { polylineLengthMm } from '../geometry/polyline.ts';
import { withChosenPins } from './chosen-pins.ts';
import { type Board, prepareBoard } from './engine/board.ts';
import { ExactCloth } from './engine/exact.ts';
import { keptLines, lineOf, turnsOf } from './engine/finish.ts';
import { gridStepMm } from './engine/grid-step.ts';
import { Ground } from './engine/ground.ts';
import { laidPatchOn } from './engine/laid-patch.ts';
import type { RoutedTrace, RoutingProblem, RoutingSolution } from './routing-problem.ts';
import { type Hindrance, hindranceOf } from './why-left-out.ts';

/** A line that is left out, with what truly stops it and where. */
export type LeftOut = { readonly trace: RoutedTrace } & Hindrance;

export interface CleanPart {
  readonly solution: RoutingSolution;
  readonly leftOut: readonly LeftOut[];
}

/** The largest part found greedily: the line with most broken legs goes first. O(lines² × legs). */
export function cleanPart(problem: RoutingProblem, solution: RoutingSolution): CleanPart {
  const unwanted = problem.neverPatched === true ? (solution.patches ?? []) : [];
  if (solution.conflicts === 0 && unwanted.length === 0) return { solution, leftOut: [] };
  const kept = problem.kept ?? [];
  const board = prepareBoard(withChosenPins(problem, solution));
  const turns = turnsOf(problem, solution);
  const all = solution.traces
    .slice(0, solution.traces.length - kept.length)
    .map((trace, i) => ({ trace, i }));
  const crosses = (i: number) => unwanted.find(({ over, under }) => (over < all.length ? over : under) === i);
  let left = all.filter(({ i }) => crosses(i) === undefined);
  const out: RoutedTrace[] = all.flatMap(({ trace, i }) => (crosses(i) === undefined ? [] : [trace]));
  for (;;) {
    const cloth = clothOf(board, turns, left, solution);
    const broken = left.map((_, k) => cloth.brokenLegs(k));
    const worst = broken.indexOf(Math.max(...broken));
    const entry = left[worst];
    if (entry === undefined || broken[worst] === 0) break;
    out.push(entry.trace);
    left = left.filter((one) => one !== entry);
  }
  const place = new Map(left.map(({ i }, k) => [i, k]));
  for (let k = 0; k < kept.length; k += 1)
    place.set(solution.traces.length - kept.length + k, left.length + k);
  const clean = left.map(({ trace }) => trace);
  return {
    solution: {
      ...solution,
      traces: [...clean, ...kept],
      lengthMm: clean.reduce((sum, { points }) => sum + polylineLengthMm(points), 0),
      conflicts: 0,
      patches: (solution.patches ?? []).flatMap((patch) => {
        const [over, under] = [place.get(patch.over), place.get(patch.under)];
        return over === undefined || under === undefined ? [] : [{ ...patch, over, under }];
      }),
    },
    leftOut: hindered(board, turns, left, solution, out),
  };
}

/** Lines that are out, each with what stops it beside those that are left. */
function hindered(
  board: Board,
  turns: Int32Array,
  left: ReadonlyArray<{ readonly trace: RoutedTrace; readonly i: number }>,
  solution: RoutingSolution,
  out: readonly RoutedTrace[],
): readonly LeftOut[] {
  const ground = new Ground(board, gridStepMm(board));
  return out.map((trace) => {
    const line = lineOf(board, trace);
    const absent = { trace: { ...trace, points: [] }, i: -1 };
    const cloth = clothOf(board, turns, [...left, absent], solution);
    return { trace, ...hindranceOf(cloth, ground, left.length, line) };
  });
}

function clothOf(
  board: Board,
  turns: Int32Array,
  lines: ReadonlyArray<{ readonly trace: RoutedTrace; readonly i: number }>,
  solution: RoutingSolution,
): ExactCloth {
  const cloth = new ExactCloth(board, turns, [
    ...lines.map(({ trace }) => lineOf(board, trace)),
    ...keptLines(board),
  ]);
  for (const { at, over, under } of solution.patches ?? []) {
    const [i, j] = [over, under].map((one) => {
      const place = lines.findIndex((line) => line.i === one);
      return place >= 0 ? place : one - solution.traces.length + cloth.lines.length;
    }) as [number, number];
    if (i >= 0 && j >= 0) cloth.patches.push(laidPatchOn([i, j], [at.x, at.y], cloth.lines[i]?.xy ?? []));
  }
  return cloth;
}
