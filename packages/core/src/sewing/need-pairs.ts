/** Pairs of steps, earlier and later, of which the rules of `need-rules.ts` are made. */
import { hangingTail, type Piece } from '../pieces/piece.ts';
import type { Pair } from './need-rule.ts';
import type { StepDraft } from './step.ts';
import { bobbinStepId } from './steps/machine-piece.ts';
import { passStepId, type StepContext } from './steps/step-context.ts';

/** The ids of the steps of a piece. */
export const idOf = (piece: Piece) => ({
  first: piece.runs[0] === undefined ? '' : `cut:${piece.id}`,
  start: `start:${piece.id}`,
  finish: `finish:${piece.id}`,
  test: `test:piece:${piece.id}`,
  seal: `seal:${piece.id}`,
  tail: `tail:${piece.id}`,
});

/** The steps of a piece in the one order its thread allows; laid conductors have nothing but their lines. */
export function stepsOfPiece({ plan }: StepContext, piece: Piece): readonly string[] {
  const { first, start, finish, test, seal, tail } = idOf(piece);
  const own = new Set(piece.runs.map(({ run }) => run.id));
  const patches = Object.values(plan.patches).filter((patch) => own.has(patch.overRunId));
  const isHanging = hangingTail(piece) !== undefined;
  return [
    ...patches.map((patch) => `patch:${patch.id}`),
    ...(piece.manner === 'machine' ? [bobbinStepId(piece)] : []),
    first,
    start,
    ...piece.passes.map((_, i) => passStepId(piece, i)),
    `joint:${piece.id}:from`,
    `joint:${piece.id}:to`,
    ...(isHanging ? [tail] : [finish]),
    test,
    ...(isHanging ? [finish] : []),
    seal,
  ];
}

/** The steps from a piece's first pass until no needle hangs on it. */
export function sewingStepsOf(piece: Piece): readonly string[] {
  return [
    ...piece.passes.map((_, i) => passStepId(piece, i)),
    `joint:${piece.id}:from`,
    `joint:${piece.id}:to`,
    hangingTail(piece) === undefined ? idOf(piece).finish : idOf(piece).tail,
  ];
}

/** The first step of a piece: cutting, or its first line where nothing is cut for it alone. */
export function firstStepOf(piece: Piece): readonly string[] {
  return [piece.manner === 'hand' ? idOf(piece).first : `sew:${piece.runs[0]?.run.id ?? ''}`];
}

/** Neighbours of a list as pairs, over steps that are not there. */
export function inRow(ids: readonly string[], isThere: (id: string) => boolean): readonly Pair[] {
  const there = ids.filter(isThere);
  return there.slice(1).map((id, i): Pair => [there[i] as string, id]);
}

/** Each of the first before each of the second. */
export function* each(earlier: readonly string[], later: readonly string[]): Iterable<Pair> {
  for (const a of earlier) for (const b of later) yield [a, b];
}

/** All of the first before all of the others, by way of the first of those: fewer pairs say the same. */
export function* gate(earlier: readonly string[], later: readonly string[]): Iterable<Pair> {
  const [door, ...rest] = later;
  if (door === undefined) return;
  yield* each(earlier, [door]);
  yield* each([door], rest);
}

export const startsWith = (steps: readonly StepDraft[], ...prefixes: readonly string[]): readonly string[] =>
  steps.filter(({ id }) => prefixes.some((prefix) => id.startsWith(prefix))).map(({ id }) => id);

/** The steps that put conductive thread to a part, by part id. */
export function sewnAt(steps: readonly StepDraft[]): ReadonlyMap<string, readonly string[]> {
  const byPart = new Map<string, string[]>();
  for (const { id, partIds } of steps) {
    if (!/^(start|sew|joint):/.test(id)) continue;
    for (const partId of partIds) byPart.set(partId, [...(byPart.get(partId) ?? []), id]);
  }
  return byPart;
}

/** Steps of one sort, each before its part is held or sewn; their ids end with the part's. */
export function* beforeItsPart(steps: readonly StepDraft[], prefix: string): Iterable<Pair> {
  const sewn = sewnAt(steps);
  for (const id of startsWith(steps, prefix)) {
    const partId = id.slice(prefix.length);
    yield* each([id], [`hold:${partId}`, `tack:${partId}`, ...(sewn.get(partId) ?? [])]);
  }
}
