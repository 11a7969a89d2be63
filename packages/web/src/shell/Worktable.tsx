import { PLAN_FILE_ENDING } from '@sashiko/core/formats/plan-file';
import { counted } from '@sashiko/core/units/words';
import { Button } from 'antd';
import { type ComponentType, lazy, Suspense, useCallback, useEffect, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { ClothCanvas } from '../canvas/ClothCanvas.tsx';
import { isStageId, type StageId } from '../stages/stages.ts';
import { askToKeep } from '../storage/keeping.ts';
import { layOutOnce } from '../storage/lay-out.ts';
import { loadPlan } from '../storage/repository.ts';
import { forgetLook, isDemo, rawText } from '../storage/shelf.ts';
import { startAutosave, takeUnsaved } from '../stores/autosave.ts';
import { followCurrents } from '../stores/currents-store.ts';
import { followFindings } from '../stores/drawn-findings.ts';
import { useMakerStore } from '../stores/maker-store.ts';
import { useOfflineStore } from '../stores/offline-store.ts';
import { usePlanStore } from '../stores/plan-store.ts';
import { useShelfStore } from '../stores/shelf-store.ts';
import { clearTable, layOnTable } from '../stores/table.ts';
import { useViewStore } from '../stores/view-store.ts';
import { BrokenView } from '../ui/BrokenView.tsx';
import { download } from '../ui/download.ts';
import { ErrorFence } from '../ui/ErrorFence.tsx';
import { LibraryLook } from '../ui/LibraryLook.tsx';
import { Notice } from '../ui/Notice.tsx';
import { usePageTheme } from '../ui/use-page-theme.ts';
import { ClothMenu } from './ClothMenu.tsx';
import { FileDrop } from './FileDrop.tsx';
import { KeyHelp } from './KeyHelp.tsx';
import { Ribbon } from './Ribbon.tsx';
import { Tape } from './Tape.tsx';
import { TopBar } from './TopBar.tsx';
import { useKeyboard } from './use-keyboard.ts';

/** Each stage comes when it is first opened, or a moment after the table was laid. */
const LOAD_STAGE = {
  cloth: async () => ({ default: (await import('../stages/cloth/ClothStage.tsx')).ClothStage }),
  parts: async () => ({ default: (await import('../stages/parts/PartsStage.tsx')).PartsStage }),
  thread: async () => ({ default: (await import('../stages/thread/ThreadStage.tsx')).ThreadStage }),
  check: async () => ({ default: (await import('../stages/check/CheckStage.tsx')).CheckStage }),
  light: async () => ({ default: (await import('../stages/light/LightStage.tsx')).LightStage }),
  sew: async () => ({ default: (await import('../stages/sew/SewStage.tsx')).SewStage }),
  bench: async () => ({ default: (await import('../stages/bench/BenchStage.tsx')).BenchStage }),
} as const satisfies Readonly<Record<StageId, () => Promise<{ readonly default: ComponentType }>>>;

/** The tray of each stage, fetched when it is opened or a moment ahead. */
const STAGE_VIEWS: Readonly<Record<StageId, ComponentType>> = {
  cloth: lazy(LOAD_STAGE.cloth),
  parts: lazy(LOAD_STAGE.parts),
  thread: lazy(LOAD_STAGE.thread),
  check: lazy(LOAD_STAGE.check),
  light: lazy(LOAD_STAGE.light),
  sew: lazy(LOAD_STAGE.sew),
  bench: lazy(LOAD_STAGE.bench),
};
/** One step at a time, at the sewing table. */
const AtTheTable = lazy(async () => ({
  default: (await import('../stages/sew/AtTheTable.tsx')).AtTheTable,
}));

/** The table has been looked at for so long before the other stages are fetched, ms. */
const AHEAD_MS = 600;

/** Fetches all stages a moment after the table is there, so that the next one is at hand. */
function fetchStagesAhead(): () => void {
  const timer = setTimeout(() => {
    for (const load of Object.values(LOAD_STAGE)) void load().catch(() => undefined);
  }, AHEAD_MS);
  return () => clearTimeout(timer);
}

/** One plan on the table, in the look of the application. */
export function Worktable() {
  useEffect(() => {
    useMakerStore
      .getState()
      .load()
      .catch(() => undefined);
  }, []);
  const { stage } = useParams();
  return (
    <LibraryLook isNight={stage === 'light'}>
      <OpenPlan />
    </LibraryLook>
  );
}

/** A plan by its address: opens it, says why it cannot be, or goes to a stage there is. */
function OpenPlan() {
  const { planId = '', stage, view } = useParams();
  const problem = useOpenPlan(planId);
  const isOpen = usePlanStore((state) => state.history?.plan.id === planId);
  if (!isStageId(stage)) return <Navigate to={`/plan/${planId}/parts`} replace />;
  if (problem !== null) return <CannotOpen planId={planId} message={problem} />;
  if (!isOpen) return <p className="visually-hidden">Opening the plan …</p>;
  return (
    <ErrorFence
      key={planId}
      fallback={(message, again) => <BrokenView message={message} again={again} isWholePage />}
    >
      {stage === 'sew' && view === 'table' ? (
        <Suspense fallback={null}>
          <AtTheTable planId={planId} />
        </Suspense>
      ) : (
        <Table planId={planId} stage={stage} />
      )}
    </ErrorFence>
  );
}

/** The worktable round the plan that is open. */
function Table({ planId, stage }: { readonly planId: string; readonly stage: StageId }) {
  const plan = usePlanStore((state) => state.history?.plan);
  const [isHelpOpen, setHelpOpen] = useState(false);
  const openHelp = useCallback(() => setHelpOpen(true), []);
  useKeyboard(planId, stage, openHelp);
  usePageTheme(stage === 'light');
  useEffect(followCurrents, []);
  useEffect(followFindings, []);
  useEffect(tellOfUpdate, []);
  useEffect(fetchStagesAhead, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a tool, choice or preview of one stage means nothing in the next
  useEffect(
    () => () => {
      useViewStore.getState().putDown();
      usePlanStore.getState().endPreview();
      usePlanStore.getState().hush();
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
      <ErrorFence
        triedAgainWith={stage}
        fallback={(message, again) => <BrokenView message={message} again={again} />}
      >
        <ClothCanvas />
        <Suspense fallback={<aside className="tray" aria-busy="true" />}>
          <Stage />
        </Suspense>
      </ErrorFence>
      <Tape />
      <Notice />
      <FileDrop planId={planId} />
      <ClothMenu stage={stage} />
      <KeyHelp isOpen={isHelpOpen} onClose={() => setHelpOpen(false)} />
    </div>
  );
}

/** Over a plan a newer version is spoken of once, and not over a word that is there; on the shelf it stays. */
function tellOfUpdate(): () => void {
  return useOfflineStore.subscribe(({ isUpdateWaiting }, before) => {
    const { notice, tell } = usePlanStore.getState();
    if (isUpdateWaiting && !before.isUpdateWaiting && notice === null)
      tell('A newer Sashiko has been fetched. It is used from the next start.');
  });
}

/** A plan of the shelf; one that comes with Sashiko also by its address, in a browser that has not seen the shelf yet. */
async function openStored(planId: string) {
  if (isDemo(planId)) await layOutOnce(Date.now());
  return loadPlan(planId);
}

/** Opens a plan and keeps it saved while it is open; a problem in words, or null. */
function useOpenPlan(planId: string): string | null {
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let isGone = false;
    let stop = (): void => {};
    openStored(planId).then(
      ({ history, revision, stepsLost }) => {
        if (isGone) return;
        const left = takeUnsaved(planId);
        layOnTable(left?.history ?? history);
        stop = startAutosave(left?.revision ?? revision, left !== undefined);
        if (stepsLost > 0) tellStepsLost(stepsLost);
        if (!isDemo(planId) && !useShelfStore.getState().isForThisPage) void tellKeeping();
      },
      (error: unknown) => {
        if (!isGone) setProblem(error instanceof Error ? error.message : String(error));
        void forgetLook(planId).catch(() => undefined);
      },
    );
    return () => {
      isGone = true;
      stop();
      clearTable();
      setProblem(null);
    };
  }, [planId]);
  return problem;
}

/** A plan that was migrated says how many steps back are lost. */
function tellStepsLost(steps: number): void {
  usePlanStore
    .getState()
    .tell(
      `This plan was kept by an older Sashiko. It is as you left it, but ${counted(steps, 'step')} before that can no longer be undone.`,
    );
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

/** Why a plan cannot be opened, with what is stored of it as a file. */
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
