import { asSeen, type Face } from '@sashiko/core/cloth/cloth';
import { maybeClothColour } from '@sashiko/core/cloth/cloth-kinds';
import type { Point } from '@sashiko/core/geometry/point';
import { layerOutline, layersOn, layerWindows, openEdgeOf } from '@sashiko/core/plan/layers';
import type { Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { INK } from '../ui/ink.ts';
import { linePath } from './seen.ts';

/** The layers on a panel: a veil of their cloth on the face they lie on, with their windows cut out; a dashed line only on the other. The side that stays open is a whole line. */
export function LayerDrawing({
  plan,
  panel,
  face,
  isDark,
  isDim,
}: {
  readonly plan: Plan;
  readonly panel: Panel;
  readonly face: Face;
  readonly isDark: boolean;
  readonly isDim: boolean;
}) {
  const layers = layersOn(plan, panel.id);
  if (layers.length === 0) return null;
  const seen = (p: Point): Point => asSeen(panel, face, p);
  return (
    <g pointerEvents="none">
      {layers.map((layer) => {
        const edge = openEdgeOf(plan, layer);
        const line = {
          stroke: isDark ? INK.linen : INK.earth,
          strokeOpacity: layer.face === face ? 0.9 : 0.4,
        };
        return (
          <g key={layer.id}>
            <path
              d={[layerOutline(plan, layer), ...layerWindows(layer)]
                .map((points) => linePath(points.map(seen), true))
                .join('')}
              fillRule="evenodd"
              fill={maybeClothColour(layer.colourId)?.hex ?? INK.oat}
              fillOpacity={layer.face === face ? (isDim ? 0.12 : 0.45) : 0}
              {...line}
              strokeWidth={0.6}
              strokeDasharray="7 2"
            >
              <title>{layer.name}</title>
            </path>
            {edge.length > 1 && (
              <path d={linePath(edge.map(seen), false)} fill="none" {...line} strokeWidth={1.6}>
                <title>{`${layer.name}: its open side`}</title>
              </path>
            )}
          </g>
        );
      })}
    </g>
  );
}
