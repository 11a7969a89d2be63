/** What a maker asks the router for: how far parts may turn, what is led anew, and which pins may be exchanged. */

/** How far the lights may be turned (larger parts by quarters, unless nothing may turn): not at all, by half turns (only + and − change place), by quarters, by eighths. */
export type Freedom = 'fixed' | 'half' | 'quarter' | 'eighth';

/** Which pins may be exchanged: none, those that were derived (the maker's own wishes stay), or all. */
export type PinExchanging = 'never' | 'derived' | 'always';

/** What is led anew. */
export type RouteScope =
  | { readonly kind: 'all' }
  | { readonly kind: 'side'; readonly side: '+' | '-' }
  | { readonly kind: 'net'; readonly wishId: string }
  /** Whatever ends at these parts. */
  | { readonly kind: 'parts'; readonly partIds: readonly string[] }
  /** These runs, each from and to the holes it joins now. */
  | { readonly kind: 'runs'; readonly runIds: readonly string[] };

export interface RouteRequest {
  readonly freedom: Freedom;
  /** Runs in scope that are neither sewn nor locked: kept, so that only what is missing is led, or given up. */
  readonly existing: 'keep' | 'give-up';
  readonly scope: RouteScope;
  /** Lights and sensors may go to other pins of the board that can do what they need. */
  readonly exchangePins: PinExchanging;
  /** Of several holes of one sign any may serve; else the one that is sewn now, or the first. */
  readonly anyEqualHole: boolean;
  /** Holders, boards, sensors and switches may be moved so far, mm; 0 where they stay. */
  readonly mayMoveMm: number;
}

/** Larger parts may be moved no farther than this without being asked about each, mm. */
export const MOST_MOVED_MM = 30;

/** One strand for each side as is shortest, parts turned and derived pins exchanged where it helps, everything led anew. */
export const USUAL_REQUEST: RouteRequest = {
  freedom: 'half',
  existing: 'give-up',
  scope: { kind: 'all' },
  exchangePins: 'derived',
  anyEqualHole: true,
  mayMoveMm: 0,
};
