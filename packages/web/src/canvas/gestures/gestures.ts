/** All gestures, the first that takes a press having it. A new one is a file and a line here. */
import type { Gesture, GestureKind, Press } from './gesture.ts';
import { movePanelOnTable } from './move-panel.ts';
import { chooseByBox, moveChosenParts, showPart, turnByHandle } from './part-gestures.ts';
import { shapeCloth } from './shape-cloth.ts';
import { bendRun, chooseRun, sewFromHole, wishFromHole } from './thread-gestures.ts';
import { chooseEdges, drawNode, goOnSewing, placeInHand, pointAtPicture } from './tool-gestures.ts';
import { pullView, pullViewOrPutDown } from './view-gestures.ts';

/** The first that takes a press has it. */
export const GESTURES: readonly GestureKind[] = [
  pullView,
  drawNode,
  placeInHand,
  pointAtPicture,
  chooseEdges,
  goOnSewing,
  movePanelOnTable,
  shapeCloth,
  wishFromHole,
  turnByHandle,
  bendRun,
  sewFromHole,
  showPart,
  moveChosenParts,
  chooseRun,
  chooseByBox,
  pullViewOrPutDown,
];

/** The gesture that a press begins; null for buttons that mean nothing here. */
export function gestureOf(press: Press): Gesture | null {
  for (const kind of GESTURES) {
    // Only the view is pulled by another button than the main one.
    if (press.button !== 0 && kind !== pullView) return null;
    const gesture = kind.begin(press);
    if (gesture !== null) return gesture;
  }
  return null;
}
