/** The plan that is open: its history, the edit being previewed, and how saving stands. */
import { describeToMaker, type Result } from '@sashiko/core/errors/problem';
import { applyEdit, type Edit } from '@sashiko/core/plan/edit';
import { commitEdit, type History, redo, undo, wayProblem } from '@sashiko/core/plan/history';
import type { Plan } from '@sashiko/core/plan/schema';
import { create } from 'zustand';
import { chooseAgain, keepChosen } from './chosen-with-steps.ts';

/** How saving stands: `elsewhere` and `gone` are what another tab did. */
export type SaveState = 'saved' | 'waiting' | 'saving' | 'failed' | 'elsewhere' | 'gone';

/** The plan on the table, and what is under way with it. */
export interface PlanOnTable {
  readonly history: History | null;
  /** The plan as it would be if what is under way ended now: shown by one owner at a time. */
  readonly preview: Plan | null;
  /** What the preview is made of, one after the other, from the plan as it is committed. */
  readonly previewEdits: readonly Edit[];
  /** Who shows, or is about to show, something that is not committed. */
  readonly previewOwner: Preview | null;
  readonly saveState: SaveState;
  /** A message for the maker: what was refused and why, or what was undone. */
  readonly notice: { readonly text: string; readonly kind: 'problem' | 'word' } | null;
}

/** The plan on the table and all that can be done with it. */
interface PlanStore extends PlanOnTable {
  /** Lays a plan on the table, or (null) takes away the one that lies there; what was under way with that ends. */
  lay(history: History | null): void;
  /** Commits an edit, or tells why it was refused. Returns whether it went through. */
  commit(result: Result<Edit>, gesture?: string): boolean;
  /** Takes the preview over: what another showed ends, and its owner is told. */
  startPreview(onEnd?: () => void): Preview;
  /** Ends what is shown, whoever shows it. */
  endPreview(): void;
  undo(): void;
  redo(): void;
  tell(text: string, kind?: 'problem' | 'word'): void;
  hush(): void;
  setSaveState(saveState: SaveState): void;
}

/** One empty list for all: a new one would be drawn anew. */
const NO_EDITS: readonly Edit[] = [];

/** A plan as it is opened, with nothing under way. */
function freshPlan(history: History | null): PlanOnTable {
  return {
    history,
    preview: null,
    previewEdits: NO_EDITS,
    previewOwner: null,
    saveState: 'saved',
    notice: null,
  };
}

/** Edits of one gesture that come farther apart than this are two: a nudge now is not part of the one an hour ago. */
const ONE_GESTURE_MS = 2000;

/** Names gestures so that only edits that follow each other closely share a name. */
function gestureNamer(): (gesture: string) => string {
  let last = '';
  let lastAt = Number.NEGATIVE_INFINITY;
  let count = 0;
  return (gesture) => {
    const now = performance.now();
    if (gesture !== last || now - lastAt > ONE_GESTURE_MS) count += 1;
    last = gesture;
    lastAt = now;
    return `${gesture} ${count}`;
  };
}

/** One namer for all plans. */
const namedGesture = gestureNamer();

/** A gesture that has not moved for so long has paused, ms: what follows it slowly catches up then. */
export const GESTURE_PAUSE_MS = 100;

/** What its owner holds to show edits that are not committed. Once it has ended it shows nothing any more. */
export interface Preview {
  /** Shows an edit of the committed plan, in place of the last; a refused one leaves the last. */
  show(result: Result<Edit>): void;
  /** Lays a second edit over the first, and keeps it over those that follow, until another is laid over. */
  layOver(edit: Edit): void;
  readonly hasEnded: boolean;
  end(): void;
}

/** The preview of one owner; see `startPreview`. */
class OwnedPreview implements Preview {
  hasEnded = false;
  #edit: Edit | null = null;
  #over: Edit | null = null;
  #due: ReturnType<typeof setTimeout> | null = null;
  readonly #onEnd: () => void;

