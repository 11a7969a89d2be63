/**
 * The owner of what the pointer does on the cloth: one gesture at a time, from press to release. Escape, a second finger, a
 * lost pointer and leaving the stage end it, whichever it is.
 */

import { hasSeveralPanels } from '@sashiko/core/plan/panels';
import { type Camera, pinched, pixelsApart, type ScreenPoint, toMm } from '../stores/camera.ts';
import { panelInHand } from '../stores/panel-in-hand.ts';
import { currentPlan } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import type { CanvasAbilities, Gesture, Moment, Press } from './gestures/gesture.ts';
import { gestureOf } from './gestures/gestures.ts';
import { placeAt } from './place-tool.ts';
import { offTable, panelUnder } from './table.ts';

/** A press that moves less than this is a click, px. */
const CLICK_PX = 4;

/** What an event of the pointer says, without the event. */
export interface PointerFacts {
  readonly id: number;
  readonly isTouch: boolean;
  readonly button: number;
  readonly screen: ScreenPoint;
  readonly alt: boolean;
  readonly shift: boolean;
}

interface Held {
  readonly gesture: Gesture;
  readonly pointerId: number;
  readonly from: ScreenPoint;
  hasMoved: boolean;
}

export class Pointer {
  #held: Held | null = null;
  /** Fingers on the cloth. While there are two or more, and until the last is gone, they move the view and nothing else. */
  readonly #fingers = new Map<number, ScreenPoint>();
  #isPinching = false;

  down(facts: PointerFacts, marks: Press['marks'], camera: Camera, abilities: CanvasAbilities): void {
    if (facts.isTouch) {
      this.#fingers.set(facts.id, facts.screen);
      if (this.#fingers.size > 1) {
        this.#giveUp();
        this.#isPinching = true;
      }
    }
    // A second button while the first is held, or another finger, begins nothing of its own.
    if (this.#isPinching || this.#held !== null) return;
    takePanelUnder(facts, marks, camera);
    const { button } = facts;
    const gesture = gestureOf({ ...this.#moment(facts, camera), button, marks, camera, abilities });
    if (gesture !== null) this.#held = { gesture, pointerId: facts.id, from: facts.screen, hasMoved: false };
  }

  move(facts: PointerFacts, camera: Camera): void {
    if (this.#isPinching) {
      const before = [...this.#fingers.values()];
      if (this.#fingers.has(facts.id)) this.#fingers.set(facts.id, facts.screen);
      useViewStore.getState().setCamera(pinched(camera, before, [...this.#fingers.values()]));
      return;
    }
    // A part in hand goes on whatever panel the pointer comes to.
    if (this.#held === null && useViewStore.getState().tool.kind === 'place')
      takePanelUnder(facts, {}, camera);
    const now = this.#moment(facts, camera);
    useViewStore.getState().setPointer(now.at);
    const held = this.#held;
    if (held === null || held.pointerId !== facts.id) return;
    if (pixelsApart(held.from, facts.screen) > CLICK_PX) held.hasMoved = true;
    if (held.hasMoved) held.gesture.move?.(now);
  }

  up(facts: PointerFacts, camera: Camera): void {
    this.#fingers.delete(facts.id);
    if (this.#isPinching) {
      // The finger that stays draws and places nothing.
      this.#isPinching = this.#fingers.size > 0;
      return;
    }
    const held = this.#held;
    const now = this.#moment(facts, camera);
    if (held === null) {
      // A part dragged from the drawer is let go over the cloth without having been pressed here.
      if (facts.button === 0 && useViewStore.getState().tool.kind === 'place') placeAt(now.at, facts.shift);
      return;
    }
    if (held.pointerId !== facts.id) return;
    this.#held = null;
    if (held.hasMoved) held.gesture.end?.(now);
    else held.gesture.click?.(now);
  }

  /** Takes back what the pointer is doing; false when it is doing nothing, or has only just pressed. */
  escape(): boolean {
    if (this.#held?.hasMoved !== true) return false;
    this.#giveUp();
    return true;
  }

  /** The browser has taken the pointer away. After a release there is nothing left to lose. */
  lost(id: number): void {
    this.#fingers.delete(id);
    this.#isPinching = this.#isPinching && this.#fingers.size > 0;
    if (this.#held?.pointerId === id) this.#giveUp();
  }

  /** The cloth goes from the screen, or the window from sight. */
  leave(): void {
    this.#fingers.clear();
    this.#isPinching = false;
    this.#giveUp();
  }

  #giveUp(): void {
    const held = this.#held;
    this.#held = null;
    held?.gesture.cancel?.();
  }

  #moment({ screen, alt, shift }: PointerFacts, camera: Camera): Moment {
    const at = offTable(panelInHand(currentPlan()), useViewStore.getState().face, toMm(camera, screen));
    return { at, screen, alt, shift };
  }
}

/** The panel that is pressed is in hand: that of the thing under the pointer, or the one that lies there. A line that is begun stays on its panel. */
function takePanelUnder({ screen }: PointerFacts, marks: Press['marks'], camera: Camera): void {
  const { tool, face, takePanel } = useViewStore.getState();
  if (
    tool.kind === 'draw' ||
    tool.kind === 'point' ||
    tool.kind === 'seam' ||
    (tool.kind === 'pen' && tool.nodes.length > 0)
  )
    return;
  const plan = currentPlan();
  if (!hasSeveralPanels(plan)) return;
  const thing = plan.parts[marks['part'] ?? marks['turn'] ?? ''];
  if (thing === undefined && HANDLES.some((mark) => marks[mark] !== undefined)) return;
  takePanel(thing?.panelId ?? panelUnder(plan, face, toMm(camera, screen)).id);
}

/** What is taken hold of of the panel in hand, and may lie beyond its edge. */
const HANDLES = ['size', 'node', 'insert', 'handle'];
