/** Sewing step by step, with the screen beside the work: large words, one key to go on. One file: it is a page of its own, and nothing of it is used elsewhere. */
import { pauseWork, resumeWork, tickSteps } from '@sashiko/core/plan/edits/progress-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { expectedSeconds, formatWorkTime } from '@sashiko/core/sewing/pace';
import {
  isRoundDone,
  isTickDone,
  nextTick,
  type Round,
  roundIndexOf,
  roundsOf,
  workOf,
} from '@sashiko/core/sewing/rounds';
import { missingBefore, type SewingSheet } from '@sashiko/core/sewing/sewing-sheet';
import { keptTogether } from '@sashiko/core/sewing/sheet-names';
import { marksDeadline, stopAdvice } from '@sashiko/core/sewing/sitting';
import type { SewingStep } from '@sashiko/core/sewing/step';
import { Button } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useMakerStore } from '../../stores/maker-store.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useSheet } from '../../stores/sheet-store.ts';
import { Notice } from '../../ui/Notice.tsx';
import { useNow } from '../../ui/use-now.ts';
import { usePageTheme } from '../../ui/use-page-theme.ts';
import { StepPicture } from '../StepPicture.tsx';
import { SheetProgress } from './SheetProgress.tsx';
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

/** One sitting: the step that is due, and the way to all others. */
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
  const rounds = useMemo(() => roundsOf(steps), [steps]);
  const [shownId, setShownId] = useState<string | null>(() => plan.sitting.paused?.stepId ?? null);
  const shownAt = shownId === null ? -1 : roundIndexOf(rounds, shownId);
  const nextAt = rounds.findIndex((one) => !isRoundDone(plan, one));
  const index = shownAt === -1 ? Math.max(0, nextAt) : shownAt;
  const round = rounds[index];
  const next = round === undefined ? undefined : nextTick(plan, round);
  const since = useRef({ id: '', at: 0 });
  const isPaused = plan.sitting.paused !== null;
  useEffect(() => {
    // Time runs from when a step is first shown until it is ticked; a pause starts it anew.
    since.current = { id: next?.steps[0]?.id ?? '', at: isPaused ? 0 : Date.now() };
  }, [next?.steps[0]?.id, isPaused]);
  const go = (by: number): void => {
    const to = rounds[Math.min(rounds.length - 1, Math.max(0, index + by))];
    if (to !== undefined) setShownId(to.id);
  };
  const tick = (done: boolean): void => {
    if (round === undefined || isPaused) return;
    const now = Date.now();
    const { id, at } = since.current;
    // One thing after the other; what was done after all is taken back together.
    const ticked = done ? next?.steps : round.ticks.flatMap((one) => one.steps);
    if (ticked === undefined) {
      go(1);
      return;
    }
    const ids = ticked.map((one) => one.id);
    if (!commit(tickSteps(plan, ids, done, now))) return;
    if (done && id === ids[0] && at > 0) learn(workOf(ticked), (now - at) / 1000);
    const isLast = round.ticks.every((one) => one.steps === ticked || isTickDone(plan, one));
    if (done && isLast) go(1);
    else setShownId(round.id);
  };
  const keys = useRef({ go, tick });
  keys.current = { go, tick };
  useTableKeys(keys, () => void navigate(`/plan/${planId}/sew`));
  const swipe = useSwipe((by) => go(by));
  if (round === undefined) return <p>There is nothing on this sheet yet.</p>;
  return (
    <>
      <Head
        plan={plan}
        steps={steps}
        rounds={rounds}
        index={index}
        onLeave={() => void navigate(`/plan/${planId}/sew`)}
      />
      {isPaused ? (
        <Paused plan={plan} />
      ) : (
        <article className="table-step" aria-live="polite" {...swipe}>
          <StepBody plan={plan} steps={steps} rounds={rounds} round={round} index={index} />
        </article>
      )}
      <Foot
        plan={plan}
        steps={steps}
        rounds={rounds}
        round={round}
        index={index}
        isPaused={isPaused}
        onGo={go}
        onTick={tick}
        onPause={() =>
          commit(isPaused ? resumeWork(plan, Date.now()) : pauseWork(plan, stepAt(plan, round), Date.now()))
        }
      />
    </>
  );
}

/** The step of a round that the work is at: the first that is not done, or its last. */
function stepAt(plan: Plan, round: Round): string {
  const tick = nextTick(plan, round) ?? round.ticks.at(-1);
  return tick?.steps[0]?.id ?? round.id;
}

