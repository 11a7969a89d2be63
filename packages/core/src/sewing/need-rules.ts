/**
 * What must come before what, and what comes first by habit. One rule is one entry here: pairs of step ids, earlier and later,
 * and the reason in words. Pairs that name a step the plan does not have are left out.
 */

import type { Piece } from '../pieces/piece.ts';
import { isSupplyPiece } from '../pieces/pieces.ts';
import { MARK_STEP } from '../plan/edits/progress-edits.ts';
import { worksOf } from '../plan/seam-works.ts';
import { accessOf } from './access.ts';
import { litAgain } from './again-need.ts';
import { bridged } from './bridged-need.ts';
import { carded } from './card-need.ts';
import {
  beforeItsPart,
  each,
  firstStepOf,
  gate,
  idOf,
  inRow,
  sewingStepsOf,
  sewnAt,
  startsWith,
  stepsOfPiece,
} from './need-pairs.ts';
import type { NeedRule } from './need-rule.ts';
import { panelMeetings } from './step-place.ts';
import { passStepId, type StepContext } from './steps/step-context.ts';
import { isSupplyFirst, secondSideRuns, sideOrder, supplyOf, supplyPieces } from './steps/testing.ts';

/** Steps of finishing that work no thread. */
const NOT_OF_THREAD = /^finish:(cell:|out$|cover$|needles$|keep$|wipe$)/;

const apartTests = ({ proofs }: StepContext): readonly string[] =>
  proofs.map(({ circuit }) => `test:apart:${circuit.source.part.id}`);

const oneSideTests = ({ proofs }: StepContext): readonly string[] =>
  proofs.map(({ circuit }) => `test:one-side:${circuit.source.part.id}`);

