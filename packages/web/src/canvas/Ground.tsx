/** The cloth itself: its weave, openings, a picture under the drawing, lines and areas. */

import {
  asSeen,
  type Cloth,
  clothBox,
  clothGuides,
  clothKeepOuts,
  clothOutline,
  curvePoints,
  type Face,
  KEPT_FREE,
  type Marking,
} from '@sashiko/core/cloth/cloth';
import { maybeClothColour } from '@sashiko/core/cloth/cloth-kinds';
import type { Backdrop, PlanImage } from '@sashiko/core/plan/records';
import { memo, useId } from 'react';
import { INK } from '../ui/ink.ts';
import { linePath } from './seen.ts';

/** The cloth of a panel without what lies on it. */
interface GroundProps {
  readonly cloth: Cloth;
  readonly backdrop: Backdrop | null;
  readonly image: PlanImage | undefined;
  readonly face: Face;
  readonly isDark: boolean;
  readonly isDim: boolean;
}

/** SVG path data of the piece as seen, with its openings cut out (even–odd). */
export function clothPath(cloth: Cloth, face: Face): string {
  const ring = (points: ReturnType<typeof clothOutline>): string =>
    linePath(
      points.map((p) => asSeen(cloth, face, p)),
      true,
    );
  const openings = Object.values(cloth.markings).filter((marking) => marking.use === 'opening');
  return ring(clothOutline(cloth)) + openings.map((marking) => ring(curvePoints(marking))).join('');
}

/** Outline, weave, picture, openings and markings of a panel. */
export const Ground = memo(function Ground({ cloth, backdrop, image, face, isDark, isDim }: GroundProps) {
  const weave = useId();
  const clip = useId();
  const hex = maybeClothColour(cloth.colourId)?.hex ?? INK.oat;
  const path = clothPath(cloth, face);
  const fill = { d: path, fillRule: 'evenodd' as const };
  return (
    <g>
      <defs>
        <pattern id={weave} width="2" height="2" patternUnits="userSpaceOnUse">
          <path
            d="M0 0.5H2M0.5 0V2"
            stroke={isDark ? INK.white : INK.umber}
            strokeWidth="0.22"
            opacity={0.11}
          />
        </pattern>
        <clipPath id={clip}>
          <path d={path} clipRule="evenodd" />
        </clipPath>
      </defs>
      <path {...fill} transform="translate(0.8 1.6)" fill={INK.black} opacity={0.22} />
      <path
        {...fill}
        fill={hex}
        stroke={isDark ? INK.white : INK.straw}
        strokeOpacity={isDark ? 0.25 : 1}
        strokeWidth={0.5}
        strokeLinejoin="round"
      />
      <path {...fill} fill={`url(#${weave})`} />
      {backdrop !== null && image !== undefined && !isDim && (
        <Picture cloth={cloth} backdrop={backdrop} image={image} face={face} />
      )}
      {isDim && <path {...fill} fill={INK.pitch} opacity={0.72} />}
      {face === 'wrong' && !isDim && <path {...fill} fill={isDark ? INK.white : INK.black} opacity={0.07} />}
      <g clipPath={`url(#${clip})`}>
        <Guides cloth={cloth} face={face} isDark={isDark} />
      </g>
      {!isDim &&
        Object.values(cloth.markings).map((marking) => (
          <MarkingDrawing key={marking.id} marking={marking} cloth={cloth} face={face} isDark={isDark} />
        ))}
      {!isDim &&
        clothKeepOuts(cloth).map((area) => (
          <MarkingDrawing
            key={area.name}
            marking={{ ...area, id: area.name, use: 'keep-out' }}
            cloth={cloth}
            face={face}
            isDark={isDark}
          />
        ))}
    </g>
  );
});

/** The photo or scan, faint enough to draw over; on the wrong side it shows through mirrored. */
function Picture({
  cloth,
  backdrop,
  image,
  face,
}: {
  readonly cloth: Cloth;
  readonly backdrop: Backdrop;
  readonly image: PlanImage;
  readonly face: Face;
}) {
  const { left, right } = clothBox(cloth);
  const flip = face === 'wrong' ? `translate(${left + right} 0) scale(-1 1) ` : '';
  return (
    <image
      href={`data:${image.mime};base64,${image.data}`}
      width={image.widthPx}
      height={image.heightPx}
      preserveAspectRatio="none"
      transform={`${flip}translate(${backdrop.at.x} ${backdrop.at.y}) rotate(${backdrop.turnDeg}) scale(${backdrop.mmPerPx})`}
      opacity={backdrop.strength * (face === 'wrong' ? 0.4 : 1)}
      pointerEvents="none"
    />
  );
}

/** Help lines of a ready piece, such as its middle. */
function Guides({ cloth, face, isDark }: Pick<GroundProps, 'cloth' | 'face' | 'isDark'>) {
  return (
    <g
      fill="none"
      stroke={isDark ? INK.linen : INK.walnut}
      strokeWidth={0.4}
      strokeDasharray="5 2.5"
      opacity={0.45}
    >
      {clothGuides(cloth).map((guide) => (
        <path
          key={guide.name}
          d={linePath(
            curvePoints(guide).map((p) => asSeen(cloth, face, p)),
            guide.closed,
          )}
        >
          <title>{guide.name}</title>
        </path>
      ))}
    </g>
  );
}

/** One line or area, on which face and how dark. */
interface MarkingDrawingProps {
  readonly marking: Marking;
  readonly cloth: Cloth;
  readonly face: Face;
  readonly isDark: boolean;
}

/** How each use is drawn: by its line, not by colour alone. */
const LOOK: Readonly<
  Record<Marking['use'], { readonly dash?: string; readonly width: number; readonly fill: number }>
> = {
  mark: { width: 0.5, fill: 0.06 },
  opening: { width: 0.8, fill: 0 },
  fold: { width: 0.6, dash: '6 1.5 1 1.5', fill: 0 },
  'keep-out': { width: 0.6, dash: '1.2 1.2', fill: 0.16 },
  dart: { width: 0.6, dash: '1.2 1.2', fill: 0.16 },
  zip: { width: 0.6, dash: '1.2 1.2', fill: 0.16 },
  binding: { width: 0.6, dash: '1.2 1.2', fill: 0.16 },
  window: { width: 0.7, dash: '4 1.2', fill: 0.1 },
  reach: { width: 0.5, dash: '3 3', fill: 0.08 },
};

/** A line or area by its use: mark, fold, keep-out, pocket. */
const MarkingDrawing = memo(function MarkingDrawing({ marking, cloth, face, isDark }: MarkingDrawingProps) {
  const { dash, width, fill } = LOOK[marking.use];
  const ink = KEPT_FREE.includes(marking.use)
    ? isDark
      ? INK.ember
      : INK.bark
    : isDark
      ? INK.linen
      : INK.earth;
  const data = linePath(
    curvePoints(marking).map((p) => asSeen(cloth, face, p)),
    marking.closed,
  );
  return (
    <path
      d={data}
      fill={marking.closed ? ink : 'none'}
      fillOpacity={marking.closed ? fill : 0}
      stroke={ink}
      strokeWidth={width}
      strokeDasharray={dash}
      strokeLinejoin="round"
      opacity={face === 'right' || marking.use !== 'mark' ? 0.75 : 0.25}
    >
      <title>{marking.name}</title>
    </path>
  );
});
