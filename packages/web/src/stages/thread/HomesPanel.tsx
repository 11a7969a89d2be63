import { type Home, moveHome } from '@sashiko/core/advice/homes';
import { hasElement } from '@sashiko/core/parts/part-element';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Progress } from 'antd';
import { useEffect, useState } from 'react';
import { useGhosts } from '../../canvas/use-ghosts.ts';
import { useJobsStore } from '../../stores/jobs-store.ts';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { INK } from '../../ui/ink.ts';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { ask, Cancelled } from '../../workers/workshop.ts';
import { startRoute } from './use-route-job.ts';

/** A home for the power, or for the board: ranked places with reasons, shown on the cloth, to take. */
export function HomesPanel({ plan }: { readonly plan: Plan }) {
  const job = useJobsStore((state) => state.homes);
  const setHomes = useJobsStore((state) => state.setHomes);
  const commit = usePlanStore((state) => state.commit);
  const movable = Object.values(plan.parts).filter((part) => {
    const kind = kindOf(plan, part);
    return hasElement(kind, 'cell') || hasElement(kind, 'pin');
  });
  const [partId, setPartId] = useState<string | null>(null);
  const part = movable.find(({ id }) => id === partId) ?? movable[0];
  const [shown, setShown] = useState<Home | null>(null);
  useGhosts(shown === null || part === undefined ? [] : [{ ...part, at: shown.at, turnDeg: shown.turnDeg }]);
  // Places are found for the plan as it was.
  useEffect(() => {
    if (plan.parts === undefined) return;
    useJobsStore.getState().setHomes({ state: 'idle' });
    return () => setShown(null);
  }, [plan.parts]);
  if (part === undefined) return null;
  const present = job.state === 'found' ? job.homes.find((home) => home.isPresent) : undefined;
  const look = (): void => {
    const asked = currentPlan();
    const work = ask(
      'homes',
      { plan: asked, partId: part.id, request: useJobsStore.getState().request },
      (share) => setHomes({ state: 'working', partId: part.id, share, cancel: work.cancel }),
    );
    setHomes({ state: 'working', partId: part.id, share: 0, cancel: work.cancel });
    work.answer.then(
      (homes) =>
        setHomes(currentPlan() === asked ? { state: 'found', partId: part.id, homes } : { state: 'idle' }),
      (error: unknown) => {
        setHomes({ state: 'idle' });
        if (!(error instanceof Cancelled))
          usePlanStore.getState().tell(error instanceof Error ? error.message : String(error), 'problem');
      },
    );
  };
  return (
    <section aria-label="A home for the power">
      <h2>A home for the power</h2>
      {movable.length > 1 && (
        <OptionSelect
          aria-label="Which part"
          size="small"
          value={part.id}
          options={movable.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => {
            setPartId(id);
            setHomes({ state: 'idle' });
            setShown(null);
          }}
        />
      )}
      {job.state === 'idle' && (
        <div className="buttons">
          <Button size="small" onClick={look}>
            Where should {part.name} go?
          </Button>
        </div>
      )}
      {job.state === 'working' && (
        <>
          <Progress
            percent={Math.round(job.share * 100)}
            size="small"
            aria-label="Trying places"
            strokeColor={INK.indigo}
          />
          <div className="buttons">
            <Button size="small" onClick={job.cancel}>
              Stop
            </Button>
          </div>
        </>
      )}
      {job.state === 'found' && (
        <ol className="homes">
          {job.homes.map((home) => (
            <li key={`${home.at.x},${home.at.y},${home.turnDeg}`}>
              <p>
                <strong>{placeWords(plan, home)}</strong>: {threadWords(plan, home, present)}
                {home.reasons.map((reason) => `; ${reason}`)}.
              </p>
              {!home.isPresent && (
                <div className="buttons">
                  <Button
                    size="small"
                    aria-pressed={shown === home}
                    onClick={() => setShown(shown === home ? null : home)}
                  >
                    {shown === home ? 'Shown' : 'Show'}
                  </Button>
                  <Button
                    size="small"
                    onClick={() => {
                      const moved = moveHome(plan, part.id, home);
                      if (!moved.ok) commit(moved);
                      else {
                        setShown(null);
                        startRoute(useJobsStore.getState().request, 1, moved.value);
                      }
                    }}
                  >
                    Move it there, threads drawn anew
                  </Button>
                </div>
              )}
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}

function placeWords(plan: Plan, { at, turnDeg, isPresent }: Home): string {
  if (isPresent) return 'Where it is';
  const mm = (value: number): string => formatLength(value, plan.habits.unit, 0);
  return `${mm(at.x)} across, ${mm(at.y)} down, turned ${Math.round(turnDeg)}°`;
}

/** `about 1140 mm along the cloth, 110 mm less than now`: what goes through the cloth and round the holes comes on top. */
function threadWords({ habits: { unit } }: Plan, home: Home, present: Home | undefined): string {
  const about = `about ${formatLength(home.threadMm, unit, 0)} along the cloth`;
  const less = present === undefined || home.isPresent ? 0 : present.threadMm - home.threadMm;
  if (Math.abs(less) < 5) return about;
  return `${about}, ${formatLength(Math.abs(less), unit, 0)} ${less > 0 ? 'less' : 'more'} than now`;
}
