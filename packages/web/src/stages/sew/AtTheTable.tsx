import { pauseWork, resumeWork, tickStep } from '@sashiko/core/plan/edits/progress-edits';
import { isTicked } from '@sashiko/core/plan/progress';
import type { Plan } from '@sashiko/core/plan/schema';
import { expectedSeconds, formatWorkTime } from '@sashiko/core/sewing/pace';
import { missingBefore, type SewingSheet } from '@sashiko/core/sewing/sewing-sheet';
import { keptTogether } from '@sashiko/core/sewing/sheet-names';
import { marksDeadline, nextStep, stopAdvice } from '@sashiko/core/sewing/sitting';
import type { SewingStep } from '@sashiko/core/sewing/step';
import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useMakerStore } from '../../stores/maker-store.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useSheet } from '../../stores/sheet-store.ts';
import { Notice } from '../../ui/Notice.tsx';
import { useNow } from '../../ui/use-now.ts';
import { usePageTheme } from '../../ui/use-page-theme.ts';
import { SheetProgress } from './SheetProgress.tsx';
import { StepPicture } from './StepPicture.tsx';
import { StopsNotice } from './StopsNotice.tsx';
import { useReadAloud } from './use-read-aloud.ts';
import { useSwipe } from './use-swipe.ts';
import { useWakeLock } from './use-wake-lock.ts';

/** The sheet at the sewing table: one step at a time, in large type, for hands that hold a needle. */
export function AtTheTable({ planId }: { readonly planId: string }) {
  const plan = useShownPlan();
  const { sheet, share, again } = useSheet(plan);
  usePageTheme(false);
  useEffect(() => {
    document.title = `${plan.name}, at the table · Sashiko`;
  }, [plan.name]);
  return (
    <main className="at-table">
      {sheet === null ? (
        <SheetProgress share={share} again={again} />
      ) : (
        <Sitting plan={plan} sheet={sheet} planId={planId} />
      )}
      <Notice />
    </main>
  );
}

function Sitting({
  plan,
  sheet,
  planId,
}: {
  readonly plan: Plan;
  readonly sheet: SewingSheet;
  readonly planId: string;
}) {
  const { steps } = sheet;
  const navigate = useNavigate();
  const commit = usePlanStore((state) => state.commit);
  const learn = useMakerStore((state) => state.learn);
  const [shownId, setShownId] = useState<string | null>(
    () => plan.sitting.paused?.stepId ?? nextStep(plan, steps)?.id ?? null,
  );
  const shownAt = steps.findIndex(({ id }) => id === shownId);
  const index =
    shownAt === -1
      ? Math.max(
          0,
          steps.findIndex(({ id }) => !isTicked(plan, id)),
        )
      : shownAt;
  const step = steps[index];
  const since = useRef({ id: '', at: 0 });
  const isPaused = plan.sitting.paused !== null;
  useEffect(() => {
    // Time runs from when a step is first shown until it is ticked; a pause starts it anew.
    since.current = { id: step?.id ?? '', at: isPaused ? 0 : Date.now() };
  }, [step?.id, isPaused]);
  const go = (by: number): void => {
    const to = steps[Math.min(steps.length - 1, Math.max(0, index + by))];
    if (to !== undefined) setShownId(to.id);
  };
  const tick = (done: boolean): void => {
    if (step === undefined || isPaused) return;
    const now = Date.now();
    const { id, at } = since.current;
    if (!commit(tickStep(plan, step.id, done, now))) return;
    if (done && id === step.id && at > 0) learn(step.work, (now - at) / 1000);
    if (done) go(1);
  };
  const keys = useRef({ go, tick });
  keys.current = { go, tick };
  useTableKeys(keys, () => void navigate(`/plan/${planId}/sew`));
  const swipe = useSwipe((by) => go(by));
  if (step === undefined) return <p>There is nothing on this sheet yet.</p>;
  return (
    <>
      <Head plan={plan} steps={steps} index={index} onLeave={() => void navigate(`/plan/${planId}/sew`)} />
      {isPaused ? (
        <Paused plan={plan} />
      ) : (
        <article className="table-step" aria-live="polite" {...swipe}>
          <StepBody plan={plan} steps={steps} step={step} index={index} />
        </article>
      )}
      <Foot
        plan={plan}
        steps={steps}
        step={step}
        index={index}
        isPaused={isPaused}
        onGo={go}
        onTick={tick}
        onPause={() => commit(isPaused ? resumeWork(plan, Date.now()) : pauseWork(plan, step.id, Date.now()))}
      />
    </>
  );
}

const MINUTE_MS = 60_000;

function Head({
  plan,
  steps,
  index,
  onLeave,
}: {
  readonly plan: Plan;
  readonly steps: readonly SewingStep[];
  readonly index: number;
  readonly onLeave: () => void;
}) {
  const now = useNow(MINUTE_MS);
  const deadline = marksDeadline(plan, steps, now);
  const done = steps.filter(({ id }) => isTicked(plan, id)).length;
  return (
    <header className="table-head">
      <button type="button" className="linkish" onClick={onLeave}>
        ← {plan.name}
      </button>
      <span>
        Step <strong className="figure">{index + 1}</strong> of {steps.length}, {done} done
      </span>
      <progress max={steps.length} value={done} aria-label="Steps done" />
      <StopsNotice plan={plan} />
      {deadline !== null && <p>{deadline.text}</p>}
    </header>
  );
}