export const NEED_RULES: readonly NeedRule[] = [
  {
    id: 'thread',
    kind: 'must',
    why: 'one thread is sewn from its start to its end, and tested before its knots are sealed',
    *pairs(context, steps) {
      const there = new Set(steps.map(({ id }) => id));
      for (const piece of context.pieces) yield* inRow(stepsOfPiece(context, piece), (id) => there.has(id));
    },
  },
  {
    id: 'joined',
    kind: 'must',
    why: 'two ends are joined when both lines are there',
    *pairs({ plan, pieces }, steps) {
      for (const id of startsWith(steps, 'join:')) {
        const ends = new Set([id.slice(5), plan.parts[id.slice(5)]?.mateId]);
        const own = pieces.filter(({ runs }) =>
          runs.some(({ run }) => ends.has(run.from.partId) || ends.has(run.to.partId)),
        );
        yield* each(own.flatMap(sewingStepsOf), [id]);
        yield* each([id], [...startsWith(steps, 'test:apart:', 'test:supply:', 'finish:cell:')]);
      }
    },
  },
  {
    id: 'marked',
    kind: 'must',
    why: 'holes and lines are marked before the needle goes in',
    *pairs(_context, steps) {
      yield* each([MARK_STEP], startsWith(steps, 'place:', 'hold:', 'tack:', 'start:', 'patch:', 'sew:'));
    },
  },
  {
    id: 'tried',
    kind: 'must',
    why: 'a light is tried before it is on the cloth',
    pairs: (_context, steps) => beforeItsPart(steps, 'prepare:try:'),
  },
  {
    id: 'pierced',
    kind: 'must',
    why: 'holes in the cloth are made before legs go through them and are curled',
    *pairs(_context, steps) {
      for (const id of startsWith(steps, 'prepare:pierce:')) {
        const partId = id.slice('prepare:pierce:'.length);
        yield* each([MARK_STEP], [id]);
        yield* each([id], [`prepare:curl:${partId}`]);
      }
      yield* beforeItsPart(steps, 'prepare:pierce:');
    },
  },
  {
    id: 'curled',
    kind: 'must',
    why: 'legs are curled before they are sewn',
    pairs: (_context, steps) => beforeItsPart(steps, 'prepare:curl:'),
  },
  {
    id: 'placed',
    kind: 'must',
    why: 'a part is in its place before thread comes to it',
    pairs: (_context, steps) => beforeItsPart(steps, 'place:'),
  },
  {
    id: 'opened',
    kind: 'must',
    why: 'that work comes before any sewing at its place',
    *pairs({ plan }, steps) {
      for (const work of worksOf(plan)) {
        if (work.kind === 'close') continue;
        const { partIds, runIds } = accessOf(plan, work);
        const there = steps.filter(
          (step) =>
            !step.id.startsWith('prepare:') &&
            (step.partIds.some((id) => partIds.has(id)) || step.runIds.some((id) => runIds.has(id))),
        );
        yield* each([`work:${work.id}`], [MARK_STEP, ...there.map(({ id }) => id)]);
      }
    },
  },
  {
    id: 'powered',
    kind: 'must',
    why: 'no cell goes in before every thread is finished, sealed and held, and + and − are known to be apart',
    *pairs(_context, steps) {
      const apart = startsWith(steps, 'test:apart:');
      const finished = startsWith(steps, 'finish:').filter((id) => !NOT_OF_THREAD.test(id));
      // Nothing conductive is touched after the proof: what is sewn, woven in or tested comes before it.
      yield* gate(
        [...startsWith(steps, 'test:piece:', 'test:apart-early:', 'sew:', 'joint:', 'tail:'), ...finished],
        apart,
      );
      yield* gate(
        [...apart, ...startsWith(steps, 'seal:', 'place:', 'hold:', 'tack:'), 'finish:wipe'],
        startsWith(steps, 'finish:cell:'),
      );
    },
  },
  {
    id: 'covered',
    kind: 'must',
    why: 'a piece is covered and closed when it is known to light',
    *pairs(_context, steps) {
      const cells = startsWith(steps, 'finish:cell:');
      const closed = steps.filter(({ group }) => group === 'Close').map(({ id }) => id);
      const before = startsWith(steps, 'test:', 'seal:', 'finish:').filter(
        (id) => !/^finish:(out|cover|needles|keep)$/.test(id),
      );
      yield* each(cells, ['finish:out']);
      yield* each(['finish:out', ...before], ['finish:cover', 'finish:needles', ...closed, 'finish:keep']);
    },
  },
  {
    id: 'hidden',
    kind: 'must',
    why: 'after that it can no longer be reached',
    *pairs({ plan }, steps) {
      for (const work of worksOf(plan)) {
        if (work.kind !== 'close') continue;
        const { partIds, runIds } = accessOf(plan, work);
        const hidden = steps.filter(
          (step) =>
            step.id !== 'finish:keep' &&
            !/^(bridge|again):/.test(step.id) &&
            (step.partIds.some((id) => partIds.has(id)) || step.runIds.some((id) => runIds.has(id))),
        );
        yield* each([...hidden.map(({ id }) => id), 'finish:cover', 'finish:needles'], [`work:${work.id}`]);
      }
      const closes = new Set(
        worksOf(plan)
          .filter(({ kind }) => kind === 'close')
          .map(({ id }) => `work:${id}`),
      );
      const closing = startsWith(steps, 'work:').filter((id) => closes.has(id));
      yield* each(closing, ['finish:keep']);
    },
  },
  bridged,
  carded,
  litAgain,
  {
    id: 'under',
    kind: 'must',
    why: 'the thread that goes under a patch is sewn before it',
    yields: true,
    *pairs({ plan, pieces }) {
      for (const patch of Object.values(plan.patches)) {
        const under = pieces.find(({ runs }) => runs.some(({ run }) => run.id === patch.underRunId));
        if (under !== undefined) yield* each(sewingStepsOf(under), [`patch:${patch.id}`]);
      }
    },
  },
  {
    id: 'supply',
    kind: 'must',
    why: 'the power line is tested before the rest of its side hangs on it',
    yields: true,
    *pairs(context) {
      // Another panel is another cloth: what is sewn there does not hang on this line.
      const meets = panelMeetings(context.plan, context.pieces);
      const supply = context.pieces.filter((piece) => isSupplyPiece(context.plan, piece));
      for (const side of ['+', '-'] as const) {
        const rest = context.pieces.filter((piece) => piece.side === side && !supply.includes(piece));
        for (const own of supply.filter((piece) => piece.side === side))
          yield* each([idOf(own).test], rest.filter((piece) => meets(piece, own)).flatMap(firstStepOf));
      }
    },
  },
  {
    id: 'supply-test',
    kind: 'must',
    why: 'it tests the lines that bring the power, with + and − known to be apart',
    *pairs(context) {
      for (const proof of context.proofs) {
        const { id } = proof.circuit.source.part;
        const test = `test:supply:${id}`;
        yield* each(
          supplyOf(context, proof).map((piece) => idOf(piece).test),
          [test],
        );
        // Before anything hangs on them the test brings its own proof; later the proof of all thread comes first.
        if (isSupplyFirst(context)) yield* each([test], apartTests(context));
        else yield* each(apartTests(context), [test]);
        yield [test, `finish:cell:${id}`];
      }
    },
  },
  {
    id: 'early-proof',
    kind: 'must',
    why: 'later a short could hide behind what is joined by it',
    *pairs(context) {
      for (const proof of context.proofs) {
        const runs = secondSideRuns(context.plan, proof);
        const pieces = context.pieces.filter((piece) => piece.runs.some(({ run }) => runs.has(run.id)));
        yield* each([`test:apart-early:${proof.circuit.source.part.id}`], pieces.flatMap(firstStepOf));
      }
    },
  },
  {
    id: 'half-way',
    kind: 'must',
    why: 'it tests the side that is sewn first',
    *pairs(context) {
      const order = sideOrder(context);
      if (order === null) return;
      const first = context.pieces.filter((piece) => piece.side === order[0]);
      yield* each(
        first.map((piece) => idOf(piece).test),
        oneSideTests(context),
      );
      yield* each(oneSideTests(context), apartTests(context));
    },
  },
  {
    id: 'rehearsed',
    kind: 'must',
    why: 'it is tried on paper before anything is sewn or curled for good',
    *pairs(_context, steps) {
      const tried = startsWith(steps, 'prepare:paper', 'prepare:clips:');
      yield* inRow([MARK_STEP, ...tried], () => true);
      yield* each(tried, startsWith(steps, 'place:', 'hold:', 'tack:', 'start:', 'patch:', 'sew:'));
      // A light on clips has been tried, and its legs are curled by then.
      yield* each(startsWith(steps, 'prepare:try:', 'prepare:curl:'), startsWith(steps, 'prepare:clips:'));
    },
  },
  {
    id: 'machine-first',
    kind: 'habit',
    why: 'you sew machine lines first, and link parts by hand later',
    *pairs({ plan, pieces }, steps) {
      if (plan.habits.lineOrder !== 'machine-first') return;
      const seams = pieces
        .filter(({ manner }) => manner === 'machine')
        .flatMap((piece) => piece.passes.map((_, i) => passStepId(piece, i)));
      const byHand = pieces.filter(({ manner }) => manner === 'hand').flatMap(firstStepOf);
      yield* each(seams, [...startsWith(steps, 'place:', 'hold:', 'tack:', 'joint:'), ...byHand]);
    },
  },
  {
    id: 'power-first',
    kind: 'habit',
    why: 'you sew the power lines first, then the lights',
    *pairs(context) {
      if (context.plan.habits.firstSide !== 'power') return;
      const supply = supplyPieces(context);
      const rest = context.pieces.filter((piece) => !supply.includes(piece));
      const tests = context.proofs.map(({ circuit }) => `test:supply:${circuit.source.part.id}`);
      if (supply.length > 0) yield* each(tests, rest.flatMap(firstStepOf));
    },
  },
  {
    id: 'side-first',
    kind: 'habit',
    why: 'you sew one side before the other',
    *pairs(context) {
      const order = sideOrder(context);
      if (order === null) return;
      const on = (side: string): readonly Piece[] => context.pieces.filter((piece) => piece.side === side);
      const tests = on(order[0]).map((piece) => idOf(piece).test);
      yield* gate([...tests, ...oneSideTests(context)], on(order[1]).flatMap(firstStepOf));
    },
  },
  {
    id: 'held-before',
    kind: 'habit',
    why: 'you hold parts down before the circuit is sewn',
    *pairs({ plan }, steps) {
      if (plan.habits.holdDowns === 'after') return;
      for (const [partId, sewn] of sewnAt(steps)) yield* each([`hold:${partId}`, `tack:${partId}`], sewn);
    },
  },
  {
    id: 'held-after',
    kind: 'habit',
    why: 'you hold parts down after the circuit is sewn',
    *pairs({ plan }, steps) {
      if (plan.habits.holdDowns !== 'after') return;
      for (const [partId, sewn] of sewnAt(steps)) yield* each(sewn, [`hold:${partId}`, `tack:${partId}`]);
    },
  },
  {
    id: 'tried-curled',
    kind: 'habit',
    why: 'a dead light is not worth curling',
    *pairs(_context, steps) {
      for (const id of startsWith(steps, 'prepare:try:'))
        yield [id, `prepare:curl:${id.slice('prepare:try:'.length)}`];
    },
  },
];
