import { fitCamera, zoomAbout } from '../stores/camera.ts';
import { currentPlan } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { tableBox } from './table.ts';

function areaSize(): { readonly width: number; readonly height: number } {
  const area = document.querySelector('.cloth-area');
  return { width: area?.clientWidth ?? 800, height: area?.clientHeight ?? 600 };
}

/** Zooms about the middle of the canvas. */
export function zoomBy(factor: number): void {
  const { camera, setCamera } = useViewStore.getState();
  const { width, height } = areaSize();
  if (camera !== null) setCamera(zoomAbout(camera, { px: width / 2, py: height / 2 }, factor));
}

/** Shows all that lies on the table. */
export function fitPiece(): void {
  const { width, height } = areaSize();
  const { face, setFittedCamera } = useViewStore.getState();
  setFittedCamera(fitCamera(tableBox(currentPlan(), face), width, height));
}
