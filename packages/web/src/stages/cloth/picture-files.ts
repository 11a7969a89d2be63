import type { PictureBytes } from '@sashiko/core/plan/edits/picture-edits';
import type { Backdrop, PlanImage } from '@sashiko/core/plan/records';
import { usePlanStore } from '../../stores/plan-store.ts';
import type { PictureFile } from '../../workers/messages.ts';
import { Cancelled } from '../../workers/workshop.ts';

/** A picture as the plan keeps it. The browser writes base64 itself, beside the page's own work. */
export async function inBase64({ bytes, ...picture }: PictureFile): Promise<PictureBytes> {
  const url = await new Promise<string>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(new Error('The picture could not be read.'));
    reader.readAsDataURL(new Blob([bytes]));
  });
  return { ...picture, data: url.slice(url.indexOf(',') + 1) };
}

export function tellProblem(error: unknown): void {
  if (error instanceof Cancelled) return;
  usePlanStore.getState().tell(error instanceof Error ? error.message : String(error), 'problem');
}

export interface PictureProps {
  readonly backdrop: Backdrop;
  readonly image: PlanImage;
}
