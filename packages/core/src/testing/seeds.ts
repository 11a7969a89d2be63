/** How many random cases a test tries: at least 24 in `npm test`, many more in `npm run bench -- long`. */
const isLong =
  (globalThis as { readonly process?: { readonly env: Readonly<Record<string, string | undefined>> } })
    .process?.env['SASHIKO_LONG'] !== undefined;

/** So many of them usually, and so many where there is time. */
export function tries(usual: number, long: number): number {
  return isLong ? long : usual;
}

/** The seeds 1, 2, … of as many cases. */
export function seeds(usual: number, long: number): readonly number[] {
  return Array.from({ length: tries(usual, long) }, (_, i) => i + 1);
}
