import type { Plan } from '@sashiko/core/plan/schema';
import { type RefObject, useEffect, useLayoutEffect, useState } from 'react';
import { fitCamera, pan, zoomAbout } from '../stores/camera.ts';
import { usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { tableBox } from './table.ts';

/** Of the canvas, px. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Fits the piece into view when it is first seen, and when it or the window changes size, until the maker has moved the view: then it is the maker's. */
export function useFittedCamera(area: RefObject<HTMLElement | null>, plan: Plan): Size | null {
  const hasCamera = useViewStore((state) => state.drawnCamera !== null);
  const setCamera = useViewStore((state) => state.setCamera);
  const [size, setSize] = useState<Size | null>(null);
  const face = useViewStore((state) => state.face);
  const { left, top, widthMm, heightMm } = tableBox(plan, face);
  const isResting = usePlanStore((state) => state.preview === null);
  useLayoutEffect(() => {
    const element = area.current;
    if (element === null) return;
    const observer = new ResizeObserver(() =>
      setSize({ width: element.clientWidth, height: element.clientHeight }),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [area]);
  useLayoutEffect(() => {
    // While a size or a node is being pulled the piece must not swim away under the pointer.
    if (size === null || !isResting) return;
    const { camera: now, fittedCamera, setFittedCamera } = useViewStore.getState();
    if (now !== null && now !== fittedCamera) return;
    const box = { left, top, right: left + widthMm, bottom: top + heightMm, widthMm, heightMm };
    setFittedCamera(fitCamera(box, size.width, size.height));
  }, [size, left, top, widthMm, heightMm, isResting]);
  useEffect(() => {
    const element = area.current;
    if (element === null) return;
    // React's wheel events cannot keep the page from scrolling, so this one is added by hand.
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault();
      const now = useViewStore.getState().camera;
      if (now === null) return;
      const box = element.getBoundingClientRect();
      const at = { px: event.clientX - box.left, py: event.clientY - box.top };
      // Sideways, and with Shift, the wheel moves along; else it zooms.
      const { deltaX, deltaY, shiftKey } = event;
      if (shiftKey || Math.abs(deltaX) > Math.abs(deltaY))
        setCamera(pan(now, -deltaX, shiftKey ? -deltaY : 0));
      else setCamera(zoomAbout(now, at, Math.exp(-deltaY * 0.0015)));
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [area, setCamera]);
  return hasCamera ? size : null;
}
