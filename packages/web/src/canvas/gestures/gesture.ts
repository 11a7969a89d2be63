/**
 * A gesture is a value: what begins when the pointer is pressed, goes on while it moves, and ends once, by letting go,
 * by a click where it was pressed, or by being given up. It is told places, never events, so it is tested without a browser.
 */
import type { Point } from '@sashiko/core/geometry/point';
import type { Camera, ScreenPoint } from '../../stores/camera.ts';

/** What the pointer may do, by stage. */
export interface CanvasAbilities {
  readonly movesParts: boolean;
  readonly drawsThread: boolean;
  /** Nodes, sizes, lines and areas of the cloth can be taken hold of. */
  readonly shapesCloth?: boolean;
  /** Panels are pulled about the table. */
  readonly movesPanels?: boolean;
  /** Holes are wished joined instead of sewn. */
  readonly wishes?: boolean;
  /** Clicks on a part do this instead of choosing it. */
  readonly onPart?: (partId: string) => void;
}

/** The pointer at one moment. */
export interface Moment {
  /** On the right side of the cloth, mm. */
  readonly at: Point;
  readonly screen: ScreenPoint;
  readonly alt: boolean;
  readonly shift: boolean;
}

/** The moment of pressing, and what lay under the pointer. */
export interface Press extends Moment {
  /** As the browser counts: 0 the main one, 1 the middle one. */
  readonly button: number;
  /** The marks of what was pressed: `part`, `run`, `bend`, `node` … with its id or number. */
  readonly marks: Readonly<Record<string, string | undefined>>;
  readonly camera: Camera;
  readonly abilities: CanvasAbilities;
}

/** What goes on between a press and its release. All of it is told places of the cloth, never events. */
export interface Gesture {
  /** The pointer has moved, farther from the press than a click does. */
  move?(now: Moment): void;
  /** Let go after moving. */
  end?(now: Moment): void;
  /** Let go where it was pressed. */
  click?(now: Moment): void;
  /** Given up: nothing stays of it. */
  cancel?(): void;
}

/** When a press begins a gesture, and which. */
export interface GestureKind {
  readonly id: string;
  /** The gesture that such a press begins, or null when the press is not of this kind. */
  begin(press: Press): Gesture | null;
}

/** How near to a hole or line the pointer catches it, px. */
export const CATCH_PX = 14;
