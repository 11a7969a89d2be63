/**
 * A line that a machine sews: conductive thread on the bobbin, ordinary thread on top. A machine cannot sew through the holes of
 * parts, so it leaves tails, and these are joined by hand (common practice of the trade, no source).
 */

import { faceName, otherFace } from '../../cloth/cloth.ts';
import { type Piece, threadEndMm } from '../../pieces/piece.ts';
import { loopAtMm } from '../../pieces/piece-length.ts';
import { loopFace, partOf } from '../../plan/placed.ts';
import type { HoleRef } from '../../plan/records.ts';
import { sumRun } from '../../plan/run-way.ts';
import type { Plan } from '../../plan/schema.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { formatLength, formatLengthBare } from '../../units/length.ts';
import { SECONDS } from '../pace.ts';
import { makeStep, type StepDraft } from '../step.ts';
import { whyLong } from './free-ends.ts';
import { passWords } from './passing.ts';
import { groupOf, loopWords, passStepId, type StepContext, workedFace } from './step-context.ts';

/** How near to a hole a presser foot comes with the part on the cloth, mm (assumption). */
const FOOT_MM = 10;

/** What is wound for all machine lines of one thread; the step id is made of the thread's. */
export function bobbinSteps({ plan, pieces }: StepContext): readonly StepDraft[] {
  const { unit } = plan.habits;
  const byThread = new Map<string, Piece[]>();
  for (const piece of pieces) {
    if (piece.manner !== 'machine') continue;
    const key = `${piece.threadId}:${piece.strands}`;
    byThread.set(key, [...(byThread.get(key) ?? []), piece]);
  }
  return [...byThread].map(([key, own]) => {
    const [threadId = '', strands = '1'] = key.split(':');
    const mm = own.reduce((sum, piece) => sum + piece.cutMm, 0) / Number(strands);
    const lines = own.length === 1 ? 'the machine line' : `the ${own.length} machine lines`;
    const together = strands === '1' ? '' : `, ${strands} strands wound together`;
    return makeStep({
      id: `prepare:bobbin:${key}`,
      group: 'Prepare',
      text: `Wind ${formatLength(mm, unit, 0)} of conductive thread (${maybeThreadKind(threadId)?.title ?? threadId}${together}) on a bobbin, slowly and not too full: it is enough for ${lines} with tails. Thread the machine with ordinary thread on top, set long stitches, and sew a few on a scrap first.`,
      runIds: own.map(({ id }) => id),
      work: { kind: 'prepare', seconds: SECONDS.cutAndThread },
    });
  });
}

/** The id of the step that winds the bobbin of a piece. */
export function bobbinStepId({ threadId, strands }: Pick<Piece, 'threadId' | 'strands'>): string {
  return `prepare:bobbin:${threadId}:${strands}`;
}

export function machineSteps(context: StepContext, piece: Piece): readonly StepDraft[] {
  const [first] = piece.passes;
  if (first === undefined) return [];
  return [
    ...piece.passes.map((_, i) => seam(context, piece, i)),
    ...joint(context, piece, 'from', first.from),
    ...joint(context, piece, 'to', first.to),
  ];
}

/** The thread of one tail: the loops at its hole, the knot, and what the needle is held by. */
function machineTailMm(plan: Plan, loops: number, at: HoleRef): number {
  const { knotMm, spareMm } = plan.habits;
  return Math.floor(loops * loopAtMm(plan, at) + knotMm + spareMm);
}

function seam({ plan, names }: StepContext, piece: Piece, i: number): StepDraft {
  const { unit } = plan.habits;
  const { run, from, to } = piece.passes[i] as Piece['passes'][number];
  const sum = sumRun(plan, run);
  const faceUp = workedFace(plan, run);
  const each = formatLengthBare(sum.stitchCount === 0 ? 0 : sum.pathMm / sum.stitchCount, unit);
  const stitches = `${sum.stitchCount} ${sum.stitchCount === 1 ? 'stitch' : 'stitches'} of about ${each} ${unit}`;
  const say = (mm: number): string => formatLength(mm, unit, 0);
  const tails = [from, to].map((hole, k) => {
    const freeMm = threadEndMm(plan, hole);
    return freeMm > 0 ? freeMm : machineTailMm(plan, piece.loops[2 * i + k] ?? 1, hole);
  });
  const corners =
    run.bends.length === 0
      ? ''
      : ` At ${run.bends.length === 1 ? 'the bend' : `each of the ${run.bends.length} bends`} stop with the needle up and the stitch complete, lift the foot, turn the piece about that point and go on.`;
  const which = i === 0 ? '' : ', once more, close beside the line that is there';
  return makeStep({
    id: passStepId(piece, i),
    group: groupOf(piece),
    text: `Machine-sew ${say(sum.pathMm)} (${stitches}) along the printed line from ${names.hole(from)}${passWords(plan, run, run.from.partId === from.partId && run.from.holeId === from.holeId)} to ${names.hole(to)}${which}: the conductive thread lies on the ${faceName(otherFace(faceUp))}. Start and stop about ${say(FOOT_MM)} short of the holes, without sewing back and forth, and leave a bobbin tail of ${say(tails[0] ?? 0)} at the start and of ${say(tails[1] ?? 0)} at the end.${corners} Knot the top thread alone.`,
    partIds: [from.partId, to.partId],
    runIds: [run.id],
    work: {
      kind: 'sew',
      // A machine makes a stitch a second at the pace that conductive thread bears (assumption).
      seconds: SECONDS.startKnot + sum.stitchCount + run.bends.length * SECONDS.bend,
    },
    faceUp,
  });
}

/** How the bobbin tails of one end come to their hole; an end that stays free has none to come to. */
function joint(
  { plan, names }: StepContext,
  piece: Piece,
  end: 'from' | 'to',
  at: HoleRef,
): readonly StepDraft[] {
  const { unit } = plan.habits;
  const freeMm = threadEndMm(plan, at);
  if (freeMm > 0)
    return [
      makeStep({
        id: `joint:${piece.id}:${end}`,
        group: groupOf(piece),
        text: `At ${names.hole(at)} leave ${formatLength(freeMm, unit, 0)} of the bobbin tail on the face it lies on, knot its tip and put a tape round it. ${whyLong({ plan, names }, at)}`,
        partIds: [at.partId],
        runIds: piece.runs.map(({ run }) => run.id),
        work: { kind: 'sew', seconds: SECONDS.tape },
      }),
    ];
  const offset = end === 'from' ? 0 : 1;
  const loops = piece.loops.filter((_, i) => i % 2 === offset);
  const faceUp = loopFace(plan, partOf(plan, at.partId));
  const each = loops.length === 1 ? 'the bobbin tail' : `each of the ${loops.length} bobbin tails`;
  const counts = [...new Set(loops)].map((count) => loopWords(count)).join(', then ');
  const step = makeStep({
    id: `joint:${piece.id}:${end}`,
    group: groupOf(piece),
    text: `By hand: thread ${each} at ${names.hole(at)} into a needle, bring it up through the last ${formatLength(FOOT_MM, unit, 0)} in small stitches, sew ${counts} through the hole, and knot it. Do not trim it yet: it is tested first.`,
    partIds: [at.partId],
    runIds: piece.runs.map(({ run }) => run.id),
    work: {
      kind: 'sew',
      seconds: loops.length * SECONDS.finish + loops.reduce((sum, count) => sum + count * SECONDS.loop, 0),
    },
    faceUp,
  });
  return [step];
}
