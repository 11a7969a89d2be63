/**
 * When something goes wrong with a thread: ways to mend it, with what is undone, where it is joined, how long the new piece must be,
 * and whether starting again is less work. Which ways there are is common practice of the trade, no source; times are ours (`pace.ts`).
 */
import { fail, type Result, succeed } from '../errors/problem.ts';
import type { Piece, PieceRun } from '../pieces/piece.ts';
import { SPLICE_STITCHES } from '../pieces/piece-length.ts';
import { cutPieces } from '../pieces/pieces.ts';
import type { Run } from '../plan/records.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { formatLength } from '../units/length.ts';
import { SECONDS } from './pace.ts';
import { partWays } from './repair-part.ts';
import {
  handling,
  lineSteps,
  powerOut,
  proofSteps,
  type RepairWay,
  sewSeconds,
  UNPICK_SECONDS,
  whole,
} from './repair-work.ts';
import { sheetNames } from './sheet-names.ts';
import { lineMm, loopsMm, stopAfter } from './thread-reach.ts';

export type Mishap =
  /** The thread came to its end, or broke, so far along a run in the direction it is sewn. */
  | { readonly kind: 'ran-out'; readonly runId: string; readonly alongMm: number }
  | { readonly kind: 'broke'; readonly runId: string; readonly alongMm: number }
  /** Two threads touch near a place along the first. */
  | { readonly kind: 'short'; readonly runId: string; readonly otherRunId: string; readonly alongMm: number }
  /** A part is taken off and another of its kind sewn on. */
  | { readonly kind: 'part-replaced'; readonly partId: string };

/**
 * The ways to mend a mishap, least work first; to undo a whole piece and sew it again is always the last of them, however little
 * there is of it. Refused where the plan has no such thread, or nothing is sewn at the part. */
export function repairWays(plan: Plan, mishap: Mishap): Result<readonly RepairWay[]> {
  const pieces = cutPieces(plan);
  const ways =
    mishap.kind === 'part-replaced'
      ? partWays(plan, pieces, mishap.partId)
      : threadWays(plan, pieces, mishap);
  if (ways.length === 0) return fail('repair-nothing');
  const lastResort = (way: RepairWay): number => Number(way.id === 'again');
  return succeed([...ways].sort((a, b) => lastResort(a) - lastResort(b) || a.seconds - b.seconds));
}

interface Spot {
  readonly plan: Plan;
  readonly piece: Piece;
  readonly index: number;
  readonly step: PieceRun;
  /** Cloth from the last hole to the place. */
  readonly alongMm: number;
}

function threadWays(
  plan: Plan,
  pieces: readonly Piece[],
  mishap: Exclude<Mishap, { kind: 'part-replaced' }>,
): readonly RepairWay[] {
  const piece = pieces.find(({ runs }) => runs.some(({ run }) => run.id === mishap.runId));
  const index = piece?.runs.findIndex(({ run }) => run.id === mishap.runId) ?? -1;
  const step = piece?.runs[index];
  if (piece === undefined || step === undefined) return [];
  const pathMm = sumRun(plan, step.run).pathMm;
  const spot = { plan, piece, index, step, alongMm: Math.min(pathMm, Math.max(0, mishap.alongMm)) };
  if (mishap.kind === 'ran-out') return [splice(spot), backToHole(spot), again(spot)];
  if (mishap.kind === 'broke') return [bridge(spot), bypass(spot), again(spot)];
  const other = plan.runs[mishap.otherRunId];
  return other === undefined ? [] : [trim(spot, other), around(spot, other), again(spot)];
}

/** Thread per millimetre of cloth along a run. */
function perPath({ plan, piece, step }: Spot): number {
  const { pathMm } = sumRun(plan, step.run);
  return pathMm === 0 ? 1 : lineMm(plan, piece, step) / pathMm;
}

function overMm({ step: { run }, piece }: Spot): number {
  return SPLICE_STITCHES * (run.stitchMm + run.gapMm) * piece.strands;
}

/** Thread for the rest of a piece from a place on, loops included. */
function restMm(spot: Spot, fromMm: number): number {
  const { plan, piece, index, step } = spot;
  const { pathMm } = sumRun(plan, step.run);
  const later = piece.runs
    .slice(index + 1)
    .reduce(
      (sum, one, k) => sum + lineMm(plan, piece, one) + loopsMm(plan, piece, stopAfter(piece, index + 1 + k)),
      0,
    );
  return (pathMm - fromMm) * perPath(spot) + loopsMm(plan, piece, stopAfter(piece, index)) + later;
}

function stitchesIn(run: Run, mm: number): number {
  return Math.max(1, Math.round(mm / (run.stitchMm + run.gapMm)));
}

/** The ticks of lines from one on, and of what comes after them on the same piece. */
function ticksFrom(plan: Plan, piece: Piece, index: number): readonly string[] {
  return [
    ...piece.runs.slice(index).flatMap(({ run }) => lineSteps(piece, run)),
    ...['finish', 'tail', 'test:piece', 'seal'].map((word) => `${word}:${piece.id}`),
    ...proofSteps(plan),
  ];
}

