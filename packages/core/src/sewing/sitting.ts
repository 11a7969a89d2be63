/** Work that is laid down and taken up again: where it is safe to stop, and what has a deadline. */
import { kindOf } from '../plan/kind-of.ts';
import { isTicked } from '../plan/progress.ts';
import type { Plan } from '../plan/schema.ts';
import { powerWords } from '../power/source-words.ts';
import { sourcesOf } from '../power/sources.ts';
import type { SewingStep } from './step.ts';

/** Ink that fades in air is gone after about two days (common practice, no source). */
export const AIR_INK_MS = 48 * 3_600_000;

/** The first step that is not ticked off, or null when all are. */
export function nextStep(plan: Pick<Plan, 'ticks'>, steps: readonly SewingStep[]): SewingStep | null {
  return steps.find(({ id }) => !isTicked(plan, id)) ?? null;
}

export interface StopAdvice {
  readonly isSafe: boolean;
  readonly text: string;
  /** The step after which it is safe, where it is not yet. */
  readonly after: SewingStep | null;
}

/**
 * Whether the work can be laid down at a step that is shown: before it, or after it where it is ticked off. It follows the step, not
 * the latest tick: whoever looks ahead is told what holds there.
 */
export function stopAdvice(plan: Plan, steps: readonly SewingStep[], stepId: string | null): StopAdvice {
  const shown = stepId === null ? steps.length : steps.findIndex(({ id }) => id === stepId);
  const isDone = stepId !== null && isTicked(plan, stepId);
  const i = Math.max(0, shown) + (isDone ? 1 : 0);
  const before = steps[i - 1];
  const power = powerWords(sourcesOf(plan));
  const cell =
    power === null
      ? ''
      : before?.isCellIn === true
        ? ` ${power.takeOut} while the piece lies.`
        : ` The ${power.what} ${power.isPlural ? 'stay' : 'stays'} out while the piece lies.`;
  const tails = hangingNow(plan, steps.slice(0, i));
  if (before === undefined || before.isSafeStop)
    return {
      isSafe: true,
      text: `Safe to stop here: no thread hangs half sewn.${tails}${cell}`,
      after: null,
    };
  const after = steps.slice(i).find(({ isSafeStop }) => isSafeStop) ?? null;
  return {
    isSafe: false,
    text: `A thread is half sewn. Better go on to the end of this piece; if you must stop, park the needle in the cloth, pin the thread aside.${tails}${cell}`,
    after,
  };
}

/** What is done with long ends that hang by then, as a sentence; nothing where none does. */
function hangingNow(plan: Plan, done: readonly SewingStep[]): string {
  const sewn = new Set(
    done.flatMap(({ id, partIds }) => (/^(start|sew|joint|finish):/.test(id) ? partIds : [])),
  );
  const tails = Object.values(plan.parts).filter(
    (part) => sewn.has(part.id) && kindOf(plan, part).threadEnd !== undefined,
  );
  if (tails.length === 0) return '';
  const isSwitch = tails.some((part) => kindOf(plan, part).threadEnd?.use === 'tied');
  return ` A tape round ${tails.length === 1 ? 'the tail' : 'each tail'}${isSwitch ? ', and the ends of the switch apart' : ''}.`;
}

export interface MarksDeadline {
  /** Negative when they are gone. */
  readonly leftMs: number;
  readonly text: string;
}

/** How long marks in fading ink will still be seen at `nowMs`; null when they do not fade, or nothing is marked, or all is sewn. */
export function marksDeadline(
  plan: Pick<Plan, 'habits' | 'sitting' | 'ticks'>,
  steps: readonly SewingStep[],
  nowMs: number,
): MarksDeadline | null {
  const { markedAtMs } = plan.sitting;
  const isAllSewn = steps.every(({ id }) => !/^(start|sew|hold|tack):/.test(id) || isTicked(plan, id));
  if (plan.habits.marker !== 'air' || markedAtMs === null || isAllSewn) return null;
  const leftMs = markedAtMs + AIR_INK_MS - nowMs;
  const hours = Math.max(0, Math.round(Math.abs(leftMs) / 3_600_000));
  return {
    leftMs,
    text:
      leftMs > 0
        ? `The marks fade in about ${hours} h: sew what is marked, or mark it again then.`
        : `The marks are about ${hours} h past their time: look whether they are still there, and mark again what is not sewn.`,
  };
}
