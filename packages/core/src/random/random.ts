/** A source of numbers in [0, 1). Always an argument, never global, so that the same seed gives the same plan. */
export type Random = () => number;

/**
 * A seeded generator with 32 bits of state (the public-domain "mulberry32" mixing function; from memory).
 * Good enough for search and trials, not for secrets.
 */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** A whole number in [0, below). */
export function randomIndex(random: Random, below: number): number {
  return Math.floor(random() * below);
}
