/**
 * The cloth is one stop of the Tab key, however many parts and threads lie on it; within it the focus travels from thing to thing. What is
 * pulled at (bends, nodes) is few and keeps a stop of its own.
 */
import type { Point } from '@sashiko/core/geometry/point';
import { useViewStore } from '../stores/view-store.ts';

export type Direction = 'left' | 'right' | 'up' | 'down' | 'next' | 'before';

/** Parts, threads and holes, as long as they can be taken or shown. */
const THING = '[role="button"][tabindex="-1"]';

const DIRECTIONS: Readonly<Partial<Record<Direction, Point>>> = {
  left: { x: -1, y: 0 },
  right: { x: 1, y: 0 },
  up: { x: 0, y: -1 },
  down: { x: 0, y: 1 },
};
/** What lies aside of the way counts so much more than what lies along it. */
const ASIDE = 2;

/**
 * The index of the place that is next that way; -1 where there is none. Of several the nearest, what lies aside counted double. Places are in px of the
 * screen; one that lies where `from` does is not next to it.
 */
export function nextThatWay(from: Point, places: readonly Point[], way: Direction): number {
  const direction = DIRECTIONS[way];
  if (direction === undefined) return -1;
  let best = -1;
  let least = Number.POSITIVE_INFINITY;
  for (const [i, place] of places.entries()) {
    const [dx, dy] = [place.x - from.x, place.y - from.y];
    const along = dx * direction.x + dy * direction.y;
    const aside = Math.abs(dx * direction.y) + Math.abs(dy * direction.x);
    // Within a quarter circle that way, so that no place is out of reach of the four.
    if (along <= 0.5 || aside > along * 2.5) continue;
    if (along + ASIDE * aside < least) {
      least = along + ASIDE * aside;
      best = i;
    }
  }
  return best;
}

function canvasNow(): HTMLElement | null {
  return document.querySelector<HTMLElement>('.canvas');
}

function centreOf(thing: Element): Point {
  const { left, top, width, height } = thing.getBoundingClientRect();
  return { x: left + width / 2, y: top + height / 2 };
}

/** The thing on the cloth that has the focus. */
function thingInFocus(): Element | null {
  const focused = document.activeElement;
  return focused?.matches(THING) === true && canvasNow()?.contains(focused) === true ? focused : null;
}

/** Goes on from the thing that has the focus; false where none has it. */
export function travel(way: Direction): boolean {
  const from = thingInFocus();
  const canvas = canvasNow();
  if (from === null || canvas === null) return false;
  const things = [...canvas.querySelectorAll<SVGElement>(THING)];
  const at = things.indexOf(from as SVGElement);
  const to =
    way === 'next'
      ? at + 1
      : way === 'before'
        ? at - 1
        : nextThatWay(centreOf(from), things.map(centreOf), way);
  const thing = things[to];
  if (thing !== undefined) focusOn(thing, canvas);
  return true;
}

/** A thing that is out of view comes to the middle of it. */
function focusOn(thing: SVGElement, canvas: HTMLElement): void {
  thing.focus({ preventScroll: true });
  const { left, top, right, bottom, width, height } = canvas.getBoundingClientRect();
  const { x, y } = centreOf(thing);
  const { camera, setCamera } = useViewStore.getState();
  if (camera === null || (x > left && x < right && y > top && y < bottom)) return;
  setCamera({
    ...camera,
    originX: camera.originX + left + width / 2 - x,
    originY: camera.originY + top + height / 2 - y,
  });
}

/** Makes the canvas one stop until it is called off: the focus that comes to it goes to what had it last, else to what is chosen, else to the first. */
export function makeOneStop(canvas: HTMLElement): () => void {
  let last: Element | null = null;
  const come = ({ target }: FocusEvent): void => {
    if (target !== canvas) {
      if (target instanceof Element && target.matches(THING)) last = target;
      // Back from within, the Tab key goes past the canvas.
      canvas.tabIndex = -1;
      return;
    }
    const things = [...canvas.querySelectorAll<SVGElement>(THING)];
    const thing =
      things.find((one) => one === last) ??
      things.find((one) => one.getAttribute('aria-pressed') === 'true') ??
      things[0];
    if (thing !== undefined && canvas.matches(':focus-visible')) focusOn(thing, canvas);
  };
  const leave = ({ relatedTarget }: FocusEvent): void => {
    if (!(relatedTarget instanceof Node) || !canvas.contains(relatedTarget)) canvas.tabIndex = 0;
  };
  canvas.tabIndex = 0;
  canvas.addEventListener('focusin', come);
  canvas.addEventListener('focusout', leave);
  return () => {
    canvas.removeEventListener('focusin', come);
    canvas.removeEventListener('focusout', leave);
  };
}
