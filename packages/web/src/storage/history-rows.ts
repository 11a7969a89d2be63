/**
 * A history as rows of the store, so that a save writes what is new and nothing else: the plan without the bytes of its
 * pictures, each picture once, each step once.
 */
import type { History } from '@sashiko/core/plan/history';
import type { PlanImage } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import type { HistoryEntry, LogRow, PictureRow, PlanRecord, StepRow } from './database.ts';

/** How many steps back and forward survive closing the browser: enough for an evening. */
const KEPT_STEPS = 100;

/** Which objects of this page lie in the store already: pictures by plan, steps by plan and number. */
const storedPictures = new WeakMap<PlanImage, Set<string>>();
/** By step: under which number each plan has stored it. Steps are never written twice. */
const storedSteps = new WeakMap<HistoryEntry, Map<string, number>>();

/** What a save puts into the store and takes out of it. */
export interface HistoryRows {
  readonly fields: Pick<PlanRecord, 'plan' | 'pictureIds' | 'past' | 'future' | 'nextStep' | 'logged'>;
  readonly newPictures: readonly PictureRow[];
  readonly newSteps: readonly StepRow[];
  readonly newEntries: readonly LogRow[];
  readonly goneSteps: ReadonlyArray<[planId: string, number: number]>;
  readonly gonePictures: ReadonlyArray<[planId: string, imageId: string]>;
}

/** The rows of a history, seen from what is stored of the plan. */
export function rowsOf(
  history: History,
  stored: Pick<PlanRecord, 'pictureIds' | 'past' | 'future' | 'nextStep' | 'logged'>,
): HistoryRows {
  const { plan } = history;
  const planId = plan.id;
  const known = new Set([...stored.past, ...stored.future]);
  const newSteps: StepRow[] = [];
  let { nextStep } = stored;
  const numberOf = (entry: HistoryEntry): number => {
    const number = storedSteps.get(entry)?.get(planId);
    if (number !== undefined && known.has(number)) return number;
    newSteps.push({ planId, number: nextStep, entry });
    nextStep += 1;
    return nextStep - 1;
  };
  const past = history.past.slice(-KEPT_STEPS).map(numberOf);
  const future = history.future.slice(0, KEPT_STEPS).map(numberOf);
  const kept = new Set([...past, ...future]);
  const pictures = Object.entries(plan.images);
  return {
    fields: {
      plan: { ...plan, images: {}, log: [] },
      logged: plan.log.length,
      pictureIds: pictures.map(([imageId]) => imageId),
      past,
      future,
      nextStep,
    },
    newPictures: pictures.flatMap(([imageId, image]) =>
      stored.pictureIds.includes(imageId) && storedPictures.get(image)?.has(planId) === true
        ? []
        : [{ planId, imageId, image }],
    ),
    newSteps,
    // A log only grows, so what is new is what lies beyond the entries that are stored.
    newEntries: plan.log.slice(stored.logged ?? 0).map((entry, i) => {
      return { planId, number: (stored.logged ?? 0) + i, entry };
    }),
    goneSteps: [...known].filter((number) => !kept.has(number)).map((number) => [planId, number]),
    gonePictures: stored.pictureIds
      .filter((imageId) => !Object.hasOwn(plan.images, imageId))
      .map((imageId) => [planId, imageId]),
  };
}

/** Remembers that rows lie in the store: once the write has gone through, or as they were read. */
export function rememberRows(pictures: readonly PictureRow[], steps: readonly StepRow[]): void {
  for (const { planId, image } of pictures)
    storedPictures.set(image, (storedPictures.get(image) ?? new Set()).add(planId));
  for (const { planId, number, entry } of steps)
    storedSteps.set(entry, (storedSteps.get(entry) ?? new Map<string, number>()).set(planId, number));
}

/** A plan's record with its pictures and its log again, as far as they are there. It may be anything: nothing is checked here. */
export function wholePlan(
  record: Pick<PlanRecord, 'plan'>,
  { pictures, log }: { readonly pictures: readonly PictureRow[]; readonly log: readonly LogRow[] },
): unknown {
  const { plan } = record;
  if (typeof plan !== 'object' || plan === null || pictures.length + log.length === 0) return plan;
  const images: Record<string, PlanImage> = { ...(plan as Plan).images };
  for (const { imageId, image } of pictures) images[imageId] = image;
  return {
    ...plan,
    ...(pictures.length === 0 ? {} : { images }),
    ...(log.length === 0 ? {} : { log: log.map(({ entry }) => entry) }),
  };
}

/** The steps of these numbers in order; from the first that is missing on none, as the way leads through it. */
export function stepsOf(numbers: readonly number[], rows: readonly StepRow[]): readonly HistoryEntry[] {
  const byNumber = new Map(rows.map(({ number, entry }) => [number, entry]));
  const missing = numbers.findIndex((number) => !byNumber.has(number));
  return (missing === -1 ? numbers : numbers.slice(0, missing)).flatMap(
    (number) => byNumber.get(number) ?? [],
  );
}
