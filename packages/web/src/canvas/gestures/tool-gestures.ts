/** The pointer with a tool in hand: the pen draws, a part is placed, a place of the photo is pointed at. */
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { nearestHole } from '../nearest-hole.ts';
import { penClick, penPull, pointAt } from '../pen-tool.ts';
import { placeAt } from '../place-tool.ts';
import { chooseEdge, edgeOfKey } from '../seam-tool.ts';
import { chooseHole, putBend } from '../thread-tool.ts';
import { CATCH_PX, type GestureKind, type Moment } from './gesture.ts';
import { panning } from './view-gestures.ts';

/** A tool that does the same wherever the pointer is let go. */
function whereLetGo(tool: string, act: (now: Moment, scale: number) => void): GestureKind {
  return {
    id: tool,
    begin({ camera }) {
      if (useViewStore.getState().tool.kind !== tool) return null;
      const done = (now: Moment): void => act(now, camera.scale);
      return { end: done, click: done };
    },
  };
}

/** Pressed and pulled, a node is curved; just clicked, it is a corner. */
export const drawNode: GestureKind = {
  id: 'pen',
  begin({ at, camera }) {
    if (useViewStore.getState().tool.kind !== 'pen') return null;
    return {
      move: (now) => penPull(at, now.at),
      end: (now) => penClick(at, camera.scale, now.at),
      click: () => penClick(at, camera.scale),
      cancel() {
        const { tool, setTool } = useViewStore.getState();
        if (tool.kind === 'pen') setTool({ kind: 'pen', use: tool.use, nodes: tool.nodes });
      },
    };
  },
};

export const placeInHand = whereLetGo('place', ({ at, shift }) => placeAt(at, shift));

/** The edges of a seam are pressed, one after the other; elsewhere the view is pulled. */
export const chooseEdges: GestureKind = {
  id: 'seam',
  begin({ marks: { edge }, screen }) {
    if (useViewStore.getState().tool.kind !== 'seam') return null;
    return panning(screen, edge === undefined ? undefined : () => chooseEdge(edgeOfKey(edge)));
  },
};

export const pointAtPicture = whereLetGo('point', ({ at }) => pointAt(at));

/** The run under way goes on: to a hole, or round a bend. */
export const goOnSewing = whereLetGo('draw', ({ at }, scale) => {
  const hole = nearestHole(currentPlan(), panelInHand(currentPlan()).id, at, CATCH_PX / scale);
  if (hole !== null) chooseHole(hole);
  else putBend(at);
});
