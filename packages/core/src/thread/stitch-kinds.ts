/** The stitches. A new stitch is one file in `stitches/` and one line here. */
import type { StitchKind } from './stitch-kind.ts';
import { backStitch } from './stitches/back.ts';
import { bobbinStitch } from './stitches/bobbin.ts';
import { couchedLine } from './stitches/couched.ts';
import { laidLine } from './stitches/laid.ts';
import { pickedUp } from './stitches/picked-up.ts';
import { runningStitch } from './stitches/running.ts';

export const STITCH_KINDS: readonly StitchKind[] = [
  runningStitch,
  backStitch,
  couchedLine,
  pickedUp,
  bobbinStitch,
  laidLine,
];

if (new Set(STITCH_KINDS.map((kind) => kind.id)).size !== STITCH_KINDS.length) {
  throw new RangeError('stitch-kinds: two stitches have the same id');
}

/** The stitches thread can be sewn with; wire and tape are laid. */
export const SEWN_STITCHES: readonly StitchKind[] = STITCH_KINDS.filter((kind) => kind !== laidLine);

/** The stitch with this id, or undefined. */
export function maybeStitchKind(id: string): StitchKind | undefined {
  return STITCH_KINDS.find((kind) => kind.id === id);
}

/** Shortest and longest stitch or step a run may ask for, mm: below, no hand sews; above 10 it catches (common practice, no source). */
export const STITCH_RANGE_MM = { smallest: 1, largest: 10 } as const;
