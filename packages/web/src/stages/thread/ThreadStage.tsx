import { useState } from 'react';
import { ClothCanvas } from '../../canvas/ClothCanvas.tsx';
import { LiveMarks } from '../../canvas/LiveMarks.tsx';
import { PlacingGhosts } from '../../canvas/PartOverlay.tsx';
import { PieceEnds } from '../../canvas/PieceEnds.tsx';
import { type RouteJob, useJobsStore } from '../../stores/jobs-store.ts';
import { useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import type { RouteJobResult } from '../../workers/messages.ts';
import { StageTray } from '../StageTray.tsx';
import { ChosenRun } from './ChosenRun.tsx';
import { NextRun } from './NextRun.tsx';
import { PatchPanel } from './PatchPanel.tsx';
import { ProposalOverlay } from './ProposalOverlay.tsx';
import { RouteForMe } from './RouteForMe.tsx';
import { RunList } from './RunList.tsx';
import { SpoolsPanel } from './SpoolsPanel.tsx';
import { WishesOverlay } from './WishesOverlay.tsx';
import { WishesPanel } from './WishesPanel.tsx';

const PANELS = ['Sew', 'Wishes', 'Spools'] as const;
type PanelName = (typeof PANELS)[number];

/** Threads drawn by hand or proposed, what should be joined, and what each is sewn with. */
export function ThreadStage() {
  const plan = useShownPlan();
  const tool = useViewStore((state) => state.tool);
  const face = useViewStore((state) => state.face);
  const selection = useViewStore((state) => state.selection);
  const job = useJobsStore((state) => state.route);
  const [panel, setPanel] = useState<PanelName>('Sew');
  const run = selection.runId === null ? undefined : plan.runs[selection.runId];
  const isWishing = panel === 'Wishes';
  return (
    <>
      <ClothCanvas
        abilities={{
          movesParts: false,
          drawsThread: job.state !== 'proposal',
          wishes: isWishing,
        }}
        hint={useHint(isWishing)}
        overlay={(scale) =>
          job.state === 'proposal' || (job.state === 'working' && job.best !== null) ? (
            <ProposalOverlay result={shownOf(job)} scale={scale} />
          ) : isWishing ? (
            <WishesOverlay plan={plan} face={face} scale={scale} />
          ) : (
            <>
              <PieceEnds plan={plan} face={face} />
              <PlacingGhosts plan={plan} face={face} />
              <LiveMarks face={face} scale={scale} />
            </>
          )
        }
      />
      <StageTray
        label="Thread"
        question="What of the thread"
        panels={PANELS}
        open={panel}
        onOpen={(name) => {
          setPanel(name);
          if (tool.kind !== 'hand') useViewStore.getState().setTool({ kind: 'hand' });
        }}
      >
        {panel === 'Sew' && (
          <>
            <RouteForMe plan={plan} />
            {run === undefined ? <NextRun plan={plan} /> : <ChosenRun key={run.id} plan={plan} run={run} />}
            <PatchPanel plan={plan} />
            <RunList plan={plan} />
          </>
        )}
        {isWishing && <WishesPanel />}
        {panel === 'Spools' && <SpoolsPanel />}
      </StageTray>
    </>
  );
}

/** The way out that is looked at, or else the proposal, or the best so far. */
function shownOf(job: RouteJob): Pick<RouteJobResult, 'plan' | 'problem' | 'solution'> {
  if (job.state !== 'proposal') return (job as { readonly best: RouteJobResult }).best;
  const { waysOut } = job;
  const way = waysOut?.state === 'found' ? waysOut.ways.find(({ id }) => id === waysOut.shown) : undefined;
  return way ?? job.result;
}

function useHint(isWishing: boolean): string | null {
  const plan = useShownPlan();
  const tool = useViewStore((state) => state.tool);
  if (isWishing)
    return tool.kind === 'wish'
      ? 'Let go on the hole it should be joined with. Esc leaves it.'
      : 'Drag from a hole to a hole that it should be joined with.';
  if (tool.kind === 'draw')
    return tool.way.alongId === null
      ? 'Click for a bend, click a hole to end. Esc takes the last bend back.'
      : 'Click the hole where the thread leaves the line. Esc steps back.';
  if (Object.keys(plan.parts).length < 2)
    return 'Place a holder and a light first (stage 2), then join their holes here.';
  return Object.keys(plan.runs).length === 0
    ? 'Click a hole and then another to sew between them, or let Sashiko propose the threads.'
    : null;
}
