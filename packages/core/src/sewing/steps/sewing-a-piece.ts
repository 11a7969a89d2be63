/** One piece of thread from cut to knot, with numbers from the stitches. The words alone must say which holes it joins. */
import { type Face, faceName, otherFace } from '../../cloth/cloth.ts';
import { distance } from '../../geometry/point.ts';
import { type Piece, SPLICE_STITCHES } from '../../nets/pieces.ts';
import { consumersOf, hasElement } from '../../parts/part-element.ts';
import { holeKey, holeOf, holePoint, kindOf, partOf, sumRun } from '../../plan/placed.ts';
import type { Habits, HoleRef, Plan, Run } from '../../plan/schema.ts';
import { maybeStitchKind } from '../../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { formatLength, formatLengthBare } from '../../units/length.ts';
import { SECONDS } from '../pace.ts';
import { makeStep, type StepDraft } from '../step.ts';
import { groupOf, isThread, type StepContext } from './step-context.ts';

/** A tail that is caught under the first stitches is held so long (common practice, no source). */
const CAUGHT_TAIL_MM = 50;

export function pieceSteps(context: StepContext, piece: Piece): readonly StepDraft[] {
  if (!isThread(piece)) return laying(context, piece);
  const steps: StepDraft[] = [cutting(context, piece), starting(context, piece)];
  for (const [i, { run }] of piece.runs.entries()) {
    steps.push(...patching(context, piece, run));
    steps.push(lineStep(context, piece, i));
  }
  steps.push(...ending(context, piece));
  return steps;
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

function workedFace(plan: Plan, run: Pick<Run, 'face'>): Face {
  return run.face ?? plan.cloth.workedFace;
}

function loopWords(count: number): string {
  return `${count} tight ${count === 1 ? 'loop' : 'loops'}`;
}

const ROUND_THE_HOLE: Readonly<Record<Habits['knots'], string>> = {
  knotted: '',
  caught: '',
  'each-hole': ', then knot the thread round them',
};

function starting({ plan, names }: StepContext, piece: Piece): StepDraft {
  const [first] = piece.runs;
  if (first === undefined) throw new RangeError('starting: a piece sews at least one run');
  const { unit, knots, legSign } = plan.habits;
  const from = faceName(otherFace(workedFace(plan, first.run)));
  const caught =
    knots === 'caught'
      ? ` Lay the first ${formatLength(CAUGHT_TAIL_MM, unit, 0)} along the line, so that the stitches catch it.`
      : '';
  const loops = piece.loops[0] ?? 1;
  return makeStep({
    id: `start:${piece.id}`,
    group: groupOf(piece),
    text: `Start at ${names.hole(first.from)}: come up from the ${from} and sew ${loopWords(loops)} through it${ROUND_THE_HOLE[knots]}.${caught}${curledNow(plan, first.from, legSign)}`,
    partIds: [first.from.partId],
    runIds: [first.run.id],
    work: { kind: 'sew', seconds: SECONDS.startKnot + loops * SECONDS.loop },
    isSafeStop: false,
  });
}

/** Where only the − leg was curled, the + leg is curled when its turn comes. */
function curledNow(plan: Plan, ref: HoleRef, legSign: Habits['legSign']): string {
  const hole = holeOf(plan, ref);
  return legSign === 'minus-curled' && hole.sign === '+' && hole.form.endsWith('curl')
    ? ' Curl this leg before you sew it.'
    : '';
}

function lineStep(context: StepContext, piece: Piece, i: number): StepDraft {
  const { plan, names } = context;
  const { unit, knots, legSign } = plan.habits;
  const { run, to } = piece.runs[i] as Piece['runs'][number];
  const sum = sumRun(plan, run);
  const loops = piece.loops[i + 1] ?? 1;
  const each = formatLengthBare(sum.spans.length === 0 ? 0 : sum.pathMm / sum.spans.length, unit);
  const bends =
    run.bends.length === 0 ? '' : `, round ${run.bends.length} ${run.bends.length === 1 ? 'bend' : 'bends'}`;
  const stitches = `${sum.stitchCount} ${sum.stitchCount === 1 ? 'stitch' : 'stitches'} of about ${each} ${unit}`;
  const isLast = i === piece.runs.length - 1;
  const stops = isLast ? `${switchGap(plan, to)}${openRing(context, piece)}` : '';
  const passes = run.lines ?? 1;
  return makeStep({
    id: `sew:${run.id}`,
    group: groupOf(piece),
    text: `Sew ${formatLength(sum.pathMm, unit, 0)} (${stitches})${bends}${mannerOf(plan, run)} to ${names.hole(to)}; ${loopWords(loops)}${ROUND_THE_HOLE[knots]}.${stops}${curledNow(plan, to, legSign)}`,
    partIds: [to.partId],
    runIds: [run.id],
    work: {
      kind: 'sew',
      seconds:
        sum.stitchCount * passes * SECONDS.stitch + run.bends.length * SECONDS.bend + loops * SECONDS.loop,
    },
    isSafeStop: false,
  });
}

/** How a line is sewn, where it is not plain running stitch sewn once. */
function mannerOf(plan: Plan, run: Run): string {
  const words = [
    run.stitchId === 'running'
      ? ''
      : `in ${maybeStitchKind(run.stitchId)?.title.toLowerCase() ?? run.stitchId}`,
    run.lines === undefined ? '' : `${run.lines} times over`,
    run.face === undefined ? '' : `from the ${faceName(run.face)}`,
    ...(run.splicesMm ?? []).map(
      (mm) =>
        `spliced after ${formatLength(mm, plan.habits.unit, 0)} by sewing over the last ${SPLICE_STITCHES} stitches`,
    ),
  ].filter((word) => word !== '');
  return words.length === 0 ? '' : `, ${words.join(', ')}`;
}

/** A thread that ends at a switch or closure stops there: the gap across it is what is switched. */
function switchGap(plan: Plan, at: HoleRef): string {
  const part = partOf(plan, at.partId);
  const kind = kindOf(plan, part);
  if (hasElement(kind, 'switch'))
    return ' Stop here: do not sew across to its other hole, the switch closes that gap.';
  return hasElement(kind, 'half') ? ' Stop here: the closure carries on when its halves meet.' : '';
}

/** A piece that goes round at least so far about its middle, and ends near where it began, is a ring left open. */
const RING = { leastRuns: 3, leastTurn: 1.2 * Math.PI, gapInRuns: 1.6 } as const;

/** The holes a strand comes to up to the end of a piece, over all pieces it was cut into; nothing when it goes on after this one. */
function strandUpTo({ pieces }: StepContext, piece: Piece): readonly HoleRef[] {
  const end = piece.runs.at(-1)?.to;
  const startsAt = (one: Piece, hole: HoleRef | undefined): boolean =>
    hole !== undefined && holeKey(one.runs[0]?.from as HoleRef) === holeKey(hole);
  if (pieces.some((one) => one !== piece && one.side === piece.side && startsAt(one, end))) return [];
  let refs: readonly HoleRef[] = [];
  const seen = new Set<Piece>();
  for (let at: Piece | undefined = piece; at !== undefined && !seen.has(at); ) {
    seen.add(at);
    const start: HoleRef = at.runs[0]?.from as HoleRef;
    refs = [...at.runs.map(({ to }) => to), ...refs];
    const before: Piece | undefined = pieces.find(
      (one) => !seen.has(one) && holeKey(one.runs.at(-1)?.to as HoleRef) === holeKey(start),
    );
    if (before === undefined) refs = [start, ...refs];
    at = before;
  }
  return refs;
}

/** Says not to close a ring: its last stop lies as near to another stop as neighbours do, and a maker would join them. */
function openRing(context: StepContext, piece: Piece): string {
  const { plan, names } = context;
  const refs = strandUpTo(context, piece);
  if (refs.length <= RING.leastRuns) return '';
  const stops = refs.map((ref) => holePoint(plan, ref));
  const last = stops.at(-1) as { x: number; y: number };
  const middle = {
    x: stops.reduce((sum, p) => sum + p.x, 0) / stops.length,
    y: stops.reduce((sum, p) => sum + p.y, 0) / stops.length,
  };
  let turned = 0;
  for (let i = 1; i < stops.length; i += 1) {
    const [a, b] = [stops[i - 1], stops[i]].map((p) =>
      Math.atan2((p?.y ?? 0) - middle.y, (p?.x ?? 0) - middle.x),
    ) as [number, number];
    turned += Math.atan2(Math.sin(b - a), Math.cos(b - a));
  }
  if (Math.abs(turned) < RING.leastTurn) return '';
  const steps = stops.slice(1).map((p, i) => distance(stops[i] as typeof p, p));
  const usual = [...steps].sort((a, b) => a - b)[Math.floor(steps.length / 2)] as number;
  // A stop or two before the last are its neighbours anyway.
  const near = refs
    .slice(0, -2)
    .map((ref, i) => ({ ref, mm: distance(stops[i] as { x: number; y: number }, last) }))
    // The ring is one of lights: where the power comes in is no part of it.
    .filter(({ ref }) => consumersOf(kindOf(plan, partOf(plan, ref.partId))).length > 0)
    .filter(({ mm, ref }) => mm <= RING.gapInRuns * usual && holeKey(ref) !== holeKey(refs.at(-1) as HoleRef))
    .sort((a, b) => a.mm - b.mm)[0];
  return near === undefined
    ? ''
    : ` Stop here: do not close the ring to ${names.part(near.ref.partId)}, the other side must get out there.`;
}

/** The patches a line goes over are put on before it is sewn. */
function patching({ plan, names }: StepContext, piece: Piece, run: Run): readonly StepDraft[] {
  const { unit } = plan.habits;
  return Object.values(plan.patches).flatMap((patch) => {
    const under = plan.runs[patch.underRunId];
    if (patch.overRunId !== run.id || under === undefined) return [];
    const size = `${formatLength(patch.lengthMm, unit, 0)} by ${formatLength(patch.widthMm, unit, 0)}`;
    return [
      makeStep({
        id: `patch:${patch.id}`,
        group: groupOf(piece),
        text: `Lay a felt patch of ${size} over the thread between ${names.hole(under.from)} and ${names.hole(under.to)}, the long way along the next line, and sew it down with ordinary thread. The next line must come off it on both sides.`,
        runIds: [under.id, run.id],
        work: { kind: 'sew', seconds: SECONDS.patch },
        isSafeStop: false,
      }),
    ];
  });
}

const FINISHES: Readonly<Record<Habits['knots'], (face: string) => string>> = {
  knotted: (face) => `Weave the end back through ${SPLICE_STITCHES} stitches on the ${face} and knot it`,
  caught: (face) => `Weave the end back under the last five stitches on the ${face}, without a knot`,
  'each-hole': (face) =>
    `Knot the thread round the last loops, and weave its end back through ${SPLICE_STITCHES} stitches on the ${face}`,
};

function ending({ plan, names }: StepContext, piece: Piece): readonly StepDraft[] {
  const { unit, knots } = plan.habits;
  const last = piece.runs.at(-1);
  if (last === undefined) return [];
  const common = {
    group: groupOf(piece),
    partIds: [last.to.partId],
    runIds: [last.run.id],
    work: { kind: 'sew', seconds: SECONDS.finish },
  } as const;
  const face = faceName(otherFace(workedFace(plan, last.run)));
  const tail = hangingTail(piece);
  if (tail === undefined)
    return [
      makeStep({
        ...common,
        id: `finish:${piece.id}`,
        text: `${FINISHES[knots](face)}. Do not trim it yet: it is tested first.`,
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
      text: `When the tail at ${names.hole(last.to)} has served (${tail.until}): ${FINISHES[knots](face).toLowerCase()}.`,
    }),
  ];
}

/** The tail that stays at the end of a piece, if one does. */
export function hangingTail(piece: Piece): Run['tail'] {
  const last = piece.runs.at(-1);
  return last !== undefined && holeKey(last.run.to) === holeKey(last.to) ? last.run.tail : undefined;
}

/** Wire and tape are laid and held down, not sewn. */
function laying({ plan, names }: StepContext, piece: Piece): readonly StepDraft[] {
  const { unit } = plan.habits;
  const conductor = maybeThreadKind(piece.threadId)?.title ?? piece.threadId;
  return piece.runs.map(({ run, from, to }) =>
    makeStep({
      id: `sew:${run.id}`,
      group: groupOf(piece),
      text: `Lay ${formatLength(sumRun(plan, run).pathMm, unit, 0)} of ${conductor.toLowerCase()} from ${names.hole(from)} to ${names.hole(to)}, join its bared ends there, and hold it down with ordinary thread.`,
      partIds: [from.partId, to.partId],
      runIds: [run.id],
      work: {
        kind: 'sew',
        seconds: SECONDS.lay + (SECONDS.layPerMetre * sumRun(plan, run).pathMm) / 1000,
      },
    }),
  );
}
