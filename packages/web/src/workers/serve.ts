/** The worker's side of the messages: questions are taken, worked on side by side, and answered. */
import { handlers } from './handlers.ts';
import { type HeldPlan, HeldPlans } from './held-plans.ts';
import { Job, Refusal } from './job.ts';
import type { FromWorker, ToWorker } from './messages.ts';

type Question = Extract<ToWorker, { kind: 'ask' }>;

export interface Server {
  /** Takes a message of the page. */
  take(message: ToWorker): void;
  /** Says that it is alive, where there is work: what does not pause keeps it from saying so. */
  sign(): void;
}

/** Serves one page, to which `post` sends. */
export function serve(post: (message: FromWorker, transfer: ArrayBuffer[]) => void): Server {
  const jobs = new Map<number, Job>();
  const plans = new HeldPlans();

  const answer = async ({ id, name, request, about, budgetMs, plan }: Question): Promise<void> => {
    const job = new Job(budgetMs, (share, best) =>
      post({ kind: 'progress', id, share, ...(best === undefined ? {} : { best }) }, []),
    );
    jobs.set(id, job);
    try {
      if (about !== null && plan !== undefined) plans.take(about, plan);
      const held = about === null ? undefined : plans.find(about);
      if (about !== null && held === undefined) {
        post({ kind: 'missing', id }, []);
        return;
      }
      const handler = handlers[name] as (
        request: unknown,
        job: Job,
        held: HeldPlan | undefined,
      ) => Promise<unknown>;
      const whole = held === undefined ? request : { ...(request as object), plan: held.plan };
      const found = await handler(whole, job, held);
      if (found !== null) post({ kind: 'answer', id, answer: found }, buffersIn(found));
    } catch (error) {
      const message =
        error instanceof Refusal ? error.message : `Something went wrong in Sashiko itself: ${String(error)}`;
      post({ kind: 'refused', id, message }, []);
    } finally {
      jobs.delete(id);
    }
  };

  return {
    take(message) {
      if (message.kind === 'ask') {
        void answer(message);
        return;
      }
      const job = jobs.get(message.id);
      if (job === undefined) return;
      if (message.kind === 'cancel') job.isCancelled = true;
      else job.isFinishing = true;
    },
    sign() {
      if (jobs.size > 0) post({ kind: 'sign' }, []);
    },
  };
}

/** Bytes that are in an answer, to be handed over instead of copied. */
function buffersIn(value: unknown, depth = 0): ArrayBuffer[] {
  if (value instanceof ArrayBuffer) return [value];
  if (ArrayBuffer.isView(value)) return value.buffer instanceof ArrayBuffer ? [value.buffer] : [];
  if (typeof value !== 'object' || value === null || depth > 2) return [];
  return Object.values(value).flatMap((part: unknown) => buffersIn(part, depth + 1));
}
