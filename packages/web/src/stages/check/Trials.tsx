import { Button } from 'antd';
import { useShownPlan } from '../../stores/plan-store.ts';
import { useJob } from '../../workers/use-job.ts';
import type { ShownPlace } from './shown-place.ts';

/** So often is the plan sewn. */
const TRIALS = 200;

/** Sews the plan over and over with a wandering hand, in the worker. */
export function Trials({ onShow }: { readonly onShow: (place: ShownPlace) => void }) {
  const plan = useShownPlan();
  const job = useJob('trials', { plan, seed: 1, trials: TRIALS, wanderFactor: 1 });
  const { share, problem } = job;
  const answer = job.isStale ? null : job.answer;
  return (
    <section aria-label="Sewing it over and over" aria-live="polite">
      <h2>Sew it {TRIALS} times</h2>
      <p className="quiet">
        Every line strays as far as a hand does and the cloth gives. Counted is where bare threads of two
        sides touch.
      </p>
      {share === null ? (
        <Button size="small" onClick={job.ask}>
          Try it
        </Button>
      ) : (
        <div className="buttons">
          <span className="figure">{Math.round(share * 100)} %</span>
          <Button size="small" onClick={job.cancel}>
            Stop
          </Button>
        </div>
      )}
      {problem !== null && <p role="alert">{problem}</p>}
      {answer !== null && (
        <>
          <p>
            <strong>
              Touched in {answer.touched} of {answer.trials} trials
            </strong>
            , under these assumptions.
          </p>
          <ul className="rows">
            {answer.places.map(({ at, keys, times }) => (
              <li key={keys.join('+')}>
                <button
                  type="button"
                  className="linkish"
                  onClick={() =>
                    onShow({
                      key: keys.join('+'),
                      at,
                      partIds: [],
                      runIds: keys.filter((key) => plan.runs[key] !== undefined),
                    })
                  }
                >
                  <span className="figure">{times}</span> times here
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
