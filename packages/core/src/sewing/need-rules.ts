/**
 * What must come before what, and what comes first by habit. One rule is one entry here: pairs of step ids, earlier and later,
 * and the reason in words. Pairs that name a step the plan does not have are left out.
 */
import { isSupplyPiece, type Piece } from '../nets/pieces.ts';
import { MARK_STEP } from '../plan/edits/progress-edits.ts';
import { accessOf } from './access.ts';
import type { Need, StepDraft } from './step.ts';
import { hangingTail } from './steps/sewing-a-piece.ts';
import type { StepContext } from './steps/step-context.ts';
import { sideOrder, supplyPieces } from './steps/testing.ts';

export type Pair = readonly [earlier: string, later: string];

export interface NeedRule {
  readonly id: string;
  readonly kind: Need['kind'];
  readonly why: string;
  /** May give way where it would contradict the rules before it. */
  readonly yields?: true;
  pairs(context: StepContext, steps: readonly StepDraft[]): Iterable<Pair>;
}

const idOf = (piece: Piece) => ({
  first: piece.runs[0] === undefined ? '' : `cut:${piece.id}`,
  start: `start:${piece.id}`,
  finish: `finish:${piece.id}`,
  test: `test:piece:${piece.id}`,
  seal: `seal:${piece.id}`,
  tail: `tail:${piece.id}`,
});

/** The steps of a piece in the one order its thread allows; laid conductors have nothing but their lines. */
function stepsOfPiece({ plan }: StepContext, piece: Piece): readonly string[] {
  const { first, start, finish, test, seal, tail } = idOf(piece);
  const lines = piece.runs.flatMap(({ run }) => [
    ...Object.values(plan.patches)
      .filter((patch) => patch.overRunId === run.id)
      .map((patch) => `patch:${patch.id}`),
    `sew:${run.id}`,
  ]);
  const isHanging = hangingTail(piece) !== undefined;
  return [
    first,
    start,
    ...lines,
    ...(isHanging ? [tail] : [finish]),
    test,
    ...(isHanging ? [finish] : []),
    seal,
  ];
}

/** The first step of a piece that is there: cutting, or laying its first line. */
function firstStepOf(piece: Piece): readonly string[] {
  return [idOf(piece).first, `sew:${piece.runs[0]?.run.id ?? ''}`];
}

/** Neighbours of a list as pairs, over steps that are not there. */
function inRow(ids: readonly string[], isThere: (id: string) => boolean): readonly Pair[] {
  const there = ids.filter(isThere);
  return there.slice(1).map((id, i): Pair => [there[i] as string, id]);
}

/** Each of the first before each of the second. */
function* each(earlier: readonly string[], later: readonly string[]): Iterable<Pair> {
  for (const a of earlier) for (const b of later) yield [a, b];
}

/** All of the first before all of the others, by way of the first of those: fewer pairs say the same. */
function* gate(earlier: readonly string[], later: readonly string[]): Iterable<Pair> {
  const [door, ...rest] = later;
  if (door === undefined) return;
  yield* each(earlier, [door]);
  yield* each([door], rest);
}

const startsWith = (steps: readonly StepDraft[], ...prefixes: readonly string[]): readonly string[] =>
  steps.filter(({ id }) => prefixes.some((prefix) => id.startsWith(prefix))).map(({ id }) => id);

/** The steps that put conductive thread to a part, by part id. */
function sewnAt(steps: readonly StepDraft[]): ReadonlyMap<string, readonly string[]> {
  const byPart = new Map<string, string[]>();
  for (const { id, partIds } of steps) {
    if (!id.startsWith('start:') && !id.startsWith('sew:')) continue;
    for (const partId of partIds) byPart.set(partId, [...(byPart.get(partId) ?? []), id]);
  }
  return byPart;
}

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
    id: 'marked',
    kind: 'must',
    why: 'holes and lines are marked before the needle goes in',
    *pairs(_context, steps) {
      yield* each([MARK_STEP], startsWith(steps, 'hold:', 'tack:', 'start:', 'patch:', 'sew:'));
    },
  },
  {
    id: 'tried',
    kind: 'must',
    why: 'a light is tried before it is on the cloth',
    *pairs(_context, steps) {
      const sewn = sewnAt(steps);
      for (const id of startsWith(steps, 'prepare:try:')) {
        const partId = id.slice('prepare:try:'.length);
        yield* each([id], [`hold:${partId}`, `tack:${partId}`, ...(sewn.get(partId) ?? [])]);
      }
    },
  },
  {
    id: 'curled',
    kind: 'must',
    why: 'legs are curled before they are sewn',
    *pairs(_context, steps) {
      const sewn = sewnAt(steps);
      for (const id of startsWith(steps, 'prepare:curl:')) {
        const partId = id.slice('prepare:curl:'.length);
        yield* each([id], [`hold:${partId}`, `tack:${partId}`, ...(sewn.get(partId) ?? [])]);
      }
    },
  },
  {
    id: 'opened',
    kind: 'must',
    why: 'that work comes before any sewing at its place',
    *pairs({ plan }, steps) {
      for (const work of Object.values(plan.works)) {
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
      const tests = startsWith(steps, 'test:piece:');
      yield* each(tests, ['test:apart']);
      yield* each(
        [
          'test:apart',
          ...tests,
          ...startsWith(steps, 'finish:', 'seal:', 'hold:', 'tack:').filter(
            (id) => !/^finish:(cell:|out$|cover$|needles$|keep$)/.test(id),
          ),
        ],
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
      for (const work of Object.values(plan.works)) {
        if (work.kind !== 'close') continue;
        const { partIds, runIds } = accessOf(plan, work);
        const hidden = steps.filter(
          (step) =>
            step.id !== 'finish:keep' &&
            (step.partIds.some((id) => partIds.has(id)) || step.runIds.some((id) => runIds.has(id))),
        );
        yield* each([...hidden.map(({ id }) => id), 'finish:cover', 'finish:needles'], [`work:${work.id}`]);
      }
      const closing = startsWith(steps, 'work:').filter((id) => plan.works[id.slice(5)]?.kind === 'close');
      yield* each(closing, ['finish:keep']);
    },
  },
  {
    id: 'under',
    kind: 'must',
    why: 'the thread that goes under a patch is sewn before it',
    yields: true,
    *pairs({ plan }) {
      for (const patch of Object.values(plan.patches)) yield [`sew:${patch.underRunId}`, `patch:${patch.id}`];
    },
  },
  {
    id: 'supply',
    kind: 'must',
    why: 'the power line is tested before the rest of its side hangs on it',
    yields: true,
    *pairs(context) {
      const supply = context.pieces.filter((piece) => isSupplyPiece(context.plan, piece));
      for (const side of ['+', '-'] as const) {
        const own = supply.filter((piece) => piece.side === side).map((piece) => idOf(piece).test);
        const rest = context.pieces.filter((piece) => piece.side === side && !supply.includes(piece));
        yield* each(own, rest.flatMap(firstStepOf));
      }
    },
  },
  {
    id: 'supply-test',
    kind: 'must',
    why: 'it tests the lines that bring the power',
    *pairs(context) {
      yield* each(
        supplyPieces(context).map((piece) => idOf(piece).test),
        ['test:supply'],
      );
      yield ['test:supply', 'test:apart'];
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
        ['test:one-side'],
      );
      yield ['test:one-side', 'test:apart'];
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
      if (supply.length > 0) yield* gate(['test:supply'], rest.flatMap(firstStepOf));
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
      yield* gate([...tests, 'test:one-side'], on(order[1]).flatMap(firstStepOf));
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
