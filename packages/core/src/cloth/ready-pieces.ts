/** The ready pieces. A new piece is one file in `pieces/` and one line here. */
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

const byId = new Map(READY_PIECES.map((piece) => [piece.id, piece]));
if (byId.size !== READY_PIECES.length) throw new RangeError('ready-pieces: two pieces have the same id');

/** The ready piece with this id, or undefined. */
export function maybeReadyPiece(id: string): ReadyPiece | undefined {
  return byId.get(id);
}
