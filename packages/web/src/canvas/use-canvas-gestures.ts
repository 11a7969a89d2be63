/** Turns pointer events on the cloth into edits: a gesture previews while it lasts and commits once at its end. */
import { asSeen } from '@sashiko/core/cloth/cloth';
import type { Result } from '@sashiko/core/errors/problem';
import { distance, type Point, snapToMicrometre, subtract } from '@sashiko/core/geometry/point';
import type { PartKind } from '@sashiko/core/parts/part-kind';
import { withGroups } from '@sashiko/core/plan/arrange/group';
import { type SnapTargets, snapMove, snapTargets } from '@sashiko/core/plan/arrange/snapping';
import type { Edit } from '@sashiko/core/plan/edit';
import { moveParts, partIdOf, placePair, placePart, turnPart } from '@sashiko/core/plan/edits/part-edits';
import { addBend, moveBend } from '@sashiko/core/plan/edits/run-edits';
import { maybeKindOf, runPath } from '@sashiko/core/plan/placed';
import type { Part, Plan } from '@sashiko/core/plan/schema';
import { type PointerEvent, useEffect, useRef } from 'react';
import { type Camera, pan, toMm, zoomAbout } from '../stores/camera.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { clampMove, clampPlacing, clampToCloth } from './clamp.ts';
import { type ClothGesture, clothEditOf, markingAt, takeCloth } from './cloth-gestures.ts';
import { followDrag, stopFollowing, withRepair } from './follow-threads.ts';
import { nearestHole } from './nearest-hole.ts';
import { penClick, penPull, pointAt } from './pen-tool.ts';
import { chooseHole, putBend, wishHole } from './thread-tool.ts';

/** What the pointer may do, by stage. */
export interface CanvasAbilities {
  readonly movesParts: boolean;
  readonly drawsThread: boolean;
  /** Nodes, sizes, lines and areas of the cloth can be taken hold of. */
  readonly shapesCloth?: boolean;
  /** Holes are wished joined instead of sewn. */
  readonly wishes?: boolean;
  /** Clicks on a part do this instead of choosing it. */
  readonly onPart?: (partId: string) => void;
}

/** A press that moves less than this is a click, px. */
const CLICK_PX = 4;
/** How near to a hole the pointer catches it, px. */
export const CATCH_PX = 14;
/** Turning by the handle catches these angles, degrees; with Alt held it does not. */
const TURN_STEP_DEG = 15;

type Gesture =
  | { readonly kind: 'pan'; readonly last: Point }
  /** Two fingers: what lies between them stays between them. */
  | { readonly kind: 'pinch' }
  | { readonly kind: 'marquee'; readonly start: Point }
  | {
      readonly kind: 'move';
      readonly start: Point;
      readonly ids: readonly string[];
      readonly targets: SnapTargets;
    }
  | ClothGesture
  | { readonly kind: 'pen'; readonly at: Point }
  | { readonly kind: 'turn'; readonly id: string }
  | { readonly kind: 'bend'; readonly runId: string; readonly index: number; readonly isNew: boolean };

export interface Marquee {
  readonly from: Point;
  readonly to: Point;
}

