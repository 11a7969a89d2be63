/** Forwards the browser's pointer events on the cloth to the one that owns them. */
import { type PointerEvent, useEffect, useState } from 'react';
import type { Camera } from '../stores/camera.ts';
import { useViewStore } from '../stores/view-store.ts';
import type { CanvasAbilities, Press } from './gestures/gesture.ts';
import { Pointer, type PointerFacts } from './pointer.ts';

const NO_CAMERA: Camera = { scale: 1, originX: 0, originY: 0 };

function cameraNow(): Camera {
  return useViewStore.getState().camera ?? NO_CAMERA;
}

export function useCanvasPointer(abilities: CanvasAbilities) {
  const [pointer] = useState(() => new Pointer());
  useEffect(() => {
    // Escape takes back what the pointer is doing, before any other meaning of the key.
    const onEscape = (event: KeyboardEvent): void => {
      if (event.key === 'Escape' && pointer.escape()) event.stopImmediatePropagation();
    };
    const onHide = (): void => pointer.leave();
    window.addEventListener('keydown', onEscape, { capture: true });
    window.addEventListener('blur', onHide);
    return () => {
      window.removeEventListener('keydown', onEscape, { capture: true });
      window.removeEventListener('blur', onHide);
      pointer.leave();
    };
  }, [pointer]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the pointer may do has changed: what it was doing is given up
  useEffect(() => () => pointer.leave(), [pointer, abilities]);
  return {
    onPointerDown(event: PointerEvent) {
      event.currentTarget.setPointerCapture(event.pointerId);
      pointer.down(factsOf(event), marksOf(event.target as Element), cameraNow(), abilities);
    },
    onPointerMove: (event: PointerEvent) => pointer.move(factsOf(event), cameraNow()),
    onPointerUp: (event: PointerEvent) => pointer.up(factsOf(event), cameraNow()),
    onPointerCancel: (event: PointerEvent) => pointer.lost(event.pointerId),
    onLostPointerCapture: (event: PointerEvent) => pointer.lost(event.pointerId),
    onPointerLeave: () => useViewStore.getState().setPointer(null),
  };
}

function factsOf(event: PointerEvent): PointerFacts {
  const box = event.currentTarget.getBoundingClientRect();
  return {
    id: event.pointerId,
    isTouch: event.pointerType === 'touch',
    button: event.button,
    screen: { px: event.clientX - box.left, py: event.clientY - box.top },
    alt: event.altKey,
    shift: event.shiftKey,
  };
}

/** The marks of what was pressed and of all it lies in, up to the canvas; the nearest has the word. */
function marksOf(target: Element): Press['marks'] {
  const marks: Record<string, string | undefined> = {};
  for (let at: Element | null = target; at instanceof SVGElement; at = at.parentElement)
    for (const [name, value] of Object.entries(at.dataset)) marks[name] ??= value;
  return marks;
}
