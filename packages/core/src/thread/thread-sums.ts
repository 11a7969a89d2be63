import type { Assumed } from '../assumptions/assumptions.ts';
import { distance, type Point } from '../geometry/point.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import type { StitchKind, StitchSetting, ThreadSpan } from './stitch-kind.ts';

/** What sewing one line takes. */
export interface LineSum {
  readonly pathMm: number;
  /** Thread in the line itself: along the cloth and through it; no loops, knots or spare. */
  readonly threadMm: number;
  /** Stitches that show on the worked face; of a line that lies on the far face alone, all of them. */
  readonly stitchCount: number;
  readonly spans: readonly ThreadSpan[];
}

/** Lays a line out and adds it up: every span's length with its slack, and the cloth's thickness for every pass through it. */
export function sumLine(
  stitch: StitchKind,
  path: readonly Point[],
  setting: StitchSetting,
  thicknessMm: number,
): LineSum {
  const spans = stitch.layOut(path, setting);
  const pathMm = polylineLengthMm(path);
  const laidMm = spans.reduce((sum, span) => sum + distance(span.a, span.b), 0);
  return {
    pathMm,
    threadMm: laidMm * stitch.slack + spans.length * stitch.passesPerSpan * thicknessMm,
    stitchCount:
      stitch.exposure === 'far'
        ? spans.length
        : spans.filter((span) => span.face === setting.workedFace).length,
    spans,
  };
}

/** Thread in one loop through a hole, mm: out and back over its edge, and twice through the cloth. */
export function loopLengthMm(thicknessMm: number, { holeEdgeMm }: Pick<Assumed, 'holeEdgeMm'>): number {
  return 2 * holeEdgeMm + 2 * thicknessMm;
}

/** Contact between thread and hole, Ω: what one loop has, shared by the loops. Throws RangeError below one loop. */
export function contactOhm(loops: number, assumed: Pick<Assumed, 'contactOhm'>): number {
  if (loops < 1) throw new RangeError(`contactOhm: a sewn hole needs at least one loop, got ${loops}`);
  return assumed.contactOhm / loops;
}

/** How many loops of this thread a hole can hold, packed to about half of its opening (assumption). */
export function loopsThatFit(holeDiameterMm: number, threadDiameterMm: number): number {
  return Math.max(1, Math.floor(0.5 * (holeDiameterMm / threadDiameterMm) ** 2));
}