export function useCanvasGestures(
  camera: Camera,
  abilities: CanvasAbilities,
  setMarquee: (marquee: Marquee | null) => void,
) {
  const gesture = useRef<Gesture | null>(null);
  // With the pointer captured, later events name the canvas as their target, so what was pressed is kept.
  const pressed = useRef<{ readonly at: Point; readonly target: Element; moved: boolean } | null>(null);

  const fingers = useRef(new Map<number, Point>());

  const pixels = (event: PointerEvent): Point => {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };
  const onCloth = (px: Point): Point =>
    asSeen(currentPlan().cloth, useViewStore.getState().face, toMm(camera, px));
  const editOf = (active: Gesture, p: Point, event: PointerEvent): Result<Edit> | null => {
    const plan = currentPlan();
    switch (active.kind) {
      case 'move': {
        const parts = active.ids
          .map((id) => plan.parts[id])
          .filter((part): part is Part => part !== undefined);
        const delta = subtract(p, active.start);
        // With Alt held nothing catches.
        const snapped = event.altKey
          ? { delta, guides: [] }
          : snapMove(active.targets, parts, delta, SNAP_PX / camera.scale);
        useViewStore.getState().setSnapGuides(snapped.guides);
        return moveParts(plan, active.ids, clampMove(plan, parts, snapped.delta));
      }
      case 'turn':
        return turnPart(plan, active.id, angleTo(plan, active.id, p, event.altKey));
      case 'bend': {
        const at = clampToCloth(plan, snapToMicrometre(p));
        return active.isNew
          ? addBend(plan, active.runId, active.index, at)
          : moveBend(plan, active.runId, active.index, at);
      }
      case 'size':
      case 'node':
      case 'handle':
      case 'shift':
        return clothEditOf(plan, active, p, event.altKey);
      default:
        return null;
    }
  };

  function onPointerDown(event: PointerEvent): void {
    const px = pixels(event);
    const p = onCloth(px);
    const view = useViewStore.getState();
    const target = event.target as Element;
    const data = (name: string): string | undefined =>
      target.closest<SVGElement>(`[data-${name}]`)?.dataset[name];
    pressed.current = { at: px, target, moved: false };
    event.currentTarget.setPointerCapture(event.pointerId);
    if (event.pointerType === 'touch') {
      fingers.current.set(event.pointerId, px);
      if (fingers.current.size === 2) {
        usePlanStore.getState().dropPreview();
        setMarquee(null);
        gesture.current = { kind: 'pinch' };
        return;
      }
    }
    if (event.button === 1 || (event.button === 0 && event.shiftKey && event.altKey)) {
      gesture.current = { kind: 'pan', last: px };
      return;
    }
    if (event.button !== 0) return;
    if (view.tool.kind === 'wish') return;
    if (view.tool.kind === 'pen') gesture.current = { kind: 'pen', at: p };
    if (view.tool.kind !== 'hand') return;
    if (abilities.shapesCloth === true) {
      gesture.current = takeCloth(p, data) ?? { kind: 'pan', last: px };
      return;
    }
    if (abilities.wishes === true) {
      const hole = nearestHole(currentPlan(), p, CATCH_PX / camera.scale);
      if (hole === null) gesture.current = { kind: 'pan', last: px };
      else wishHole(hole);
      return;
    }
    const bend = data('bend') ?? data('leg');
    const runId = data('run');
    const partId = data('part');
    if (data('turn') !== undefined) gesture.current = { kind: 'turn', id: data('turn') as string };
    else if (bend !== undefined && runId !== undefined) {
      const isNew = data('leg') !== undefined;
      gesture.current = { kind: 'bend', runId, index: Number(bend), isNew };
      view.select({ runId, bend: isNew ? null : Number(bend) });
    } else if (abilities.drawsThread && nearestHole(currentPlan(), p, CATCH_PX / camera.scale) !== null) {
      gesture.current = null;
    } else if (partId !== undefined && abilities.onPart === undefined) {
      const ids = chosenWith(currentPlan(), view.selection.partIds, partId, event.shiftKey);
      view.select({ partIds: ids });
      if (abilities.movesParts && ids.includes(partId))
        gesture.current = { kind: 'move', start: p, ids, targets: snapTargets(currentPlan(), ids) };
    } else if (runId !== undefined) view.select({ runId });
    else if (abilities.movesParts && target.closest('[data-ground]') !== null)
      gesture.current = { kind: 'marquee', start: p };
    else gesture.current = { kind: 'pan', last: px };
  }

  function onPointerMove(event: PointerEvent): void {
    const px = pixels(event);
    const p = onCloth(px);
    const view = useViewStore.getState();
    if (gesture.current?.kind === 'pinch') {
      const before = [...fingers.current.values()];
      fingers.current.set(event.pointerId, px);
      view.setCamera(pinched(view.camera ?? camera, before, [...fingers.current.values()]));
      return;
    }
    if (fingers.current.has(event.pointerId)) fingers.current.set(event.pointerId, px);
    view.setPointer(p);
    const press = pressed.current;
    if (press !== null && distance(press.at, px) > CLICK_PX) press.moved = true;
    const active = gesture.current;
    if (active === null || press?.moved !== true) return;
    if (active.kind === 'pen') {
      penPull(active.at, p);
      return;
    }
    if (active.kind === 'pan') {
      view.setCamera(pan(camera, px.x - active.last.x, px.y - active.last.y));
      gesture.current = { kind: 'pan', last: px };
    } else if (active.kind === 'marquee') setMarquee({ from: active.start, to: p });
    else {
      const edit = editOf(active, p, event);
      if (edit !== null) usePlanStore.getState().showPreview(edit);
      const moved = movedBy(active);
      if (edit?.ok === true && moved.length > 0) followDrag(currentPlan(), edit.value, moved);
    }
  }

  function onPointerUp(event: PointerEvent): void {
    const px = pixels(event);
    const p = onCloth(px);
    const view = useViewStore.getState();
    const active = gesture.current;
    fingers.current.delete(event.pointerId);
    if (active?.kind === 'pinch') {
      // The first finger to leave ends it; the one that stays draws and places nothing.
      pressed.current = null;
      if (fingers.current.size === 0) gesture.current = null;
      return;
    }
    if (abilities.wishes === true && view.tool.kind === 'wish') {
      const hole = nearestHole(currentPlan(), p, CATCH_PX / camera.scale);
      const dragged = pressed.current?.moved === true;
      gesture.current = null;
      pressed.current = null;
      if (hole !== null) wishHole(hole);
      else if (dragged) view.setTool({ kind: 'hand' });
      return;
    }
    const moved = pressed.current?.moved === true;
    const target = pressed.current?.target ?? null;
    gesture.current = null;
    pressed.current = null;
    setMarquee(null);
    if (active?.kind === 'pen') {
      // Pressed and pulled, a node is curved; just clicked, it is a corner.
      penClick(active.at, camera.scale, moved ? p : null);
      return;
    }
    if (active !== null && moved) {
      if (active.kind === 'marquee')
        view.select({ partIds: withGroups(currentPlan(), partsBetween(currentPlan(), active.start, p)) });
      const moved = movedBy(active);
      const alone = editOf(active, p, event);
      stopFollowing();
      const edit = alone === null || moved.length === 0 ? alone : withRepair(currentPlan(), alone, moved);
      view.setSnapGuides([]);
      if (edit !== null && usePlanStore.getState().commit(edit) && active.kind === 'node' && active.isNew)
        view.select({ markingId: active.line.id, node: active.index + 1 });
      return;
    }
    // A part dragged from the drawer is let go over the cloth without having been pressed here.
    if (event.button === 0 && (target !== null || view.tool.kind === 'place'))
      click(p, target, event.shiftKey);
  }

  function click(p: Point, target: Element | null, isShifted: boolean): void {
    const view = useViewStore.getState();
    const { tool } = view;
    const plan = currentPlan();
    if (tool.kind === 'place') {
      placeAt(p, isShifted);
      return;
    }
    if (tool.kind === 'point') {
      pointAt(p);
      return;
    }
    if (abilities.shapesCloth === true) {
      if (target?.closest('[data-node], [data-handle], [data-insert], [data-size]') == null)
        view.select({ markingId: markingAt(plan, p, CATCH_PX / camera.scale) });
      return;
    }
    if (abilities.drawsThread) {
      const hole = nearestHole(plan, p, CATCH_PX / camera.scale);
      if (hole !== null) chooseHole(hole);
      else if (tool.kind === 'draw') putBend(p);
      else if (target?.closest('[data-run]') == null) view.select({});
      return;
    }
    const partId = target?.closest<SVGElement>('[data-part]')?.dataset['part'];
    if (partId !== undefined) abilities.onPart?.(partId);
    else if (target?.closest('[data-run], [data-turn]') == null) view.select({});
  }

  function onPointerCancel(): void {
    fingers.current.clear();
    gesture.current = null;
    pressed.current = null;
    setMarquee(null);
    useViewStore.getState().setSnapGuides([]);
    stopFollowing();
    usePlanStore.getState().dropPreview();
  }

  // Escape takes back what the pointer is doing, before any other meaning of the key.
  useEffect(() => {
    const onEscape = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape' || gesture.current === null || pressed.current?.moved !== true) return;
      event.stopImmediatePropagation();
      onPointerCancel();
    };
    window.addEventListener('keydown', onEscape, { capture: true });
    return () => window.removeEventListener('keydown', onEscape, { capture: true });
  });

  return {
    onPointerDown,
    onPointerMove,
    onPointerUp,
    onPointerCancel,
    onPointerLeave: () => useViewStore.getState().setPointer(null),
  };
}

