/** From lines on the grid to the solution: pulled tight, patched where they still cross, counted. */
import type { RoutedTrace, RoutingProblem, RoutingSolution } from '../routing-problem.ts';
import type { Board } from './board.ts';
import { ExactCloth, type ExactLine } from './exact.ts';
import { boardAsItIs } from './exchange.ts';
import type { Ground } from './ground.ts';
import { laidPatchOn } from './laid-patch.ts';
import { rounded } from './legs.ts';
import { mend } from './mend.ts';
import { patchCrossings } from './patching.ts';
import type { Realisation } from './realise.ts';
import { extraPieces } from './strands.ts';

/** Lines pulled tight, patched where they still cross, and what is still wrong with them. */
export function finish(work: Realisation): RoutingSolution {
  return solutionOf(pulledTight(work), work.ground);
}

/** The lines of a search on the grid, pulled tight. */
export function pulledTight({ board: now, ground, field, search, lines }: Realisation): ExactCloth {
  const board = boardAsItIs(now);
  const routed = lines.map((line): ExactLine => {
    const inner: number[] = [];
    for (const cell of line.cells.subarray(1, Math.max(1, line.cells.length - 1)))
      inner.push(ground.x(cell), ground.y(cell));
    return {
      net: line.net,
      from: line.from,
      to: line.to,
      xy: [
        ...search.padXY(line.from),
        ...search.exitXY(line.from),
        ...inner,
        ...search.exitXY(line.to),
        ...search.padXY(line.to),
      ].map(rounded),
    };
  });
  const cloth = new ExactCloth(board, field.turns.slice(), [...routed, ...keptLines(board)]);
  cloth.tighten(6);
  return cloth;
}

/**
 * The solution that tight lines make, once they are patched and what is still in conflict is led anew. The cloth itself stays as
 * it is. `isOver`: whether there is no time for that.
 */
export function solutionOf(
  tight: ExactCloth,
  ground: Ground,
  isOver: () => boolean = () => false,
): RoutingSolution {
  const cloth = tight.copy();
  patchCrossings(cloth);
  mend(cloth, ground, isOver);
  return solutionOn(cloth);
}

/** The solution that the lines and patches of a cloth are. */
export function solutionOn(cloth: ExactCloth): RoutingSolution {
  const { board } = cloth;
  const { problem } = board;
  const routed = cloth.lines.filter(({ isKept }) => isKept !== true);
  return {
    turnDeg: problem.parts.map((part, p) => part.turns[cloth.turns[p] as number] as number),
    traces: [...routed.map((line) => traceOf(board, line)), ...(problem.kept ?? [])],
    lengthMm: cloth.lengthMm(),
    extraPieces: extraPieces(board, routed),
    patches: cloth.patches.map(({ i, j, x, y }) => ({ at: { x, y }, over: i, under: j })),
    conflicts: cloth.violations(),
  };
}

/** A solution as lines and patches on a cloth. */
export function clothOf(board: Board, solution: RoutingSolution): ExactCloth {
  const { problem } = board;
  const kept = keptLines(board);
  const cloth = new ExactCloth(board, turnsOf(problem, solution), [
    ...solution.traces.slice(0, solution.traces.length - kept.length).map((trace) => lineOf(board, trace)),
    ...kept,
  ]);
  for (const { at, over, under } of solution.patches ?? [])
    cloth.patches.push(laidPatchOn([over, under], [at.x, at.y], cloth.lines[over]?.xy ?? []));
  return cloth;
}

/** By part: the place of its turn in the list. */
export function turnsOf({ parts }: RoutingProblem, { turnDeg }: RoutingSolution): Int32Array {
  return Int32Array.from(parts.map(({ turns }, p) => Math.max(0, turns.indexOf(turnDeg[p] as number))));
}

/** A trace by pads. */
export function lineOf(board: Board, { net, from, to, points }: RoutedTrace): ExactLine {
  return {
    net,
    from: board.padIndex(from.part, from.pad),
    to: board.padIndex(to.part, to.pad),
    xy: points.flatMap(({ x, y }) => [x, y]),
  };
}

/** The kept lines of a board as they lie. */
export function keptLines(board: Board): readonly ExactLine[] {
  return (board.problem.kept ?? []).map(({ net, points }, k) => {
    const [from, to] = board.keptEnds[k] as readonly [number, number];
    return { net, from, to, isKept: true, xy: points.flatMap(({ x, y }) => [x, y]) };
  });
}

/** A line by parts and pads, to the micrometre. */
export function traceOf(board: Board, { net, from, to, xy }: ExactLine): RoutedTrace {
  const choice = (pad: number) => ({
    part: board.partOfPad[pad] as number,
    pad: board.placeOfPad[pad] as number,
  });
  return {
    net,
    from: choice(from),
    to: choice(to),
    points: Array.from({ length: xy.length / 2 }, (_, i) => ({
      x: rounded(xy[2 * i] as number),
      y: rounded(xy[2 * i + 1] as number),
    })),
  };
}
