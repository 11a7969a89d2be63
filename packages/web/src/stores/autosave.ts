/** Saves the open plan soon after every edit, and at once when the page is put away. */
import type { History } from '@sashiko/core/plan/history';
import { addCopy, savePlan } from '../storage/repository.ts';
import { type SaveState, usePlanStore } from './plan-store.ts';
import { useShelfStore } from './shelf-store.ts';

/** Nothing older than a second may be lost; edits of a quarter second are gathered into one save. */
const PAUSE_MS = 250;
/** After a save that failed, the next is tried so much later. */
const AGAIN_MS = 2000;

/** What a maker is told, once, when edits are not kept. */
const BAD_NEWS: Readonly<Partial<Record<SaveState, string>>> = {
  failed: 'This browser refuses to keep the plan. It is tried again; until then, save it as a file.',
  elsewhere:
    'This plan was changed in another tab, so what you change here is not kept: keep yours as a copy.',
  gone: 'This plan was deleted in another tab, so what you change here is not kept: keep yours as a copy.',
};

/** Told when another tab took away the plan that is open here. */
const OFF_THE_SHELF =
  'This plan was taken off the shelf in another tab. What you change is kept with it: put it back from the foot of the shelf.';

interface Unsaved {
  readonly history: History;
  readonly revision: number;
  readonly letGo: () => void;
}

/** Plans of this tab that were closed before the browser took their last edits. */
const unsaved = new Map<string, Unsaved>();

/** The edits of a plan that were not saved when it was closed, to open it with them; saving it falls to the caller. */
export function takeUnsaved(planId: string): Unsaved | undefined {
  const left = unsaved.get(planId);
  left?.letGo();
  unsaved.delete(planId);
  return left;
}

/** Whether edits would be lost if the tab closed now. */
export function hasUnsavedEdits(): boolean {
  const { history, saveState } = usePlanStore.getState();
  // Where the browser keeps nothing, all of the shelf goes with the page.
  if (useShelfStore.getState().isForThisPage) return true;
  return unsaved.size > 0 || (history !== null && BAD_NEWS[saveState] !== undefined);
}

/** The browser asks before a tab closes whose edits are not kept, also from the shelf. */
function askBeforeLeaving(event: BeforeUnloadEvent): void {
  if (hasUnsavedEdits()) event.preventDefault();
}

/**
 * Starts saving the plan that is open. `revision` is the one its record has; with `isDirty`, the plan is ahead of its
 * record already. Returns a function that saves what is left and stops: what fails then is tried again all the same,
 * with this plan's own history.
 */
export function startAutosave(revision: number, isDirty = false): () => void {
  const opened = usePlanStore.getState().history;
  if (opened === null) throw new Error('startAutosave: no plan is open');
  const planId = opened.plan.id;
  let base = revision;
  let latest: History = opened;
  let savedHistory: History | null = isDirty ? null : opened;
  let timer: ReturnType<typeof setTimeout> | null = null;
  let chain: Promise<void> = Promise.resolve();
  /** No save can go through any more: another tab was first, or the caller of `takeUnsaved` has the edits. */
  let isOver = false;
  let isStopped = false;
  /** Another tab was first, or has deleted the plan: what this tab has more of has no place. */
  let isLost = false;
  let isRemovalTold = false;

  const tell = (state: SaveState): void => {
    const store = usePlanStore.getState();
    if (isStopped || store.history?.plan.id !== planId) return;
    const news = BAD_NEWS[state];
    if (news !== undefined && store.saveState !== state) store.tell(news, 'problem');
    store.setSaveState(state);
  };
  const write = async (history: History): Promise<void> => {
    try {
      const outcome = await savePlan(history, base, Date.now());
      if (outcome.kind !== 'saved') {
        isOver = true;
        isLost = true;
        unsaved.delete(planId);
        if (isStopped) keepAside();
        else tell(outcome.kind);
        return;
      }
      if (outcome.isRemoved === true && !isRemovalTold && !isStopped) {
        isRemovalTold = true;
        usePlanStore.getState().tell(OFF_THE_SHELF, 'problem');
      }
      base = outcome.revision;
      savedHistory = history;
      if (latest !== history) return;
      unsaved.delete(planId);
      tell('saved');
    } catch {
      tell('failed');
      if (isOver) return;
      if (isStopped) unsaved.set(planId, { history: latest, revision: base, letGo });
      timer ??= setTimeout(save, AGAIN_MS);
    }
  };
  const save = (): void => {
    if (timer !== null) clearTimeout(timer);
    timer = null;
    if (isOver || latest === savedHistory) return;
    const history = latest;
    if (usePlanStore.getState().saveState !== 'failed') tell('saving');
    chain = chain.then(() => (isOver ? undefined : write(history)));
  };
  /** Nothing is dropped without a word: the edits go on the shelf beside the other tab's plan. */
  const keepAside = (): void => {
    const { plan } = latest;
    const name = `${plan.name.slice(0, 90)}, from another tab`;
    const { tell: tellShelf } = useShelfStore.getState();
    addCopy(plan, name, Date.now()).then(
      () => tellShelf(`What could not be saved with “${plan.name}” is kept as “${name}”.`),
      () => tellShelf(`What was changed in “${plan.name}” could not be kept.`, 'problem'),
    );
  };
  const letGo = (): void => {
    isOver = true;
    if (timer !== null) clearTimeout(timer);
  };
  const unsubscribe = usePlanStore.subscribe(({ history }) => {
    if (history === null || history.plan.id !== planId || history === latest) return;
    latest = history;
    if (isOver || history === savedHistory) return;
    if (usePlanStore.getState().saveState !== 'failed') tell('waiting');
    // Not a debounce: the first edit sets the clock, so a long drag of edits is saved on the way too.
    timer ??= setTimeout(save, PAUSE_MS);
  });
  const putAway = (): void => {
    if (document.visibilityState === 'hidden') save();
  };
  document.addEventListener('visibilitychange', putAway);
  window.addEventListener('pagehide', save);
  // For as long as the tab lives: the same listener is never added twice.
  window.addEventListener('beforeunload', askBeforeLeaving);
  if (isDirty) save();
  return () => {
    save();
    // What the maker chose, a copy or the other tab's plan, has set the state back to saved.
    if (isLost && usePlanStore.getState().saveState !== 'saved') keepAside();
    isStopped = true;
    unsubscribe();
    document.removeEventListener('visibilitychange', putAway);
    window.removeEventListener('pagehide', save);
  };
}
