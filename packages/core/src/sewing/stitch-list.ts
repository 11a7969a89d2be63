/** Every needle hole of every thread, in the order it is sewn: for machines, and for whoever wants to count. */

import { clothBox } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import type { Piece } from '../pieces/piece.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { ofPanel, panelOf } from '../plan/panels.ts';
import { spansOnLeg } from '../plan/passes.ts';
import type { Panel } from '../plan/records.ts';
import { legOn, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { sheetNames } from './sheet-names.ts';

/** What a stitch list says it is. */
export const STITCH_LIST_FORMAT = 'sashiko-stitches';
export const STITCH_LIST_VERSION = 2;

/** One line of a piece, from hole to hole: a line that is sewn several times is listed as often, in the direction of the needle. */
export interface StitchedLine {
  readonly from: string;
  readonly to: string;
  readonly stitch: string;
  readonly workedFrom: 'right' | 'wrong';
  /** Which time this line is sewn: 1 the first. */
  readonly pass: number;
  /** Needle holes from the first to the last, mm on the right side: x to the right, y down, from the upper left of the piece. */
  readonly points: ReadonlyArray<readonly [x: number, y: number]>;
}

/** One piece of thread. */
export interface StitchedThread {
  readonly id: string;
  readonly thread: string;
  readonly strands: number;
  readonly side: Piece['side'];
  readonly cutMm: number;
  /** Loops at each hole it comes to, the start first. */
  readonly loops: readonly number[];
  readonly lines: readonly StitchedLine[];
}

export interface StitchList {
  readonly format: typeof STITCH_LIST_FORMAT;
  readonly version: typeof STITCH_LIST_VERSION;
  readonly plan: string;
  readonly unit: 'mm';
  readonly widthMm: number;
  readonly heightMm: number;
  readonly threads: readonly StitchedThread[];
}

/** The stitch list of a panel, the plan's only one where none is named: the pieces with lines on it, in the order they are sewn. */
export function stitchList(plan: Plan, panel: Panel = panelOf(plan)): StitchList {
  const { left, top, widthMm, heightMm } = clothBox(panel);
  const names = sheetNames(plan);
  const local = (p: Point): readonly [number, number] => [micro(p.x - left), micro(p.y - top)];
  return {
    format: STITCH_LIST_FORMAT,
    version: STITCH_LIST_VERSION,
    plan: `${plan.name}${ofPanel(plan, { panelId: panel.id })}`,
    unit: 'mm',
    widthMm: micro(widthMm),
    heightMm: micro(heightMm),
    threads: cutPieces(plan)
      .filter(({ passes }) => passes.some(({ run }) => legOn(plan, run, panel.id) !== undefined))
      .map((piece) => ({
        id: piece.id,
        thread: piece.threadId,
        strands: piece.strands,
        side: piece.side,
        cutMm: piece.cutMm,
        loops: piece.loops,
        lines: piece.passes.flatMap(({ run, from, to }, i): readonly StitchedLine[] => {
          const leg = legOn(plan, run, panel.id);
          if (leg === undefined) return [];
          const isForward = run.from.partId === from.partId && run.from.holeId === from.holeId;
          const spans = spansOnLeg(leg, sumRun(plan, run).spans);
          const ends = spans.flatMap((span) => [span.a, span.b]);
          // Back stitch and the like go back and forth: a needle hole is kept whenever it differs from the one before.
          const holes = [leg.path[0] as Point, ...ends, leg.path.at(-1) as Point].map(local);
          const points = holes.filter(
            (p, i) => i === 0 || p[0] !== holes[i - 1]?.[0] || p[1] !== holes[i - 1]?.[1],
          );
          const [begin, end] = isForward ? [leg.start, leg.end] : [leg.end, leg.start];
          const stitched: StitchedLine = {
            from: begin === null ? names.hole(from) : 'the seam',
            to: end === null ? names.hole(to) : 'the seam',
            stitch: run.stitchId,
            workedFrom: run.face ?? panelOf(plan, run).workedFace,
            pass: piece.passes.slice(0, i).filter((pass) => pass.run === run).length + 1,
            points: isForward ? points : points.toReversed(),
          };
          return [stitched];
        }),
      })),
  };
}

function micro(mm: number): number {
  return Math.round(mm * 1000) / 1000;
}
