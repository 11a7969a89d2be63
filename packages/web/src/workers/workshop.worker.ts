/** The worker: a thin shell round core functions. Long work pauses every few milliseconds so that it can be cancelled. */

import { findHomes } from '@sashiko/core/advice/homes';
import { waysOut } from '@sashiko/core/advice/ways-out';
import { gapPrices } from '@sashiko/core/checks/gap-prices';
import { makeHowLong } from '@sashiko/core/circuit/how-long';
import { describeProblem, describeToMaker, fail, type Result } from '@sashiko/core/errors/problem';
import { MOST_PIXELS, pictureSize } from '@sashiko/core/formats/picture-size';
import { PRINT_KINDS, printNamed } from '@sashiko/core/formats/print-kinds';
import { LARGEST_PICTURE_PX, planStraightening, straightenPixels } from '@sashiko/core/geometry/straighten';
import { sewTrials } from '@sashiko/core/nets/trials';
import type { PictureBytes } from '@sashiko/core/plan/edits/picture-edits';
import { findFits, fitTaskOf } from '@sashiko/core/plan/fit-finder';
import { cleanPart } from '@sashiko/core/router/clean-part';
import { routingProblemOf } from '@sashiko/core/router/problem-of-plan';
import { repairEdit } from '@sashiko/core/router/repair';
import { route } from '@sashiko/core/router/route';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import type { RoutingSolution } from '@sashiko/core/router/routing-problem';
import { tidyEdit } from '@sashiko/core/router/tidy';
import { makeSheet } from '@sashiko/core/sewing/sewing-sheet';
import type { FromWorker, MessageName, ToWorker, WorkerMessages } from './messages.ts';

/** A proposal may take so long: enough that more hardly helps (measured on the benchmark instances). */
const ROUTE_MS = 1500;
const ROUTE_MS_PER_PART = 150;

/** More news than this would keep the page busy with drawing them. */
const NEWS_MS = 150;

/** How long to work before listening for a cancel, ms. */
const SLICE_MS = 30;

/** Moves that are enough for the compiler to see what is hot. */
const WARMING_MOVES = 60;

/** Looking for ways without a patch takes no longer than this. */
const WAYS_OUT_MS = 25_000;

class Refusal extends Error {}

function orRefuse<T>(result: Result<T>): T {
  if (!result.ok) throw new Refusal(describeToMaker(result.problem));
  return result.value;
}

interface Job {
  isCancelled: boolean;
  /** The best there is by now is enough. */
  isFinishing: boolean;
  readonly report: (share: number, best?: unknown) => void;
}

const jobs = new Map<number, Job>();
const post = (message: FromWorker): void => self.postMessage(message);
const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));

type Handlers = {
  readonly [Name in MessageName]: (
    request: WorkerMessages[Name][0],
    job: Job,
  ) => Promise<WorkerMessages[Name][1] | null>;
};

