import type { Result } from '@sashiko/core/errors/problem';
import type { Edit } from '@sashiko/core/plan/edit';
import { usePlanStore } from '../../stores/plan-store.ts';
import type { Gesture, Moment } from './gesture.ts';

/** A gesture that makes one edit: shown while it lasts, committed when it ends, gone when it is given up or when another takes the preview. */
export function previewed(
  editAt: (now: Moment) => Result<Edit> | null,
  whenDone: () => void = () => {},
): Gesture {
  const preview = usePlanStore.getState().startPreview();
  return {
    move(now) {
      if (preview.hasEnded) return;
      const edit = editAt(now);
      if (edit !== null) preview.show(edit);
    },
    end(now) {
      if (preview.hasEnded) return;
      const edit = editAt(now);
      preview.end();
      if (edit !== null && usePlanStore.getState().commit(edit)) whenDone();
    },
    click: () => preview.end(),
    cancel: () => preview.end(),
  };
}
