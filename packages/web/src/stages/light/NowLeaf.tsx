/** What happens with the power in: lit or dark and why, heat, shorts, pins, hours. One file: it is one reading of one solved circuit, in the order in which a maker asks. */
import { limitsFor, type WarmPlace, warmName } from '@sashiko/core/circuit/heat';
import { liftedWords, tooManyWords } from '@sashiko/core/circuit/volts-words';
import type { LightState } from '@sashiko/core/circuit/will-it-light';
import { assumedIn } from '@sashiko/core/plan/assumed';
import { runName } from '@sashiko/core/plan/edits/run-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatCelsius, formatCurrent, formatOhm, formatVolt } from '@sashiko/core/units/electrical';
import { Checkbox, Slider } from 'antd';
import { useMemo, useState } from 'react';
import { useViewStore } from '../../stores/view-store.ts';
import { Chart } from '../../ui/Chart.tsx';
import { Hard } from '../../ui/Hard.tsx';
import { INK } from '../../ui/ink.ts';
import { Row } from '../../ui/Row.tsx';
import type { LightNow } from '../../workers/messages.ts';
import type { Known } from '../../workers/use-answer.ts';
import { StateLeaf } from '../StateLeaf.tsx';
import { showPlace } from '../show-place.ts';
import { HoursLeaf } from './HoursLeaf.tsx';
import { LightsTable } from './LightsTable.tsx';
import { ShortAlert } from './ShortAlert.tsx';
import { VoltsAlert } from './VoltsAlert.tsx';

/** What it does now: shorts and what is damaged before all else, hours of good light, every light and why it is dark, what sources, boards and pins give. */
export function NowLeaf({ plan, known }: { readonly plan: Plan; readonly known: Known<LightNow> }) {
  const { answer: now, problem, isDue } = known;
  return (
    <>
      {now !== null && <ShortAlert plan={plan} shorts={now.shorts} />}
      {now !== null && <VoltsAlert plan={plan} tooMany={now.tooMany} lifted={now.lifted} />}
      <StateLeaf plan={plan} />
      <HoursLeaf plan={plan} />
      <section aria-busy={isDue}>
        <h2>Will it light</h2>
        {problem !== null && <p role="alert">{problem}</p>}
        {now === null && problem === null && <p className="quiet">Reckoning …</p>}
        {now !== null && now.answer.lights.length === 0 && <p>There is no light on the cloth yet.</p>}
        {now !== null && now.answer.lights.length > 0 && (
          <LightsTable plan={plan} lights={now.answer.lights} reasons={now.reasons} />
        )}
        {now !== null && now.answer.evenness !== null && (
          <>
            <Row label={<>evenness, dimmest ÷ brightest</>} value={now.answer.evenness.toFixed(2)} />
            <AlongTheRow plan={plan} lights={now.answer.lights} />
          </>
        )}
      </section>
      <ChargeLeft />
      {now !== null && <Sources plan={plan} now={now} />}
      {now !== null && now.warmest !== null && <Warmest plan={plan} place={now.warmest} />}
      {now !== null && <Pins plan={plan} now={now} />}
      {now !== null && <LostVolts plan={plan} now={now} />}
      {now !== null && now.touches > 0 && <Touching plan={plan} count={now.touches} />}
    </>
  );
}

/** The currents from light to light, in the order they were placed. */
function AlongTheRow({ plan, lights }: { readonly plan: Plan; readonly lights: readonly LightState[] }) {
  const [isOpen, setOpen] = useState(false);
  const data = useMemo(
    () => [
      {
        type: 'bar',
        x: lights.map(({ partId, id }) => plan.parts[partId]?.name ?? id),
        y: lights.map(({ peakAmp }) => peakAmp * 1000),
        marker: { color: INK.honey },
        hovertemplate: '%{x}: %{y:.2f} mA<extra></extra>',
      },
    ],
    [plan, lights],
  );
  return (
    <details className="more" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>From light to light</summary>
      {isOpen && (
        <Chart
          label="Current of each light while it is on, in the order they were placed; the same figures stand in the table above"
          x="light"
          y="current, mA"
          data={data}
        />
      )}
    </details>
  );
}

/** How a source that decides for itself stands. */
const STANDING_WORDS = {
  steady: '',
  sinking: ' Its cells cannot feed it: its output sinks.',
  starved: ' It is starved: its cells cannot feed what hangs on it.',
  tripped: ' The protection of its pack has opened.',
} as const;

