/**
 * While the view is moved, what is drawn is moved as it is, which costs nothing of it; when the view rests, or would be too coarse or
 * too far from what was drawn, it is drawn anew for the new camera.
 */
import type { Camera } from '../stores/camera.ts';
import { useViewStore } from '../stores/view-store.ts';

/** A view that stays for so long rests, ms. */
const REST_MS = 120;
/** Drawn anew at the latest when it is so many times larger or smaller than drawn. */
const COARSE = 1.4;
/** Drawn anew at the latest when it has gone so far, as a share of the canvas. */
const FAR = 0.3;

/** Moves an element with the camera until it is called off. Its parent carries the camera as data. */
export function moveWithCamera(element: HTMLElement): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const canvas = element.closest<HTMLElement>('.canvas');
  const settle = (): void => {
    const { camera, setDrawnCamera } = useViewStore.getState();
    if (camera !== null) setDrawnCamera(camera);
  };
  const follow = (): void => {
    const { camera, drawnCamera } = useViewStore.getState();
    if (camera === null || drawnCamera === null) return;
    if (canvas !== null) {
      canvas.dataset['scale'] = String(camera.scale);
      canvas.dataset['origin'] = `${camera.originX},${camera.originY}`;
    }
    clearTimeout(timer);
    const shift = shiftBetween(drawnCamera, camera);
    element.style.transform = shift.css;
    if (camera === drawnCamera) return;
    const isFar =
      canvas !== null &&
      (Math.abs(shift.x) > FAR * canvas.clientWidth || Math.abs(shift.y) > FAR * canvas.clientHeight);
    if (isFar || shift.scale > COARSE || shift.scale < 1 / COARSE) settle();
    else timer = setTimeout(settle, REST_MS);
  };
  follow();
  const unsubscribe = useViewStore.subscribe((state, before) => {
    if (state.camera !== before.camera || state.drawnCamera !== before.drawnCamera) follow();
  });
  return () => {
    clearTimeout(timer);
    unsubscribe();
  };
}

/** How what was drawn for one camera is shown by another. */
export function shiftBetween(
  drawn: Camera,
  now: Camera,
): { readonly x: number; readonly y: number; readonly scale: number; readonly css: string } {
  const scale = now.scale / drawn.scale;
  const x = now.originX - scale * drawn.originX;
  const y = now.originY - scale * drawn.originY;
  return { x, y, scale, css: `translate(${x}px, ${y}px) scale(${scale})` };
}
