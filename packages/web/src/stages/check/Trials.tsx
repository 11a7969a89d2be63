import type { TrialAnswer } from '@sashiko/core/spacing/trials';
import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { useShownPlan } from '../../stores/plan-store.ts';
import { ask, type Job } from '../../workers/workshop.ts';
import type { ShownPlace } from './shown-place.ts';

const TRIALS = 200;

/** Sews the plan over and over with a wandering hand, in the worker. */
export function Trials({ onShow }: { readonly onShow: (place: ShownPlace) => void }) {
  const plan = useShownPlan();
  const [share, setShare] = useState<number | null>(null);
  const [result, setResult] = useState<{ readonly of: typeof plan; readonly answer: TrialAnswer } | null>(
    null,
  );
  const job = useRef<Job<TrialAnswer> | null>(null);
  useEffect(() => () => job.current?.cancel(), []);
  const start = (): void => {
    setShare(0);
    job.current = ask('trials', { plan, seed: 1, trials: TRIALS, wanderFactor: 1 }, setShare);
    job.current.answer
      .then((answer) => setResult({ of: plan, answer }))
      .catch(() => {})
      .finally(() => setShare(null));
  };
  return (
    <section aria-label="Sewing it over and over" aria-live="polite">
      <h2>Sew it {TRIALS} times</h2>
      <p className="quiet">
        Every line strays as far as a hand does and the cloth gives. Counted is where bare threads of two
        sides touch.
      </p>
      {share === null ? (
        <Button size="small" onClick={start}>
          Try it
        </Button>
      ) : (
        <div className="buttons">
          <span className="figure">{Math.round(share * 100)} %</span>
          <Button size="small" onClick={() => job.current?.cancel()}>
            Stop
          </Button>
        </div>
      )}
      {result !== null && result.of === plan && (
        <>
          <p>
            <strong>
              Touched in {result.answer.touched} of {result.answer.trials} trials
            </strong>
            , under these assumptions.
          </p>
          <ul className="rows">
            {result.answer.places.map(({ at, keys, times }) => (
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
