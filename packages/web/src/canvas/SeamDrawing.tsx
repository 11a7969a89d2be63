import { asSeen, type Face } from '@sashiko/core/cloth/cloth';
import { stretchPoints } from '@sashiko/core/cloth/outline-places';
import type { Point } from '@sashiko/core/geometry/point';
import { pointAlong, polylineLengthMm } from '@sashiko/core/geometry/polyline';
import type { Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { allowanceStrips, seamEdges, seamLetter, seamLine } from '@sashiko/core/plan/seams';
import { memo } from 'react';
import { INK } from '../ui/ink.ts';
import { linePath } from './seen.ts';

interface SeamsProps {
  readonly plan: Plan;
  readonly panel: Panel;
  readonly face: Face;
  readonly isDark: boolean;
}

const LETTER_MM = 6;

/** The seams of a panel: the strip that goes into each, hatched by its own line of stitches, its letter, and a notch at the cut edge. */
export const SeamDrawing = memo(
  function SeamDrawing({ plan, panel, face, isDark }: SeamsProps) {
    const edges = seamEdges(plan, panel.id);
    if (edges.length === 0) return null;
    const ink = isDark ? INK.linen : INK.earth;
    const seen = (p: Point): Point => asSeen(panel, face, p);
    const middle = (points: readonly Point[]): Point => pointAlong(points, polylineLengthMm(points) / 2);
    return (
      <g pointerEvents="none" fill="none" stroke={ink}>
        {allowanceStrips(panel, plan).map(({ seam, side, area, name }) => (
          <path
            key={`${seam.id}.${side}`}
            d={linePath(area.map(seen), true)}
            fill={ink}
            fillOpacity={0.14}
            stroke="none"
          >
            <title>{name}</title>
          </path>
        ))}
        {edges.map(({ seam, side }) => {
          const line = seamLine(plan, seam, side);
          const at = seen(middle(line));
          const rim = seen(middle(stretchPoints(panel.shape, seam[side])));
          return (
            <g key={`${seam.id}.${side}`}>
              <path d={linePath(line.map(seen))} strokeWidth={0.6} strokeDasharray="5 2" />
              <path d={linePath([rim, at])} strokeWidth={0.6} />
              <circle cx={at.x} cy={at.y} r={LETTER_MM * 0.62} fill={INK.paper} strokeWidth={0.4} />
              <text
                x={at.x}
                y={at.y + LETTER_MM * 0.34}
                fontSize={LETTER_MM}
                fontWeight={700}
                textAnchor="middle"
                fill={INK.earth}
                stroke="none"
              >
                {seamLetter(plan, seam.id)}
              </text>
            </g>
          );
        })}
      </g>
    );
  },
  (before, after) =>
    before.plan.seams === after.plan.seams &&
    before.panel === after.panel &&
    before.face === after.face &&
    before.isDark === after.isDark,
);
