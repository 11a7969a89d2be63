/** What the stage that is open asks of the cloth. The cloth itself stays when the stage changes. */
import { create } from 'zustand';
import type { CanvasAbilities } from './gestures/gesture.ts';

/** What a stage asks of the one cloth: what may be done there, what is laid over it, how dark it is. */
export interface ClothAsks {
  /** What the pointer may do. When it changes, what the pointer is doing is given up. */
  readonly abilities: CanvasAbilities;
  readonly isDim: boolean;
  readonly litParts: ReadonlySet<string>;
  /** A word beside each part's name. */
  readonly notes: Readonly<Record<string, string>>;
  /** What can be done now, in words under the cloth. */
  readonly hint: string | null;
}

/** A cloth that is only looked at. */
export const NOTHING_ASKED: ClothAsks = {
  abilities: { movesParts: false, drawsThread: false },
  isDim: false,
  litParts: new Set(),
  notes: {},
  hint: null,
};

/** What is asked now, and the groups of the drawing into which stages put theirs. */
interface ClothState {
  readonly asks: ClothAsks;
  /** The group of the drawing that overlays are put into, in millimetres as seen. */
  readonly overlayHost: SVGGElement | null;
  readonly underlayHost: SVGGElement | null;
  ask(asks: ClothAsks): void;
  setOverlayHost(host: SVGGElement | null): void;
  setUnderlayHost(host: SVGGElement | null): void;
}

/** One stage asks at a time. */
export const useClothStore = create<ClothState>()((set, get) => ({
  asks: NOTHING_ASKED,
  overlayHost: null,
  underlayHost: null,
  ask(asks) {
    const now = get().asks;
    if ((Object.keys(asks) as (keyof ClothAsks)[]).some((key) => now[key] !== asks[key])) set({ asks });
  },
  setOverlayHost: (overlayHost) => set({ overlayHost }),
  setUnderlayHost: (underlayHost) => set({ underlayHost }),
}));