  constructor(onEnd: () => void) {
    this.#onEnd = onEnd;
  }

  show(result: Result<Edit>): void {
    if (!result.ok) return;
    this.#edit = result.value;
    this.#draw();
  }

  layOver(edit: Edit): void {
    this.#over = edit;
    // It is drawn with the next step of the gesture; if that pauses, by itself.
    this.#due ??= setTimeout(() => this.#draw(), GESTURE_PAUSE_MS);
  }

  end(): void {
    if (this.hasEnded) return;
    this.hasEnded = true;
    if (usePlanStore.getState().previewOwner === this)
      /** The one plan on the table. */
      usePlanStore.setState({ preview: null, previewEdits: NO_EDITS, previewOwner: null });
    this.#onEnd();
  }

  #draw(): void {
    if (this.#due !== null) clearTimeout(this.#due);
    this.#due = null;
    const { history } = usePlanStore.getState();
    if (history === null || this.hasEnded || this.#edit === null) return;
    const previewEdits = this.#over === null ? [this.#edit] : [this.#edit, this.#over];
    usePlanStore.setState({ preview: previewEdits.reduce(applyEdit, history.plan), previewEdits });
  }
}

export const usePlanStore = create<PlanStore>()((set, get) => ({
  ...freshPlan(null),
  lay(history) {
    get().endPreview();
    set(freshPlan(history));
  },
  commit(result, gesture) {
    const { history } = get();
    if (history === null) return false;
    get().endPreview();
    if (!result.ok) {
      set({ notice: { text: describeToMaker(result.problem), kind: 'problem' } });
      return false;
    }
    const next = commitEdit(history, result.value, gesture === undefined ? null : namedGesture(gesture));
    keepChosen(history, next);
    set({ history: next, notice: null });
    return true;
  },
  startPreview(onEnd = () => {}) {
    get().endPreview();
    const owner = new OwnedPreview(onEnd);
    set({ previewOwner: owner });
    return owner;
  },
  endPreview: () => get().previewOwner?.end(),
  undo: () => goOneStep('undo'),
  redo: () => goOneStep('redo'),
  tell: (text, kind = 'word') => set({ notice: { text, kind } }),
  hush: () => set({ notice: null }),
  setSaveState: (saveState) => set({ saveState }),
}));

/** One step back or forward, and what it was in words; or why it cannot be taken. */
function goOneStep(way: 'undo' | 'redo'): void {
  const { history, endPreview, tell } = usePlanStore.getState();
  const entry = way === 'undo' ? history?.past.at(-1) : history?.future[0];
  if (history === null || entry === undefined) return;
  endPreview();
  const problem = wayProblem(history, way);
  if (problem !== null) {
    tell(
      `This step cannot be ${way === 'undo' ? 'undone' : 'done again'}: ${entry.edit.label}. ${describeToMaker(problem)}`,
      'problem',
    );
    return;
  }
  const next = way === 'undo' ? undo(history) : redo(history);
  usePlanStore.setState({ history: next });
  chooseAgain(entry.edit, way, next.plan);
  tell(`${way === 'undo' ? 'Undone' : 'Done again'}: ${entry.edit.label}`);
}

/** The plan to draw: with the gesture under way, if there is one. Throws when no plan is open. */
export function useShownPlan(): Plan {
  return usePlanStore((state) => {
    const plan = state.preview ?? state.history?.plan;
    if (plan === undefined) throw new Error('useShownPlan: no plan is open');
    return plan;
  });
}

/** The plan as it is committed, whatever is under way. Throws when no plan is open. */
export function useCommittedPlan(): Plan {
  return usePlanStore(({ history }) => {
    if (history === null) throw new Error('useCommittedPlan: no plan is open');
    return history.plan;
  });
}

/** The committed plan, outside of React. Throws when no plan is open. */
export function currentPlan(): Plan {
  const { history } = usePlanStore.getState();
  if (history === null) throw new Error('currentPlan: no plan is open');
  return history.plan;
}
