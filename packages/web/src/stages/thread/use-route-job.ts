/** Asks the worker for a proposal, for ways without its patches, or for threads pulled tight; the store holds how far it is. */
import { applyEdit, type Edit, squashEdits } from '@sashiko/core/plan/edit';
import type { Plan } from '@sashiko/core/plan/schema';
import type { RouteRequest } from '@sashiko/core/router/route-request';
import { useEffect } from 'react';
import { proposalOf, useJobsStore } from '../../stores/jobs-store.ts';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import type { RouteAnswer, RouteJobResult } from '../../workers/messages.ts';
import { ask, Cancelled } from '../../workers/workshop.ts';

function tellFailure(error: unknown): void {
  if (error instanceof Cancelled) return;
  usePlanStore.getState().tell(error instanceof Error ? error.message : String(error), 'problem');
}

/** Starts routing the open plan. What was chosen stays chosen until the proposal is there. */
export function startRoute(request: RouteRequest, seed: number, before: Edit | null = null): void {
  const { setRoute, setPatience, patience } = useJobsStore.getState();
  // It was asked for this search; the next is one of the usual length again.
  setPatience('usual');
  const plan = currentPlan();
  const base = before === null ? plan : applyEdit(plan, before);
  useViewStore.getState().putDown();
  let best: RouteJobResult | null = null;
  const work = ask('route', { plan: base, request, seed, patience }, (share, found) => {
    best = found === undefined ? best : resultOf(plan, before, found);
    setRoute({ state: 'working', share, best, cancel: work.cancel, finish: work.finish });
  });
  setRoute({ state: 'working', share: 0, best, cancel: work.cancel, finish: work.finish });
  work.answer.then(
    (result) =>
      setRoute(
        currentPlan() === plan
          ? { state: 'proposal', result: resultOf(plan, before, result), request, waysOut: null }
          : { state: 'idle' },
      ),
    (error: unknown) => {
      setRoute({ state: 'idle' });
      tellFailure(error);
    },
  );
}

/** An answer with the plan it is of: what the maker did before, and what the router moved, done first. */
function resultOf(
  plan: Plan,
  asked: Edit | null,
  { moved, threads, ...answer }: RouteAnswer,
): RouteJobResult {
  const before = asked === null || moved === null ? (moved ?? asked) : squashEdits(asked, moved);
  const base = before === null ? plan : applyEdit(plan, before);
  return { ...answer, plan, before, base, preview: threads === null ? null : applyEdit(base, threads) };
}

/** Looks for what would do without the patches of the proposal that is shown. */
export function startWaysOut(seed: number): void {
  const { route, setRoute } = useJobsStore.getState();
  if (route.state !== 'proposal') return;
  const { result, request } = route;
  const { problem, solution, leftOut } = result;
  const isStill = (): boolean => {
    const now = useJobsStore.getState().route;
    return now.state === 'proposal' && now.result === result;
  };
  const work = ask('waysOut', { problem, solution, leftOut, plan: result.base, request, seed }, (share) => {
    if (isStill()) setRoute({ ...route, waysOut: { state: 'working', share, cancel: work.cancel } });
  });
  setRoute({ ...route, waysOut: { state: 'working', share: 0, cancel: work.cancel } });
  work.answer.then(
    (ways) => {
      if (isStill()) setRoute({ ...route, waysOut: { state: 'found', ways, shown: null } });
    },
    (error: unknown) => {
      if (isStill()) setRoute({ ...route, waysOut: null });
      tellFailure(error);
    },
  );
}

/** Pulls all threads tight that may be touched. */
export function startTidy(): void {
  const plan = currentPlan();
  ask('tidy', { plan }).answer.then(({ edit }) => {
    const { commit, tell } = usePlanStore.getState();
    if (currentPlan() !== plan) return;
    if (edit === null) tell('All threads are as tight as they get without going another way.');
    else commit({ ok: true, value: edit });
  }, tellFailure);
}

let isWarm = false;

/** Warms the worker up once, while the maker looks round. */
export function useWarmWorker(): void {
  useEffect(() => {
    if (isWarm || Object.keys(currentPlan().parts).length > MOST_WARMED) return;
    isWarm = true;
    ask('warm', { plan: currentPlan() }).answer.catch(() => {});
  }, []);
}

/** Large plans would keep the worker busy too long. */
const MOST_WARMED = 40;

/** A proposal is for the plan it was made for; when that changes, it is stale. */
export function useStaleProposal(): void {
  const proposal = useJobsStore(proposalOf);
  const plan = usePlanStore((state) => state.history?.plan);
  useEffect(() => {
    if (proposal !== null && proposal.result.plan !== plan)
      useJobsStore.getState().setRoute({ state: 'idle' });
  }, [proposal, plan]);
}
