import { type Home, moveHome } from '@sashiko/core/advice/homes';
import { hasElement } from '@sashiko/core/parts/part-element';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Progress } from 'antd';
import { useEffect, useState } from 'react';
import { useGhosts } from '../../canvas/use-ghosts.ts';
import { homesJob, useJobsStore } from '../../stores/jobs-store.ts';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { INK } from '../../ui/ink.ts';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { useAsking } from '../../workers/asking.ts';
import { startRoute } from './use-route-job.ts';

/** A home for the power, or for the board: ranked places with reasons, shown on the cloth, to take. */
export function HomesLeaf({ plan }: { readonly plan: Plan }) {
  const { asked, share, answer, answered, problem, ended } = useAsking(homesJob);
  const commit = usePlanStore((state) => state.commit);
  const movable = Object.values(plan.parts).filter((part) => {
    const kind = kindOf(plan, part);
    return hasElement(kind, 'cell') || hasElement(kind, 'pin');
  });
  const [partId, setPartId] = useState<string | null>(null);
  const part = movable.find(({ id }) => id === partId) ?? movable[0];
  const [shown, setShown] = useState<Home | null>(null);
  useGhosts(shown === null || part === undefined ? [] : [{ ...part, at: shown.at, turnDeg: shown.turnDeg }]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a place is shown among the parts it was found for
  useEffect(() => () => setShown(null), [plan.parts]);
  if (part === undefined) return null;
  // Places are found for the plan as it was.
  const isOfNow = (of: typeof answered): boolean =>
    of !== null && of.partId === part.id && of.plan.parts === plan.parts;
  const homes = isOfNow(answered) && problem === null ? answer : null;
  const present = homes?.find((home) => home.isPresent);
  const look = (): void => {
    const { request } = useJobsStore.getState();
    void homesJob.ask({ plan: currentPlan(), partId: part.id, request });
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
            homesJob.forget();
            setShown(null);
          }}
        />
      )}
      {problem !== null && isOfNow(ended) && <p role="alert">{problem}</p>}
      {asked === null && homes === null && (
        <div className="buttons">
          <Button size="small" onClick={look}>
            Where should {part.name} go?
          </Button>
        </div>
      )}
      {asked !== null && (
        <>
          <Progress
            percent={Math.round(share * 100)}
            size="small"
            aria-label="Trying places"
            strokeColor={INK.indigo}
          />
          <div className="buttons">
            <Button size="small" onClick={homesJob.cancel}>
              Stop
            </Button>
          </div>
        </>
      )}
      {asked === null && homes !== null && (
        <ol className="homes">
          {homes.map((home) => (
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
                        void startRoute(useJobsStore.getState().request, 1, moved.value);
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

/** Where a home is, in the maker's unit. */
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
