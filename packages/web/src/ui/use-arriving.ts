import { startTransition, useEffect, useReducer, useRef } from 'react';

/**
 * What of these things is drawn now. Of many new ones, when a plan is opened or a proposal taken, some come at once and the rest in slices,
 * between which the page answers; what is drawn stays drawn, and a few new ones come at once.
 */
export function useArriving<Thing extends { readonly id: string }>(
  things: readonly Thing[],
  /** So many new ones are put into the page at once. */
  atOnce = 60,
): readonly Thing[] {
  const drawn = useRef<ReadonlySet<string>>(new Set());
  const [, goOn] = useReducer((count: number) => count + 1, 0);
  let room = atOnce;
  const here = things.filter(({ id }) => {
    if (drawn.current.has(id)) return true;
    room -= 1;
    return room >= 0;
  });
  useEffect(() => {
    drawn.current = new Set(here.map(({ id }) => id));
    if (here.length === things.length) return;
    const next = setTimeout(() => startTransition(goOn));
    return () => clearTimeout(next);
  });
  return here;
}
