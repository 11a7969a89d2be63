/** What the checks by current find. A worker solves the circuit after each edit, so that nothing waits for it. */
import type { CurrentLook } from '@sashiko/core/checks/check-session';
import type { PlacedFinding } from '@sashiko/core/checks/finding';
import type { Plan } from '@sashiko/core/plan/schema';
import { create } from 'zustand';
import { Asking } from '../workers/asking.ts';
import { usePlanStore } from './plan-store.ts';

/** What Check finds by the solved currents. */
interface CurrentsState {
  /** The plan that was solved last. */
  readonly plan: Plan | null;
  readonly findings: readonly PlacedFinding[];
  /** Why not all of it is known; null where it is. */
  readonly failed: string | null;
  /** Of what is shown and not committed, once it rests: a fix that is looked at; null where there is none, or nothing came yet. */
  readonly underWay: readonly PlacedFinding[] | null;
}

/** Before the first solve of a plan. */
export const NO_CURRENTS: CurrentsState = { plan: null, findings: [], failed: null, underWay: null };

/** Filled by `followCurrents` alone. */
export const useCurrentsStore = create<CurrentsState>()(() => NO_CURRENTS);

/** Edits that come one after the other, as while a key is held, are solved once. */
const REST_MS = 120;

/** Keeps the findings by current of the plan on the table, and of what is shown of it, up to date until it is called off. */
export function followCurrents(): () => void {
  const committed = asking((plan, { findings, failed }) =>
    useCurrentsStore.setState({ plan, findings, failed }),
  );
  const shown = asking((_plan, { findings }) => useCurrentsStore.setState({ underWay: findings }));
  askAgain = () => {
    const { history } = usePlanStore.getState();
    if (history === null) return;
    useCurrentsStore.setState({ plan: null, failed: null });
    committed.look(history.plan);
  };
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
    askAgain = () => {};
    useCurrentsStore.setState(NO_CURRENTS);
  };
}

let askAgain = (): void => {};

/** Solves the plan on the table once more, after it failed. */
export function solveAgain(): void {
  askAgain();
}

/** Asks for the findings by current of the latest of several plans, once it has rested; what is asked meanwhile is called off. */
function asking(tell: (plan: Plan, look: CurrentLook) => void) {
  const solving = new Asking('currents');
  let timer: ReturnType<typeof setTimeout> | undefined;
  const stop = (): void => {
    clearTimeout(timer);
    solving.cancel();
  };
  const solve = async (plan: Plan): Promise<void> => {
    const outcome = await solving.ask({ plan });
    if (outcome.kind === 'answered') tell(plan, outcome.answer);
    // A circuit that cannot be solved in its time has no findings by current; the drawing's stay, and nothing is clear.
    else if (outcome.kind === 'failed') tell(plan, { findings: [], failed: outcome.problem });
  };
  const look = (plan: Plan): void => {
    stop();
    timer = setTimeout(() => void solve(plan), REST_MS);
  };
  return { look, stop };
}
