import type { RunTime } from '@sashiko/core/circuit/how-long';
import { darkAmp, type LightAnswer, type LightState, willItLight } from '@sashiko/core/circuit/will-it-light';
import type { Result } from '@sashiko/core/errors/problem';
import { COIN_CELL_ID } from '@sashiko/core/parts/coin-holders';
import { LIGHT_RATED_A, maybeLightColour } from '@sashiko/core/parts/light-colours';
import { flickSwitch } from '@sashiko/core/plan/edits/part-edits';
import { runName } from '@sashiko/core/plan/edits/run-edits';
import { sumRun } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { sourcesOf } from '@sashiko/core/power/sources';
import { formatCurrent, formatHours, formatOhm, formatVolt } from '@sashiko/core/units/electrical';
import { Slider } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { ClothCanvas } from '../../canvas/ClothCanvas.tsx';
import { Glow } from '../../canvas/Glow.tsx';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Row } from '../../ui/Row.tsx';
import { ask, Cancelled } from '../../workers/workshop.ts';
import { RunTimeCurve } from './RunTimeCurve.tsx';

/** The room is dimmed: lights glow as bright as computed, and the numbers stand beside. */
export function LightStage() {
  const plan = useShownPlan();
  const face = useViewStore((state) => state.face);
  const chargeLeft = useViewStore((state) => state.chargeLeft);
  const answer = useMemo(() => willItLight(plan, { chargeLeft }), [plan, chargeLeft]);
  const dark = darkAmp(plan);
  const lights = answer.ok ? answer.value.lights : [];
  const flick = (partId: string): void => {
    const part = currentPlan().parts[partId];
    if (part?.switchedOn === undefined) useViewStore.getState().select({ partIds: [partId] });
    else usePlanStore.getState().commit(flickSwitch(currentPlan(), partId, !part.switchedOn));
  };
  const hasSwitch = Object.values(plan.parts).some((part) => part.switchedOn !== undefined);
  return (
    <>
      <ClothCanvas
        isDim
        abilities={{ movesParts: false, drawsThread: false, onPart: flick }}
        litParts={new Set(lights.filter((light) => light.amp > dark).map((light) => light.partId))}
        notes={Object.fromEntries(
          lights.map((light) => [light.partId, light.amp < dark ? 'dark' : formatCurrent(light.amp)]),
        )}
        overlay={() => <Glow plan={plan} face={face} lights={lights} />}
        hint={hasSwitch ? 'Click the switch to turn it on and off.' : null}
      />
      <aside className="tray" aria-label="Light">
        <Answer plan={plan} answer={answer} />
        <ChargeLeft />
        <HowLong plan={plan} />
        <Ways plan={plan} />
      </aside>
    </>
  );
}