/** Each source: what it gives, and how it stands. */
function Sources({ plan, now }: { readonly plan: Plan; readonly now: LightNow }) {
  if (now.answer.supplies.length === 0) return null;
  return (
    <section>
      <h2>Power</h2>
      {now.answer.supplies.map(({ partId, amp, volt, cellAmp, standing, wellAmp }) => (
        <div key={partId}>
          <Row
            label={
              <>
                {plan.parts[partId]?.name} gives, at {formatVolt(volt)}
              </>
            }
            value={formatCurrent(amp)}
          />
          {Math.abs(cellAmp - amp) > 1e-4 && (
            <Row label={<span className="quiet">through its cells</span>} value={formatCurrent(cellAmp)} />
          )}
          {cellAmp > wellAmp && standing === 'steady' && (
            <p className="quiet">
              More than the {formatCurrent(wellAmp)} that its cells give well: they settle lower, and last
              less.
            </p>
          )}
          {standing !== 'steady' && (
            <p className="plus">
              ✗ {plan.parts[partId]?.name}:{STANDING_WORDS[standing]}
            </p>
          )}
        </div>
      ))}
      {now.loads.map(({ partId, volt, leastV, amp, standing }) => (
        <div key={`load ${partId}`}>
          <Row
            label={
              <>
                {plan.parts[partId]?.name} takes, at {formatVolt(volt)}
              </>
            }
            value={formatCurrent(amp)}
          />
          {standing !== 'works' && (
            <p className="plus">
              ✗ {plan.parts[partId]?.name} needs {formatVolt(leastV)}:{' '}
              {standing === 'off' ? 'it has reset, and its pins do nothing.' : 'it does not work.'}
            </p>
          )}
        </div>
      ))}
      {now.tooMany
        .filter(({ mostV }) => mostV === null)
        .map((one) => (
          <p key={`volts ${one.partId}`} className="plus">
            ✗ {tooManyWords(plan, one)}
          </p>
        ))}
      {now.lifted
        .filter(({ isLossOnly }) => isLossOnly)
        .map((one) => (
          <p key={`lifted ${one.partId}.${one.terminal}`} className="plus">
            ✗ {liftedWords(plan, one)}
          </p>
        ))}
    </section>
  );
}

/** How the warm thing lies: that decides how warm it gets. */
const LYING_WORDS = { open: '', covered: ', covered', skin: ', on skin' } as const;

/** The warmest place, whether it is too warm or not: where to put a finger first. */
function Warmest({ plan, place }: { readonly plan: Plan; readonly place: WarmPlace }) {
  const isTooWarm = place.celsius >= limitsFor(plan, place).mendC;
  const show = (): void => {
    const { id, partIds, runIds, at } = place;
    useViewStore.getState().setSpotlight({ key: `warm:${id}`, partIds, runIds });
    showPlace({ at, partIds, runIds });
  };
  return (
    <section>
      <h2>Warmest</h2>
      <Row
        label={
          <button type="button" className="linkish" onClick={show} title="Show where">
            {warmName(place)}
            {LYING_WORDS[place.lying]}
          </button>
        }
        value={
          <span className={isTooWarm ? 'plus' : ''}>
            {isTooWarm ? '✗ ' : ''}
            {formatCelsius(place.celsius)}
          </span>
        }
      />
    </section>
  );
}

/** What each pin that is in use gives. */
function Pins({ plan, now }: { readonly plan: Plan; readonly now: LightNow }) {
  if (now.pins.length === 0) return null;
  return (
    <section>
      <h2>Pins</h2>
      {now.pins.map(({ partId, pin, label, level, amp, peakAmp, mostAmp }) => {
        const isOver = mostAmp !== null && Math.abs(peakAmp) > mostAmp;
        return (
          <Row
            key={`${partId}.${pin}`}
            label={
              <>
                {label} of {plan.parts[partId]?.name}
                {level > 0 && level < 1 && <span className="quiet">, at {Math.round(level * 100)} %</span>}
              </>
            }
            value={
              <span className={isOver ? 'plus' : ''}>
                {isOver ? '✗ ' : ''}
                {formatCurrent(Math.abs(amp) < 1e-9 ? 0 : amp)}
                {isOver ? ` of ${formatCurrent(mostAmp)}` : ''}
              </span>
            }
          />
        );
      })}
    </section>
  );
}

/** The places that take most; the rest is on the cloth. */
const MOST_LISTED = 4;

/** Where the volts are lost, as a picture on the cloth and as a list. */
function LostVolts({ plan, now }: { readonly plan: Plan; readonly now: LightNow }) {
  const showsVolts = useViewStore((state) => state.showsVolts);
  const setShowsVolts = useViewStore((state) => state.setShowsVolts);
  const losing = now.threads
    .filter(({ runId, volt }) => plan.runs[runId] !== undefined && volt > 0.001)
    .toSorted((a, b) => b.volt - a.volt)
    .slice(0, MOST_LISTED);
  if (losing.length === 0) return null;
  return (
    <section>
      <h2>
        Where volts are lost <Hard term="ohm" />
      </h2>
      <Checkbox checked={showsVolts} onChange={(event) => setShowsVolts(event.target.checked)}>
        Show the volts along the threads on the cloth
      </Checkbox>
      {losing.map(({ runId, volt, ohm }) => {
        const run = plan.runs[runId];
        return run === undefined ? null : (
          <Row
            key={runId}
            label={
              <>
                {runName(plan, run)} <span className="quiet">{formatOhm(ohm)}</span>
              </>
            }
            value={formatVolt(volt)}
          />
        );
      })}
    </section>
  );
}

/** Whether bare metal that comes together is let conduct. */
function Touching({ plan, count }: { readonly plan: Plan; readonly count: number }) {
  const isTouching = useViewStore((state) => state.isTouching);
  const setTouching = useViewStore((state) => state.setTouching);
  return (
    <section>
      <Checkbox checked={isTouching} onChange={(event) => setTouching(event.target.checked)}>
        {count === 1 ? 'The place where threads touch' : `The ${count} places where threads touch`} that
        should not let current through ({formatOhm(assumedIn(plan).touchOhm)}, assumed)
      </Checkbox>
    </section>
  );
}

/** How full the cells are taken to be. */
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
