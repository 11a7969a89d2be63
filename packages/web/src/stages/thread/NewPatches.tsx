import type { PatchReason } from '@sashiko/core/advice/patch-reasons';
import { distance } from '@sashiko/core/geometry/point';
import type { Patch } from '@sashiko/core/plan/records';
import { formatLength, type LengthUnit } from '@sashiko/core/units/length';

export interface NeededPatch {
  readonly patch: Patch;
  readonly reason: PatchReason;
}

/** Patches keep farther off each other than this, mm: what lies nearer to where a patch was asked for is that patch. */
const SAME_PATCH_MM = 10;

/** The patches of a proposal as far as it is taken, each with why it is needed. */
export function neededPatches(
  reasons: readonly PatchReason[],
  patches: readonly Patch[],
): readonly NeededPatch[] {
  return reasons.flatMap((reason) => {
    const patch = patches.find(
      ({ at, panelId }) => panelId === reason.panelId && distance(at, reason.at) < SAME_PATCH_MM,
    );
    return patch === undefined ? [] : [{ patch, reason }];
  });
}

/** The patches a proposal asks for: size, place and angle of each, and why it is needed. */
export function NewPatches({
  needed,
  unit,
}: {
  readonly needed: readonly NeededPatch[];
  readonly unit: LengthUnit;
}) {
  if (needed.length === 0) return null;
  return (
    <ul className="new-patches" aria-label="Patches it needs">
      {needed.map(({ patch, reason }) => (
        <li key={patch.id}>
          {patchWords(patch, unit)}
          <span className="quiet">{reason.text}</span>
        </li>
      ))}
    </ul>
  );
}

/** `A patch of 14 by 9 mm, 116 mm across, 116 mm down, turned 45°. ` */
function patchWords(patch: Patch, unit: LengthUnit): string {
  const mm = (value: number): string => formatLength(value, unit, 0);
  const turned = Math.round(patch.turnDeg) % 180;
  return `A patch of ${mm(patch.lengthMm)} by ${mm(patch.widthMm)}, ${mm(patch.at.x)} across, ${mm(patch.at.y)} down, ${turned === 0 ? 'not turned' : `turned ${turned}°`}. `;
}
