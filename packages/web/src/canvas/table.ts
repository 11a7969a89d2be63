/** The table the panels lie on: where what lies on a panel is seen, and which panel lies under a place. */
import { asSeen, type Box, boxOf, clothOutline, type Face } from '@sashiko/core/cloth/cloth';
import { distance, type Point } from '@sashiko/core/geometry/point';
import { nearestOnPolygon, polygonContains } from '@sashiko/core/geometry/polygon';
import { faceUp, type OnPanel, panelOf, panelsOf } from '@sashiko/core/plan/panels';
import type { Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';

/** Where a place of a panel is seen on the table, as `tableTransform` puts it. `face` is that of the table: turned over, it is turned the other way. */
export function onTable(panel: Panel, face: Face, p: Point): Point {
  const { at, turnDeg } = panel.table;
  const { x, y } = asSeen(panel, faceUp(panel, face), p);
  if (turnDeg === 0) return { x: at.x + x, y: at.y + y };
  const [cos, sin] = turnOf(face, turnDeg);
  return { x: at.x + x * cos - y * sin, y: at.y + x * sin + y * cos };
}

/** The place of a panel that is seen at a place of the table. */
export function offTable(panel: Panel, face: Face, p: Point): Point {
  const { at, turnDeg } = panel.table;
  const [dx, dy] = [p.x - at.x, p.y - at.y];
  const up = faceUp(panel, face);
  if (turnDeg === 0) return asSeen(panel, up, { x: dx, y: dy });
  const [cos, sin] = turnOf(face, turnDeg);
  return asSeen(panel, up, { x: dx * cos + dy * sin, y: dy * cos - dx * sin });
}

function turnOf(face: Face, turnDeg: number): readonly [cos: number, sin: number] {
  const angle = ((face === 'wrong' ? -turnDeg : turnDeg) * Math.PI) / 180;
  return [Math.cos(angle), Math.sin(angle)];
}

/** Where places of what lies on a panel are seen. */
export function seer(plan: Pick<Plan, 'panels'>, of: OnPanel, face: Face): (p: Point) => Point {
  const panel = panelOf(plan, of);
  return (p) => onTable(panel, face, p);
}

/** The outline of a panel as it lies on the table. */
function outlineOnTable(panel: Panel, face: Face): readonly Point[] {
  return clothOutline(panel).map((p) => onTable(panel, face, p));
}

/** The box round a panel as it lies on the table. */
export function panelBox(panel: Panel, face: Face): Box {
  return boxOf(outlineOnTable(panel, face));
}

/** The box round all panels. */
export function tableBox(plan: Pick<Plan, 'panels'>, face: Face): Box {
  return boxOf(panelsOf(plan).flatMap((panel) => outlineOnTable(panel, face)));
}

/** The panel that lies under a place of the table, the last drawn of several; null on the bare table. */
export function panelAt(plan: Pick<Plan, 'panels'>, face: Face, p: Point): Panel | null {
  return (
    panelsOf(plan).findLast((panel) => polygonContains(clothOutline(panel), offTable(panel, face, p))) ?? null
  );
}

/** The panel that lies under a place of the table; on the bare table the nearest one. */
export function panelUnder(plan: Pick<Plan, 'panels'>, face: Face, p: Point): Panel {
  const offMm = (panel: Panel): number => {
    const own = offTable(panel, face, p);
    return distance(nearestOnPolygon(clothOutline(panel), own), own);
  };
  return (
    panelAt(plan, face, p) ??
    panelsOf(plan).reduce((best, panel) => (offMm(panel) < offMm(best) ? panel : best))
  );
}
