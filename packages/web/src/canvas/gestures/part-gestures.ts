/** Parts under the pointer: chosen, moved with their threads, turned by their handle, chosen many at once, shown by a click. */
import type { Result } from '@sashiko/core/errors/problem';
import { add, type Point, subtract } from '@sashiko/core/geometry/point';
import { withGroups } from '@sashiko/core/plan/arrange/group';
import { snapMove, snapTargets } from '@sashiko/core/plan/arrange/snapping';
import type { Edit } from '@sashiko/core/plan/edit';
import { moveParts, putOnPanel, turnPart } from '@sashiko/core/plan/edits/part-edits';
import { hasSeveralPanels, thoseOn } from '@sashiko/core/plan/panels';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { clampMove, clampPlacing } from '../clamp.ts';
import { commitMove, followingThreads } from '../follow-threads.ts';
import { offTable, onTable, panelAt } from '../table.ts';
import type { Gesture, GestureKind, Moment, Press } from './gesture.ts';

/** How near something catches a dragged part, px. */
const SNAP_PX = 6;
/** Turning by the handle catches these angles, degrees; with Alt held it does not. */
const TURN_STEP_DEG = 15;

/** Parts in hand: what is shown follows the pointer, and so do their threads. */
function carrying(partIds: readonly string[], editAt: (now: Moment) => Result<Edit>): Gesture {
  const preview = usePlanStore.getState().startPreview(() => useViewStore.getState().setSnapGuides([]));
  const follow = followingThreads(preview, partIds);
  return {
    move(now) {
      if (preview.hasEnded) return;
      const edit = editAt(now);
      preview.show(edit);
      if (edit.ok) follow(currentPlan(), edit.value);
    },
    end(now) {
      if (preview.hasEnded) return;
      const edit = editAt(now);
      preview.end();
      commitMove(edit, partIds);
      takePanelOf(partIds);
    },
    click: () => preview.end(),
    cancel: () => preview.end(),
  };
}

/** What was put onto another panel takes that panel into the hand. */
function takePanelOf([id]: readonly string[]): void {
  const part = currentPlan().parts[id ?? ''];
  if (part !== undefined && hasSeveralPanels(currentPlan())) useViewStore.getState().takePanel(part.panelId);
}

/** The handle beside a chosen part turns it, by steps unless Alt is held. */
export const turnByHandle: GestureKind = {
  id: 'turn-by-handle',
  begin({ marks: { turn: id } }) {
    if (id === undefined) return null;
    return carrying([id], (now) => turnPart(currentPlan(), id, angleTo(currentPlan(), id, now)));
  },
};

/** How a part lies when its handle is at the pointer, degrees: in steps, or by tenths with Alt. */
function angleTo(plan: Plan, id: string, { at, alt }: Moment): number {
  const part = plan.parts[id];
  if (part === undefined) return 0;
  const degrees = (Math.atan2(at.y - part.at.y, at.x - part.at.x) * 180) / Math.PI + 90;
  return alt ? Math.round(degrees * 10) / 10 : Math.round(degrees / TURN_STEP_DEG) * TURN_STEP_DEG;
}

/** Where a stage does something of its own with a part, a click does that. */
export const showPart: GestureKind = {
  id: 'show-part',
  begin({ marks: { part }, abilities: { onPart } }) {
    return part === undefined || onPart === undefined ? null : { click: () => onPart(part) };
  },
};

/** A press on a part chooses it and moves all that is chosen. */
export const moveChosenParts: GestureKind = {
  id: 'move-parts',
  begin(press) {
    const { marks, shift, abilities } = press;
    if (marks['part'] === undefined) return null;
    const view = useViewStore.getState();
    const ids = chosenWith(currentPlan(), view.selection.partIds, marks['part'], shift);
    view.select({ partIds: ids });
    if (!abilities.movesParts || !ids.includes(marks['part'])) return {};
    return moving(ids, press);
  },
};

/** Parts under way from where they were, with the threads that hang on them. */
function moving(ids: readonly string[], { at: start, camera }: Press): Gesture {
  const targets = snapTargets(currentPlan(), panelInHand(currentPlan()), ids);
  return carrying(ids, ({ at, alt }) => {
    const plan = currentPlan();
    const parts = ids.map((id) => plan.parts[id]).filter((part): part is Part => part !== undefined);
    const delta = subtract(at, start);
    const over = ontoOther(plan, parts, at, delta);
    if (over !== null) return over;
    // With Alt held nothing catches.
    const snapped = alt
      ? { delta, guides: [] }
      : snapMove(targets, parts, delta, SNAP_PX / (useViewStore.getState().camera ?? camera).scale);
    useViewStore.getState().setSnapGuides(snapped.guides);
    return moveParts(plan, ids, clampMove(plan, parts, snapped.delta));
  });
}

/** Parts without threads that are pulled over another panel are put onto it; null where they stay on their own. */
function ontoOther(plan: Plan, parts: readonly Part[], at: Point, delta: Point): Result<Edit> | null {
  const [first] = parts;
  if (first === undefined || !hasSeveralPanels(plan)) return null;
  const { face } = useViewStore.getState();
  const from = panelInHand(plan);
  const to = panelAt(plan, face, onTable(from, face, at));
  if (to === null || to.id === first.panelId || from.id !== first.panelId) return null;
  const place = offTable(to, face, onTable(from, face, add(first.at, delta)));
  const edit = putOnPanel(
    plan,
    parts.map(({ id }) => id),
    to.id,
    clampPlacing(plan, to, first, place),
  );
  if (!edit.ok) return null;
  useViewStore.getState().setSnapGuides([]);
  return edit;
}

/** What is chosen after a press on a part with its group, with Shift (`adds`) or without. */
function chosenWith(plan: Plan, chosen: readonly string[], id: string, adds: boolean): readonly string[] {
  const group = withGroups(plan, [id]);
  if (!adds) return chosen.includes(id) ? chosen : group;
  return chosen.includes(id)
    ? chosen.filter((other) => !group.includes(other))
    : [...chosen, ...group.filter((other) => !chosen.includes(other))];
}

/** A box drawn over bare cloth chooses the parts in it. */
export const chooseByBox: GestureKind = {
  id: 'choose-by-box',
  begin({ at: from, marks, abilities }) {
    if (!abilities.movesParts || marks['ground'] === undefined) return null;
    const { setMarquee, select } = useViewStore.getState();
    return {
      move: ({ at }) => setMarquee({ from, to: at }),
      end({ at }) {
        setMarquee(null);
        select({ partIds: withGroups(currentPlan(), partsBetween(currentPlan(), from, at)) });
      },
      click: () => select({}),
      cancel: () => setMarquee(null),
    };
  },
};

/** Parts of the panel in hand whose middle lies in a box. */
function partsBetween(plan: Plan, a: Point, b: Point): readonly string[] {
  const [minX, maxX] = [Math.min(a.x, b.x), Math.max(a.x, b.x)];
  const [minY, maxY] = [Math.min(a.y, b.y), Math.max(a.y, b.y)];
  return thoseOn(plan.parts, panelInHand(plan).id)
    .filter(({ at }) => at.x >= minX && at.x <= maxX && at.y >= minY && at.y <= maxY)
    .map((part) => part.id);
}
