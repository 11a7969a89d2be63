import { asSeen, type Face } from '@sashiko/core/cloth/cloth';
import { stretchPoints } from '@sashiko/core/cloth/outline-places';
import type { Point } from '@sashiko/core/geometry/point';
import { pointAlong, polylineLengthMm } from '@sashiko/core/geometry/polyline';
import type { Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { allowanceStrips, seamEdges, seamLetter, seamLine } from '@sashiko/core/plan/seams';
import { memo } from 'react';
import { type Camera, toPixels } from '../stores/camera.ts';
import { INK } from '../ui/ink.ts';
import { linePath } from './seen.ts';
import { onTable } from './table.ts';

/** Which seams are drawn, and which is chosen. */
interface SeamsProps {
  readonly plan: Plan;
  readonly panel: Panel;
  readonly face: Face;
  readonly isDark: boolean;
}

/** The seams of a panel: the strip that goes into each, with the line it is sewn on and a notch at the cut edge. */
export const SeamDrawing = memo(
  function SeamDrawing({ plan, panel, face, isDark }: SeamsProps) {
    const edges = seamEdges(plan, panel.id);
    if (edges.length === 0) return null;
    const ink = isDark ? INK.linen : INK.earth;
    const seen = (p: Point): Point => asSeen(panel, face, p);
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

/** The letters of a panel's seams on their lines: text of the page, as the parts' names are. Where letters match, edges are sewn together. */
export function SeamLetters({ plan, panel, face, isDark, camera }: SeamsProps & { readonly camera: Camera }) {
  const [ink, rim] = isDark ? [INK.cotton, INK.midnight] : [INK.ink, INK.cotton];
  return (
    <div className="part-names seam-letters" style={{ color: ink, WebkitTextStrokeColor: rim }}>
      {seamEdges(plan, panel.id).map(({ seam, side }) => {
        const { px, py } = toPixels(camera, onTable(panel, face, middle(seamLine(plan, seam, side))));
        return (
          <span
            key={`${seam.id}.${side}`}
            data-panel={panel.id}
            className="middle"
            style={{ left: px, top: py + 5 }}
          >
            {seamLetter(plan, seam.id)}
          </span>
        );
      })}
    </div>
  );
}

/** Half way along a line. */
function middle(points: readonly Point[]): Point {
  return pointAlong(points, polylineLengthMm(points) / 2);
}
