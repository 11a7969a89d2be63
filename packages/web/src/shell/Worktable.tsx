import { PLAN_FILE_ENDING } from '@sashiko/core/formats/plan-file';
import { panelOf } from '@sashiko/core/plan/panels';
import { Button } from 'antd';
import { type ComponentType, useCallback, useEffect, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { ClothCanvas } from '../canvas/ClothCanvas.tsx';
import { BenchStage } from '../stages/bench/BenchStage.tsx';
import { CheckStage } from '../stages/check/CheckStage.tsx';
import { ClothStage } from '../stages/cloth/ClothStage.tsx';
import { LightStage } from '../stages/light/LightStage.tsx';
import { PartsStage } from '../stages/parts/PartsStage.tsx';
import { AtTheTable } from '../stages/sew/AtTheTable.tsx';
import { SewStage } from '../stages/sew/SewStage.tsx';
import { isStageId, type StageId } from '../stages/stages.ts';
import { ThreadStage } from '../stages/thread/ThreadStage.tsx';
import { isDemo, loadPlan, rawText } from '../storage/repository.ts';
import { askToKeep } from '../storage/safekeeping.ts';
import { startAutosave, takeUnsaved } from '../stores/autosave.ts';
import { followCurrents } from '../stores/currents-store.ts';
import { useJobsStore } from '../stores/jobs-store.ts';
import { usePlanStore } from '../stores/plan-store.ts';
import { followPreview } from '../stores/preview-findings.ts';
import { useShelfStore } from '../stores/shelf-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { download } from '../ui/download.ts';
import { ErrorFence } from '../ui/ErrorFence.tsx';
import { Notice } from '../ui/Notice.tsx';
import { usePageTheme } from '../ui/use-page-theme.ts';
import { endJobs } from '../workers/workshop.ts';
import { KeyHelp } from './KeyHelp.tsx';
import { Ribbon } from './Ribbon.tsx';
import { Tape } from './Tape.tsx';
import { TopBar } from './TopBar.tsx';
import { useKeyboard } from './use-keyboard.ts';

const STAGE_VIEWS: Readonly<Record<StageId, ComponentType>> = {
  cloth: ClothStage,
  parts: PartsStage,
  thread: ThreadStage,
  check: CheckStage,
  light: LightStage,
  sew: SewStage,
  bench: BenchStage,
};

/** One plan on the table. */
export function Worktable() {
  const { planId = '', stage, view } = useParams();
  const problem = useOpenPlan(planId);
  const isOpen = usePlanStore((state) => state.history?.plan.id === planId);
  if (!isStageId(stage)) return <Navigate to={`/plan/${planId}/parts`} replace />;
  if (problem !== null) return <CannotOpen planId={planId} message={problem} />;
  if (!isOpen) return <p className="visually-hidden">Opening the plan …</p>;
  return (
    <ErrorFence key={planId} isWholePage>
      {stage === 'sew' && view === 'table' ? (
        <AtTheTable planId={planId} />
      ) : (
        <Table planId={planId} stage={stage} />
      )}
    </ErrorFence>
  );
}

function Table({ planId, stage }: { readonly planId: string; readonly stage: StageId }) {
  const plan = usePlanStore((state) => state.history?.plan);
  const [isHelpOpen, setHelpOpen] = useState(false);
  const openHelp = useCallback(() => setHelpOpen(true), []);
  useKeyboard(planId, stage, openHelp);
  usePageTheme(stage === 'light');
  useEffect(followCurrents, []);
  useEffect(followPreview, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a tool, choice or preview of one stage means nothing in the next
  useEffect(
    () => () => {
      useViewStore.getState().putDown();
      usePlanStore.getState().endPreview();
    },
    [stage],
  );
  useEffect(() => {
    document.title = plan === undefined ? 'Sashiko' : `${plan.name} · Sashiko`;
  }, [plan]);
  const Stage = STAGE_VIEWS[stage];
  if (plan === undefined) return null;
  return (
    <div className="worktable" data-stage={stage}>
      <Ribbon planId={planId} stage={stage} />
      <TopBar plan={plan} onHelp={openHelp} />
      <ErrorFence triedAgainWith={stage}>
        <ClothCanvas />
        <Stage />
      </ErrorFence>
      <Tape />
      <Notice />
      <KeyHelp isOpen={isHelpOpen} onClose={() => setHelpOpen(false)} />
    </div>
  );
}

/** Opens a plan and keeps it saved while it is open; a problem in words, or null. */
function useOpenPlan(planId: string): string | null {
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let isGone = false;
    let stop = (): void => {};
    loadPlan(planId).then(
      ({ history, revision }) => {
        if (isGone) return;
        useViewStore.getState().putDown();
        useViewStore.setState({
          camera: null,
          drawnCamera: null,
          face: panelOf(history.plan).workedFace,
          chargeLeft: 1,
        });
        const left = takeUnsaved(planId);
        usePlanStore.getState().open(left?.history ?? history);
        stop = startAutosave(left?.revision ?? revision, left !== undefined);
        if (!isDemo(planId) && !useShelfStore.getState().isForThisPage) void tellKeeping();
      },
      (error: unknown) => {
        if (!isGone) setProblem(error instanceof Error ? error.message : String(error));
      },
    );
    return () => {
      isGone = true;
      stop();
      endJobs();
      useJobsStore.getState().setRoute({ state: 'idle' });
      useJobsStore.getState().setHomes({ state: 'idle' });
      usePlanStore.getState().close();
      setProblem(null);
    };
  }, [planId]);
  return problem;
}

/** With the first plan of the maker's own, the browser is asked to keep it for good, and what it answers is told. */
async function tellKeeping(): Promise<void> {
  try {
    const words = await askToKeep();
    if (words !== null) usePlanStore.getState().tell(words);
  } catch {
    // A browser that keeps nothing has been spoken of on the shelf.
  }
}

function CannotOpen({ planId, message }: { readonly planId: string; readonly message: string }) {
  usePageTheme();
  const [text, setText] = useState<string | undefined>();
  useEffect(() => {
    rawText(planId).then(setText, () => undefined);
  }, [planId]);
  return (
    <main className="shelf">
      <p className="problem">This plan cannot be opened. {message} What is kept of it stays as it is.</p>
      {text !== undefined && (
        <Button onClick={() => download(`${planId}${PLAN_FILE_ENDING}`, 'application/json', text)}>
          Take out what is kept
        </Button>
      )}{' '}
      <Link to="/">
        <Button>Back to the shelf</Button>
      </Link>
    </main>
  );
}
