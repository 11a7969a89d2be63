/** For tests: a pointer without a browser, with a view of one pixel a millimetre. */
import type { Point } from '@sashiko/core/geometry/point';
import { useViewStore } from '../../stores/view-store.ts';
import { Pointer, type PointerFacts } from '../pointer.ts';
import type { CanvasAbilities } from './gesture.ts';

export const LIFE = { scale: 1, originX: 0, originY: 0 };

export function facts(at: Point, more: Partial<PointerFacts> = {}): PointerFacts {
  return {
    id: 1,
    isTouch: false,
    button: 0,
    screen: { px: at.x, py: at.y },
    alt: false,
    shift: false,
    ...more,
  };
}

/** Presses at `from` on something that carries these marks and pulls to `to`; what is under way can then be ended. */
export function gestureFrom(
  abilities: CanvasAbilities,
  marks: Record<string, string>,
  from: Point,
  to: Point,
  more: Partial<PointerFacts> = {},
) {
  useViewStore.setState({ camera: LIFE });
  const pointer = new Pointer();
  pointer.down(facts(from, more), marks, LIFE, abilities);
  pointer.move(facts(to, more), LIFE);
  return {
    pointer,
    end: () => pointer.up(facts(to, more), LIFE),
    cancel: () => pointer.escape(),
  };
}
