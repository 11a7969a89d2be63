/** Looking about: the view is pulled, by the middle button or where nothing else is taken hold of. */
import { pan, type ScreenPoint } from '../../stores/camera.ts';
import { useViewStore } from '../../stores/view-store.ts';
import type { Gesture, GestureKind, Moment } from './gesture.ts';

/** The view follows the pointer; a click does what is given. */
export function panning(from: ScreenPoint, click?: (now: Moment) => void): Gesture {
  let last = from;
  return {
    move({ screen }) {
      const { camera, setCamera } = useViewStore.getState();
      if (camera !== null) setCamera(pan(camera, screen.px - last.px, screen.py - last.py));
      last = screen;
    },
    ...(click === undefined ? {} : { click }),
  };
}

/** The middle button, or Space, or Shift and Alt held, pulls the view whatever lies there. */
export const pullView: GestureKind = {
  id: 'pull-view',
  begin: ({ button, shift, alt, screen }) =>
    button === 1 || (button === 0 && ((shift && alt) || useViewStore.getState().isPulling))
      ? panning(screen)
      : null,
};

/** What is left over: a pull moves the view, a click lays down what was chosen. */
export const pullViewOrPutDown: GestureKind = {
  id: 'pull-view-or-put-down',
  begin: ({ screen }) => panning(screen, () => useViewStore.getState().select({})),
};
