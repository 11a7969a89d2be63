import type { Face } from '@sashiko/core/cloth/cloth';
import { pointAlong, polylineLengthMm } from '@sashiko/core/geometry/polyline';
import { holePoint, partOf } from '@sashiko/core/plan/placed';
import { runLegs } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { piecesOf } from '../stores/derived.ts';
import { INK } from '../ui/ink.ts';
import { seer } from './table.ts';

/** The end of a piece is woven back through about three stitches, mm between the crossings. */
const WEAVE_EVERY_MM = 4;
/** Strokes that stand for the weave at an end. */
const WEAVES = 3;

/** Where pieces of thread start (a knot) and end (woven back through three stitches), or stay long (a curl). */
export function PieceEnds({ plan, face }: { readonly plan: Plan; readonly face: Face }) {
  return (
    <g pointerEvents="none" fill="none" stroke={INK.lamp} strokeWidth={0.7} strokeLinecap="round">
      {piecesOf(plan).map((piece) => {
        const [first, last] = [piece.passes[0], piece.passes.at(-1)];
        if (first === undefined || last === undefined) return null;
        const seen = seer(plan, partOf(plan, last.to.partId), face);
        const knot = seer(plan, partOf(plan, first.from.partId), face)(holePoint(plan, first.from));
        const end = seen(holePoint(plan, last.to));
        const hasTail = last.run.tail !== undefined;
        return (
          <g key={piece.id}>
            <circle cx={knot.x} cy={knot.y} r={1.3} fill={INK.lamp} stroke={INK.night} strokeWidth={0.4}>
              <title>A piece starts here</title>
            </circle>
            {hasTail ? (
              <path d={`M${end.x} ${end.y}q5 -7 9 -2t-3 6`}>
                <title>The end stays long</title>
              </path>
            ) : (
              <path d={weave(plan, last, seen)}>
                <title>The end is woven back</title>
              </path>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Small slanted crossings over the last stitches. */
function weave(
  plan: Plan,
  { run, to }: ReturnType<typeof piecesOf>[number]['runs'][number],
  seen: (p: { readonly x: number; readonly y: number }) => { readonly x: number; readonly y: number },
): string {
  const legs = runLegs(plan, run);
  const isEnd = to.partId === run.to.partId && to.holeId === run.to.holeId;
  const path = (isEnd ? legs.at(-1) : legs[0])?.path ?? [];
  const line = isEnd ? [...path].reverse() : path;
  if (polylineLengthMm(line) < (WEAVES + 2) * WEAVE_EVERY_MM) return '';
  return Array.from({ length: WEAVES }, (_, i) => {
    const [a, b] = [0, 2].map((mm) => seen(pointAlong(line, (i + 1.2) * WEAVE_EVERY_MM + mm)));
    if (a === undefined || b === undefined) return '';
    const [nx, ny] = [-(b.y - a.y) * 0.7, (b.x - a.x) * 0.7];
    return `M${a.x + nx} ${a.y + ny}L${b.x - nx} ${b.y - ny}`;
  }).join('');
}
