import { asSeen, type Cloth, type Face } from '@sashiko/core/cloth/cloth';
import { placePointExactly } from '@sashiko/core/geometry/transform';
import { maybeLightColour } from '@sashiko/core/parts/light-colours';
import type { DrawnShape, Hole, PartKind } from '@sashiko/core/parts/part-kind';
import { signMark } from '@sashiko/core/plan/hole-names';
import { poseOf } from '@sashiko/core/plan/placed';
import type { Part } from '@sashiko/core/plan/records';
import { memo } from 'react';
import { INK } from '../ui/ink.ts';
import type { PartLook } from './looks.ts';
import { MATERIAL, SIGN_INK, seenOf } from './palette.ts';
import { linePath, partTransform } from './seen.ts';

/** A part as it lies on the cloth, true to scale; parts on the far face show faintly. */
export const PartDrawing = memo(function PartDrawing({ part, kind, cloth, face, isChosen, isLit }: PartLook) {
  const glow = maybeLightColour(part.colourId ?? '')?.glow;
  const isFar = part.face !== face;
  return (
    <g style={{ opacity: seenOf(isFar ? 0.55 : 1, isLit) }}>
      <g transform={partTransform(cloth, face, part)}>
        {isChosen && (
          <path
            d={linePath(kind.outline, true)}
            fill="none"
            stroke={INK.white}
            strokeWidth={2.6}
            strokeLinejoin="round"
          />
        )}
        {isChosen && (
          <path
            d={linePath(kind.outline, true)}
            fill="none"
            stroke={INK.indigo}
            strokeWidth={1.2}
            strokeDasharray="3 2"
            strokeLinejoin="round"
          />
        )}
        <path d={linePath(kind.outline, true)} fill="transparent" stroke="none" />
        {kind.shapes.map((shape, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the shapes of a kind never change order
          <Shape key={i} shape={shifted(shape, part, kind)} glow={glow} isLit={isLit} />
        ))}
      </g>
      {kind.holes.map((hole) => (
        <HoleDrawing key={hole.id} hole={hole} part={part} cloth={cloth} face={face} />
      ))}
    </g>
  );
});

/** The slide of a switch lies to the other side when it is off. */
function shifted(shape: DrawnShape, part: Part, kind: PartKind): DrawnShape {
  if (shape.material !== 'slide' || part.switchedOn !== false || shape.form !== 'box') return shape;
  // It slides along its slot, to the other end of it.
  const slot = kind.shapes.find(
    (other): other is Extract<DrawnShape, { form: 'box' }> =>
      other.form === 'box' && other.material === 'slot',
  );
  const { x, y } = slot?.at ?? { x: 0, y: 0 };
  return { ...shape, at: { x: 2 * x - shape.at.x, y: 2 * y - shape.at.y } };
}

/** One shape of a drawing, in the ink of its material. */
function Shape({
  shape,
  glow,
  isLit,
}: {
  readonly shape: DrawnShape;
  readonly glow: string | undefined;
  readonly isLit: boolean;
}) {
  const { fill, stroke } = MATERIAL[shape.material];
  const isGlow = glow !== undefined && (shape.material === 'glow' || (isLit && shape.material === 'lens'));
  const paint = { fill: isGlow ? glow : fill, stroke, strokeWidth: 0.35 };
  switch (shape.form) {
    case 'circle':
      return <circle cx={shape.at.x} cy={shape.at.y} r={shape.radiusMm} {...paint} />;
    case 'oval':
      return <ellipse cx={shape.at.x} cy={shape.at.y} rx={shape.radiusX} ry={shape.radiusY} {...paint} />;
    case 'box':
      return (
        <rect
          x={shape.at.x - shape.widthMm / 2}
          y={shape.at.y - shape.heightMm / 2}
          width={shape.widthMm}
          height={shape.heightMm}
          rx={shape.cornerMm}
          {...paint}
        />
      );
    case 'area':
      return <path d={linePath(shape.points, true)} {...paint} strokeWidth={0.2} />;
    case 'line':
      return (
        <path
          d={linePath(shape.points)}
          fill="none"
          stroke={stroke}
          strokeWidth={0.8}
          strokeLinecap="round"
        />
      );
  }
}

/** A hole with its sign, upright whichever way the part and the cloth are turned. */
function HoleDrawing({
  hole,
  part,
  cloth,
  face,
}: {
  readonly hole: Hole;
  readonly part: Part;
  readonly cloth: Cloth;
  readonly face: Face;
}) {
  const at = asSeen(cloth, face, placePointExactly(poseOf(part), hole.at));
  const ink = SIGN_INK[hole.sign];
  if (!hole.plated) {
    return (
      <circle
        cx={at.x}
        cy={at.y}
        r={hole.diameterMm / 2}
        fill={INK.paper}
        stroke={INK.twine}
        strokeWidth={0.4}
        strokeDasharray="0.8 0.6"
      />
    );
  }
  const arm = hole.padRadiusMm * 0.52;
  const label =
    hole.label !== undefined && hole.role !== 'ground' && hole.role !== 'supply' ? hole.label : null;
  return (
    <g>
      {hole.form === 'square-curl' ? (
        <rect
          x={at.x - hole.padRadiusMm}
          y={at.y - hole.padRadiusMm}
          width={2 * hole.padRadiusMm}
          height={2 * hole.padRadiusMm}
          transform={`rotate(${part.turnDeg} ${at.x} ${at.y})`}
          fill={INK.paper}
          stroke={ink}
          strokeWidth={0.9}
        />
      ) : (
        <circle
          cx={at.x}
          cy={at.y}
          r={hole.padRadiusMm}
          fill={INK.paper}
          stroke={ink}
          strokeWidth={hole.form === 'curl' ? 0.9 : 0.5}
          strokeDasharray={hole.form === 'tape' ? '1.6 0.8' : undefined}
        />
      )}
      {label !== null && hole.sign === 'none' ? (
        <text
          x={at.x}
          y={at.y + 0.62}
          fontSize={hole.padRadiusMm * 0.98}
          textAnchor="middle"
          fill={ink}
          fontWeight={700}
        >
          {label}
        </text>
      ) : hole.sign === 'none' ? (
        <circle cx={at.x} cy={at.y} r={hole.diameterMm / 4} fill={ink} />
      ) : (
        <path
          d={`M${at.x - arm} ${at.y}H${at.x + arm}${hole.sign === '+' ? `M${at.x} ${at.y - arm}V${at.y + arm}` : ''}`}
          stroke={ink}
          strokeWidth={0.75}
          aria-hidden="true"
        />
      )}
      <title>{hole.sign === 'none' ? `hole ${hole.label ?? hole.id}` : `${signMark(hole.sign)} hole`}</title>
    </g>
  );
}