function Answer({ plan, answer }: { readonly plan: Plan; readonly answer: Result<LightAnswer> }) {
  if (!answer.ok) return <p>The circuit could not be computed.</p>;
  const dark = darkAmp(plan);
  const { lights, supplies, evenness } = answer.value;
  if (lights.length === 0) return <p>There is no light on the cloth yet.</p>;
  const isOver = lights.some((light) => light.peakAmp > LIGHT_RATED_A);
  const isCoinCellAlone = sourcesOf(plan).every(
    ({ cell }) => cell.cellId === COIN_CELL_ID && cell.count === 1 && cell.boostV === undefined,
  );
  return (
    <section>
      <h2>Will it light</h2>
      <table className="light-table">
        <thead>
          <tr>
            <th scope="col">light</th>
            <th scope="col">current</th>
            <th scope="col">of brightest</th>
          </tr>
        </thead>
        <tbody>
          {lights.map((light) => {
            const part = plan.parts[light.partId];
            const isDark = light.amp < dark;
            return (
              <tr key={light.id}>
                <td>
                  {part?.name}
                  <span className="quiet">
                    , {maybeLightColour(part?.colourId ?? '')?.title.toLowerCase()}
                  </span>
                </td>
                <td className="figure">
                  {isDark ? 'dark' : formatCurrent(light.amp)}
                  {isFaded(light) && <div className="quiet">{formatCurrent(light.peakAmp)} while on</div>}
                </td>
                <td className="figure">{isDark ? '–' : `${Math.round(light.relative * 100)} %`}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {supplies.map((supply) => (
        <Row
          key={supply.partId}
          label={
            <>
              {plan.parts[supply.partId]?.name} gives, at {formatVolt(supply.volt)}
            </>
          }
          value={formatCurrent(supply.amp)}
        />
      ))}
      {evenness !== null && <Row label={<>evenness, dimmest ÷ brightest</>} value={evenness.toFixed(2)} />}
      {isOver && (
        <p className="quiet">
          A light gets more than its usual {formatCurrent(LIGHT_RATED_A)}.{' '}
          {isCoinCellAlone
            ? 'A coin cell alone settles lower after the first minutes.'
            : 'A resistor before it, or a larger one, holds the current back.'}
        </p>
      )}
    </section>
  );
}

/** Whether a pin turns it on for a share of the time only; a hundredth is no fade but a rounding. */
function isFaded({ amp, peakAmp }: LightState): boolean {
  return amp > 0 && amp < 0.99 * peakAmp;
}

function ChargeLeft() {
  const chargeLeft = useViewStore((state) => state.chargeLeft);
  const setChargeLeft = useViewStore((state) => state.setChargeLeft);
  return (
    <section>
      <h2>Cell: {chargeLeft === 1 ? 'fresh' : `${Math.round(chargeLeft * 100)} % left`}</h2>
      <Slider
        min={0}
        max={100}
        value={Math.round(chargeLeft * 100)}
        onChange={(value) => setChargeLeft(value / 100)}
        ariaLabelForHandle="Charge left in the cell, percent"
        tooltip={{ formatter: (value) => `${value} % left` }}
      />
    </section>
  );
}

/** The answer of the worker for a plan: waiting, failed in words, or how long each source lasts (none where no current flows). */
type RunTimeAnswer =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'known'; readonly times: readonly RunTime[] };

/** Asks the worker how long the plan lights; answers for older plans are dropped. */
function useRunTime(plan: Plan): RunTimeAnswer {
  const [answer, setAnswer] = useState<RunTimeAnswer>({ kind: 'waiting' });
  useEffect(() => {
    setAnswer({ kind: 'waiting' });
    const job = ask('howLong', { plan });
    job.answer.then(
      ({ times }) => setAnswer({ kind: 'known', times }),
      (error: unknown) => {
        if (!(error instanceof Cancelled)) {
          setAnswer({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
        }
      },
    );
    return job.cancel;
  }, [plan]);
  return answer;
}

function HowLong({ plan }: { readonly plan: Plan }) {
  const answer = useRunTime(plan);
  return (
    <section aria-busy={answer.kind === 'waiting'}>
      <h2>How long, at most</h2>
      {answer.kind === 'waiting' && <p className="quiet">Reckoning …</p>}
      {answer.kind === 'failed' && <p>{answer.message}</p>}
      {answer.kind === 'known' && answer.times.length === 0 && <p>No current flows, so nothing runs down.</p>}
      {answer.kind === 'known' &&
        answer.times.map((time) => (
          <Hours key={time.partId} plan={plan} time={time} isAlone={answer.times.length === 1} />
        ))}
      <p className="quiet">Real cells give less: old, cold or cheap ones much less.</p>
    </section>
  );
}

function Hours({
  plan,
  time,
  isAlone,
}: {
  readonly plan: Plan;
  readonly time: RunTime;
  readonly isAlone: boolean;
}) {
  const name = plan.parts[time.partId]?.name ?? time.partId;
  if (!time.isLit)
    return (
      <p className="plus" role="alert">
        ✗ None of its lights shows, yet {name} gives {formatCurrent(time.freshAmp)} and is empty after{' '}
        {formatHours(time.atMostHours)}. If no board or buzzer takes it, it is a short: take the power out,
        and look in Check.
      </p>
    );
  return (
    <>
      {!isAlone && <h3>{name}</h3>}
      <Row
        label={<>half as bright after</>}
        value={time.halfHours === null ? 'not before the end' : formatHours(time.halfHours)}
      />
      <Row
        label={time.stoppedBy === 'dark' ? 'too dim to see after' : 'cell empty after'}
        value={formatHours(time.atMostHours)}
      />
      <RunTimeCurve time={time} />
    </>
  );
}

/** What the threads themselves take: the longest ways first. */
function Ways({ plan }: { readonly plan: Plan }) {
  const runs = Object.values(plan.runs)
    .map((run) => ({ run, ohm: sumRun(plan, run).ohm }))
    .sort((a, b) => b.ohm - a.ohm)
    .slice(0, 4);
  if (runs.length === 0) return null;
  return (
    <section>
      <h2>Most ohms on the way</h2>
      {runs.map(({ run, ohm }) => (
        <Row key={run.id} label={runName(plan, run)} value={formatOhm(ohm)} />
      ))}
    </section>
  );
}
