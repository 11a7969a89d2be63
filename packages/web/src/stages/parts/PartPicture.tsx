import { boundsOf } from '@sashiko/core/geometry/polygon';
import type { PartKind } from '@sashiko/core/parts/part-kind';
import { newPanel } from '@sashiko/core/plan/usual';
import { PartDrawing } from '../../canvas/PartDrawing.tsx';

/** Any cloth will do for a part seen by itself from its front. */
const TABLE = newPanel('felt', 40, 40);

interface PartPictureProps {
  readonly kind: PartKind;
  readonly colourId?: string | undefined;
  readonly roomMm?: number;
}

/** A part by itself, as large as its frame allows. */
export function PartPicture({ kind, colourId, roomMm = 1.5 }: PartPictureProps) {
  const [left, top, right, bottom] = boundsOf(kind.outline);
  return (
    <svg
      viewBox={`${left - roomMm} ${top - roomMm} ${right - left + 2 * roomMm} ${bottom - top + 2 * roomMm}`}
      aria-hidden="true"
    >
      <PartArt kind={kind} colourId={colourId} />
    </svg>
  );
}

/** A part by itself, in mm from its middle, to be put into a drawing. */
export function PartArt({ kind, colourId = 'warm-white' }: Omit<PartPictureProps, 'roomMm'>) {
  return (
    <PartDrawing
      part={{
        id: 'card',
        panelId: TABLE.id,
        kindId: kind.id,
        name: kind.title,
        at: { x: 0, y: 0 },
        turnDeg: 0,
        face: 'right',
        colourId,
      }}
      kind={kind}
      cloth={TABLE}
      face="right"
      isChosen={false}
      isLit={false}
    />
  );
}
