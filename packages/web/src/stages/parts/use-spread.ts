import { nearestAlong, walkable } from '@sashiko/core/geometry/polyline';
import { takesColour } from '@sashiko/core/parts/part-element';
import { maybePartKind } from '@sashiko/core/parts/part-kinds';
import { type Spread, type SpreadTurn, spreadParts, spreadPoses } from '@sashiko/core/plan/arrange/spread';
import { partIdOf } from '@sashiko/core/plan/edits/part-edits';
import { useState } from 'react';
import { useGhosts } from '../../canvas/use-ghosts.ts';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { type LineWay, lineOf, usualWay } from './line-ways.ts';

/** What is said of a row before it is placed, beside the line it goes along. */
interface SpreadChoices {
  readonly kindId: string;
  readonly colourId: string;
  readonly count: number;
  readonly insetMm: number;
  readonly turn: SpreadTurn;
}

/** Six lights of the commonest sort, + toward the inside. */
const USUAL: SpreadChoices = {
  kindId: 'sew-on-light',
  colourId: 'warm-white',
  count: 6,
  insetMm: 0,
  turn: 'plus-right',
};

/** A row of parts along a line: what is chosen of it, where its parts would lie (shown as ghosts while wished), and placing them. */
export function useSpread() {
  const plan = useShownPlan();
  const panel = usePanelInHand(plan);
  // A line of the maker's own, where there is one.
  const [way, setWay] = useState<LineWay>(() => {
    const drawn = usualWay(panel, 'drawn');
    return lineOf(panel, drawn) === undefined ? usualWay(panel, 'arc') : drawn;
  });
  const [choices, setChoices] = useState(USUAL);
  const [anchorsMm, setAnchorsMm] = useState<readonly number[]>([]);
  const [isShown, setShown] = useState(true);
  const { kindId, colourId, count, insetMm, turn } = choices;
  const line = lineOf(panel, way);
  const kind = maybePartKind(kindId);
  const spread: Spread | null =
    line === undefined || kind === undefined
      ? null
      : {
          line,
          count,
          anchorsMm,
          turn,
          insetMm,
          placing: { panelId: panel.id, kindId, ...(takesColour(kind) ? { colourId } : {}) },
        };
  const poses = spread === null ? null : spreadPoses(spread);
  useGhosts(
    isShown && poses?.ok === true
      ? poses.value.map((pose) => ({ ...pose, kindId, face: 'right' as const }))
      : [],
  );
  const chosenPartId = useViewStore((state) => state.selection.partIds[0]);
  const anchorPart = chosenPartId === undefined ? undefined : plan.parts[chosenPartId];

  return {
    unit: plan.habits.unit,
    way,
    line,
    kind,
    choices,
    anchorsMm,
    /** The part that an anchor would be set at. */
    anchorPart,
    poses,
    isShown,
    setShown,
    setAnchorsMm,
    choose: (next: Partial<SpreadChoices>): void => setChoices({ ...choices, ...next }),
    /** Another line: anchors were places on the one before. */
    goAlong: (next: LineWay): void => {
      setWay(next);
      setAnchorsMm([]);
      setShown(true);
    },
    anchorAtPart: (): void => {
      if (anchorPart === undefined || line === undefined) return;
      const { alongMm } = nearestAlong(walkable(line.points, line.closed), anchorPart.at);
      setAnchorsMm([...anchorsMm, alongMm].sort((a, b) => a - b));
    },
    /** Lays the parts on the cloth, and chooses them. */
    place: (): void => {
      if (spread === null) return;
      const first = currentPlan().nextNumber;
      if (!usePlanStore.getState().commit(spreadParts(currentPlan(), spread))) return;
      setShown(false);
      const partIds = Array.from({ length: count }, (_, i) => partIdOf(first + i));
      useViewStore.getState().select({ partIds, isJustPlaced: true });
    },
  };
}