/** Answers by name; null when the job was cancelled. */
const handlers: Handlers = {
  async route({ plan, request, seed, patience }, job) {
    const problem = routingProblemOf(plan, request);
    if (!problem.ok) throw new Refusal(describeToMaker(problem.problem));
    const begun = performance.now();
    const usualMs = ROUTE_MS + ROUTE_MS_PER_PART * problem.value.parts.length;
    const budgetMs = patience === 'usual' ? usualMs : Math.max(usualMs, 1000 * patience);
    const search = route(problem.value, {
      seed,
      spent: () => (job.isFinishing ? 1 : (performance.now() - begun) / budgetMs),
    });
    let until = performance.now() + SLICE_MS;
    let shown: RoutingSolution | null = null;
    let nextNews = begun;
    for (let step = search.next(); ; step = search.next()) {
      if (step.done === true) return { problem: problem.value, ...cleanPart(problem.value, step.value) };
      if (performance.now() < until) continue;
      const { best, share } = step.value;
      // The first there is to be seen does not wait.
      if (performance.now() >= nextNews || (shown === null && best !== null)) {
        if (best !== null && best !== shown)
          job.report(share, { problem: problem.value, solution: best, leftOut: [] });
        else job.report(share);
        shown = best;
        nextNews = performance.now() + NEWS_MS;
      }
      await breathe();
      if (job.isCancelled) return null;
      until = performance.now() + SLICE_MS;
    }
  },
  async warm({ plan }, job) {
    const problem = routingProblemOf(plan, USUAL_REQUEST);
    if (problem.ok) await runInSlices(shares(route(problem.value, { seed: 1, moves: WARMING_MOVES })), job);
    return { isWarm: true };
  },
  async waysOut({ plan, problem, solution, request, seed }, job) {
    const until = performance.now() + WAYS_OUT_MS;
    const shouldStop = (): boolean => job.isFinishing || performance.now() > until;
    return await runInSlices(waysOut(plan, request, problem, solution, { seed, shouldStop }), job);
  },
  async homes({ plan, partId, request }, job) {
    const homes = await runInSlices(findHomes(plan, partId, request, { seed: 1 }), job);
    return homes === null ? null : orRefuse(homes);
  },
  async tidy({ plan }) {
    return { edit: orRefuse(tidyEdit(plan)) };
  },
  async repair({ plan, partIds }) {
    return { edit: orRefuse(repairEdit(plan, partIds)) };
  },
  async readPicture({ file }) {
    if (file.size > LARGEST_PICTURE_BYTES) throw new Refusal('The picture is larger than 40 megabytes.');
    const size = pictureSize(new Uint8Array(await file.arrayBuffer()));
    if (size !== null && size.widthPx * size.heightPx > MOST_PIXELS)
      throw new Refusal(
        `The picture has ${Math.round((size.widthPx * size.heightPx) / 1e6)} million pixels; ${MOST_PIXELS / 1e6} million are the most. Make it smaller first.`,
      );
    const bitmap = await createImageBitmap(file).catch(() => null);
    if (bitmap === null)
      throw new Refusal('The file is no picture this browser can read. Save it as JPEG or PNG.');
    const scale = Math.min(1, LARGEST_PICTURE_PX / Math.max(bitmap.width, bitmap.height));
    const canvas = new OffscreenCanvas(
      Math.max(1, Math.round(bitmap.width * scale)),
      Math.max(1, Math.round(bitmap.height * scale)),
    );
    context(canvas).drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    return await bytesOf(canvas);
  },
  async straighten({ image, corners, widthMm, heightMm }, job) {
    const bitmap = await createImageBitmap(new Blob([fromBase64(image.data)], { type: image.mime }));
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    context(canvas).drawImage(bitmap, 0, 0);
    const photo = context(canvas).getImageData(0, 0, canvas.width, canvas.height);
    const how = planStraightening(photo, corners, widthMm, heightMm);
    if (how === null) throw new Refusal(describeToMaker(fail('picture-points').problem));
    const pixels = await runInSlices(straightenPixels(photo, how), job);
    if (pixels === null) return null;
    const straight = new OffscreenCanvas(pixels.width, pixels.height);
    context(straight).putImageData(
      new ImageData(new Uint8ClampedArray(pixels.data), pixels.width, pixels.height),
      0,
      0,
    );
    return { image: await bytesOf(straight), mmPerPx: how.mmPerPx, cornerPx: how.cornerPx };
  },
  async findFits({ plan, partId, marginMm, spotAreas }, job) {
    const part = plan.parts[partId];
    if (part === undefined) throw new Refusal(describeToMaker(fail('unknown-part').problem));
    return await runInSlices(findFits(fitTaskOf(plan, part, marginMm, spotAreas)), job);
  },
  async trials({ plan, ...setting }, job) {
    return await runInSlices(sewTrials(plan, setting), job);
  },
  async gapPrices({ plan }, job) {
    return await runInSlices(gapPrices(plan), job);
  },
  async howLong({ plan }, job) {
    const times = await runInSlices(makeHowLong(plan), job);
    if (times === null) return null;
    if (!times.ok) throw new Refusal(describeProblem(times.problem));
    return { times: times.value };
  },
  async sheet({ plan }, job) {
    return await runInSlices(makeSheet(plan), job);
  },
  async printList() {
    return PRINT_KINDS.map(({ id, title, help }) => ({ id, title, help }));
  },
  async print({ plan, printId, pace, fontUrls }, job) {
    const kind = orRefuse(printNamed(printId));
    const [regular, bold] = await Promise.all([base64Of(fontUrls.regular), base64Of(fontUrls.bold)]);
    const files = await runInSlices(kind.make(plan, { pace, fonts: { regular, bold } }), job);
    return files === null ? null : orRefuse(files);
  },
};

