import type { PictureBytes } from '@sashiko/core/plan/edits/picture-edits';
import type { Backdrop, PlanImage } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useShelfStore } from '../../stores/shelf-store.ts';
import { Asking, type Outcome } from '../../workers/asking.ts';
import type { PictureFile } from '../../workers/messages.ts';

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

/** Pictures are read and straightened to their end, also when another stage is looked at meanwhile. */
export const readingPicture = new Asking('readPicture');
/** Photos are made true in a worker: one at a time. */
export const straightening = new Asking('straighten');

/** What became of a photo whose plan was left. */
export const LEFT = { kind: 'cancelled', isLeft: true } as const;

/** Whether a plan is on the table, whatever was changed meanwhile. */
export function isOnTable({ id }: Pick<Plan, 'id'>): boolean {
  return usePlanStore.getState().history?.plan.id === id;
}

/** Says that a picture is not there, and why: on the shelf, where its plan was left. Nothing where the maker chose another. */
export function tellPicture(
  outcome: Exclude<Outcome<'readPicture' | 'straighten'>, { readonly kind: 'answered' }>,
  { name }: Pick<Plan, 'name'>,
): void {
  if (outcome.kind === 'failed') usePlanStore.getState().tell(outcome.problem, 'problem');
  else if (outcome.isLeft)
    useShelfStore
      .getState()
      .tell(`The picture was not laid under “${name}”: the plan was left before it was read.`, 'problem');
}

export interface PictureProps {
  readonly backdrop: Backdrop;
  readonly image: PlanImage;
}
