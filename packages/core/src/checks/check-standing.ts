/** How what the checks found of a plan stands. Nothing is counted from what is due or failed: it is neither clear nor wrong. */
export type CheckStanding =
  | { readonly state: 'known' }
  /** It is being looked at. */
  | { readonly state: 'due' }
  | { readonly state: 'failed'; readonly why: string };

export const KNOWN: CheckStanding = { state: 'known' };
export const DUE: CheckStanding = { state: 'due' };

/** How two looks stand together: what failed is told before what is due. */
export function together(one: CheckStanding, other: CheckStanding): CheckStanding {
  const rank = ({ state }: CheckStanding): number => ['known', 'due', 'failed'].indexOf(state);
  return rank(one) >= rank(other) ? one : other;
}
