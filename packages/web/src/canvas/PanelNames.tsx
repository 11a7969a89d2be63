import type { Face } from '@sashiko/core/cloth/cloth';
import { hasSeveralPanels, panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { type Camera, toPixels } from '../stores/camera.ts';
import { usePanelInHand } from '../stores/panel-in-hand.ts';
import { INK } from '../ui/ink.ts';
import { panelBox } from './table.ts';

/** The numbers of the ruler stand over the panel in hand, px. */
const ABOVE_RULER_PX = 30;

/** What the panels are called, above their upper left corners; the one in hand is underlined. Nothing where there is only one. */
export function PanelNames({
  plan,
  camera,
  face,
  isDim,
}: {
  readonly plan: Plan;
  readonly camera: Camera;
  readonly face: Face;
  readonly isDim: boolean;
}) {
  const inHand = usePanelInHand(plan);
  if (!hasSeveralPanels(plan)) return null;
  return (
    <div className="panel-names" style={isDim ? { color: INK.cotton } : undefined}>
      {panelsOf(plan).map((panel) => {
        const { left, top } = panelBox(panel, face);
        const { px, py } = toPixels(camera, { x: left, y: top });
        return (
          <span
            key={panel.id}
            className={panel === inHand ? 'in-hand' : ''}
            style={{ left: px, top: py - (panel === inHand ? ABOVE_RULER_PX : 6) }}
          >
            {panel.name}
          </span>
        );
      })}
    </div>
  );
}
