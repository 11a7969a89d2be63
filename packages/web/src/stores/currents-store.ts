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
  /** Of what is shown and not committed, once it rests: a fix that is looked at; null where there is none, or nothing came yet. */
  readonly underWay: readonly PlacedFinding[] | null;
}

const NOTHING: CurrentsState = { plan: null, findings: [], underWay: null };

export const useCurrentsStore = create<CurrentsState>()(() => NOTHING);

/** Edits that come one after the other, as while a key is held, are solved once. */
const REST_MS = 120;

/** Keeps the findings by current of the plan on the table, and of what is shown of it, up to date until it is called off. */
export function followCurrents(): () => void {
  const committed = asking((plan, findings) => useCurrentsStore.setState({ plan, findings }));
  const shown = asking((_plan, underWay) => useCurrentsStore.setState({ underWay }));
  const first = usePlanStore.getState().history?.plan;
  if (first !== undefined) committed.look(first);
  const unsubscribe = usePlanStore.subscribe(({ history, preview }, before) => {
    if (history !== null && history.plan !== before.history?.plan) committed.look(history.plan);
    if (preview === before.preview) return;
    if (preview !== null) shown.look(preview);
    else {
      shown.stop();
      useCurrentsStore.setState({ underWay: null });
    }
  });
  return () => {
    unsubscribe();
    committed.stop();
    shown.stop();
    useCurrentsStore.setState(NOTHING);
  };
}

/** Asks for the findings by current of the latest of several plans, once it has rested; what is asked meanwhile is called off. */
function asking(tell: (plan: Plan, findings: readonly PlacedFinding[]) => void) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let cancel: (() => void) | null = null;
  const stop = (): void => {
    clearTimeout(timer);
    cancel?.();
    cancel = null;
  };
  const look = (plan: Plan): void => {
    stop();
    timer = setTimeout(() => {
      const job = ask('currents', { plan });
      cancel = job.cancel;
      job.answer.then(
        (findings) => tell(plan, findings),
        (error: unknown) => {
          // A circuit that cannot be solved in its time has no findings by current; the drawing's stay.
          if (!(error instanceof Cancelled)) tell(plan, []);
        },
      );
    }, REST_MS);
  };
  return { look, stop };
}
