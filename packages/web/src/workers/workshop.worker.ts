/** The worker: a thin shell round core functions. Long work pauses every few milliseconds so that it can be cancelled. */
import { checkPlan } from '@sashiko/core/checks/check-plan';
import { howLong } from '@sashiko/core/circuit/will-it-light';
import { describeProblem } from '@sashiko/core/errors/problem';
import { writePdf } from '@sashiko/core/formats/pdf';
import { route } from '@sashiko/core/router/route';
import { routingProblemOf } from '@sashiko/core/router/routing-problem';
import { listPages } from '@sashiko/core/sewing/list-pages';
import { patternPages } from '@sashiko/core/sewing/pattern-pages';
import type { FromWorker, MessageName, ToWorker, WorkerMessages } from './messages.ts';

/** How long to work before listening for a cancel, ms. */
const SLICE_MS = 30;

class Refusal extends Error {}

interface Job {
  isCancelled: boolean;
  readonly report: (share: number) => void;
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
  async route({ plan, freedom, seed }, job) {
    const problem = routingProblemOf(plan, freedom);
    if (!problem.ok) throw new Refusal(describeProblem(problem.problem));
    const search = route(problem.value, { seed });
    let until = performance.now() + SLICE_MS;
    for (let step = search.next(); ; step = search.next()) {
      if (step.done === true) return { plan, problem: problem.value, solution: step.value };
      if (performance.now() < until) continue;
      job.report(step.value.share);
      await breathe();
      if (job.isCancelled) return null;
      until = performance.now() + SLICE_MS;
    }
  },
  async howLong({ plan }) {
    const time = howLong(plan);
    if (!time.ok) throw new Refusal(describeProblem(time.problem));
    return { time: time.value };
  },
  async pdf({ plan, what, fontUrls }) {
    const [regular, bold] = await Promise.all([base64Of(fontUrls.regular), base64Of(fontUrls.bold)]);
    const pattern = patternPages(plan);
    if (!pattern.ok && what === 'pattern') throw new Refusal(describeProblem(pattern.problem));
    const stops = checkPlan(plan).filter((finding) => finding.severity === 'stop');
    const pages =
      what === 'pattern' && pattern.ok
        ? pattern.value
        : listPages(
            plan,
            stops.map((finding) => finding.message),
          );
    return writePdf(pages, plan.name, { regular, bold });
  },
};

async function base64Of(url: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer());
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

async function handle(id: number, name: MessageName, request: unknown): Promise<void> {
  const job: Job = { isCancelled: false, report: (share) => post({ kind: 'progress', id, share }) };
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

self.addEventListener('message', (event: MessageEvent<ToWorker>) => {
  const message = event.data;
  if (message.kind === 'cancel') {
    const job = jobs.get(message.id);
    if (job !== undefined) job.isCancelled = true;
  } else void handle(message.id, message.name, message.request);
});