const MINUTE_MS = 60_000;

/** Where the work stands, and the way back to the worktable. */
function Head({
  plan,
  steps,
  rounds,
  index,
  onLeave,
}: {
  readonly plan: Plan;
  readonly steps: readonly SewingStep[];
  readonly rounds: readonly Round[];
  readonly index: number;
  readonly onLeave: () => void;
}) {
  const now = useNow(MINUTE_MS);
  const deadline = marksDeadline(plan, steps, now);
  const done = rounds.filter((round) => isRoundDone(plan, round)).length;
  return (
    <header className="table-head">
      <button type="button" className="linkish" onClick={onLeave}>
        ← {plan.name}
      </button>
      <span>
        Step <strong className="figure">{index + 1}</strong> of {rounds.length}, {done} done
      </span>
      <progress max={rounds.length} value={done} aria-label="Steps done" />
      <StopsNotice plan={plan} />
      {deadline !== null && <p>{deadline.text}</p>}
    </header>
  );
}

/** While the needle lies down: since when, and what is to be put away. */
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

/** The step itself: words, picture, what comes with it. */
function StepBody({
  plan,
  steps,
  rounds,
  round,
  index,
}: {
  readonly plan: Plan;
  readonly steps: readonly SewingStep[];
  readonly rounds: readonly Round[];
  readonly round: Round;
  readonly index: number;
}) {
  const pace = useMakerStore((state) => state.pace);
  const missing = missingBefore(plan, steps, round);
  const isDone = isRoundDone(plan, round);
  const next = nextTick(plan, round);
  const numbers = [...new Set(missing.map(({ id }) => roundIndexOf(rounds, id) + 1))];
  return (
    <>
      <h1>
        {round.heading}
        {isDone && <span className="least"> done</span>}
      </h1>
      {round.lastChance !== null && <p className="last-chance">{round.lastChance}</p>}
      <p className="words">
        <span className="figure">{index + 1}. </span>
        {keptTogether(round.text)}
      </p>
      {round.ticks.length > 1 && (
        <ol className="table-ticks">
          {round.ticks.map((tick) => (
            <li key={tick.words} aria-current={tick === next ? 'step' : undefined}>
              <span aria-hidden="true">{isTickDone(plan, tick) ? '✓' : tick === next ? '→' : '·'}</span>{' '}
              {tick.words}
              {isTickDone(plan, tick) && <span className="visually-hidden"> done</span>}
            </li>
          ))}
        </ol>
      )}
      {missing.length > 0 && (
        <p className="quiet">
          ! Not ticked yet: {numbers.length === 1 ? 'step' : 'steps'} {numbers.slice(0, 8).join(', ')}
          {numbers.length > 8 ? ' and more' : ''}, which {numbers.length === 1 ? 'comes' : 'come'} before this
          one.
        </p>
      )}
      <StepPicture plan={plan} step={round} widthMm={75} heightMm={44} />
      <p className="quiet">{formatWorkTime(expectedSeconds(round.work, pace))}</p>
    </>
  );
}

interface FootProps {
  readonly plan: Plan;
  readonly steps: readonly SewingStep[];
  readonly rounds: readonly Round[];
  readonly round: Round;
  readonly index: number;
  readonly isPaused: boolean;
  readonly onGo: (by: number) => void;
  readonly onTick: (done: boolean) => void;
  readonly onPause: () => void;
}

/** Ticks, the way on and back, reading aloud, and whether it is safe to stop here. */
function Foot({ plan, steps, rounds, round, index, isPaused, onGo, onTick, onPause }: FootProps) {
  const isDone = isRoundDone(plan, round);
  const next = nextTick(plan, round);
  const advice = stopAdvice(plan, steps, stepAt(plan, round));
  const aloud = useReadAloud(`${round.text} ${next?.words ?? ''} ${round.lastChance ?? ''}`);
  const wake = useWakeLock();
  return (
    <footer className="table-foot">
      <div className="table-buttons">
        <Button size="large" disabled={index === 0} onClick={() => onGo(-1)}>
          Back
        </Button>
        <Button size="large" type="primary" disabled={isPaused} onClick={() => onTick(!isDone)}>
          {isDone ? 'Not done after all' : round.ticks.length > 1 ? `Done: ${next?.words ?? ''}` : 'Done'}
        </Button>
        <Button size="large" disabled={index === rounds.length - 1} onClick={() => onGo(1)}>
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
        {advice.after !== null && ` Safe again after step ${roundIndexOf(rounds, advice.after.id) + 1}.`}
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
