import { asSeen } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import { panelOf } from '@sashiko/core/plan/panels';
import { bringIntoView } from '../stores/camera.ts';
import { currentPlan } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';

/** Brings a place of the right side into view. */
export function showPlace(at: Point): void {
  const view = useViewStore.getState();
  const area = document.querySelector('.cloth-area');
  if (view.camera === null || area === null) return;
  const seen = asSeen(panelOf(currentPlan()), view.face, at);
  view.setCamera(bringIntoView(view.camera, seen, area.clientWidth, area.clientHeight));
}
