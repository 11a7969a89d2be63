/** From lines on the grid to the solution: pulled tight, patched where they still cross, counted. */
import type { RoutedTrace, RoutingSolution } from '../routing-problem.ts';
import type { Board } from './board.ts';
import { ExactCloth, type ExactLine } from './exact.ts';
import { rounded } from './legs.ts';
import { patchCrossings } from './patching.ts';
import type { Realisation } from './realise.ts';

/** Lines pulled tight, and what is still wrong with them. */
export function finish(work: Realisation): RoutingSolution {
  const { board } = work;
  const { problem } = board;
  const routed = work.lines.map((line): ExactLine => {
    const inner: number[] = [];
    for (const cell of line.cells.subarray(1, Math.max(1, line.cells.length - 1)))
      inner.push(work.field.x(cell), work.field.y(cell));
    return {
      net: line.net,
      from: line.from,
      to: line.to,
      xy: [
        ...work.search.padXY(line.from),
        ...work.search.exitXY(line.from),
        ...inner,
        ...work.search.exitXY(line.to),
        ...work.search.padXY(line.to),
      ].map(rounded),
    };
  });
  const cloth = new ExactCloth(board, work.field.turns.slice(), [...routed, ...keptLines(board)]);
  cloth.tighten(6);
  patchCrossings(cloth);
  const traces = [
    ...cloth.lines.slice(0, routed.length).map((line) => traceOf(board, line)),
    ...(problem.kept ?? []),
  ];
  return {
    turnDeg: problem.parts.map((part, p) => part.turns[work.field.turns[p] as number] as number),
    traces,
    lengthMm: cloth.lengthMm(),
    extraPieces: work.extraPieces(),
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