function splice(spot: Spot): RepairWay {
  const { plan, piece, index, step } = spot;
  const { unit } = plan.habits;
  const cutMm = whole(restMm(spot, spot.alongMm) + overMm(spot) + handling(plan));
  return {
    id: 'splice',
    title: 'Join a new thread where the old one ends',
    doings: [
      `Cut ${formatLength(cutMm, unit, 0)} of the same thread.`,
      `Begin ${SPLICE_STITCHES} stitches before the old end, ${formatLength(spot.alongMm, unit, 0)} from ${sheetNames(plan).hole(step.from)}: sew over them through the same holes, so that both threads lie on each other.`,
      'Knot the old end to the new thread, go on as the sheet says, and seal the join.',
      'Measure across the join: it should read no more than the line before it.',
    ],
    undoneMm: 0,
    cutMm,
    seconds: SECONDS.cutAndThread + SECONDS.splice + sewSeconds(plan, piece.runs.slice(index)),
    unticks: ticksFrom(plan, piece, index),
  };
}

function backToHole(spot: Spot): RepairWay {
  const { plan, piece, index, step } = spot;
  const { unit } = plan.habits;
  const hole = sheetNames(plan).hole(step.from);
  const cutMm = whole(restMm(spot, 0) + loopsMm(plan, piece, stopAfter(piece, index) - 1) + handling(plan));
  const undone = stitchesIn(step.run, spot.alongMm);
  return {
    id: 'back-to-hole',
    title: 'Go back to the last hole and start a new piece there',
    doings: [
      `Undo ${formatLength(spot.alongMm, unit, 0)} (about ${undone} stitches) back to ${hole}.`,
      `Make the old end fast there with a knot round its loops.`,
      `Cut ${formatLength(cutMm, unit, 0)}, start at ${hole} with fresh loops, and go on as the sheet says.`,
    ],
    undoneMm: spot.alongMm,
    cutMm,
    seconds:
      undone * UNPICK_SECONDS +
      SECONDS.cutAndThread +
      SECONDS.finish +
      SECONDS.startKnot +
      sewSeconds(plan, piece.runs.slice(index)),
    unticks: ticksFrom(plan, piece, index),
  };
}

/**
 * A short thread sewn over the last stitches on both sides of a break. Where fewer are left on a side than a splice takes, it is
 * looped through the hole there instead; wire and tape are joined with tape.
 */
function bridge(spot: Spot): RepairWay {
  const { plan, piece, index, step } = spot;
  const { unit } = plan.habits;
  const names = sheetNames(plan);
  const say = (mm: number): string => formatLength(mm, unit, 0);
  const at = `about ${say(spot.alongMm)} from ${names.hole(step.from)}`;
  const common = {
    id: 'bridge',
    undoneMm: 0,
    unticks: [`test:piece:${piece.id}`, `seal:${piece.id}`, ...proofSteps(plan)],
  } as const;
  if (piece.manner === 'laid') {
    const strip =
      maybeThreadKind(piece.threadId)?.form === 'wire' ? 'Strip both broken ends' : 'Clean both broken ends';
    return {
      ...common,
      title: 'Join the broken ends',
      doings: [
        ...powerOut(plan),
        `${strip}, ${at}, lay them on each other, and hold them under conductive tape with a few stitches of ordinary thread.`,
        'Measure from end to end: it should read as the sheet says again.',
      ],
      cutMm: 0,
      seconds: SECONDS.lay + SECONDS.tack + SECONDS.reading,
    };
  }
  const pitchMm = step.run.stitchMm + step.run.gapMm;
  const { pathMm } = sumRun(plan, step.run);
  const sides = [
    { leftMm: spot.alongMm, hole: step.from, k: stopAfter(piece, index) - 1 },
    { leftMm: pathMm - spot.alongMm, hole: step.to, k: stopAfter(piece, index) },
  ].map(({ leftMm, hole, k }) =>
    leftMm < SPLICE_STITCHES * pitchMm
      ? {
          words: `fresh loops at ${names.hole(hole)}, for fewer than ${SPLICE_STITCHES} stitches are left on that side`,
          mm: leftMm * perPath(spot) + loopsMm(plan, piece, k),
        }
      : {
          words: `${SPLICE_STITCHES} stitches ${hole === step.from ? 'before' : 'after'} the break`,
          mm: overMm(spot) * perPath(spot),
        },
  );
  const [before, after] = sides as [{ words: string; mm: number }, { words: string; mm: number }];
  const cutMm = whole(before.mm + after.mm + handling(plan));
  return {
    ...common,
    title: 'Sew a short thread over the break',
    doings: [
      ...powerOut(plan),
      `Cut ${say(cutMm)} of the same thread.`,
      `Sew over the last stitches, through the same holes, ${at}: from ${before.words}, to ${after.words}.`,
      'Knot each broken end to it, seal both, and trim the tails to 3 mm.',
      'Measure from hole to hole: it should read as the sheet says again.',
    ],
    cutMm,
    seconds:
      SECONDS.cutAndThread +
      2 * SPLICE_STITCHES * SECONDS.stitch +
      SECONDS.startKnot +
      SECONDS.finish +
      2 * SECONDS.seal +
      SECONDS.reading,
  };
}

