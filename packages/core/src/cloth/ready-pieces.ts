/** The ready pieces. A new piece is one file in `pieces/` and one line here. */

import { piecesOfSet } from './piece-set.ts';
import { PIECE_SETS } from './piece-sets.ts';
import { animalCoat } from './pieces/animal-coat.ts';
import { banner } from './pieces/banner.ts';
import { bodiceFront } from './pieces/bodice-front.ts';
import { circle } from './pieces/circle.ts';
import { collar } from './pieces/collar.ts';
import { flap } from './pieces/flap.ts';
import { hoop } from './pieces/hoop.ts';
import { mitten } from './pieces/mitten.ts';
import { pouchFlat } from './pieces/pouch-flat.ts';
import { rectangle } from './pieces/rectangle.ts';
import { rounded } from './pieces/rounded.ts';
import { sleeve } from './pieces/sleeve.ts';
import { softBody } from './pieces/soft-body.ts';
import { strip } from './pieces/strip.ts';
import type { ReadyPiece } from './ready-piece.ts';

export const READY_PIECES: readonly ReadyPiece[] = [
  rectangle,
  rounded,
  circle,
  hoop,
  strip,
  banner,
  pouchFlat,
  mitten,
  sleeve,
  bodiceFront,
  collar,
  animalCoat,
  softBody,
  flap,
];

/** Those that are panels of a set: taken with it, not by themselves. */
const PANELS_OF_SETS: readonly ReadyPiece[] = PIECE_SETS.flatMap(piecesOfSet);

const byId = new Map([...READY_PIECES, ...PANELS_OF_SETS].map((piece) => [piece.id, piece]));
if (byId.size !== READY_PIECES.length + PANELS_OF_SETS.length)
  throw new RangeError('ready-pieces: two pieces have the same id');

/** The ready piece with this id, one by itself or a panel of a set, or undefined. */
export function maybeReadyPiece(id: string): ReadyPiece | undefined {
  return byId.get(id);
}