function Paused({ plan }: { readonly plan: Plan }) {
  const { paused } = plan.sitting;
  return (
    <article className="table-step">
      <h1>Paused</h1>
      <p className="words">
        Since {paused === null ? '' : new Date(paused.atMs).toLocaleString()}. Take the cell out if it is in,
        lay it where no child gets at it, and put the needle away.
      </p>
    </article>
  );
}

function StepBody({
  plan,
  steps,
  step,
  index,
}: {
  readonly plan: Plan;
  readonly steps: readonly SewingStep[];
  readonly step: SewingStep;
  readonly index: number;
}) {
  const pace = useMakerStore((state) => state.pace);
  const missing = missingBefore(plan, steps, step);
  const isDone = isTicked(plan, step.id);
  const numbers = missing.map((one) => steps.indexOf(one) + 1);
  return (
    <>
      <h1>
        {step.group}
        {isDone && <span className="least"> done</span>}
      </h1>
      {step.lastChance !== null && <p className="last-chance">{step.lastChance}</p>}
      <p className="words">
        <span className="figure">{index + 1}. </span>
        {keptTogether(step.text)}
      </p>
      {missing.length > 0 && (
        <p className="quiet">
          ! Not ticked yet: {numbers.length === 1 ? 'step' : 'steps'} {numbers.slice(0, 8).join(', ')}
          {numbers.length > 8 ? ' and more' : ''}, which {numbers.length === 1 ? 'comes' : 'come'} before this
          one.
        </p>
      )}
      <StepPicture plan={plan} step={step} widthMm={110} heightMm={62} />
      <p className="quiet">{formatWorkTime(expectedSeconds(step.work, pace))}</p>
    </>
  );
}

interface FootProps {
  readonly plan: Plan;
  readonly steps: readonly SewingStep[];
  readonly step: SewingStep;
  readonly index: number;
  readonly isPaused: boolean;
  readonly onGo: (by: number) => void;
  readonly onTick: (done: boolean) => void;
  readonly onPause: () => void;
}

function Foot({ plan, steps, step, index, isPaused, onGo, onTick, onPause }: FootProps) {
  const isDone = isTicked(plan, step.id);
  const advice = stopAdvice(plan, steps, step.id);
  const aloud = useReadAloud(`${step.text} ${step.lastChance ?? ''}`);
  const wake = useWakeLock();
  return (
    <footer className="table-foot">
      <div className="table-buttons">
        <Button size="large" disabled={index === 0} onClick={() => onGo(-1)}>
          Back
        </Button>
        <Button size="large" type="primary" disabled={isPaused} onClick={() => onTick(!isDone)}>
          {isDone ? 'Not done after all' : 'Done'}
        </Button>
        <Button size="large" disabled={index === steps.length - 1} onClick={() => onGo(1)}>
          Next
        </Button>
      </div>
      <div className="table-buttons">
        <Button onClick={onPause}>{isPaused ? 'Go on' : 'Pause'}</Button>
        {aloud !== null && (
          <Button aria-pressed={aloud.isOn} onClick={aloud.toggle}>
            {aloud.isOn ? 'Stop reading aloud' : 'Read aloud'}
          </Button>
        )}
        {wake !== null && (
          <Button aria-pressed={wake.isHeld} onClick={wake.toggle}>
            {wake.isHeld ? 'The screen stays on' : 'Keep the screen on'}
          </Button>
        )}
      </div>
      {wake?.problem !== undefined && <p className="plus">{wake.problem}</p>}
      <p className="quiet">
        {advice.isSafe ? '✓ ' : '! '}
        {advice.text}
        {advice.after !== null && ` Safe again after step ${steps.indexOf(advice.after) + 1}.`}
      </p>
      <p className="quiet">
        Space: done, and on. Arrow keys or a swipe: look further or back. Esc: back to the cloth.
      </p>
    </footer>
  );
}

/** Space ticks and goes on, arrows look about, Esc leaves. */
function useTableKeys(
  keys: React.RefObject<{ readonly go: (by: number) => void; readonly tick: (done: boolean) => void }>,
  onLeave: () => void,
): void {
  const leave = useRef(onLeave);
  leave.current = onLeave;
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent): void => {
      const target = event.target as Element;
      if (event.defaultPrevented || target.closest('input, textarea') !== null) return;
      if (event.key === 'ArrowRight' || event.key === 'ArrowLeft')
        keys.current.go(event.key === 'ArrowRight' ? 1 : -1);
      else if (event.key === 'Escape') leave.current();
      else if (event.key === ' ' && target.closest('button') === null) keys.current.tick(true);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [keys]);
}
