import type { WayOut } from '@sashiko/core/advice/ways-out';
import { formatLength, type LengthUnit } from '@sashiko/core/units/length';
import { Button, Progress } from 'antd';
import { type RouteProposal, useJobsStore } from '../../stores/jobs-store.ts';
import { INK } from '../../ui/ink.ts';
import { startWaysOut } from './use-route-job.ts';

/** What would do without a patch, or lead what was left out: looked for when asked, each priced, shown on the cloth when chosen. */
export function WaysOut({
  job,
  seed,
  unit,
}: {
  readonly job: RouteProposal;
  readonly seed: number;
  readonly unit: LengthUnit;
}) {
  const setRoute = useJobsStore((state) => state.setRoute);
  const { waysOut } = job;
  if (waysOut === null)
    return (
      <div className="buttons">
        <Button size="small" onClick={() => void startWaysOut(seed)}>
          {job.result.leftOut.length > 0 ? 'What would help?' : 'What would do without it?'}
        </Button>
      </div>
    );
  if (waysOut.state === 'working')
    return (
      <>
        <Progress
          percent={Math.round(waysOut.share * 100)}
          size="small"
          aria-label="Looking for ways without a patch"
          strokeColor={INK.indigo}
        />
        <div className="buttons">
          <Button
            size="small"
            onClick={() => {
              waysOut.cancel();
              setRoute({ ...job, waysOut: null });
            }}
          >
            Stop looking
          </Button>
        </div>
      </>
    );
  if (waysOut.ways.length === 0)
    return (
      <p className="quiet">
        Tried: neither other pins, turns, moves of up to 40 mm nor further strands
        {job.result.leftOut.length > 0 ? ' find a way for more of them.' : ' do without it.'}
      </p>
    );
  const show = (id: string | null): void => setRoute({ ...job, waysOut: { ...waysOut, shown: id } });
  return (
    <ul className="ways-out" aria-label="Ways without a patch">
      {waysOut.ways.map((way) => (
        <li key={way.id}>
          <Button
            size="small"
            type={way.id === waysOut.shown ? 'primary' : 'default'}
            aria-pressed={way.id === waysOut.shown}
            onClick={() => show(way.id === waysOut.shown ? null : way.id)}
          >
            {way.id === waysOut.shown ? 'Shown' : 'Show'}
          </Button>
          <span>
            {way.text} {priceWords(way, unit)}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** `No patch; 50 mm of thread more, 1 piece fewer.` */
function priceWords({ moreThreadMm, moreStrands, patches, leftOut }: WayOut, unit: LengthUnit): string {
  const out = leftOut.length === 0 ? '' : `${leftOut.length} still left out; `;
  const left = patches === 0 ? 'No patch' : `${patches} ${patches === 1 ? 'patch' : 'patches'} left`;
  const thread = `${formatLength(Math.abs(moreThreadMm), unit, 0)} of thread ${moreThreadMm < 0 ? 'less' : 'more'}`;
  const many = Math.abs(moreStrands);
  const strands =
    many === 0 ? '' : `, ${many} ${many === 1 ? 'piece' : 'pieces'} ${moreStrands < 0 ? 'fewer' : 'more'}`;
  return `${out}${left}; ${thread}${strands}.`;
}
