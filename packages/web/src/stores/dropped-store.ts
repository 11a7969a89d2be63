/** A file that was dropped on the worktable and waits for the stage that takes it. */
import { create } from 'zustand';

/** What kinds of files the worktable takes, by what they become. */
export type DroppedKind = 'plan' | 'part' | 'svg' | 'picture';

/** A file that was dropped where another stage is the one to take it. */
interface DroppedState {
  readonly waiting: { readonly kind: DroppedKind; readonly file: File } | null;
  /** Leaves a file for the stage that takes such files. */
  leave(kind: DroppedKind, file: File): void;
  /** The file of this kind that waits, which is then nobody else's; null where none does. */
  take(kind: DroppedKind): File | null;
}

/** One file at most waits. */
export const useDroppedStore = create<DroppedState>()((set, get) => ({
  waiting: null,
  leave: (kind, file) => set({ waiting: { kind, file } }),
  take(kind) {
    const { waiting } = get();
    if (waiting?.kind !== kind) return null;
    set({ waiting: null });
    return waiting.file;
  },
}));

/** What a file is by its name, its type and how it begins; null for what the worktable cannot use. */
export function droppedKind(file: Pick<File, 'name' | 'type'>, beginning: string): DroppedKind | null {
  if (file.type === 'image/svg+xml' || /\.svg$/i.test(file.name)) return 'svg';
  if (file.type.startsWith('image/')) return 'picture';
  if (file.type !== 'application/json' && !/\.json$/i.test(file.name)) return null;
  return /"format"\s*:\s*"sashiko-part"/.test(beginning) ? 'part' : 'plan';
}
