import type { PatchReason } from '@sashiko/core/advice/patch-reasons';
import { distance } from '@sashiko/core/geometry/point';
import type { Patch } from '@sashiko/core/plan/schema';
import { formatLength, type LengthUnit } from '@sashiko/core/units/length';

/** The patches a proposal asks for: size, place and angle of each, and why it is needed. */
export function NewPatches({
  reasons,
  patches,
  unit,
}: {
  readonly reasons: readonly PatchReason[];
  readonly patches: readonly Patch[];
  readonly unit: LengthUnit;
}) {
  if (reasons.length === 0) return null;
  return (
    <ul className="new-patches" aria-label="Patches it needs">
      {reasons.map((reason) => (
        <li key={`${reason.at.x},${reason.at.y}`}>
          {patchWords(nearest(patches, reason), unit)}
          <span className="quiet">{reason.text}</span>
        </li>
      ))}
    </ul>
  );
}

function nearest(patches: readonly Patch[], { at }: PatchReason): Patch | undefined {
  return [...patches].sort((a, b) => distance(a.at, at) - distance(b.at, at))[0];
}

/** `A patch of 14 by 9 mm, 116 mm across, 116 mm down, turned 45°. ` */
function patchWords(patch: Patch | undefined, unit: LengthUnit): string {
  if (patch === undefined) return 'A patch. ';
  const mm = (value: number): string => formatLength(value, unit, 0);
  const turned = Math.round(patch.turnDeg % 180);
  return `A patch of ${mm(patch.lengthMm)} by ${mm(patch.widthMm)}, ${mm(patch.at.x)} across, ${mm(patch.at.y)} down, ${turned === 0 ? 'not turned' : `turned ${turned}°`}. `;
}
