/** From lines on the grid to the solution: pulled tight, patched where they still cross, counted. */
import type { RoutedTrace, RoutingSolution } from '../routing-problem.ts';
import type { Board } from './board.ts';
import { ExactCloth, type ExactLine } from './exact.ts';
import { rounded } from './legs.ts';
import { patchCrossings } from './patching.ts';
import type { Realisation } from './realise.ts';

/** Lines pulled tight, patched where they still cross, and what is still wrong with them. */
export function finish(work: Realisation): RoutingSolution {
  return solutionOf(pulledTight(work), work.extraPieces());
}

/** The lines of a search on the grid, pulled tight. */
export function pulledTight({ board, ground, field, search, lines }: Realisation): ExactCloth {
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

/** The solution that tight lines make, once they are patched. The cloth itself stays as it is. */
export function solutionOf(tight: ExactCloth, extraPieces: number): RoutingSolution {
  const cloth = tight.copy();
  const { board } = cloth;
  const { problem } = board;
  patchCrossings(cloth);
  const routed = cloth.lines.filter(({ isKept }) => isKept !== true);
  return {
    turnDeg: problem.parts.map((part, p) => part.turns[cloth.turns[p] as number] as number),
    traces: [...routed.map((line) => traceOf(board, line)), ...(problem.kept ?? [])],
    lengthMm: cloth.lengthMm(),
    extraPieces,
    patches: cloth.patches.map(({ i, j, x, y }) => ({ at: { x, y }, over: i, under: j })),
    conflicts: cloth.violations(),
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
