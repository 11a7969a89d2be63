/** The ready pieces of several panels. A new one is one file in `sets/` and one line here. */
import type { PieceSet } from './piece-set.ts';
import { bag } from './sets/bag.ts';
import { boxedPouch } from './sets/boxed-pouch.ts';
import { coat } from './sets/coat.ts';
import { cuff } from './sets/cuff.ts';
import { dartedPanel } from './sets/darted-panel.ts';
import { glove } from './sets/glove.ts';
import { openedSleeve } from './sets/opened-sleeve.ts';
import { pullover } from './sets/pullover.ts';
import { stuffedBody } from './sets/stuffed-body.ts';

export const PIECE_SETS: readonly PieceSet[] = [
  cuff,
  glove,
  pullover,
  coat,
  boxedPouch,
  stuffedBody,
  bag,
  dartedPanel,
  openedSleeve,
];

/** The set with this id, or undefined. */
export function maybePieceSet(id: string): PieceSet | undefined {
  return PIECE_SETS.find((set) => set.id === id);
}
