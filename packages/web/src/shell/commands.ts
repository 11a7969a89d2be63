/** Everything the keyboard can do on the worktable: what is listed under `?` and what is done are the same entries. */

import { clothOutline } from '@sashiko/core/cloth/cloth';
import { moveNode } from '@sashiko/core/geometry/curve';
import { removeNode, toggleSmooth } from '@sashiko/core/geometry/curve-edit';
import { add, type Point, snapToMicrometre } from '@sashiko/core/geometry/point';
import { groupParts, ungroupParts } from '@sashiko/core/plan/arrange/group';
import { deleteMarkings } from '@sashiko/core/plan/edits/cloth-edits';
import { reverseRun, slideRun } from '@sashiko/core/plan/edits/line-edits';
import { deleteParts, moveParts, turnPart } from '@sashiko/core/plan/edits/part-edits';
import { changeStitching, deleteRuns, moveBend, removeBend } from '@sashiko/core/plan/edits/run-edits';
import { panelOf } from '@sashiko/core/plan/panels';
import { holePoint } from '@sashiko/core/plan/placed';
import type { Part } from '@sashiko/core/plan/records';
import { clampMove, roomiestPlace } from '../canvas/clamp.ts';
import { commitMove } from '../canvas/follow-threads.ts';
import { editableLine, withNodes } from '../canvas/line-edits.ts';
import { finishPen, penClick, pointAt } from '../canvas/pen-tool.ts';
import { offTable, onTable } from '../canvas/table.ts';
import { putBend, stepBack } from '../canvas/thread-tool.ts';
import { type Direction, travel } from '../canvas/travel.ts';
import { fitPiece, zoomBy } from '../canvas/zoom.ts';
import { copyToClipboard, pasteFromClipboard } from '../stages/parts/clipboard.ts';
import { copyParts } from '../stages/parts/copy-parts.ts';
import type { StageId } from '../stages/stages.ts';
import { panelInHand } from '../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';

/** A key, what it does in words, and doing it. */
export interface Command {
  readonly keys: string;
  readonly words: string;
  /** Does it and says true, or says false when the key is not its own or there is nothing to do. */
  act(event: KeyboardEvent, stage: StageId): boolean;
}

/** Without Control or Command. */
const plain = (event: KeyboardEvent): boolean => !event.ctrlKey && !event.metaKey;
/** With Control, or Command where that stands for it. */
const control = (event: KeyboardEvent): boolean => event.ctrlKey || event.metaKey;

/** Which way each arrow points on the screen. */
const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/** Keys that take the focus from thing to thing. */
const WAYS: Readonly<Record<string, Direction>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
  PageDown: 'next',
  PageUp: 'before',
};

/** Which way a key takes the focus, if any. */
function wayOf(event: KeyboardEvent): Direction | null {
  return WAYS[event.key] ?? null;
}

/** Arrow keys move by 1 mm, with Shift by 5, with Alt by a tenth: on the screen left is left, however the panel lies. */
function arrowStep(event: KeyboardEvent): Point | null {
  const direction = ARROWS[event.key];
  if (direction === undefined || control(event)) return null;
  const size = event.altKey ? 0.1 : event.shiftKey ? 5 : 1;
  const step = { x: direction.x * size, y: direction.y * size };
  const plan = currentPlan();
  const { face, selection } = useViewStore.getState();
  const chosen = plan.parts[selection.partIds[0] ?? ''] ?? plan.runs[selection.runId ?? ''];
  const panel = chosen === undefined ? panelInHand(plan) : panelOf(plan, chosen);
  const from = onTable(panel, face, { x: 0, y: 0 });
  return snapToMicrometre(offTable(panel, face, add(from, step)));
}

