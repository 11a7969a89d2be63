/** One piece of thread from cut to knot, with numbers from the stitches. The words alone must say which holes it joins. */
import { faceName, otherFace } from '../../cloth/cloth.ts';
import { hasElement } from '../../parts/part-element.ts';
import { hangingTail, type Piece, threadEndMm } from '../../pieces/piece.ts';
import { SPLICE_STITCHES } from '../../pieces/piece-length.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holeOf, loopFace, partOf } from '../../plan/placed.ts';
import type { Habits, HoleRef, Run } from '../../plan/records.ts';
import { type RunSum, sumRun } from '../../plan/run-way.ts';
import type { Plan } from '../../plan/schema.ts';
import { maybeStitchKind } from '../../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { formatLength, formatLengthBare, type LengthUnit } from '../../units/length.ts';
import { counted, lower } from '../../units/words.ts';
import { SECONDS } from '../pace.ts';
import { makeStep, type StepDraft } from '../step.ts';
import { turnOver } from '../turnings.ts';
import { whyLong } from './free-ends.ts';
import { layingSteps } from './laying-a-piece.ts';
import { machineSteps } from './machine-piece.ts';
import { passWords } from './passing.ts';
import { patchingSteps } from './patching.ts';
import { openRing } from './ring.ts';
import { groupOf, loopWords, mannerOf, passStepId, type StepContext, workedFace } from './step-context.ts';

/** A tail that is caught under the first stitches is held so long (common practice, no source). */
const CAUGHT_TAIL_MM = 50;

export function pieceSteps(context: StepContext, piece: Piece): readonly StepDraft[] {
  const patches = patchingSteps(context, piece);
  if (piece.manner === 'laid') return [...patches, ...layingSteps(context, piece)];
  if (piece.manner === 'machine') return [...patches, ...machineSteps(context, piece)];
  return [
    ...patches,
    cutting(context, piece),
    starting(context, piece),
    ...piece.passes.map((_, i) => lineStep(context, piece, i)),
    ...ending(context, piece),
  ];
}

function cutting({ plan }: StepContext, piece: Piece): StepDraft {
  const { unit, knots } = plan.habits;
  const thread = maybeThreadKind(piece.threadId)?.title ?? piece.threadId;
  const strands = piece.strands === 1 ? 'single' : `${piece.strands} strands`;
  const [first = 0, ...more] = piece.lengthsMm;
  const others =
    more.length === 0
      ? ''
      : ` Cut ${more.length} more of ${formatLength(first, unit, 0)}: where one runs out, go on with the next by sewing over the last ${SPLICE_STITCHES} stitches.`;
  const end = knots === 'caught' ? 'leave its end without a knot' : 'knot its end';
  return makeStep({
    id: `cut:${piece.id}`,
    group: groupOf(piece),
    text: `Take ${formatLength(first, unit, 0)} of conductive thread (${thread}, ${strands}), thread the needle, and ${end}.${others}`,
    runIds: piece.runs.map(({ run }) => run.id),
    work: { kind: 'sew', seconds: SECONDS.cutAndThread + more.length * SECONDS.splice },
  });
}

/** How thread is held where there is no hole to loop it through. */
const ON_THE_SPOT = 'take two small stitches on the spot';

const ROUND_THE_HOLE: Readonly<Record<Habits['knots'], string>> = {
  knotted: '',
  caught: '',
  'each-hole': ', then knot the thread round them',
};

function starting({ plan, names }: StepContext, piece: Piece): StepDraft {
  const [first] = piece.passes;
  if (first === undefined) throw new RangeError('starting: a piece sews at least one run');
  const { unit, knots, legSign } = plan.habits;
  const faceUp = loopFace(plan, partOf(plan, first.from.partId));
  const caught =
    knots === 'caught'
      ? ` Lay the first ${formatLength(CAUGHT_TAIL_MM, unit, 0)} along the line, so that the stitches catch it.`
      : '';
  const loops = piece.loops[0] ?? 1;
  const endMm = threadEndMm(plan, first.from);
  const begin =
    endMm > 0
      ? `, leave ${formatLength(endMm, unit, 0)} of the thread hanging, and ${ON_THE_SPOT}`
      : ` and sew ${loopWords(loops)} through it${ROUND_THE_HOLE[knots]}`;
  return makeStep({
    id: `start:${piece.id}`,
    group: groupOf(piece),
    text: `Start at ${names.hole(first.from)}: come up from the ${faceName(otherFace(faceUp))}${begin}.${caught}${curledNow(plan, first.from, legSign)}`,
    partIds: [first.from.partId],
    runIds: [first.run.id],
    work: { kind: 'sew', seconds: SECONDS.startKnot + loops * SECONDS.loop },
    isSafeStop: false,
    faceUp,
  });
}

/** Where only the − leg was curled, the + leg is curled when its turn comes. */
function curledNow(plan: Plan, ref: HoleRef, legSign: Habits['legSign']): string {
  const hole = holeOf(plan, ref);
  return legSign === 'minus-curled' && hole.sign === '+' && hole.form.endsWith('curl')
    ? ' Curl this leg before you sew it.'
    : '';
}

/** How a line begins: the first time it is sewn, back over itself, or once more. */
const PASS_WORDS = ['Sew', 'Sew back', 'Sew once more', 'Sew back once more'] as const;

