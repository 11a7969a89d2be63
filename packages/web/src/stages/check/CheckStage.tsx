import type { Finding } from '@sashiko/core/checks/finding';
import { useMemo, useState } from 'react';
import { Flags } from '../../canvas/Flags.tsx';
import { StageCloth } from '../../canvas/StageCloth.tsx';
import { useCalmPlan } from '../../stores/use-calm-plan.ts';
import { useOpenFindings, useSorted } from '../../stores/use-findings.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { clickPart } from '../click-part.ts';
import { StageTray } from '../StageTray.tsx';
import { standNotes } from '../StateLeaf.tsx';
import { showPlace } from '../show-place.ts';
import { FindingsLeaf } from './FindingsLeaf.tsx';
import { GapsLeaf } from './GapsLeaf.tsx';
import { PathOverlay } from './PathOverlay.tsx';
import { PathsLeaf } from './PathsLeaf.tsx';
import { RoomOverlay } from './RoomOverlay.tsx';

const LEAVES = ['Findings', 'Gaps', 'Paths'] as const;
/** One empty object for all: a new one would be drawn anew. */
const NO_NOTES = {};
type LeafName = (typeof LEAVES)[number];

/** Parts can be dragged, threads are only looked at. */
const MOVES_PARTS = { movesParts: true, drawsThread: false };
/** While the way of the current is looked at, a press puts a switch the other way. */
const PUTS_SWITCHES = { movesParts: false, drawsThread: false, onPart: clickPart };

/** What the checks find, how tight it is, and the way of the current. Parts can be dragged here too, to see findings go. */
export function CheckStage() {
  const plan = useCalmPlan();
  const face = useViewStore((state) => state.face);
  const spotlight = useViewStore((state) => state.spotlight);
  const [leaf, setLeaf] = useState<LeafName>('Findings');
  const [showsRoom, setShowsRoom] = useState(false);
  const [lightId, setLightId] = useState<string | null>(null);
  const stands = useMemo(() => standNotes(plan), [plan]);
  const { wrong: findings } = useSorted(useOpenFindings());
  const choose = (finding: Finding): void => {
    const view = useViewStore.getState();
    view.select({});
    view.setSpotlight({ key: finding.key, partIds: finding.partIds, runIds: finding.runIds });
    showPlace(finding);
  };
  return (
    <>
      <StageCloth
        abilities={leaf === 'Paths' ? PUTS_SWITCHES : MOVES_PARTS}
        notes={leaf === 'Paths' ? stands : NO_NOTES}
        overlay={(scale) => (
          <>
            {leaf === 'Gaps' && showsRoom && <RoomOverlay plan={plan} face={face} />}
            {leaf === 'Paths' && <PathOverlay plan={plan} face={face} lightId={lightId} />}
            {leaf === 'Findings' && (
              <Flags
                plan={plan}
                face={face}
                scale={scale}
                findings={findings}
                chosenKey={spotlight?.key ?? null}
                onChoose={choose}
              />
            )}
          </>
        )}
      />
      <StageTray
        stage="check"
        question="What to check"
        leaves={LEAVES}
        onNext={() => setLeaf('Findings')}
        open={leaf}
        onOpen={(name) => {
          setLeaf(name);
          useViewStore.getState().setSpotlight(null);
        }}
      >
        {leaf === 'Findings' && <FindingsLeaf onChoose={choose} />}
        {leaf === 'Gaps' && (
          <GapsLeaf
            showsRoom={showsRoom}
            onShowRoom={setShowsRoom}
            onShow={(place) => {
              useViewStore.getState().setSpotlight(place);
              showPlace(place);
            }}
          />
        )}
        {leaf === 'Paths' && <PathsLeaf lightId={lightId} onChoose={setLightId} />}
      </StageTray>
    </>
  );
}