/** All commands, in the order of the key help; the first that acts has the key. */
export const COMMANDS: readonly Command[] = [
  {
    keys: 'Ctrl Z',
    words: 'Undo',
    act: (event) =>
      /** Does it where it applies, and says whether it did. */
      doIf(control(event) && event.key.toLowerCase() === 'z' && !event.shiftKey, () =>
        usePlanStore.getState().undo(),
      ),
  },
  {
    keys: 'Ctrl Shift Z, Ctrl Y',
    words: 'Redo',
    act: (event) =>
      doIf(
        control(event) &&
          ((event.key.toLowerCase() === 'z' && event.shiftKey) || event.key.toLowerCase() === 'y'),
        () => usePlanStore.getState().redo(),
      ),
  },
  {
    keys: 'F',
    words: 'Turn the piece over',
    act: (event) =>
      doIf(plain(event) && event.key.toLowerCase() === 'f', () => {
        const { face, setFace } = useViewStore.getState();
        setFace(face === 'right' ? 'wrong' : 'right');
      }),
  },
  {
    keys: 'Ctrl ← ↑ → ↓, Page ↑, Page ↓',
    words:
      'On the cloth, which Tab comes to: on to the next part, thread or hole that way, or in their order; without Ctrl too while nothing is chosen. Enter chooses it',
    act(event) {
      const way = wayOf(event);
      const { tool, selection } = useViewStore.getState();
      const isFree =
        tool.kind === 'hand' &&
        selection.partIds.length === 0 &&
        selection.runId === null &&
        selection.markingId === null;
      const isAsked =
        event.key.startsWith('Page') || control(event) || (isFree && !event.altKey && !event.shiftKey);
      return way !== null && isAsked && travel(way);
    },
  },
  {
    keys: '← ↑ → ↓',
    words: 'Move what is chosen by 1 mm (Shift: 5 mm, Alt: 0.1 mm); while sewing, move the needle',
    act: (event) => {
      const step = arrowStep(event);
      return step !== null && moveChosen(step);
    },
  },
  {
    keys: 'Ctrl A',
    words: 'Choose all parts (Parts and Check)',
    act(event, stage) {
      if (!control(event) || event.key.toLowerCase() !== 'a' || (stage !== 'parts' && stage !== 'check'))
        return false;
      useViewStore.getState().select({ partIds: Object.keys(currentPlan().parts) });
      return true;
    },
  },
  {
    keys: 'R, Shift R',
    words: 'Turn the chosen part by 15° (Shift: the other way)',
    act(event) {
      if (!plain(event) || event.key.toLowerCase() !== 'r') return false;
      const { selection } = useViewStore.getState();
      const part =
        selection.partIds.length === 1 ? currentPlan().parts[selection.partIds[0] as string] : undefined;
      if (part === undefined) return false;
      const by = event.shiftKey ? -15 : 15;
      return commitMove(turnPart(currentPlan(), part.id, part.turnDeg + by), [part.id], `turn ${part.id}`);
    },
  },
  {
    keys: '+, −, 0',
    words: 'Zoom in, zoom out, show the whole piece',
    act(event) {
      if (!plain(event)) return false;
      if (event.key === '+' || event.key === '=') zoomBy(1.25);
      else if (event.key === '-') zoomBy(0.8);
      else if (event.key === '0') fitPiece();
      else return false;
      return true;
    },
  },
  {
    keys: 'V, Shift V',
    words: 'On the chosen run: sew it the other way round (Shift: smoothly through its bends, or straight)',
    act(event) {
      const { runId } = useViewStore.getState().selection;
      const run = runId === null ? undefined : currentPlan().runs[runId];
      if (!plain(event) || event.key.toLowerCase() !== 'v' || run === undefined) return false;
      const plan = currentPlan();
      return usePlanStore
        .getState()
        .commit(
          event.shiftKey
            ? changeStitching(plan, run.id, { curved: run.curved !== true })
            : reverseRun(plan, run.id),
        );
    },
  },
  {
    keys: '[, ]',
    words: 'Slide the chosen run aside by 1 mm, to its left or right',
    act(event) {
      const { runId } = useViewStore.getState().selection;
      if (!plain(event) || (event.key !== '[' && event.key !== ']') || runId === null) return false;
      return usePlanStore
        .getState()
        .commit(slideRun(currentPlan(), runId, event.key === '[' ? -1 : 1), `slide ${runId}`);
    },
  },
  {
    keys: 'B',
    words: 'While sewing: a bend where the needle is',
    act(event) {
      const { tool, pointer } = useViewStore.getState();
      if (!plain(event) || event.key.toLowerCase() !== 'b' || tool.kind !== 'draw' || pointer === null)
        return false;
      putBend(pointer);
      return true;
    },
  },
  {
    keys: 'N, Enter',
    words:
      'While drawing on the cloth: a node where the pen is; Enter ends the line (Shift: closes it). While pointing at the photo: N points',
    act(event) {
      const { tool, pointer, camera } = useViewStore.getState();
      if (plain(event) && tool.kind === 'point' && pointer !== null && event.key.toLowerCase() === 'n') {
        pointAt(pointer);
        return true;
      }
      if (!plain(event) || tool.kind !== 'pen') return false;
      if (event.key === 'Enter') finishPen(event.shiftKey);
      else if (event.key.toLowerCase() === 'n' && pointer !== null) penClick(pointer, camera?.scale ?? 1);
      else return false;
      return true;
    },
  },
  {
    keys: 'C',
    words: 'Make the chosen node of a line smooth, or a corner',
    act(event) {
      if (!plain(event) || event.key.toLowerCase() !== 'c') return false;
      const plan = currentPlan();
      const { node, markingId } = useViewStore.getState().selection;
      const line = editableLine(plan, panelInHand(plan), markingId);
      if (line === null || node === null || line.nodes[node] === undefined) return false;
      return usePlanStore
        .getState()
        .commit(withNodes(plan, line, toggleSmooth(line.nodes, node, line.closed), 'curve a node'));
    },
  },
  {
    keys: 'Ctrl C, Ctrl V',
    words: 'Copy the chosen parts, paste them into this or another plan',
    act(event, stage) {
      if (!control(event) || stage !== 'parts') return false;
      const key = event.key.toLowerCase();
      if (key === 'c') return copyToClipboard();
      if (key !== 'v') return false;
      void pasteFromClipboard();
      return true;
    },
  },
  {
    keys: 'G, Shift G',
    words: 'Group the chosen parts (Shift: ungroup them)',
    act(event, stage) {
      const { partIds } = useViewStore.getState().selection;
      if (!plain(event) || stage !== 'parts' || event.key.toLowerCase() !== 'g' || partIds.length < 2)
        return false;
      const plan = currentPlan();
      return usePlanStore
        .getState()
        .commit(event.shiftKey ? ungroupParts(plan, partIds) : groupParts(plan, partIds));
    },
  },
  {
    keys: 'Ctrl D',
    words: 'Copy the chosen parts beside themselves',
    act(event, stage) {
      const { selection } = useViewStore.getState();
      if (
        !control(event) ||
        event.key.toLowerCase() !== 'd' ||
        stage !== 'parts' ||
        selection.partIds.length === 0
      )
        return false;
      copyParts(currentPlan(), selection.partIds);
      return true;
    },
  },
  {
    keys: 'Delete',
    words: 'Take away the chosen parts, bend or run',
    act: (event) => (event.key === 'Delete' || event.key === 'Backspace') && plain(event) && deleteChosen(),
  },
  {
    keys: 'Esc',
    words: 'Step back: the last bend, the part in hand, the choice',
    act(event) {
      if (event.key !== 'Escape') return false;
      usePlanStore.getState().endPreview();
      if (!stepBack()) {
        useViewStore.getState().select({});
        useViewStore.getState().setSpotlight(null);
      }
      return true;
    },
  },
];

