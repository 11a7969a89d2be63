/**
 * Which ends a line that is led anew does without. Left alone, most ripped lines come out as they were: denied some ends, they
 * have to look elsewhere.
 */
import type { Random } from '../../random/random.ts';
import type { Board } from './board.ts';
import type { LooseEnds } from './loose-ends.ts';

/** How often pairs of parts are not joined again, the same pairs in all nets; else any ends are left out, so many of them. */
const APART_SHARE = 0.5;
const LEFT_OUT_SHARE = 0.4;
/** How many of the pairs that were joined are not to be. */
const PARTED_SHARE = 0.5;

type Pair = readonly [leftOut: number, stays: number];

/** What is left of the ends of each line that takes the place of ripped ones; never nothing. */
export function endsToLeaveOut(
  board: Board,
  ripped: ReadonlyArray<{ readonly from: number; readonly to: number }>,
  random: Random,
): (ends: LooseEnds) => LooseEnds {
  if (random() >= APART_SHARE)
    return ({ from, to }) => ({ from: thinned(from, random), to: thinned(to, random) });
  const apart = pairsToPart(board, ripped, random);
  return ({ from, to }) => {
    const left = without(board, apart, from, to);
    return { from: left, to: without(board, apart, to, left) };
  };
}

/** Some of these, at least one. */
function thinned(pads: readonly number[], random: Random): readonly number[] {
  const some = pads.filter(() => random() >= LEFT_OUT_SHARE);
  return some.length > 0 ? some : pads;
}

/** Two rails part together or never: the same pairs of parts are kept apart in all nets. */
function pairsToPart(
  { partOfPad }: Board,
  ripped: ReadonlyArray<{ readonly from: number; readonly to: number }>,
  random: Random,
): readonly Pair[] {
  const pairs = new Map<string, Pair>();
  for (const { from, to } of ripped) {
    const [p, q] = [partOfPad[from] as number, partOfPad[to] as number];
    pairs.set(p < q ? `${p} ${q}` : `${q} ${p}`, random() < 0.5 ? [p, q] : [q, p]);
  }
  const all = [...pairs.values()];
  const some = all.filter(() => random() < PARTED_SHARE);
  return some.length > 0 ? some : all.slice(0, 1);
}

/** Pads without those of parts that are not to be joined to a part on the other side. */
function without(
  { partOfPad }: Board,
  apart: readonly Pair[],
  pads: readonly number[],
  others: readonly number[],
): readonly number[] {
  const left = pads.filter(
    (pad) =>
      !apart.some(
        ([leftOut, stays]) =>
          partOfPad[pad] === leftOut && others.some((other) => partOfPad[other] === stays),
      ),
  );
  return left.length > 0 ? left : pads;
}
