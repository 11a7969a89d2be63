import type { Point } from '@sashiko/core/geometry/point';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import { panelOf } from '@sashiko/core/plan/panels';
import { bareName } from '@sashiko/core/spacing/bare-things';
import { rulesOnPanel } from '@sashiko/core/spacing/clearance';
import type { TrialAnswer } from '@sashiko/core/spacing/trials';
import { formatLength } from '@sashiko/core/units/length';
import { capital } from '@sashiko/core/units/words';
import { Button, Checkbox, Slider } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { tightestOf } from '../../stores/derived.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { ask, type Job } from '../../workers/workshop.ts';

/** A place to bring into view and show off. */
export interface ShownPlace {
  readonly key: string;
  readonly at: Point;
  readonly partIds: readonly string[];
  readonly runIds: readonly string[];
}

interface GapsPanelProps {
  readonly showsRoom: boolean;
  readonly onShowRoom: (shows: boolean) => void;
  readonly onShow: (place: ShownPlace) => void;
}

/** How tight it is: the wanted gap and its price, the tightest places, sewing it over and over. */
export function GapsPanel({ showsRoom, onShowRoom, onShow }: GapsPanelProps) {
  const plan = useShownPlan();
  const { unit } = plan.habits;
  const places = tightestOf(plan);
  return (
    <>
      <WantedGap />
      <section>
        <Checkbox checked={showsRoom} onChange={(event) => onShowRoom(event.target.checked)}>
          Show on the cloth the room that is left
        </Checkbox>
      </section>
      <section aria-label="Tightest places">
        <h2>Tightest places</h2>
        {places.length === 0 && <p className="quiet">Nothing of two sides comes near to each other.</p>}
        <ol className="rows">
          {places.map(({ first, gap }) => {
            const key = `${first.key}+${gap.other.key}`;
            const ids = (of: 'runId' | 'partId') => [first, gap.other].flatMap((thing) => thing[of] ?? []);
            return (
              <li key={key}>
                <button
                  type="button"
                  className="linkish"
                  onClick={() =>
                    onShow({ key, at: gap.at.onFirst, partIds: ids('partId'), runIds: ids('runId') })
                  }
                >
                  <span className={gap.verdict === null ? 'good' : 'bad'}>
                    {gap.verdict === null ? '✓' : '✗'}{' '}
                    <span className="figure">{formatLength(gap.gapMm, unit)}</span>
                  </span>{' '}
                  of {formatLength(gap.wantedMm, unit)}: {capital(bareName(plan, first))} and{' '}
                  {bareName(plan, gap.other)}
                </button>
              </li>
            );
          })}
        </ol>
      </section>
      <Trials onShow={onShow} />
    </>
  );
}

const MOST_STITCHES = 3;

/** The makers' rule raised or lowered, and how many findings each setting would bring. */
function WantedGap() {
  const plan = useShownPlan();
  const resting = usePlanStore((state) => state.history?.plan ?? null);
  const commit = usePlanStore((state) => state.commit);
  const [prices, setPrices] = useState<ReadonlyArray<readonly [number, number]>>([]);
  const gap = plan.habits.gapInStitches;
  useEffect(() => {
    if (resting === null) return;
    const job = ask('gapPrices', { plan: resting });
    job.answer.then(setPrices).catch(() => {});
    return () => job.cancel();
  }, [resting]);
  const rules = rulesOnPanel(plan, panelOf(plan));
  const most = Math.max(1, ...prices.map(([, count]) => count));
  return (
    <section>
      <h2>Wanted gap</h2>
      <p>
        <span className="figure">{gap}</span> × the longer stitch
        {gap === 1 ? ', as makers do' : gap < 1 ? ': bolder than makers do' : ': safer than makers do'}.
      </p>
      <Slider
        ariaLabelForHandle="Wanted gap in stitches"
        min={0}
        max={MOST_STITCHES}
        step={0.25}
        value={Math.min(gap, MOST_STITCHES)}
        tooltip={{ formatter: (value) => `${value} stitches` }}
        onChange={(value) =>
          commit(changeHabits(plan, { gapInStitches: value }, 'change the wanted gap'), 'gap')
        }
      />
      {prices.length > 0 && (
        <div
          className="gap-prices"
          role="img"
          aria-label={prices.map(([at, count]) => `${at} stitches: ${count} findings`).join('; ')}
        >
          {prices.map(([at, count]) => (
            <span key={at} className={at === gap ? 'chosen' : ''} title={`${at} stitches: ${count} findings`}>
              <i style={{ height: `${4 + (24 * count) / most}px` }} />
              {count}
            </span>
          ))}
        </div>
      )}
      <p className="quiet">
        The bars: findings each setting brings, 0 to 3 stitches. The envelopes hold whatever you choose (×
        {rules.looseness} for this cloth).
      </p>
    </section>
  );
}

const TRIALS = 200;

/** Sews the plan over and over with a wandering hand, in the worker. */
function Trials({ onShow }: { readonly onShow: (place: ShownPlace) => void }) {
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
