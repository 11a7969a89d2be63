/**
 * What the checks of the drawing find: in the plan as it is committed, and while a gesture is under way in what it would become. A worker
 * looks, always at the latest, so that neither pointer nor page wait for it.
 */
import type { Left } from '@sashiko/core/advice/what-next';
import type { PlacedFinding } from '@sashiko/core/checks/finding';
import type { Plan } from '@sashiko/core/plan/schema';
import { create } from 'zustand';
import { Asking } from '../workers/asking.ts';
import { GESTURE_PAUSE_MS, usePlanStore } from './plan-store.ts';

/** What Check finds by the drawing alone. */
interface DrawnFindingsState {
  /** The committed plan that was looked at last; null before the first. */
  readonly plan: Plan | null;
  /** What was found in it. */
  readonly resting: readonly PlacedFinding[];
  /** What of it is left to do. */
  readonly left: Left;
  /** Why the plan on the table could not be looked at; null where it was, or is about to be. */
  readonly failed: string | null;
  /** The latest of the gesture that is under way; null when there is none, or nothing came yet. */
  readonly underWay: readonly PlacedFinding[] | null;
}

/** Before a plan was looked at. */
export const NO_FINDINGS: DrawnFindingsState = {
  plan: null,
  resting: [],
  left: { threads: 0, missing: null },
  failed: null,
  underWay: null,
};

/** Filled as the worker answers. */
export const useDrawnFindings = create<DrawnFindingsState>()(() => NO_FINDINGS);

/** Between two looks at a gesture, ms: what is counted need not follow every step. */
const PACE_MS = 60;

let askAgain = (): void => {};

/** Looks at the plan on the table once more, after that failed. */
export function lookOnceMore(): void {
  askAgain();
}

/** Keeps them up to date until it is called off. */
export function followFindings(): () => void {
  const looking = new Asking('findings');
  /** The words for what is shown at rest, and of the gesture. */
  let [restingWord, underWayWord]: [string | null, string | null] = [null, null];
  let isBusy = false;
  let isDue = false;
  /** What came of a gesture and is not shown yet. */
  let found: readonly PlacedFinding[] | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const tell = (): void => {
    clearTimeout(timer);
    if (found === null) return;
    useDrawnFindings.setState({ underWay: found });
    found = null;
  };
  const lookUnderWay = async (): Promise<void> => {
    const { history, previewEdits, previewOwner } = usePlanStore.getState();
    if (history === null) return;
    const outcome = await looking.ask({ plan: history.plan, edits: previewEdits, shown: underWayWord });
    if (outcome.kind === 'failed') useDrawnFindings.setState({ failed: outcome.problem });
    if (outcome.kind !== 'answered') return;
    const { findings, word } = outcome.answer;
    const now = usePlanStore.getState();
    // They are shown with the next step of the gesture; if that pauses, by themselves.
    if (findings !== null && now.previewOwner === previewOwner && now.preview !== null) {
      found = findings;
      underWayWord = word;
      clearTimeout(timer);
      timer = setTimeout(tell, GESTURE_PAUSE_MS);
    }
  };
  const lookAt = async (plan: Plan): Promise<void> => {
    const outcome = await looking.ask({ plan, edits: [], shown: restingWord });
    // Where the plan was closed nobody asks any more; what failed is told, and looked at anew with the next edit or when asked to.
    if (outcome.kind === 'failed') useDrawnFindings.setState({ failed: outcome.problem });
    if (outcome.kind !== 'answered' || usePlanStore.getState().history?.plan !== plan) return;
    const { findings, left, word } = outcome.answer;
    restingWord = word;
    useDrawnFindings.setState({
      plan,
      left,
      failed: null,
      ...(findings === null ? {} : { resting: findings }),
    });
  };
  const look = async (): Promise<void> => {
    isBusy = true;
    while (isDue) {
      isDue = false;
      const { history, previewEdits } = usePlanStore.getState();
      if (previewEdits.length > 0) {
        await lookUnderWay();
        await new Promise((done) => setTimeout(done, PACE_MS));
      } else if (history !== null && history.plan !== useDrawnFindings.getState().plan) {
        if (useDrawnFindings.getState().failed !== null) useDrawnFindings.setState({ failed: null });
        await lookAt(history.plan);
      }
    }
    isBusy = false;
  };
  const lookAgain = (): void => {
    isDue = true;
    if (!isBusy) void look();
  };
  /** What was found last where the gesture that has just ended left its things. */
  let last: readonly PlacedFinding[] | null = null;
  const unsubscribe = usePlanStore.subscribe(({ history, preview }, before) => {
    const isCommitted = history !== null && history.plan !== before.history?.plan;
    if (preview === before.preview && !isCommitted) return;
    if (preview !== null) tell();
    else if (before.preview !== null) {
      last = found ?? useDrawnFindings.getState().underWay;
      found = null;
      underWayWord = null;
      clearTimeout(timer);
      useDrawnFindings.setState({ underWay: null });
      queueMicrotask(() => {
        last = null;
      });
    }
    // Where things are left for good, that stays until the whole plan has been looked at.
    if (isCommitted && last !== null) {
      useDrawnFindings.setState({ resting: last });
      restingWord = null;
    }
    lookAgain();
  });
  askAgain = () => {
    useDrawnFindings.setState({ plan: null, failed: null });
    lookAgain();
  };
  lookAgain();
  return () => {
    unsubscribe();
    askAgain = () => {};
    clearTimeout(timer);
    isDue = false;
    useDrawnFindings.setState(NO_FINDINGS);
  };
}
