import type { Plan } from '@sashiko/core/plan/schema';
import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { proposalOf, useJobsStore } from '../../stores/jobs-store.ts';
import { More } from '../../ui/More.tsx';
import { LeadingStyle } from '../LeadingStyle.tsx';
import { HomesLeaf } from './HomesLeaf.tsx';
import { Proposal } from './Proposal.tsx';
import { RouteOptions } from './RouteOptions.tsx';
import { RouteProgress } from './RouteProgress.tsx';
import { startRoute, startTidy, useStaleProposal, useWarmWorker } from './use-route-job.ts';

/** Asks the router for a proposal and shows it beside what is there, to take or leave. */
export function RouteForMe({ plan }: { readonly plan: Plan }) {
  const state = useJobsStore(({ route }) => route.state);
  const proposal = useJobsStore(proposalOf);
  const setRoute = useJobsStore((state) => state.setRoute);
  const request = useJobsStore((state) => state.request);
  const [seed, setSeed] = useState(1);
  useStaleProposal();
  // Parts and wishes of one plan mean nothing in another.
  useEffect(() => {
    if (plan.id !== '') useJobsStore.getState().setRequest({ scope: { kind: 'all' } });
  }, [plan.id]);
  useWarmWorker();
  const start = (nextSeed: number): void => {
    setSeed(nextSeed);
    void startRoute(request, nextSeed);
  };
  const hasRuns = Object.keys(plan.runs).length > 0;
  return (
    <>
      <section aria-label="Route for me" aria-live="polite">
        <h2>Route for me</h2>
        {state === 'idle' && (
          <>
            <div className="buttons">
              <Button onClick={() => start(1)}>Propose threads</Button>
              {hasRuns && <Button onClick={() => void startTidy()}>Pull tight</Button>}
            </div>
            <More id="proposal" title="What is proposed">
              <RouteOptions plan={plan} />
            </More>
            <More id="leading" title="How threads go">
              <LeadingStyle plan={plan} />
            </More>
          </>
        )}
        {state === 'working' && <RouteProgress />}
        {proposal?.result.plan === plan && (
          <Proposal
            job={proposal}
            seed={seed}
            onAgain={() => start(seed + 1)}
            onLeave={() => setRoute({ state: 'idle' })}
          />
        )}
      </section>
      {state === 'idle' && <HomesLeaf plan={plan} />}
    </>
  );
}
