import { pauseWork, resumeWork } from '@sashiko/core/plan/edits/progress-edits';
import { isTicked } from '@sashiko/core/plan/progress';
import type { Plan } from '@sashiko/core/plan/schema';
import { roundIndexOf, roundsOf } from '@sashiko/core/sewing/rounds';
import { marksDeadline, nextStep, stopAdvice } from '@sashiko/core/sewing/sitting';
import type { SewingStep } from '@sashiko/core/sewing/step';
import { Button } from 'antd';
import { useMemo } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useNow } from '../../ui/use-now.ts';

const MINUTE_MS = 60_000;

/** Where the work stands: whether it can be laid down, since when it lies, and how long the marks last. */
export function SittingNote({ plan, steps }: { readonly plan: Plan; readonly steps: readonly SewingStep[] }) {
  const commit = usePlanStore((state) => state.commit);
  const now = useNow(MINUTE_MS);
  const rounds = useMemo(() => roundsOf(steps), [steps]);
  const next = nextStep(plan, steps);
  const { paused } = plan.sitting;
  const deadline = marksDeadline(plan, steps, now);
  const isBegun = steps.some(({ id }) => isTicked(plan, id));
  if (!isBegun && paused === null) return null;
  const advice = stopAdvice(plan, steps, next?.id ?? null);
  const number = (step: SewingStep): number => roundIndexOf(rounds, step.id) + 1;
  return (
    <section className="sitting" aria-label="Where the work stands">
      {deadline !== null && <p className={deadline.leftMs < 0 ? 'plus' : ''}>{deadline.text}</p>}
      {paused === null
        ? next !== null && (
            <>
              <p>
                {advice.isSafe ? '✓ ' : '! '}
                {advice.text}
                {advice.after !== null && ` The next safe place is after step ${number(advice.after)}.`}
              </p>
              <Button size="small" onClick={() => commit(pauseWork(plan, next.id, Date.now()))}>
                Pause here
              </Button>
            </>
          )
        : paused !== null && (
            <>
              <p>
                <strong>Paused</strong> since {new Date(paused.atMs).toLocaleString()}
                {next === null ? '' : `, before step ${number(next)}`}. The cell is to be out.
              </p>
              <Button size="small" type="primary" onClick={() => commit(resumeWork(plan, Date.now()))}>
                Go on
              </Button>
            </>
          )}
    </section>
  );
}
