/** Sizes of a ready piece that cannot be beside each other: told when they are typed. What an older plan has stays as it was. */
import { fail, type Problem } from '../errors/problem.ts';
import { type ReadyPiece, rangeOf, type Sizes } from './ready-piece.ts';

/** As a share of a size: what no ruler tells. */
const SLACK_MM = 0.01;

/** What is wrong with the sizes of a piece beside each other, or null; what was so before is not told again. */
export function sizeProblem(piece: ReadyPiece, sizes: Sizes, before: Sizes | null = null): Problem | null {
  for (const field of piece.sizes) {
    if (beyond(piece, field, sizes) === 0) continue;
    if (before !== null && beyond(piece, field, before) !== 0 && before[field.id] === sizes[field.id])
      continue;
    const { leastMm, mostMm } = rangeOf(piece, field, sizes);
    return fail(
      'value-out-of-range',
      `${field.title} is ${tenths(sizes[field.id] ?? 0)} mm; beside the other sizes it can be ${tenths(leastMm)} to ${tenths(mostMm)} mm.`,
      `shape.sizes.${field.id}`,
    ).problem;
  }
  return null;
}

/** A size of a piece in whole mm, as near to what is wanted as it and the others bear beside each other. */
export function fittingSize(piece: ReadyPiece, sizes: Sizes, id: string, wantedMm: number): number {
  const fits = (mm: number): boolean => sizeProblem(piece, { ...sizes, [id]: mm }, sizes) === null;
  const field = piece.sizes.find((one) => one.id === id);
  const wanted = Math.round(
    Math.min(field?.largestMm ?? wantedMm, Math.max(field?.smallestMm ?? wantedMm, wantedMm)),
  );
  if (fits(wanted)) return wanted;
  // The farthest from what it is that still fits.
  let [good, bad] = [Math.round(sizes[id] ?? wanted), wanted];
  while (Math.abs(bad - good) > 1) {
    const middle = Math.round((good + bad) / 2);
    if (fits(middle)) good = middle;
    else bad = middle;
  }
  return good;
}

function beyond(piece: ReadyPiece, field: ReadyPiece['sizes'][number], sizes: Sizes): number {
  const { leastMm, mostMm } = rangeOf(piece, field, sizes);
  const mm = sizes[field.id] ?? field.usualMm;
  return mm < leastMm - SLACK_MM ? -1 : mm > mostMm + SLACK_MM ? 1 : 0;
}

function tenths(mm: number): string {
  return String(Number(mm.toFixed(1)));
}
