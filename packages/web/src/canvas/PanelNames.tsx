import { type Face, faceName } from '@sashiko/core/cloth/cloth';
import { faceUp, hasSeveralPanels, panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { type Camera, toPixels } from '../stores/camera.ts';
import { usePanelInHand } from '../stores/panel-in-hand.ts';
import { INK } from '../ui/ink.ts';
import { panelBox } from './table.ts';

/** The numbers of the ruler stand over the panel in hand, px. */
const ABOVE_RULER_PX = 40;
/** A name lies so far above its panel. */
const ABOVE_PX = 5;
/** As tall as a name is, and about as wide as a letter of it, px. */
const TALL_PX = 13;
/** About as wide is a letter (by the font, rounded up): names that would overlap are left out. */
const LETTER_PX = 7;
/** So much of a name may lie over the panel above it, px. */
const OVER_PX = 4;

/**
 * What the panels are called, above their upper left corners; the one in hand is underlined. One that would lie over another panel is left out: the bar
 * beside the cloth names them all. Nothing where there is only one.
 */
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
  const boxes = panelsOf(plan).map((panel) => {
    const { left, top, right, bottom } = panelBox(panel, face);
    const [from, to] = [toPixels(camera, { x: left, y: top }), toPixels(camera, { x: right, y: bottom })];
    const name =
      panel.table.over === true ? `${panel.name}, ${faceName(faceUp(panel, face))} up` : panel.name;
    return { panel, name, left: from.px, top: from.py, right: to.px, bottom: to.py };
  });
  const isFree = ({ panel, name, left, top }: (typeof boxes)[number]): boolean =>
    boxes.every(
      (other) =>
        other.panel === panel ||
        other.left > left + name.length * LETTER_PX ||
        other.right < left ||
        other.top > top - ABOVE_PX ||
        other.bottom < top - ABOVE_PX - TALL_PX + OVER_PX,
    );
  return (
    <div className="panel-names" style={isDim ? { color: INK.cotton } : undefined}>
      {boxes.map((box) => {
        const isInHand = box.panel === inHand;
        if (!isInHand && !isFree(box)) return null;
        return (
          <span
            key={box.panel.id}
            data-panel={box.panel.id}
            className={isInHand ? 'in-hand' : ''}
            style={{ left: box.left, top: box.top - (isInHand ? ABOVE_RULER_PX : ABOVE_PX) }}
          >
            {box.name}
          </span>
        );
      })}
    </div>
  );
}
