/** What is laid over the cloth while parts are placed: names, the handle to turn by, the part in hand. */
import { asSeen, type Face } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import { boundsOf } from '@sashiko/core/geometry/polygon';
import { placePointExactly } from '@sashiko/core/geometry/transform';
import { kindOf, placedOutline, poseOf } from '@sashiko/core/plan/placed';
import type { Part, Plan } from '@sashiko/core/plan/schema';
import { useViewStore } from '../stores/view-store.ts';
import { clampPlacing } from './clamp.ts';
import { PartDrawing } from './PartDrawing.tsx';

interface NamesProps {
  readonly plan: Plan;
  readonly face: Face;
  readonly scale: number;
  readonly isDark: boolean;
  /** A word beside a part's name, such as the current of a light. */
  readonly notes: Readonly<Record<string, string>> | undefined;
}

/** The parts' names, upright and never smaller than can be read. */
export function PartNames({ plan, face, scale, isDark, notes }: NamesProps) {
  const ink = isDark ? '#fbf6ea' : '#232a3b';
  const halo = isDark ? '#131b34' : '#fbf6ea';
  return (
    <g
      pointerEvents="none"
      fontSize={13 / scale}
      fill={ink}
      stroke={halo}
      strokeWidth={3 / scale}
      paintOrder="stroke"
      strokeLinejoin="round"
    >
      {Object.values(plan.parts).map((part) => {
        const [, , right, bottom] = boundsOf(placedOutline(part).map((p) => asSeen(plan.cloth, face, p)));
        const at = asSeen(plan.cloth, face, part.at);
        // Threads run up and down past lights, so a light's name stands beside it, clear of them.
        const isBeside = kindOf(part).model.kind === 'light' && right + 60 / scale < plan.cloth.shape.widthMm;
        return isBeside ? (
          <text key={part.id} x={right + 5 / scale} y={at.y + 4 / scale}>
            {part.name}
            {notes?.[part.id] !== undefined && (
              <tspan fontWeight={700} dx={6 / scale}>
                {notes[part.id]}
              </tspan>
            )}
          </text>
        ) : (
          <text key={part.id} x={at.x} y={bottom + 14 / scale} textAnchor="middle">
            {part.name}
            {notes?.[part.id] !== undefined && (
              <tspan fontWeight={700} dx={6 / scale}>
                {notes[part.id]}
              </tspan>
            )}
          </text>
        );
      })}
    </g>
  );
}

/** A handle above the one chosen part; dragging it turns the part. */
export function TurnHandle({
  plan,
  face,
  scale,
}: {
  readonly plan: Plan;
  readonly face: Face;
  readonly scale: number;
}) {
  const { partIds } = useViewStore((state) => state.selection);
  const part = partIds.length === 1 ? plan.parts[partIds[0] as string] : undefined;
  if (part === undefined) return null;
  const [, top] = boundsOf(kindOf(part).outline);
  const seen = (local: Point): Point => asSeen(plan.cloth, face, placePointExactly(poseOf(part), local));
  const rim = seen({ x: 0, y: top - 1 });
  const handle = seen({ x: 0, y: top - 22 / scale });
  return (
    <g data-turn={part.id} style={{ cursor: 'grab' }}>
      <path
        d={`M${rim.x} ${rim.y}L${handle.x} ${handle.y}`}
        stroke="#fffdf8"
        strokeWidth={2 / scale}
        strokeDasharray={`${4 / scale} ${3 / scale}`}
      />
      <circle
        cx={handle.x}
        cy={handle.y}
        r={8 / scale}
        fill="#fffdf8"
        stroke="#31457a"
        strokeWidth={2 / scale}
      />
      <path
        d={`M${handle.x - 3.4 / scale} ${handle.y + 1 / scale}a${3.5 / scale} ${3.5 / scale} 0 1 1 ${3.4 / scale} ${2.6 / scale}`}
        fill="none"
        stroke="#31457a"
        strokeWidth={1.4 / scale}
      />
    </g>
  );
}

/** The part in hand, where it would be placed. */
export function PlacingGhost({ plan, face }: { readonly plan: Plan; readonly face: Face }) {
  const tool = useViewStore((state) => state.tool);
  const pointer = useViewStore((state) => state.pointer);
  if (tool.kind !== 'place' || pointer === null) return null;
  const at = clampPlacing(plan, tool.kindId, tool.turnDeg, pointer);
  const ghost: Part = {
    id: 'ghost',
    kindId: tool.kindId,
    name: '',
    at,
    turnDeg: tool.turnDeg,
    face,
    colourId: tool.colourId,
  };
  return (
    <g pointerEvents="none" opacity={0.8}>
      <PartDrawing part={ghost} cloth={plan.cloth} face={face} isChosen isLit={false} />
    </g>
  );
}
