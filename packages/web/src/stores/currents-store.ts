/** What the checks by current find. A worker solves the circuit after each edit, so that nothing waits for it. */
import type { PlacedFinding } from '@sashiko/core/checks/finding';
import type { Plan } from '@sashiko/core/plan/schema';
import { create } from 'zustand';
import { ask, Cancelled } from '../workers/workshop.ts';
import { usePlanStore } from './plan-store.ts';

interface CurrentsState {
  /** The plan that was solved last. */
  readonly plan: Plan | null;
  readonly findings: readonly PlacedFinding[];
}

export const useCurrentsStore = create<CurrentsState>()(() => ({ plan: null, findings: [] }));

/** Edits that come one after the other, as while a key is held, are solved once. */
const REST_MS = 120;

/** Keeps the findings by current of the plan on the table up to date until it is called off. */
export function followCurrents(): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let cancel: (() => void) | null = null;
  const look = (plan: Plan): void => {
    clearTimeout(timer);
    cancel?.();
    cancel = null;
    timer = setTimeout(() => {
      const job = ask('currents', { plan });
      cancel = job.cancel;
      job.answer.then(
        (findings) => useCurrentsStore.setState({ plan, findings }),
        (error: unknown) => {
          // A circuit that cannot be solved in its time has no findings by current; the drawing's stay.
          if (!(error instanceof Cancelled)) useCurrentsStore.setState({ plan, findings: [] });
        },
      );
    }, REST_MS);
  };
  const first = usePlanStore.getState().history?.plan;
  if (first !== undefined) look(first);
  const unsubscribe = usePlanStore.subscribe(({ history }, before) => {
    if (history !== null && history.plan !== before.history?.plan) look(history.plan);
  });
  return () => {
    unsubscribe();
    clearTimeout(timer);
    cancel?.();
    useCurrentsStore.setState({ plan: null, findings: [] });
  };
}
