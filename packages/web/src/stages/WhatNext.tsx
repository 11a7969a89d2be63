import { type NextAct, type NextThing, type WorkPlace, whatNext } from '@sashiko/core/advice/what-next';
import { succeed } from '@sashiko/core/errors/problem';
import type { Plan } from '@sashiko/core/plan/schema';
import { Button } from 'antd';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useDrawnFindings } from '../stores/drawn-findings.ts';
import { useJobsStore } from '../stores/jobs-store.ts';
import { useCommittedPlan, usePlanStore } from '../stores/plan-store.ts';
import { useWorkDone } from '../stores/sheet-store.ts';
import { checkAgain, useCheckStanding, useRestingOpenFindings } from '../stores/use-findings.ts';
import { useViewStore } from '../stores/view-store.ts';
import { useAnswer } from '../workers/use-answer.ts';
import { showPlace } from './show-place.ts';

/** What is done, what comes next and why, with the button that does it or goes there: the loudest one of the stage. */
export function WhatNext({
  stage,
  onNext,
}: {
  readonly stage: WorkPlace;
  /** What the stage does when the button is pressed and the maker is there already. */
  readonly onNext?: ((act: NextAct) => void) | undefined;
}) {
  const plan = useCommittedPlan();
  const thing = useNextThing(plan, stage);
  const isDeciding = useJobsStore(({ route }) => route.state !== 'idle');
  const going = useGoing(plan.id, stage, thing, onNext);
  const mending = useMending(plan, stage, thing);
  const go = mending ?? going;
  if (thing === null) return <section className="what-next" aria-label="What next" aria-busy="true" />;
  // While a proposal is made or looked at, that is what comes next, and it has buttons of its own.
  if (stage === 'thread' && isDeciding) return null;
  return (
    <section className="what-next" aria-label="What next">
      <p>
        <span className="quiet">{thing.done}.</span> {thing.next !== null && <strong>{thing.next}.</strong>}{' '}
        {thing.why}
      </p>
      {go !== null && (
        <Button type="primary" size="small" onClick={go.act}>
          {go.words}
        </Button>
      )}
    </section>
  );
}

/** What comes next; while the plan is looked at after an edit, what came next before. Null before it is looked at for the first time. */
function useNextThing(plan: Plan, stage: WorkPlace): NextThing | null {
  const lookedAt = useDrawnFindings((state) => state.plan);
  const left = useDrawnFindings((state) => state.left);
  const findings = useRestingOpenFindings();
  const { done, all } = useWorkDone(plan);
  const standing = useCheckStanding();
  return useMemo(
    () =>
      // What was never looked at has nothing next, unless looking failed.
      lookedAt === null && standing.state !== 'failed'
        ? null
        : whatNext(lookedAt ?? plan, stage, findings, {
            ticked: done,
            steps: all,
            readings: Object.keys((lookedAt ?? plan).readings).length,
            left,
            standing,
          }),
    [plan, lookedAt, stage, findings, done, all, left, standing],
  );
}

/** Once the finding is shown, what mends it: the first fix that holds. Null where it is not shown, or takes a hand. */
function useMending(plan: Plan, stage: WorkPlace, thing: NextThing | null): Going | null {
  const shown = useViewStore((state) => state.spotlight?.key);
  const finding = thing?.act === 'show-finding' ? thing.finding : undefined;
  const isShown = stage === 'check' && finding !== undefined && finding.key === shown;
  const { answer, isDue } = useAnswer('fixes', isShown ? { plan, finding } : null);
  const fix = isShown && !isDue ? answer?.fixes[0] : undefined;
  if (fix === undefined) return null;
  return {
    words: `Mend it: ${fix.label}`,
    act: () => {
      if (usePlanStore.getState().commit(succeed(fix.edit))) useViewStore.getState().setSpotlight(null);
    },
  };
}

/** A button and what it does. */
interface Going {
  readonly words: string;
  readonly act: () => void;
}

const GO_WORDS: Readonly<Record<WorkPlace, string>> = {
  cloth: 'Go to the cloth',
  parts: 'Go to the parts',
  thread: 'Go to the threads',
  check: 'See what it is',
  light: 'See the light',
  sew: 'Go to the sewing',
  bench: 'Go to the bench',
};

/** What the stage itself does, in words. */
const ACT_WORDS: Partial<Readonly<Record<NextAct, string>>> = {
  lights: 'Show the lights',
  power: 'Show the holders',
  propose: 'Have them proposed',
};

/** What the button does; null where the maker is there already and does it by hand. */
function useGoing(
  planId: string,
  stage: WorkPlace,
  thing: NextThing | null,
  onNext: ((act: NextAct) => void) | undefined,
): Going | null {
  const navigate = useNavigate();
  if (thing === null || thing.next === null) return null;
  const { place, act, finding } = thing;
  const to = (path: string): void => void navigate(`/plan/${planId}/${path}`);
  if (act === 'at-the-table') return { words: 'Sew step by step', act: () => to('sew/table') };
  if (act === 'check-again') return { words: 'Check again', act: checkAgain };
  if (stage !== place) return { words: GO_WORDS[place], act: () => to(place) };
  const words = act === null ? undefined : ACT_WORDS[act];
  if (act !== null && words !== undefined && onNext !== undefined) return { words, act: () => onNext(act) };
  if (act === 'show-finding' && finding !== undefined)
    return {
      words: 'Show it',
      act: () => {
        onNext?.(act);
        const view = useViewStore.getState();
        view.select({});
        view.setSpotlight({ key: finding.key, partIds: finding.partIds, runIds: finding.runIds });
        showPlace(finding);
      },
    };
  return null;
}
