/** What the checks of the drawing find while a gesture is under way. A worker looks, for the latest place, so that the pointer waits for nothing. */
import type { PlacedFinding } from '@sashiko/core/checks/finding';
import { create } from 'zustand';
import { ask } from '../workers/workshop.ts';
import { PAUSE_MS, usePlanStore } from './plan-store.ts';

interface PreviewFindingsState {
  /** The latest that came; null when nothing is under way, or nothing came yet. */
  readonly findings: readonly PlacedFinding[] | null;
}

export const usePreviewFindings = create<PreviewFindingsState>()(() => ({ findings: null }));

/** Between two looks, ms: what is counted need not follow every step. */
const PACE_MS = 60;

/** Keeps them up to date until it is called off. */
export function followPreview(): () => void {
  let isBusy = false;
  let isDue = false;
  let found: readonly PlacedFinding[] | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const tell = (): void => {
    clearTimeout(timer);
    if (found === null) return;
    usePreviewFindings.setState({ findings: found });
    found = null;
  };
  const look = async (): Promise<void> => {
    isBusy = true;
    while (isDue) {
      isDue = false;
      const { history, previewEdits, previewOwner } = usePlanStore.getState();
      if (history === null || previewEdits.length === 0) break;
      try {
        const { findings } = await ask('findings', { plan: history.plan, edits: previewEdits }).answer;
        const now = usePlanStore.getState();
        // They are shown with the next step of the gesture; if that pauses, by themselves.
        if (findings !== null && now.previewOwner === previewOwner && now.preview !== null) {
          found = findings;
          clearTimeout(timer);
          timer = setTimeout(tell, PAUSE_MS);
        }
      } catch {
        // A gesture goes on without them; after it they are found anew.
      }
      await new Promise((done) => setTimeout(done, PACE_MS));
    }
    isBusy = false;
  };
  const unsubscribe = usePlanStore.subscribe(({ preview }, before) => {
    if (preview === before.preview) return;
    if (preview === null) {
      isDue = false;
      found = null;
      usePreviewFindings.setState({ findings: null });
      return;
    }
    tell();
    isDue = true;
    if (!isBusy) void look();
  });
  return () => {
    unsubscribe();
    clearTimeout(timer);
    isDue = false;
    usePreviewFindings.setState({ findings: null });
  };
}
