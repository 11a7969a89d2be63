/** Asking the worker. It is started once and kept warm. */
import type { FromWorker, MessageName, ToWorker, WorkerMessages } from './messages.ts';

interface Waiting {
  readonly resolve: (answer: unknown) => void;
  readonly reject: (error: Error) => void;
  readonly onProgress: (share: number, best?: unknown) => void;
}

/** Rejects a job that the maker stopped. */
export class Cancelled extends Error {}

const waiting = new Map<number, Waiting>();
let worker: Worker | null = null;
let lastId = 0;

/** A worker that gives no sign for so many seconds hangs. Every job pauses far more often to listen. */
const SILENT_SECONDS = 10;

/** Seconds since the last sign, counted while this page is awake: a machine that slept is no reason. */
let silentFor = 0;
let watch: ReturnType<typeof setInterval> | null = null;

function watchOver(): void {
  watch ??= setInterval(() => {
    silentFor = waiting.size === 0 ? 0 : silentFor + 1;
    if (waiting.size === 0 && watch !== null) {
      clearInterval(watch);
      watch = null;
    } else if (silentFor >= SILENT_SECONDS)
      putAway(`The work gave no sign for ${SILENT_SECONDS} seconds and was stopped. Ask for it again.`);
  }, 1000);
}

/** A worker that broke or hangs is put away with all its jobs; the next question starts a new one. */
function putAway(message: string): void {
  worker?.terminate();
  worker = null;
  silentFor = 0;
  const jobs = [...waiting.values()];
  waiting.clear();
  for (const job of jobs) job.reject(new Error(message));
}

function start(): Worker {
  if (worker !== null) return worker;
  worker = new Worker(new URL('./workshop.worker.ts', import.meta.url), {
    type: 'module',
    name: 'sashiko-workshop',
  });
  worker.addEventListener('message', (event: MessageEvent<FromWorker>) => {
    silentFor = 0;
    const message = event.data;
    if (message.kind === 'sign') return;
    const job = waiting.get(message.id);
    if (job === undefined) return;
    if (message.kind === 'progress') {
      job.onProgress(message.share, message.best);
      return;
    }
    waiting.delete(message.id);
    if (message.kind === 'answer') job.resolve(message.answer);
    else job.reject(new Error(message.message));
  });
  worker.addEventListener('error', () => putAway('The work stopped unexpectedly. Please try again.'));
  return worker;
}

export interface Job<Answer> {
  readonly answer: Promise<Answer>;
  cancel(): void;
  /** Asks for the best there is by now. */
  finish(): void;
}

/** Asks the worker for something; the answer may be cancelled, which rejects it with `Cancelled`. */
export function ask<Name extends MessageName>(
  name: Name,
  request: WorkerMessages[Name][0],
  onProgress: (share: number, best?: WorkerMessages[Name][1]) => void = () => {},
): Job<WorkerMessages[Name][1]> {
  lastId += 1;
  const id = lastId;
  const send = (message: ToWorker): void => start().postMessage(message);
  const answer = new Promise<WorkerMessages[Name][1]>((resolve, reject) => {
    waiting.set(id, {
      resolve: resolve as (answer: unknown) => void,
      reject,
      onProgress: onProgress as Waiting['onProgress'],
    });
    send({ kind: 'ask', id, name, request });
    watchOver();
  });
  return {
    answer,
    finish() {
      if (waiting.has(id)) send({ kind: 'finish', id });
    },
    cancel() {
      const job = waiting.get(id);
      if (job === undefined) return;
      waiting.delete(id);
      send({ kind: 'cancel', id });
      job.reject(new Cancelled('Stopped.'));
    },
  };
}
