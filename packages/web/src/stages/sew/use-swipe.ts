import { type PointerEvent, useRef } from 'react';

/** A finger that moves less than this, or more upright than sideways, did not swipe, px. */
const LEAST_PX = 60;

/** Handlers that tell a swipe: 1 to the left (further), −1 to the right (back). The mouse does not swipe, so that words can be marked. */
export function useSwipe(onSwipe: (by: 1 | -1) => void) {
  const from = useRef<{ readonly x: number; readonly y: number } | null>(null);
  return {
    onPointerDown: (event: PointerEvent) => {
      from.current = event.pointerType === 'mouse' ? null : { x: event.clientX, y: event.clientY };
    },
    onPointerUp: (event: PointerEvent) => {
      const start = from.current;
      from.current = null;
      if (start === null) return;
      const [dx, dy] = [event.clientX - start.x, event.clientY - start.y];
      if (Math.abs(dx) >= LEAST_PX && Math.abs(dx) > 2 * Math.abs(dy)) onSwipe(dx < 0 ? 1 : -1);
    },
    onPointerCancel: () => {
      from.current = null;
    },
  };
}