/** The parts that a gesture moves or turns. */
function movedBy(gesture: Gesture): readonly string[] {
  return gesture.kind === 'move' ? gesture.ids : gesture.kind === 'turn' ? [gesture.id] : [];
}

/** The camera after two fingers moved from `before` to `now`. With one finger left it stays. */
export function pinched(camera: Camera, before: readonly Point[], now: readonly Point[]): Camera {
  const [a, b] = before;
  const [c, d] = now;
  if (a === undefined || b === undefined || c === undefined || d === undefined) return camera;
  const middle = (p: Point, q: Point): Point => ({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 });
  const was = middle(a, b);
  const is = middle(c, d);
  const factor = distance(c, d) / Math.max(1, distance(a, b));
  return zoomAbout(pan(camera, is.x - was.x, is.y - was.y), is, factor);
}

/** Places the part of the tool in hand. With `again`, the tool stays in hand. */
export function placeAt(p: Point, again: boolean): void {
  const view = useViewStore.getState();
  const { tool } = view;
  if (tool.kind !== 'place') return;
  const plan = currentPlan();
  const id = partIdOf(plan.nextNumber);
  const at = clampPlacing(plan, tool, p);
  const { kindId, colourId, turnDeg } = tool;
  const placing = { kindId, colourId, turnDeg, at, face: view.face };
  const kind = maybeKindOf(plan, { kindId });
  // What comes in two is placed in two: the other half beside it, where there is cloth.
  const edit =
    kind?.mateId === undefined
      ? placePart(plan, placing)
      : placePair(plan, placing, mateOffset(plan, kind, kind.mateId, at));
  if (!usePlanStore.getState().commit(edit)) return;
  if (!again) view.setTool({ kind: 'hand' });
  view.select({ partIds: [id] });
}

