/** The plan that is open: its history, the edit being previewed, and how saving stands. */
import { describeToMaker, type Result } from '@sashiko/core/errors/problem';
import { applyEdit, type Edit } from '@sashiko/core/plan/edit';
import { commitEdit, type History, redo, undo } from '@sashiko/core/plan/history';
import type { Plan } from '@sashiko/core/plan/schema';
import { create } from 'zustand';

export type SaveState = 'saved' | 'waiting' | 'saving' | 'failed' | 'elsewhere' | 'gone';

interface PlanState {
  readonly history: History | null;
  /** The plan as it would be if the gesture under way ended now. */
  readonly preview: Plan | null;
  readonly saveState: SaveState;
  /** A message for the maker: what was refused and why, or what was undone. */
  readonly notice: { readonly text: string; readonly kind: 'problem' | 'word' } | null;
  open(history: History): void;
  close(): void;
  /** Commits an edit, or tells why it was refused. Returns whether it went through. */
  commit(result: Result<Edit>, gesture?: string): boolean;
  /** Shows an edit without committing it; a refused edit leaves the last preview. */
  showPreview(result: Result<Edit>): void;
  dropPreview(): void;
  undo(): void;
  redo(): void;
  tell(text: string, kind?: 'problem' | 'word'): void;
  hush(): void;
  setSaveState(saveState: SaveState): void;
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

const namedGesture = gestureNamer();

export const usePlanStore = create<PlanState>()((set, get) => ({
  history: null,
  preview: null,
  saveState: 'saved',
  notice: null,
  open: (history) => set({ history, preview: null, saveState: 'saved', notice: null }),
  close: () => set({ history: null, preview: null, notice: null }),
  commit(result, gesture) {
    const { history } = get();
    if (history === null) return false;
    if (!result.ok) {
      set({ preview: null, notice: { text: describeToMaker(result.problem), kind: 'problem' } });
      return false;
    }
    set({
      history: commitEdit(history, result.value, gesture === undefined ? null : namedGesture(gesture)),
      preview: null,
      notice: null,
    });
    return true;
  },
  showPreview(result) {
    const { history } = get();
    if (history === null || !result.ok) return;
    set({ preview: applyEdit(history.plan, result.value) });
  },
  dropPreview: () => set({ preview: null }),
  undo() {
    const { history } = get();
    const label = history?.past.at(-1)?.edit.label;
    if (history === null || label === undefined) return;
    set({ history: undo(history), preview: null, notice: { text: `Undone: ${label}`, kind: 'word' } });
  },
  redo() {
    const { history } = get();
    const label = history?.future[0]?.edit.label;
    if (history === null || label === undefined) return;
    set({ history: redo(history), preview: null, notice: { text: `Done again: ${label}`, kind: 'word' } });
  },
  tell: (text, kind = 'word') => set({ notice: { text, kind } }),
  hush: () => set({ notice: null }),
  setSaveState: (saveState) => set({ saveState }),
}));

/** The plan to draw: with the gesture under way, if there is one. Throws when no plan is open. */
export function useShownPlan(): Plan {
  return usePlanStore((state) => {
    const plan = state.preview ?? state.history?.plan;
    if (plan === undefined) throw new Error('useShownPlan: no plan is open');
    return plan;
  });
}

/** The committed plan, outside of React. Throws when no plan is open. */
export function currentPlan(): Plan {
  const { history } = usePlanStore.getState();
  if (history === null) throw new Error('currentPlan: no plan is open');
  return history.plan;
}
