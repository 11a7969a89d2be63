import type { Part } from '@sashiko/core/plan/records';
import { memo, useState } from 'react';
import { LiveMarks } from '../../canvas/LiveMarks.tsx';
import { StageCloth } from '../../canvas/StageCloth.tsx';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useCalmPlan } from '../../stores/use-calm-plan.ts';
import { type Selection, useViewStore } from '../../stores/view-store.ts';
import { StageTray } from '../StageTray.tsx';
import { BalanceLeaf, BalanceMark } from './BalanceLeaf.tsx';
import { ChosenPart } from './ChosenPart.tsx';
import { ChosenParts } from './ChosenParts.tsx';
import { Drawer, type WantedDrawer } from './Drawer.tsx';
import { LayOutLeaf } from './LayOutLeaf.tsx';

const LEAVES = ['Drawer', 'Lay out', 'Weight'] as const;
type LeafName = (typeof LEAVES)[number];

/** Where the way back from a chosen part leads. */
const BACK: Readonly<Record<LeafName, string>> = {
  Drawer: 'Back to the drawer',
  'Lay out': 'Back to laying out',
  Weight: 'Back to the weight',
};

/** Parts can be dragged; threads are only looked at. */
const MOVES_PARTS = { movesParts: true, drawsThread: false };

/** The drawer of parts, ways to lay them out, and what is known of the chosen ones. */
export function PartsStage() {
  const isEmpty = usePlanStore(({ history }) => Object.keys(history?.plan.parts ?? {}).length === 0);
  const tool = useViewStore((state) => state.tool);
  const face = useViewStore((state) => state.face);
  const [leaf, setLeaf] = useState<LeafName>('Drawer');
  const hint =
    tool.kind === 'place'
      ? 'Click where it goes; hold Shift to place several. Esc puts it back.'
      : isEmpty
        ? 'An empty cloth: take a light from the drawer on the right and click where it goes.'
        : null;
  return (
    <>
      <StageCloth
        abilities={MOVES_PARTS}
        hint={hint}
        overlay={(scale) => (
          <>
            <LiveMarks face={face} scale={scale} />
            {leaf === 'Weight' && <BalanceMark face={face} scale={scale} />}
          </>
        )}
      />
      <PartsTray leaf={leaf} onLeaf={setLeaf} />
    </>
  );
}

/** It follows a drag at its own pace. */
const PartsTray = memo(function PartsTray({
  leaf,
  onLeaf,
}: {
  readonly leaf: LeafName;
  readonly onLeaf: (leaf: LeafName) => void;
}) {
  const plan = useCalmPlan();
  const selection = useViewStore((state) => state.selection);
  const { partIds } = selection;
  // Whoever has just placed a part places the next; whoever goes back has looked at what is chosen.
  const [asked, setAsked] = useState<{ readonly of: Selection; readonly isOpen: boolean } | null>(null);
  const [wanted, setWanted] = useState<WantedDrawer | null>(null);
  const chosen = partIds.map((id) => plan.parts[id]).filter((part): part is Part => part !== undefined);
  const only = chosen.length === 1 ? chosen[0] : undefined;
  const isOpen = asked?.of === selection ? asked.isOpen : !selection.isJustPlaced;
  const words = only === undefined ? `${chosen.length} parts` : only.name;
  return (
    <StageTray
      stage="parts"
      question="What to do with parts"
      leaves={LEAVES}
      open={leaf}
      onOpen={onLeaf}
      onNext={(act) => {
        onLeaf('Drawer');
        setAsked({ of: selection, isOpen: false });
        setWanted({ drawer: act === 'power' ? 'Power' : 'Lights' });
      }}
      alone={
        chosen.length > 0 && isOpen
          ? {
              back: BACK[leaf],
              onBack: () => setAsked({ of: selection, isOpen: false }),
              children:
                only === undefined ? (
                  <ChosenParts plan={plan} ids={partIds} />
                ) : (
                  <ChosenPart key={only.id} plan={plan} part={only} />
                ),
            }
          : null
      }
      dock={
        chosen.length > 0 && !isOpen ? (
          <button
            type="button"
            className="tray-chosen"
            onClick={() => setAsked({ of: selection, isOpen: true })}
          >
            <span className="quiet">Chosen:</span> {words} <span aria-hidden="true">→</span>
          </button>
        ) : null
      }
    >
      {leaf === 'Drawer' && <Drawer wanted={wanted} />}
      {leaf === 'Lay out' && <LayOutLeaf />}
      {leaf === 'Weight' && <BalanceLeaf />}
    </StageTray>
  );
});