/** Where the other half of a pair goes: to the right of the first, or to the left where the cloth ends. */
function mateOffset(plan: Plan, kind: PartKind, mateId: string, at: Point): Point {
  const mate = maybeKindOf(plan, { kindId: mateId });
  const half = (of: PartKind | undefined): number =>
    Math.max(0, ...(of?.outline ?? []).map((corner) => corner.x));
  const apart = half(kind) + half(mate) + 6;
  const wanted = { x: at.x + apart, y: at.y };
  const found = clampPlacing(plan, { kindId: mateId, turnDeg: 0 }, wanted);
  return distance(found, wanted) < 1 ? { x: apart, y: 0 } : { x: -apart, y: 0 };
}

function chosenWith(plan: Plan, chosen: readonly string[], id: string, adds: boolean): readonly string[] {
  const group = withGroups(plan, [id]);
  if (!adds) return chosen.includes(id) ? chosen : group;
  return chosen.includes(id)
    ? chosen.filter((other) => !group.includes(other))
    : [...chosen, ...group.filter((other) => !chosen.includes(other))];
}

function partsBetween(plan: Plan, a: Point, b: Point): readonly string[] {
  const [minX, maxX] = [Math.min(a.x, b.x), Math.max(a.x, b.x)];
  const [minY, maxY] = [Math.min(a.y, b.y), Math.max(a.y, b.y)];
  return Object.values(plan.parts)
    .filter(({ at }) => at.x >= minX && at.x <= maxX && at.y >= minY && at.y <= maxY)
    .map((part) => part.id);
}

function angleTo(plan: Plan, id: string, p: Point, isFree: boolean): number {
  const part = plan.parts[id];
  if (part === undefined) return 0;
  const degrees = (Math.atan2(p.y - part.at.y, p.x - part.at.x) * 180) / Math.PI + 90;
  return isFree ? Math.round(degrees * 10) / 10 : Math.round(degrees / TURN_STEP_DEG) * TURN_STEP_DEG;
}

/** How near something catches a dragged part, px. */
const SNAP_PX = 6;

/** Where the bends of a chosen run can be taken hold of, and where new ones can be pulled out of its legs. */
export function bendHandles(
  plan: Plan,
  runId: string,
): { readonly bends: readonly Point[]; readonly legs: readonly Point[] } {
  const run = plan.runs[runId];
  if (run === undefined) return { bends: [], legs: [] };
  const path = runPath(plan, run);
  return {
    bends: run.bends,
    legs: path
      .slice(1)
      .map((p, i) => ({ x: (p.x + (path[i] as Point).x) / 2, y: (p.y + (path[i] as Point).y) / 2 })),
  };
}
