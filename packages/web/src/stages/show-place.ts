import type { Point } from '@sashiko/core/geometry/point';
import { firstPanel } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { seer } from '../canvas/table.ts';
import { bringIntoView } from '../stores/camera.ts';
import { currentPlan } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';

/** A place on a panel: of the panel that is named, or else of the one on which the things lie that it is about. */
interface PlaceOfThings {
  readonly at: Point;
  readonly panelId?: string | undefined;
  readonly partIds?: readonly string[];
  readonly runIds?: readonly string[];
}

/** Brings a place of the right side into view; its panel is then in hand. */
export function showPlace(place: PlaceOfThings): void {
  const view = useViewStore.getState();
  const area = document.querySelector('.cloth-area');
  if (view.camera === null || area === null) return;
  const plan = currentPlan();
  const of = { panelId: panelIdOf(plan, place) };
  view.takePanel(of.panelId);
  const seen = seer(plan, of, view.face)(place.at);
  view.setCamera(bringIntoView(view.camera, seen, area.clientWidth, area.clientHeight));
}

function panelIdOf(plan: Plan, { panelId, partIds = [], runIds = [] }: PlaceOfThings): string {
  if (panelId !== undefined && plan.panels[panelId] !== undefined) return panelId;
  const thing = partIds.map((id) => plan.parts[id])[0] ?? runIds.map((id) => plan.runs[id])[0];
  return thing?.panelId ?? firstPanel(plan).id;
}