/** `9 stitches of about 5 mm`; of a line that is laid and tied down, how far apart its ties are. */
function stitchWords(run: Run, sum: RunSum, unit: LengthUnit): string {
  if (maybeStitchKind(run.stitchId)?.isTied === true)
    return `laid along the line, tied down with ordinary thread about every ${formatLength(run.stitchMm, unit)}`;
  const each = formatLengthBare(sum.spans.length === 0 ? 0 : sum.pathMm / sum.spans.length, unit);
  return `${sum.stitchCount} ${sum.stitchCount === 1 ? 'stitch' : 'stitches'} of about ${each} ${unit}`;
}

function lineStep(context: StepContext, piece: Piece, i: number): StepDraft {
  const { plan, names } = context;
  const { unit, knots, legSign } = plan.habits;
  const { run, to } = piece.passes[i] as Piece['passes'][number];
  const nth = piece.passes.slice(0, i).filter((pass) => pass.run === run).length;
  const sum = sumRun(plan, run);
  const loops = piece.loops[i + 1] ?? 1;
  // Through its bends a smooth line has no corners to count.
  const bends =
    run.bends.length === 0
      ? ''
      : run.curved === true
        ? ', in a smooth bow as the pattern shows'
        : `, round ${counted(run.bends.length, 'bend')}`;
  const held = threadEndMm(plan, to) > 0 ? ON_THE_SPOT : `${loopWords(loops)}${ROUND_THE_HOLE[knots]}`;
  const beside = nth === 0 ? '' : ', close beside the line that is there,';
  const isLast = i === piece.passes.length - 1;
  const stops = isLast ? `${switchGap(plan, to)}${openRing(context, piece)}` : '';
  const faceUp = workedFace(plan, run);
  const faceAfter = loopFace(plan, partOf(plan, to.partId));
  const over = faceAfter === faceUp ? '' : `${turnOver(faceAfter)}; `;
  return makeStep({
    id: passStepId(piece, i),
    group: groupOf(piece),
    text: `${PASS_WORDS[nth] ?? 'Sew once more'} ${formatLength(sum.pathMm, unit, 0)} (${stitchWords(run, sum, unit)})${bends}${mannerOf(plan, run)}${beside}${passWords(plan, run, run.to.partId === to.partId && run.to.holeId === to.holeId)} to ${names.hole(to)}; ${over}${held}.${stops}${nth === 0 ? curledNow(plan, to, legSign) : ''}`,
    partIds: [to.partId],
    runIds: [run.id],
    work: {
      kind: 'sew',
      seconds: sum.stitchCount * SECONDS.stitch + run.bends.length * SECONDS.bend + loops * SECONDS.loop,
    },
    isSafeStop: false,
    faceUp,
    faceAfter,
  });
}

/** A thread that ends at a switch or closure stops there: the gap across it is what is switched. */
function switchGap(plan: Plan, at: HoleRef): string {
  const part = partOf(plan, at.partId);
  const kind = kindOf(plan, part);
  if (hasElement(kind, 'switch'))
    return ' Stop here: do not sew across to its other hole, the switch closes that gap.';
  if (kind.threadEnd !== undefined) return '';
  return hasElement(kind, 'half') ? ' Stop here: the closure carries on when its halves meet.' : '';
}

/** How an end is made fast on a face, by the habit; `under` is what it is woven under. */
const FINISHES: Readonly<Record<Habits['knots'], (face: string, under: string) => string>> = {
  knotted: (face, under) => `Weave the end back through ${under} on the ${face} and knot it`,
  caught: (face, under) =>
    `Weave the end back under ${under} on the ${face} and a little farther, without a knot`,
  'each-hole': (face, under) =>
    `Knot the thread round the last loops, and weave its end back through ${under} on the ${face}`,
};

/** The end of a thread made fast: on the far face, or on the one face that a laid or picked-up line lies on. */
function madeFast(plan: Plan, run: Run): string {
  const stitch = maybeStitchKind(run.stitchId);
  const worked = workedFace(plan, run);
  const face = stitch?.exposure === 'worked' ? worked : otherFace(worked);
  const under = stitch?.isTied === true ? `the last ${SPLICE_STITCHES} ties` : `${SPLICE_STITCHES} stitches`;
  return FINISHES[plan.habits.knots](faceName(face), under);
}

function ending({ plan, names }: StepContext, piece: Piece): readonly StepDraft[] {
  const { unit } = plan.habits;
  const last = piece.passes.at(-1);
  if (last === undefined) return [];
  const common = {
    group: groupOf(piece),
    partIds: [last.to.partId],
    runIds: [last.run.id],
    work: { kind: 'sew', seconds: SECONDS.finish },
  } as const;
  const tail = hangingTail(piece);
  const endMm = threadEndMm(plan, last.to);
  if (endMm > 0)
    return [
      makeStep({
        ...common,
        id: `finish:${piece.id}`,
        text: `Leave ${formatLength(endMm, unit, 0)} of the thread hanging at ${names.hole(last.to)} and knot its tip. ${whyLong({ plan, names }, last.to)} Put a tape round it, away from all other thread.`,
      }),
    ];
  if (tail === undefined)
    return [
      makeStep({
        ...common,
        id: `finish:${piece.id}`,
        text: `${madeFast(plan, last.run)}. Do not trim it yet: it is tested first.`,
      }),
    ];
  return [
    makeStep({
      ...common,
      id: `tail:${piece.id}`,
      text: `Leave ${formatLength(tail.lengthMm, unit, 0)} of the thread hanging at ${names.hole(last.to)} until ${tail.until}. Pin it aside, away from all other thread.`,
    }),
    makeStep({
      ...common,
      id: `finish:${piece.id}`,
      group: 'Finish',
      text: `When the tail at ${names.hole(last.to)} has served (${tail.until}): ${lower(madeFast(plan, last.run))}.`,
    }),
  ];
}
