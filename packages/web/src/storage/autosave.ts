/** Saves the open plan soon after every edit, and at once when the page is put away. */
import type { History } from '@sashiko/core/plan/history';
import { usePlanStore } from '../stores/plan-store.ts';
import { savePlan } from './repository.ts';

/** Nothing older than a second may be lost; edits of a quarter second are gathered into one save. */
const PAUSE_MS = 250;

/** Starts saving whatever is open from `revision` on. Returns a function that saves what is left and stops. */
export function startAutosave(revision: number): () => void {
  let base = revision;
  let savedHistory: History | null = usePlanStore.getState().history;
  let timer: ReturnType<typeof setTimeout> | null = null;
  let chain: Promise<void> = Promise.resolve();

  const save = (): void => {
    if (timer !== null) clearTimeout(timer);
    timer = null;
    const { history, setSaveState } = usePlanStore.getState();
    if (history === null || history === savedHistory) return;
    setSaveState('saving');
    chain = chain.then(async () => {
      try {
        const outcome = await savePlan(history, base, Date.now());
        if (outcome.kind === 'elsewhere') {
          setSaveState('elsewhere');
          return;
        }
        base = outcome.revision;
        savedHistory = history;
        if (usePlanStore.getState().history === history) setSaveState('saved');
      } catch {
        setSaveState('failed');
        timer ??= setTimeout(save, 2000);
      }
    });
  };
  const unsubscribe = usePlanStore.subscribe((state, before) => {
    if (state.history === before.history || state.history === null || state.history === savedHistory) return;
    state.setSaveState('waiting');
    // Not a debounce: the first edit sets the clock, so a long drag of edits is saved on the way too.
    timer ??= setTimeout(save, PAUSE_MS);
  });
  const putAway = (): void => {
    if (document.visibilityState === 'hidden') save();
  };
  document.addEventListener('visibilitychange', putAway);
  window.addEventListener('pagehide', save);
  return () => {
    save();
    unsubscribe();
    document.removeEventListener('visibilitychange', putAway);
    window.removeEventListener('pagehide', save);
  };
}
