import { threadInLinesMm } from '@sashiko/core/advice/thread-figures';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Progress } from 'antd';
import { useMemo } from 'react';
import { useJobsStore } from '../../stores/jobs-store.ts';
import { INK } from '../../ui/ink.ts';
import type { RouteJobResult } from '../../workers/messages.ts';

/** How far the router is, and the two ways to stop it. It alone follows every step, so that the rest of the tray rests. */
export function RouteProgress() {
  const job = useJobsStore((state) => state.route);
  const best = job.state === 'working' ? job.best : null;
  const soFar = useMemo(() => (best === null ? 'Looking for ways…' : inWords(best)), [best]);
  if (job.state !== 'working') return null;
  return (
    <>
      {/* Its every percent is not worth being read out. */}
      <div aria-live="off">
        <Progress
          percent={Math.round(job.share * 100)}
          size="small"
          aria-label="Routing"
          strokeColor={INK.indigo}
        />
      </div>
      <p className="quiet">
        {soFar}
        {job.share >= 1 &&
          ' It goes on while something is still too close and it gets better, a minute at most.'}
      </p>
      <div className="buttons">
        <Button disabled={best === null} onClick={job.finish}>
          Stop: keep the best so far
        </Button>
        <Button onClick={job.cancel}>Leave it</Button>
      </div>
    </>
  );
}

/** `So far 1713 mm of thread instead of 2157 mm, no patch.` */
function inWords({ plan, preview, solution }: RouteJobResult): string {
  const patches = solution.patches?.length ?? 0;
  const length = (mm: number): string => formatLength(mm, plan.habits.unit, 0);
  const now = threadInLinesMm(plan);
  const thread = preview !== null ? `${length(threadInLinesMm(preview))} of thread` : 'threads';
  const instead = now > 0 ? ` instead of ${length(now)}` : '';
  const still = solution.conflicts > 0 ? `, ${count(solution.conflicts, 'place')} still too close` : '';
  return `So far ${thread}${instead}, ${patches === 0 ? 'no patch' : count(patches, 'patch', 'patches')}${still}.`;
}

/** A number with its noun. */
function count(many: number, one: string, several = `${one}s`): string {
  return `${many} ${many === 1 ? one : several}`;
}
