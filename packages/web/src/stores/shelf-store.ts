/** What the shelf has to say, also from elsewhere: a plan that was laid there for the maker, a file that was refused. */
import { create } from 'zustand';

/** What the shelf has to say. */
interface ShelfState {
  readonly notice: { readonly text: string; readonly kind: 'problem' | 'word' } | null;
  /** What is stored lies in this page alone: the browser keeps nothing. */
  readonly isForThisPage: boolean;
  tell(text: string, kind?: 'problem' | 'word'): void;
  hush(): void;
}

/** Told also while a plan is open: it is read when the maker is back. */
export const useShelfStore = create<ShelfState>()((set) => ({
  notice: null,
  isForThisPage: false,
  tell: (text, kind = 'word') => set({ notice: { text, kind } }),
  hush: () => set({ notice: null }),
}));

/** Lets work on the shelf go on by itself; what goes wrong is told there. Nothing that a maker asks for on the shelf fails without a word. */
export function reported(work: Promise<unknown>): void {
  work.catch((error: unknown) => {
    const why = error instanceof Error ? error.message : String(error);
    useShelfStore.getState().tell(`That could not be kept. ${why}`, 'problem');
  });
}
