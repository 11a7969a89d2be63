/**
 * Asking the workers. There are two, each started once and kept warm: one for long work, so that what a maker waits for with a
 * finger on the pointer never stands behind it. (What is asked of many plans has two of its own, `pool.ts`.) A plan travels without its pictures and its log, which no work
 * on it needs, and only when the worker was not told of it in this state. Every question says what it may cost.
 *
 * Nobody but `asking.ts` and `pool.ts` ask here: a job has one life, whoever wants it.
 */
import type { Plan } from '@sashiko/core/plan/schema';
import { budgetMs } from './budgets.ts';
import type { About } from './held-plans.ts';
import type { FromWorker, MessageName, ToWorker, WorkerMessages } from './messages.ts';
import { OwnTime } from './own-time.ts';

/** Rejects a job that the maker stopped, or, with `isLeft`, whose plan was closed. */
export class Cancelled extends Error {
  readonly isLeft: boolean;

  constructor(isLeft = false) {
    super(isLeft ? 'Its plan was left.' : 'Stopped.');
    this.isLeft = isLeft;
  }
}

/** A worker that gives no sign for so many seconds hangs. Every job pauses far more often to listen. */
const SILENT_SECONDS = 10;

type Question = Omit<Extract<ToWorker, { kind: 'ask' }>, 'plan'>;

interface Waiting {
  readonly question: Question;
  /** The plan it is about, to be sent again where the worker holds it no more. */
  readonly plan: Plan | null;
  /** It goes on when its plan is left. */
  readonly outlives: boolean;
  readonly resolve: (answer: unknown) => void;
  readonly reject: (error: Error) => void;
  readonly onProgress: (share: number, best?: unknown) => void;
}

/** One worker and the jobs that wait for it. */
export class Workshop {
  readonly #name: string;
  readonly #waiting = new Map<number, Waiting>();
  #worker: Worker | null = null;
  #lastId = 0;
  /** The state of each plan the worker was told of last. */
  readonly #told = new Map<string, number>();
  /** Seconds since the last sign, as much of them as this page had the processor: a machine that slept or was busy is no reason. */
  #silentFor = 0;
  readonly #ownTime = new OwnTime();
  #watch: ReturnType<typeof setInterval> | null = null;

  constructor(name: string) {
    this.#name = name;
  }

  ask(
    name: MessageName,
    request: unknown,
    budget: number,
    waiting: Omit<Waiting, 'question' | 'plan'>,
  ): number {
    this.#lastId += 1;
    const id = this.#lastId;
    const { plan, rest } = apart(request);
    const about: About | null = plan === null ? null : { planId: plan.id, revision: revisionOf(plan) };
    const question: Question = { kind: 'ask', id, name, request: rest, about, budgetMs: budget };
    this.#waiting.set(id, { ...waiting, question, plan });
    // Before it is asked what it was told: a fresh worker knows nothing.
    this.#worker ??= this.#start();
    if (about === null || plan === null) this.#send(question);
    else if (this.#told.get(about.planId) === about.revision) this.#send(question);
    else this.#sendWithPlan(question, about, plan);
    this.#watchOver();
    return id;
  }

  #sendWithPlan(question: Question, { planId, revision }: About, plan: Plan): void {
    this.#told.set(planId, revision);
    this.#send({ ...question, plan: { ...plan, images: {}, backdrop: null, log: [] } });
  }

  finish(id: number): void {
    if (this.#waiting.has(id)) this.#send({ kind: 'finish', id });
  }

  cancel(id: number, isLeft = false): void {
    const job = this.#waiting.get(id);
    if (job === undefined) return;
    this.#waiting.delete(id);
    this.#send({ kind: 'cancel', id });
    job.reject(new Cancelled(isLeft));
  }

  leavePlan(): void {
    for (const [id, { outlives }] of [...this.#waiting]) if (!outlives) this.cancel(id, true);
  }

  /** Ends the worker; what waits is cancelled. The next question starts a new one. */
  close(): void {
    for (const id of [...this.#waiting.keys()]) this.cancel(id);
    this.#worker?.terminate();
    this.#worker = null;
    this.#told.clear();
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
    if (message.kind === 'missing') {
      const { question, plan } = job;
      if (question.about !== null && plan !== null) this.#sendWithPlan(question, question.about, plan);
      return;
    }
    this.#waiting.delete(message.id);
    if (message.kind === 'answer') job.resolve(message.answer);
    else job.reject(new Error(message.message));
  }

  #watchOver(): void {
    this.#watch ??= setInterval(() => {
      this.#silentFor = this.#waiting.size === 0 ? 0 : this.#silentFor + this.#ownTime.shareOfSecond();
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
    this.#told.clear();
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

/** Asks a worker for something; the answer may be cancelled, which rejects it with `Cancelled`. With `outlives` it goes on when its plan is left. */
export function ask<Name extends MessageName>(
  name: Name,
  request: WorkerMessages[Name][0],
  onProgress: (share: number, best?: WorkerMessages[Name][1]) => void = () => {},
  outlives = false,
): Job<WorkerMessages[Name][1]> {
  return askOf(LONG.has(name) ? atLength : atHand, name, request, onProgress, outlives);
}

/** As `ask`, of this workshop. */
export function askOf<Name extends MessageName>(
  workshop: Workshop,
  name: Name,
  request: WorkerMessages[Name][0],
  onProgress: (share: number, best?: WorkerMessages[Name][1]) => void,
  outlives: boolean,
): Job<WorkerMessages[Name][1]> {
  const { promise, resolve, reject } = withResolvers<WorkerMessages[Name][1]>();
  const id = workshop.ask(name, request, budgetMs(name), {
    resolve: resolve as (answer: unknown) => void,
    reject,
    onProgress: onProgress as Waiting['onProgress'],
    outlives,
  });
  return { answer: promise, finish: () => workshop.finish(id), cancel: () => workshop.cancel(id) };
}

/** Ends the jobs of the plan that is left, but for those that go on. */
export function endJobs(): void {
  atHand.leavePlan();
  atLength.leavePlan();
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
