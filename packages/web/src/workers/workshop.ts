/**
 * Asking the workers. There are two, each started once and kept warm: one for long work, so that what a maker waits for with a
 * finger on the pointer never stands behind it. A plan travels without its pictures and its log, which no work
 * on it needs, and only when the worker does not hold it already. Every question says what it may cost.
 */
import type { Plan } from '@sashiko/core/plan/schema';
import { budgetMs } from './budgets.ts';
import type { FromWorker, MessageName, ToWorker, WorkerMessages } from './messages.ts';

/** Rejects a job that the maker stopped, or whose plan was closed. */
export class Cancelled extends Error {}

/** A worker that gives no sign for so many seconds hangs. Every job pauses far more often to listen. */
const SILENT_SECONDS = 10;

interface Waiting {
  readonly resolve: (answer: unknown) => void;
  readonly reject: (error: Error) => void;
  readonly onProgress: (share: number, best?: unknown) => void;
}

/** One worker and the jobs that wait for it. */
class Workshop {
  readonly #name: string;
  readonly #waiting = new Map<number, Waiting>();
  #worker: Worker | null = null;
  #lastId = 0;
  /** The revision of the plan that the worker holds. */
  #held: number | null = null;
  /** Seconds since the last sign, counted while this page is awake: a machine that slept is no reason. */
  #silentFor = 0;
  #watch: ReturnType<typeof setInterval> | null = null;

  constructor(name: string) {
    this.#name = name;
  }

  ask(name: MessageName, request: unknown, budget: number, waiting: Waiting): number {
    this.#lastId += 1;
    const id = this.#lastId;
    this.#waiting.set(id, waiting);
    this.#worker ??= this.#start();
    const { plan, rest } = apart(request);
    const revision = plan === null ? null : revisionOf(plan);
    const isNew = plan !== null && revision !== this.#held;
    if (isNew) this.#held = revision;
    this.#send({
      kind: 'ask',
      id,
      name,
      request: rest,
      revision,
      budgetMs: budget,
      ...(isNew ? { plan: { ...plan, images: {}, backdrop: null, log: [] } } : {}),
    });
    this.#watchOver();
    return id;
  }

  finish(id: number): void {
    if (this.#waiting.has(id)) this.#send({ kind: 'finish', id });
  }

  cancel(id: number): void {
    const job = this.#waiting.get(id);
    if (job === undefined) return;
    this.#waiting.delete(id);
    this.#send({ kind: 'cancel', id });
    job.reject(new Cancelled('Stopped.'));
  }

  cancelAll(): void {
    for (const id of [...this.#waiting.keys()]) this.cancel(id);
  }

  #send(message: ToWorker): void {
    this.#worker ??= this.#start();
    this.#worker.postMessage(message);
  }

  #start(): Worker {
    const worker = new Worker(new URL('./workshop.worker.ts', import.meta.url), {
      type: 'module',
      name: this.#name,
    });
    worker.addEventListener('message', (event: MessageEvent<FromWorker>) => this.#take(event.data));
    worker.addEventListener('error', () => this.#putAway('The work stopped unexpectedly. Please try again.'));
    return worker;
  }

  #take(message: FromWorker): void {
    this.#silentFor = 0;
    if (message.kind === 'sign') return;
    const job = this.#waiting.get(message.id);
    if (job === undefined) return;
    if (message.kind === 'progress') {
      job.onProgress(message.share, message.best);
      return;
    }
    this.#waiting.delete(message.id);
    if (message.kind === 'answer') job.resolve(message.answer);
    else job.reject(new Error(message.message));
  }

  #watchOver(): void {
    this.#watch ??= setInterval(() => {
      this.#silentFor = this.#waiting.size === 0 ? 0 : this.#silentFor + 1;
      if (this.#waiting.size === 0 && this.#watch !== null) {
        clearInterval(this.#watch);
        this.#watch = null;
      } else if (this.#silentFor >= SILENT_SECONDS)
        this.#putAway(
          `The work gave no sign for ${SILENT_SECONDS} seconds and was stopped. Ask for it again.`,
        );
    }, 1000);
  }

  /** A worker that broke or hangs is put away with all its jobs; the next question starts a new one. */
  #putAway(message: string): void {
    this.#worker?.terminate();
    this.#worker = null;
    this.#held = null;
    this.#silentFor = 0;
    const jobs = [...this.#waiting.values()];
    this.#waiting.clear();
    for (const job of jobs) job.reject(new Error(message));
  }
}

const atHand = new Workshop('sashiko-at-hand');
const atLength = new Workshop('sashiko-at-length');

/** What may take longer than a maker keeps still. */
const LONG: ReadonlySet<MessageName> = new Set([
  'route',
  'warm',
  'waysOut',
  'homes',
  'findFits',
  'trials',
  'lightTrials',
  'whatIfs',
  'sourceChoices',
  'print',
]);

export interface Job<Answer> {
  readonly answer: Promise<Answer>;
  cancel(): void;
  /** Asks for the best there is by now. */
  finish(): void;
}

/** Asks a worker for something; the answer may be cancelled, which rejects it with `Cancelled`. */
export function ask<Name extends MessageName>(
  name: Name,
  request: WorkerMessages[Name][0],
  onProgress: (share: number, best?: WorkerMessages[Name][1]) => void = () => {},
): Job<WorkerMessages[Name][1]> {
  const workshop = LONG.has(name) ? atLength : atHand;
  const { promise, resolve, reject } = withResolvers<WorkerMessages[Name][1]>();
  const id = workshop.ask(name, request, budgetMs(name), {
    resolve: resolve as (answer: unknown) => void,
    reject,
    onProgress: onProgress as Waiting['onProgress'],
  });
  return { answer: promise, finish: () => workshop.finish(id), cancel: () => workshop.cancel(id) };
}

/** Ends every job: the plan they were asked for is closed. */
export function endJobs(): void {
  atHand.cancelAll();
  atLength.cancelAll();
}

function withResolvers<T>() {
  let resolve: (value: T) => void = () => {};
  let reject: (error: Error) => void = () => {};
  const promise = new Promise<T>((yes, no) => {
    resolve = yes;
    reject = no;
  });
  return { promise, resolve, reject };
}

/** The plan of a question, and what else it holds. */
function apart(request: unknown): { readonly plan: Plan | null; readonly rest: unknown } {
  if (typeof request !== 'object' || request === null || !('plan' in request))
    return { plan: null, rest: request };
  const { plan, ...rest } = request;
  return { plan: plan as Plan, rest };
}

const revisions = new WeakMap<Plan, number>();
let lastRevision = 0;

/** A number for each state of a plan: the same object is the same state. */
function revisionOf(plan: Plan): number {
  const known = revisions.get(plan);
  if (known !== undefined) return known;
  lastRevision += 1;
  revisions.set(plan, lastRevision);
  return lastRevision;
}
