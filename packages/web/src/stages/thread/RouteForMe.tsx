import { countFindings } from '@sashiko/core/checks/check-plan';
import { partsThatAre } from '@sashiko/core/nets/sides';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import {
  previewProposal,
  proposalEdit,
  type ThreadFigures,
  threadFigures,
} from '@sashiko/core/router/proposal';
import type { Freedom } from '@sashiko/core/router/routing-problem';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Progress, Segmented } from 'antd';
import { useEffect, useState } from 'react';
import { findingsOf } from '../../stores/derived.ts';
import { useJobsStore } from '../../stores/jobs-store.ts';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import type { RouteJobResult } from '../../workers/messages.ts';
import { ask, Cancelled, type Job } from '../../workers/workshop.ts';

/** Asks the router for a proposal and shows it beside what is there, to take or leave. */
export function RouteForMe({ plan }: { readonly plan: Plan }) {
  const job = useJobsStore((state) => state.route);
  const setRoute = useJobsStore((state) => state.setRoute);
  const tell = usePlanStore((state) => state.tell);
  const commit = usePlanStore((state) => state.commit);
  const hasSwitch = partsThatAre(plan, 'switch').length > 0;
  const [freedom, setFreedom] = useState<Freedom>('half');
  const [seed, setSeed] = useState(1);

  // A proposal is for the plan it was made for; when that changes, it is stale.
  useEffect(() => {
    if (job.state === 'proposal' && job.result.plan !== plan) setRoute({ state: 'idle' });
  }, [job, plan, setRoute]);

  const start = (nextSeed: number): void => {
    const asked = currentPlan();
    useViewStore.getState().putDown();
    setSeed(nextSeed);
    let best: RouteJobResult | null = null;
    const work: Job<RouteJobResult> = ask(
      'route',
      { plan: asked, freedom, seed: nextSeed },
      (share, found) => {
        best = found === undefined ? best : { ...found, plan: asked };
        setRoute({ state: 'working', share, best, cancel: work.cancel, finish: work.finish });
      },
    );
    setRoute({ state: 'working', share: 0, best, cancel: work.cancel, finish: work.finish });
    work.answer.then(
      (result) =>
        setRoute(
          currentPlan() === asked
            ? { state: 'proposal', result: { ...result, plan: asked } }
            : { state: 'idle' },
        ),
      (error: unknown) => {
        setRoute({ state: 'idle' });
        if (!(error instanceof Cancelled))
          tell(error instanceof Error ? error.message : String(error), 'problem');
      },
    );
  };

  return (
    <section aria-label="Route for me" aria-live="polite">
      <h2>Route for me</h2>
      {job.state === 'idle' && (
        <>
          <p className="quiet">
            Turns the lights and leads every thread that is wished, without crossings; a patch only where
            nothing else is found.
          </p>
          <div className="field">
            <span id="freedom">Lights may turn</span>
          </div>
          <Segmented
            aria-labelledby="freedom"
            size="small"
            block
            value={freedom}
            options={[
              { value: 'fixed', label: 'not' },
              { value: 'half', label: 'half round' },
              { value: 'quarter', label: 'any quarter' },
            ]}
            onChange={(value) => setFreedom(value as Freedom)}
          />
          {hasSwitch && (
            <div className="field">
              <span id="switch-side">Switch in the</span>
              <Segmented
                aria-labelledby="switch-side"
                size="small"
                value={plan.habits.switchSide}
                options={[
                  { value: '+', label: '+ side' },
                  { value: '-', label: '− side' },
                ]}
                onChange={(side) =>
                  commit(
                    changeHabits(
                      plan,
                      { switchSide: side as '+' | '-' },
                      'put the switch into the other side',
                    ),
                  )
                }
              />
            </div>
          )}
          <div className="buttons">
            <Button type="primary" onClick={() => start(1)}>
              Propose threads
            </Button>
          </div>
        </>
      )}
      {job.state === 'working' && (
        <>
          <Progress
            percent={Math.round(job.share * 100)}
            size="small"
            aria-label="Routing"
            strokeColor="#31457a"
          />
          <div className="buttons">
            <Button onClick={job.cancel}>Stop</Button>
            <Button disabled={job.best === null} onClick={job.finish}>
              Enough: show the best so far
            </Button>
          </div>
        </>
      )}
      {job.state === 'proposal' && job.result.plan === plan && (
        <Proposal
          plan={plan}
          result={job.result}
          onAgain={() => start(seed + 1)}
          onLeave={() => setRoute({ state: 'idle' })}
        />
      )}
    </section>
  );
}

interface ProposalProps {
  readonly plan: Plan;
  readonly result: RouteJobResult;
  readonly onAgain: () => void;
  readonly onLeave: () => void;
}

function Proposal({ plan, result, onAgain, onLeave }: ProposalProps) {
  const commit = usePlanStore((state) => state.commit);
  const preview = previewProposal(plan, result.problem, result.solution);
  if (!preview.ok) return <p>The proposal does not fit the plan any more.</p>;
  const { unit } = plan.habits;
  const now = threadFigures(plan);
  const then = threadFigures(preview.value);
  const gap = (figures: ThreadFigures): string =>
    figures.tightestGapMm === null ? '–' : formatLength(figures.tightestGapMm, unit);
  const stops = (of: Plan): number => countFindings(findingsOf(of)).stop;
  const hasMore = partsThatAre(plan, 'cell').length > 1 || partsThatAre(plan, 'switch').length > 1;
  const isClean = result.solution.conflicts === 0;
  const patches = result.solution.patches?.length ?? 0;
  return (
    <>
      <p>
        {isClean
          ? patches === 0
            ? 'A proposal, drawn in gold: no crossings, all gaps kept.'
            : `A proposal, drawn in gold: all gaps kept, with ${patches} insulating ${patches === 1 ? 'patch' : 'patches'}. Nothing uncrossed was found: another pin, a turn or more room may do without.`
          : `The best found still has ${result.solution.conflicts} places where threads come too close. Try again, let lights turn further, or give the parts more room.`}
      </p>
      <p className="quiet">
        Taking it replaces all present threads.
        {hasMore && ' Only the first holder and the first switch are routed.'}
      </p>
      <table className="compare">
        <thead>
          <tr>
            <td />
            <th scope="col">now</th>
            <th scope="col">proposed</th>
          </tr>
        </thead>
        <tbody className="figure">
          <tr>
            <td>thread in lines</td>
            <td>{formatLength(now.threadMm, unit, 0)}</td>
            <td>{formatLength(then.threadMm, unit, 0)}</td>
          </tr>
          <tr>
            <td>runs</td>
            <td>{now.runCount}</td>
            <td>{then.runCount}</td>
          </tr>
          <tr>
            <td>patches</td>
            <td>{Object.keys(plan.patches).length}</td>
            <td>{patches}</td>
          </tr>
          <tr>
            <td>tightest gap</td>
            <td>{gap(now)}</td>
            <td>{gap(then)}</td>
          </tr>
          <tr>
            <td>stops</td>
            <td>{stops(plan)}</td>
            <td>{stops(preview.value)}</td>
          </tr>
        </tbody>
      </table>
      <div className="buttons">
        <Button
          type="primary"
          onClick={() => {
            if (commit(proposalEdit(plan, result.problem, result.solution))) onLeave();
          }}
        >
          Take it
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
        <Button onClick={onAgain}>Another</Button>
      </div>
    </>
  );
}
