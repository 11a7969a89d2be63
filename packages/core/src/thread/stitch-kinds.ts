/** The stitches. A new stitch is one file in `stitches/` and one line here. */
import type { StitchKind } from './stitch-kind.ts';
import { laidLine } from './stitches/laid.ts';
import { runningStitch } from './stitches/running.ts';

export const STITCH_KINDS: readonly StitchKind[] = [runningStitch, laidLine];

/** The stitch with this id, or undefined. */
export function maybeStitchKind(id: string): StitchKind | undefined {
  return STITCH_KINDS.find((kind) => kind.id === id);
}

/** Shortest and longest stitch or step a run may ask for, mm: below, no hand sews; above 10 it catches (common practice, no source). */
export const STITCH_RANGE_MM = { smallest: 1, largest: 10 } as const;
