import type { Face } from '@sashiko/core/cloth/cloth';
import { useDeferredValue, useState } from 'react';
import { NEAR_FROM_SCALE } from '../../canvas/detail.ts';
import { LiveMarks } from '../../canvas/LiveMarks.tsx';
import { PlacingGhosts } from '../../canvas/PartOverlay.tsx';
import { PieceEnds } from '../../canvas/PieceEnds.tsx';
import { StageCloth } from '../../canvas/StageCloth.tsx';
import { shownProposalOf, useJobsStore } from '../../stores/jobs-store.ts';
import { useCommittedPlan, useShownPlan } from '../../stores/plan-store.ts';
import { useCalmPlan } from '../../stores/use-calm-plan.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { StageTray } from '../StageTray.tsx';
import { ChosenRun } from './ChosenRun.tsx';
import { EndInTail } from './EndInTail.tsx';
import { NextRun } from './NextRun.tsx';
import { PatchLeaf } from './PatchLeaf.tsx';
import { ProposalOverlay } from './ProposalOverlay.tsx';
import { RouteForMe } from './RouteForMe.tsx';
import { RunList } from './RunList.tsx';
import { SpoolsLeaf } from './SpoolsLeaf.tsx';
import { startRoute } from './use-route-job.ts';
import { WishesLeaf } from './WishesLeaf.tsx';
import { WishesOverlay } from './WishesOverlay.tsx';

const LEAVES = ['Sew', 'Wishes', 'Spools'] as const;
type LeafName = (typeof LEAVES)[number];

/** A press draws threads; parts are only looked at. */
const SEWS = { movesParts: false, drawsThread: true };
/** A press wishes holes joined. */
const WISHES = { ...SEWS, wishes: true };
/** While a proposal is looked at. */
const LOOKS_ONLY = { movesParts: false, drawsThread: false };

/** Threads drawn by hand or proposed, what should be joined, and what each is sewn with. */
export function ThreadStage() {
  const plan = useCalmPlan();
  const tool = useViewStore((state) => state.tool);
  const face = useViewStore((state) => state.face);
  const selection = useViewStore((state) => state.selection);
  const drawsThread = useJobsStore((state) => state.route.state !== 'proposal');
  const [leaf, setLeaf] = useState<LeafName>('Sew');
  const run = selection.runId === null ? undefined : plan.runs[selection.runId];
  const isWishing = leaf === 'Wishes';
  const hint = useHint(isWishing);
  return (
    <>
      <StageCloth
        abilities={!drawsThread ? LOOKS_ONLY : isWishing ? WISHES : SEWS}
        hint={drawsThread ? hint : null}
        overlay={(scale) => <Overlay face={face} scale={scale} isWishing={isWishing} />}
      />
      <StageTray
        stage="thread"
        question="What of the thread"
        leaves={LEAVES}
        onNext={() => {
          setLeaf('Sew');
          void startRoute(useJobsStore.getState().request, 1);
        }}
        open={leaf}
        onOpen={(name) => {
          setLeaf(name);
          if (tool.kind !== 'hand') useViewStore.getState().setTool({ kind: 'hand' });
        }}
      >
        {leaf === 'Sew' && (
          <>
            <EndInTail plan={plan} />
            <RouteForMe plan={plan} />
            {run === undefined ? <NextRun plan={plan} /> : <ChosenRun key={run.id} plan={plan} run={run} />}
            <PatchLeaf plan={plan} />
            <RunList plan={plan} />
          </>
        )}
        {isWishing && <WishesLeaf />}
        {leaf === 'Spools' && <SpoolsLeaf />}
      </StageTray>
    </>
  );
}

/** Proposed threads, wishes, or what helps in drawing. It alone follows a proposal while that improves. */
function Overlay({
  face,
  scale,
  isWishing,
}: {
  readonly face: Face;
  readonly scale: number;
  readonly isWishing: boolean;
}) {
  const plan = useShownPlan();
  const shown = useDeferredValue(useJobsStore(shownProposalOf));
  if (shown !== null) return <ProposalOverlay result={shown} scale={scale} />;
  if (isWishing) return <WishesOverlay plan={plan} face={face} scale={scale} />;
  return (
    <>
      {scale >= NEAR_FROM_SCALE && <PieceEnds plan={plan} face={face} />}
      <PlacingGhosts plan={plan} face={face} />
      <LiveMarks face={face} scale={scale} />
    </>
  );
}

/** What a press does next; null while that needs no word. */
function useHint(isWishing: boolean): string | null {
  const plan = useCommittedPlan();
  const hasSeams = Object.keys(plan.seams).length > 0;
  const tool = useViewStore((state) => state.tool);
  if (isWishing)
    return tool.kind === 'wish'
      ? 'Let go on the hole it should be joined with. Esc leaves it.'
      : 'Drag from a hole to a hole that it should be joined with.';
  if (tool.kind === 'draw')
    return tool.way.alongId === null
      ? hasSeams
        ? 'Click for a bend, a hole to end, a seam line to go on beyond the seam. Esc takes the last one back.'
        : 'Click for a bend, click a hole to end, or end it on bare cloth in a tail. Esc takes the last bend back.'
      : 'Click the hole where the thread leaves the line. Esc steps back.';
  if (Object.keys(plan.parts).length < 2)
    return 'Place a holder and a light first (stage 2), then join their holes here.';
  return Object.keys(plan.runs).length === 0
    ? 'Click a hole and then another to sew between them, or let Sashiko propose the threads.'
    : null;
}