function doIf(applies: boolean, act: () => void): boolean {
  if (applies) act();
  return applies;
}

/** Moves what is chosen or in hand by a step. */
function moveChosen(step: Point): boolean {
  const { tool, pointer, selection, setPointer } = useViewStore.getState();
  const plan = currentPlan();
  const { commit } = usePlanStore.getState();
  if (tool.kind === 'pen' || tool.kind === 'point') {
    const from =
      pointer ??
      (tool.kind === 'pen' ? tool.nodes.at(-1)?.at : undefined) ??
      roomiestPlace(clothOutline(panelInHand(plan)));
    setPointer(add(from, { x: step.x * 5, y: step.y * 5 }));
    return true;
  }
  if (tool.kind === 'draw' || tool.kind === 'wish') {
    setPointer(add(pointer ?? holePoint(plan, tool.from), { x: step.x * 5, y: step.y * 5 }));
    return true;
  }
  if (selection.partIds.length > 0) {
    const parts = selection.partIds
      .map((id) => plan.parts[id])
      .filter((part): part is Part => part !== undefined);
    return commitMove(
      moveParts(plan, selection.partIds, clampMove(plan, parts, step)),
      selection.partIds,
      `nudge ${selection.partIds.join()}`,
    );
  }
  const line = editableLine(plan, panelInHand(plan), selection.markingId);
  if (line !== null) {
    const { node } = selection;
    const nodes =
      node === null
        ? line.nodes.map((one) => moveNode(one, step))
        : line.nodes.map((one, i) => (i === node ? moveNode(one, step) : one));
    const label = node === null ? `move ${line.name}` : 'move a node';
    return commit(withNodes(plan, line, nodes, label), `nudge ${line.id} ${node ?? ''}`);
  }
  const run = selection.runId === null ? undefined : plan.runs[selection.runId];
  const bend = selection.bend === null ? undefined : run?.bends[selection.bend];
  if (run === undefined || bend === undefined || selection.bend === null) return false;
  return commit(moveBend(plan, run.id, selection.bend, add(bend, step)), `nudge ${run.id} ${selection.bend}`);
}

/** Takes away what is chosen; while something is drawn, its last step. */
function deleteChosen(): boolean {
  const { selection, select, tool } = useViewStore.getState();
  const plan = currentPlan();
  const { commit } = usePlanStore.getState();
  if (tool.kind !== 'hand') return stepBack();
  if (selection.partIds.length > 0) {
    if (commit(deleteParts(plan, selection.partIds))) select({});
    return true;
  }
  const line = editableLine(plan, panelInHand(plan), selection.markingId);
  if (line !== null) {
    const { node } = selection;
    if (node !== null) {
      if (commit(withNodes(plan, line, removeNode(line.nodes, node), 'remove a node')))
        select({ markingId: line.id });
    } else if (line.id !== 'outline' && commit(deleteMarkings(plan, [line.id]))) select({});
    return true;
  }
  if (selection.runId === null) return false;
  const { runId, bend } = selection;
  const edit = bend === null ? deleteRuns(plan, [runId]) : removeBend(plan, runId, bend);
  if (commit(edit)) select(bend === null ? {} : { runId });
  return true;
}
