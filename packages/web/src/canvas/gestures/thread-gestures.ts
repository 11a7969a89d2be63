/** Threads and holes under the pointer: runs chosen and bent, holes joined by two clicks or by one pull from hole to hole. */
import { snapToMicrometre } from '@sashiko/core/geometry/point';
import { addBend, moveBend } from '@sashiko/core/plan/edits/run-edits';
import { holeKey } from '@sashiko/core/plan/placed';
import type { HoleRef } from '@sashiko/core/plan/records';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { clampToCloth } from '../clamp.ts';
import { nearestHole } from '../nearest-hole.ts';
import { chooseHole, wishHole } from '../thread-tool.ts';
import { CATCH_PX, type Gesture, type GestureKind, type Moment } from './gesture.ts';
import { previewed } from './previewed.ts';
import { panning } from './view-gestures.ts';

export const bendRun: GestureKind = {
  id: 'bend-run',
  begin({ marks: { run, bend, leg } }) {
    const index = bend ?? leg?.split('.')[0];
    const onLeg = leg === undefined ? undefined : Number(leg.split('.')[1] ?? 0);
    if (run === undefined || index === undefined) return null;
    const { select } = useViewStore.getState();
    const isNew = bend === undefined;
    select({ runId: run, bend: isNew ? null : Number(index) });
    return previewed(
      ({ at }) => {
        const plan = currentPlan();
        const to = clampToCloth(panelInHand(plan), snapToMicrometre(at));
        return isNew ? addBend(plan, run, Number(index), to, onLeg) : moveBend(plan, run, Number(index), to);
      },
      () => select({ runId: run, bend: Number(index) }),
    );
  },
};

export const chooseRun: GestureKind = {
  id: 'choose-run',
  begin({ marks: { run } }) {
    if (run === undefined) return null;
    useViewStore.getState().select({ runId: run });
    return {};
  },
};

/** From a hole: a click takes it, a pull to another hole takes both. */
export const sewFromHole: GestureKind = {
  id: 'sew-from-hole',
  begin({ at, camera, abilities }) {
    const reachMm = CATCH_PX / camera.scale;
    if (!abilities.drawsThread || abilities.wishes === true) return null;
    const hole = nearestHole(currentPlan(), panelInHand(currentPlan()).id, at, reachMm);
    return hole === null ? null : fromHole(hole, reachMm, chooseHole, 'draw');
  },
};

/** Wishes: the first hole is taken when it is pressed, the second where the pointer is let go. */
export const wishFromHole: GestureKind = {
  id: 'wish-from-hole',
  begin({ at, screen, camera, abilities }) {
    if (abilities.wishes !== true) return null;
    const { tool, select } = useViewStore.getState();
    const reachMm = CATCH_PX / camera.scale;
    const hole = nearestHole(currentPlan(), panelInHand(currentPlan()).id, at, reachMm);
    if (tool.kind === 'wish') return toHole(reachMm, wishHole);
    return hole === null ? panning(screen, () => select({})) : fromHole(hole, reachMm, wishHole, 'wish');
  },
};

function fromHole(
  hole: HoleRef,
  reachMm: number,
  take: (hole: HoleRef) => void,
  tool: 'draw' | 'wish',
): Gesture {
  const isTaken = (): boolean => useViewStore.getState().tool.kind === tool;
  const putDown = (): void => useViewStore.getState().setTool({ kind: 'hand' });
  return {
    move() {
      if (!isTaken()) take(hole);
    },
    end({ at }) {
      const other = nearestHole(currentPlan(), panelInHand(currentPlan()).id, at, reachMm);
      if (other === null) putDown();
      else if (holeKey(other) !== holeKey(hole)) take(other);
    },
    click: () => take(hole),
    cancel() {
      if (isTaken()) putDown();
    },
  };
}

function toHole(reachMm: number, take: (hole: HoleRef) => void): Gesture {
  const at = (now: Moment): HoleRef | null =>
    nearestHole(currentPlan(), panelInHand(currentPlan()).id, now.at, reachMm);
  return {
    click(now) {
      const hole = at(now);
      if (hole !== null) take(hole);
    },
    end(now) {
      const hole = at(now);
      if (hole !== null) take(hole);
      else useViewStore.getState().setTool({ kind: 'hand' });
    },
  };
}