function bypass(spot: Spot): RepairWay {
  const { plan, piece, index, step } = spot;
  const { unit } = plan.habits;
  const names = sheetNames(plan);
  const cutMm = whole(
    lineMm(plan, piece, step) +
      loopsMm(plan, piece, stopAfter(piece, index) - 1) +
      loopsMm(plan, piece, stopAfter(piece, index)) +
      handling(plan),
  );
  return {
    id: 'bypass',
    title: 'Leave the broken line and sew a new one over it',
    doings: [
      `Trim both broken ends short and seal them, so that no hair stands off.`,
      `Cut ${formatLength(cutMm, unit, 0)} and sew from ${names.hole(step.from)} to ${names.hole(step.to)} along the same line, over the old stitches.`,
      'Measure from hole to hole.',
    ],
    undoneMm: 0,
    cutMm,
    seconds:
      SECONDS.cutAndThread +
      SECONDS.startKnot +
      SECONDS.finish +
      2 * SECONDS.seal +
      SECONDS.reading +
      sewSeconds(plan, [step]),
    unticks: [
      ...lineSteps(piece, step.run),
      `test:piece:${piece.id}`,
      `seal:${piece.id}`,
      ...proofSteps(plan),
    ],
  };
}

function trim({ plan, piece, step, alongMm }: Spot, other: Run): RepairWay {
  const names = sheetNames(plan);
  return {
    id: 'trim',
    title: 'Look for a hair or a tail first',
    doings: [
      ...powerOut(plan),
      `Hold the place, ${formatLength(alongMm, plan.habits.unit, 0)} from ${names.hole(step.from)}, to the light: lift the two threads apart with a needle, and cut off every hair and tail that reaches across.`,
      `Seal what you cut, and measure between ${names.hole(step.from)} and ${names.hole(other.from)}: it must show nothing.`,
    ],
    undoneMm: 0,
    cutMm: 0,
    seconds: 3 * SECONDS.reading,
    unticks: [...proofSteps(plan), `seal:${piece.id}`],
  };
}

function around(spot: Spot, other: Run): RepairWay {
  const { plan, piece, step } = spot;
  const { unit } = plan.habits;
  const names = sheetNames(plan);
  // Far enough to both sides that a way round fits between the joins (assumption: six stitches each way).
  const lengthMm = Math.min(sumRun(plan, step.run).pathMm, 12 * (step.run.stitchMm + step.run.gapMm));
  const cutMm = whole(lengthMm * 1.5 * perPath(spot) + 2 * overMm(spot) + handling(plan));
  const undone = stitchesIn(step.run, lengthMm);
  return {
    id: 'around',
    title: 'Undo the stretch that touches and take it round',
    doings: [
      ...powerOut(plan),
      `Undo about ${undone} stitches of this line, ${formatLength(lengthMm / 2, unit, 0)} to either side of the place, and cut the thread in the middle.`,
      `Cut ${formatLength(cutMm, unit, 0)}: join it by sewing over ${SPLICE_STITCHES} stitches before the gap, take it at least a stitch's length clear of the line from ${names.hole(other.from)} to ${names.hole(other.to)}, and join it after the gap in the same way.`,
      'If there is no room, lay a felt patch between the two instead.',
      'Measure both: whole along the line, nothing between the two.',
    ],
    undoneMm: lengthMm,
    cutMm,
    seconds:
      undone * (UNPICK_SECONDS + SECONDS.stitch) +
      SECONDS.cutAndThread +
      2 * SECONDS.splice +
      2 * SECONDS.reading,
    unticks: [
      ...lineSteps(piece, step.run),
      `test:piece:${piece.id}`,
      `seal:${piece.id}`,
      ...proofSteps(plan),
    ],
  };
}

/** The whole piece once more, as far as it was sewn. */
function again({ plan, piece, index, alongMm }: Spot): RepairWay {
  const { unit } = plan.habits;
  const done = piece.runs.slice(0, index);
  const undoneMm = done.reduce((sum, { run }) => sum + sumRun(plan, run).pathMm, 0) + alongMm;
  const stitches = done.reduce((sum, { run }) => sum + sumRun(plan, run).stitchCount, 0);
  return {
    id: 'again',
    title: 'Start this piece again',
    doings: [
      `Undo the whole piece: ${formatLength(undoneMm, unit, 0)}.`,
      `Cut ${formatLength(piece.cutMm, unit, 0)} and sew it from its first hole, as the sheet says.`,
    ],
    undoneMm,
    cutMm: piece.cutMm,
    seconds:
      stitches * UNPICK_SECONDS +
      SECONDS.cutAndThread +
      SECONDS.startKnot +
      SECONDS.finish +
      sewSeconds(plan, piece.runs),
    unticks: [`cut:${piece.id}`, `start:${piece.id}`, ...ticksFrom(plan, piece, 0)],
  };
}
