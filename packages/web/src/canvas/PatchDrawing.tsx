import { asSeen, type Cloth, type Face } from '@sashiko/core/cloth/cloth';
import type { Patch } from '@sashiko/core/plan/records';
import { patchCorners } from '@sashiko/core/spacing/patches';
import { memo } from 'react';
import { INK } from '../ui/ink.ts';

/** A piece of felt between two lines, sewn down along its rim. */
export const PatchDrawing = memo(function PatchDrawing({
  patch,
  cloth,
  face,
}: {
  readonly patch: Patch;
  readonly cloth: Cloth;
  readonly face: Face;
}) {
  const corners = patchCorners(patch).map((p) => asSeen(cloth, face, p));
  const points = corners.map(({ x, y }) => `${x},${y}`).join(' ');
  return (
    <g data-thing={patch.id} pointerEvents="none">
      <polygon
        data-patch={patch.id}
        points={points}
        fill={INK.sand}
        stroke={INK.twine}
        strokeWidth={0.5}
        strokeLinejoin="round"
      />
      <polygon
        points={points}
        fill="none"
        stroke={INK.peat}
        strokeWidth={0.45}
        strokeDasharray="1.6 1.2"
        transform={`translate(${patchMiddle(corners)}) scale(0.84) translate(${patchMiddle(corners, -1)})`}
      />
      <title>Insulating patch</title>
    </g>
  );
});

/** The middle of a patch as numbers of a transform; there and back by the sign. */
function patchMiddle(corners: ReadonlyArray<{ readonly x: number; readonly y: number }>, sign = 1): string {
  const [x, y] = [corners.reduce((sum, p) => sum + p.x, 0), corners.reduce((sum, p) => sum + p.y, 0)];
  return `${(sign * x) / corners.length} ${(sign * y) / corners.length}`;
}