/** A search as a generator of shares alone. */
function* shares<T>(search: Generator<{ readonly share: number }, T>): Generator<number, T> {
  for (let step = search.next(); ; step = search.next()) {
    if (step.done === true) return step.value;
    yield step.value.share;
  }
}

/** Runs a generator of shares to its end, listening for a cancel every few milliseconds; null when it was cancelled. */
async function runInSlices<T>(work: Generator<number, T>, job: Job): Promise<T | null> {
  let until = performance.now() + SLICE_MS;
  for (let step = work.next(); ; step = work.next()) {
    if (step.done === true) return step.value;
    if (performance.now() < until) continue;
    job.report(step.value);
    await breathe();
    if (job.isCancelled) return null;
    until = performance.now() + SLICE_MS;
  }
}

/** The largest picture file that is opened: a photo of any telephone is a quarter of it. */
const LARGEST_PICTURE_BYTES = 40_000_000;
const PICTURE_QUALITY = 0.85;

function context(canvas: OffscreenCanvas): OffscreenCanvasRenderingContext2D {
  const drawing = canvas.getContext('2d');
  if (drawing === null) throw new Error('no drawing context');
  return drawing;
}

async function bytesOf(canvas: OffscreenCanvas): Promise<PictureBytes> {
  const blob = await canvas.convertToBlob({ type: 'image/webp', quality: PICTURE_QUALITY });
  const mime = blob.type === 'image/webp' ? 'image/webp' : 'image/png';
  const data = toBase64(new Uint8Array(await blob.arrayBuffer()));
  return { mime, widthPx: canvas.width, heightPx: canvas.height, data };
}

async function base64Of(url: string): Promise<string> {
  return toBase64(new Uint8Array(await (await fetch(url)).arrayBuffer()));
}

function fromBase64(text: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
}

function toBase64(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

async function handle(id: number, name: MessageName, request: unknown): Promise<void> {
  const job: Job = {
    isCancelled: false,
    isFinishing: false,
    report: (share, best) => post({ kind: 'progress', id, share, ...(best === undefined ? {} : { best }) }),
  };
  jobs.set(id, job);
  try {
    const handler = handlers[name] as (request: unknown, job: Job) => Promise<unknown>;
    const answer = await handler(request, job);
    if (answer !== null) post({ kind: 'answer', id, answer });
  } catch (error) {
    const message =
      error instanceof Refusal ? error.message : `Something went wrong in Sashiko itself: ${String(error)}`;
    post({ kind: 'refused', id, message });
  } finally {
    jobs.delete(id);
  }
}

/** So often the page is told that the worker is alive, ms; work that does not pause keeps it from saying so. */
const SIGN_MS = 1000;
setInterval(() => {
  if (jobs.size > 0) post({ kind: 'sign' });
}, SIGN_MS);

self.addEventListener('message', (event: MessageEvent<ToWorker>) => {
  const message = event.data;
  if (message.kind !== 'ask') {
    const job = jobs.get(message.id);
    if (job !== undefined && message.kind === 'cancel') job.isCancelled = true;
    else if (job !== undefined) job.isFinishing = true;
  } else void handle(message.id, message.name, message.request);
});
