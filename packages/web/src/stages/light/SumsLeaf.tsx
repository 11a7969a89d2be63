import { lightsIn } from '@sashiko/core/joining/sides';
import { assumedIn } from '@sashiko/core/plan/assumed';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatCurrent, formatHours, formatOhm } from '@sashiko/core/units/electrical';
import { useState } from 'react';
import { Choice } from '../../ui/Choice.tsx';
import { Field } from '../../ui/Field.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Row } from '../../ui/Row.tsx';
import type { LightSums } from '../../workers/messages.ts';
import { useAnswer } from '../../workers/use-answer.ts';

/** What a light is usually asked to take, to begin with. */
const USUAL_MA = 10;
/** While they are worked out. */
const NO_SUMS: LightSums = { resistor: null, carried: [], rows: [] };

/** What a maker would work out on paper: the resistor, how many lights a source carries, where to feed a row. */
export function SumsLeaf({ plan }: { readonly plan: Plan }) {
  const lights = lightsIn(plan);
  const [chosen, setChosen] = useState<string | null>(null);
  const [wantedMa, setWantedMa] = useState(USUAL_MA);
  const lightId = lights.some(({ id }) => id === chosen) ? chosen : (lights[0]?.id ?? null);
  const { answer, problem } = useAnswer('sums', { plan, lightId, wantedAmp: wantedMa / 1000 });
  const sums = problem === null ? answer : NO_SUMS;
  if (lights.length === 0) return <p>There is no light on the cloth yet.</p>;
  return (
    <>
      <section aria-busy={sums === null}>
        <h2>Resistor for a light</h2>
        <Choice
          label="Light"
          value={lightId ?? ''}
          options={lights.map(({ id, part }) => ({ value: id, label: part.name }))}
          onChange={setChosen}
        />
        <Field label="Wanted current">
          <NumberField
            size="small"
            aria-label="Wanted current, milliamperes"
            value={wantedMa}
            min={0.1}
            max={1000}
            suffix="mA"
            onChange={(value) => value !== null && setWantedMa(value)}
          />
        </Field>
        {sums !== null && <Resistor sums={sums} wantedMa={wantedMa} />}
      </section>
      {sums !== null && sums.carried.length > 0 && (
        <section>
          <h2>Lights a source carries</h2>
          {sums.carried.map(({ partId, most, limit, amp }) => (
            <Row
              key={partId}
              label={
                <>
                  {plan.parts[partId]?.name}{' '}
                  <span className="quiet">
                    {limit === 'current'
                      ? 'then its cells are asked too much'
                      : 'then each gives less than half'}
                  </span>
                </>
              }
              value={`${most} of ${formatCurrent(amp)}`}
            />
          ))}
          <p className="quiet">Lights like its first, all close to it: long lines carry fewer.</p>
        </section>
      )}
      <CellForEvening plan={plan} />
      {sums?.rows.map((row) => (
        <section key={row.partId}>
          <h2>Where to feed {row.count} lights in a row</h2>
          <table className="light-table">
            <caption className="quiet">
              Dimmest ÷ brightest, with {formatOhm(row.pitchOhm)} from light to light on each side, as on{' '}
              {plan.parts[row.partId]?.name}
            </caption>
            <thead>
              <tr>
                <th scope="col">lines</th>
                <th scope="col">same end</th>
                <th scope="col">opposite</th>
                <th scope="col">middle</th>
                <th scope="col">both ends</th>
              </tr>
            </thead>
            <tbody>
              {row.rows.map(({ lines, same, opposite, middle, both }) => (
                <tr key={lines}>
                  <td>{lines}</td>
                  {[same, opposite, middle, both].map((share, i) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: the four ways to feed, always in this order
                    <td key={i} className="figure">
                      {Math.round(share * 100)} %
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </>
  );
}

/** Which source of the drawer lasts for a wanted evening: the hours of each, and whether they are enough. */
function CellForEvening({ plan }: { readonly plan: Plan }) {
  const [wantedHours, setWantedHours] = useState(assumedIn(plan).eveningHours);
  const known = useAnswer('sourceChoices', { plan });
  const choices = known.isDue ? null : (known.answer ?? []);
  if (choices?.length === 0) return null;
  return (
    <section aria-busy={choices === null}>
      <h2>Cell for an evening</h2>
      <Field label="Good light for">
        <NumberField
          size="small"
          aria-label="Good light for, hours"
          value={wantedHours}
          min={0.25}
          max={1000}
          suffix="h"
          onChange={(value) => value !== null && setWantedHours(value)}
        />
      </Field>
      {choices === null && <p className="quiet">Working it out …</p>}
      {choices
        ?.toSorted((a, b) => (b.figures.goodHours ?? 0) - (a.figures.goodHours ?? 0))
        .map(({ id, title, figures }) => {
          const isEnough = figures.lit === figures.of && (figures.goodHours ?? 0) >= wantedHours;
          return (
            <Row
              key={id}
              label={
                <>
                  <span className={isEnough ? 'good' : 'bad'}>{isEnough ? '✓' : '✗'}</span>{' '}
                  {id === 'now' ? `${title}, as it is` : title}
                </>
              }
              value={
                figures.goodHours === null
                  ? 'dark'
                  : `${figures.lit < figures.of ? `${figures.lit} of ${figures.of}, ` : ''}${formatHours(figures.goodHours)}`
              }
            />
          );
        })}
    </section>
  );
}

/** The resistor that gives the wanted current, and what it has to bear. */
function Resistor({ sums, wantedMa }: { readonly sums: LightSums; readonly wantedMa: number }) {
  const { resistor } = sums;
  if (resistor === null) return <p>Nothing feeds it, so no resistor can be worked out.</p>;
  const { nowAmp, hereOhm, wantedOhm, resistorOhm, amp, watt } = resistor;
  return (
    <>
      <Row label={<>it gets now</>} value={formatCurrent(nowAmp)} />
      <Row label={<>cell, thread, contacts and its own hold back</>} value={formatOhm(hereOhm)} />
      {resistorOhm === null ? (
        <p>
          It gets no more than {wantedMa} mA as it is: <strong>no resistor</strong> is needed.
        </p>
      ) : (
        <>
          <Row label={<>wanted besides</>} value={formatOhm(wantedOhm)} />
          <Row label={<strong>next that is sold</strong>} value={<strong>{formatOhm(resistorOhm)}</strong>} />
          <Row label={<>then it gets</>} value={formatCurrent(amp)} />
          <Row label={<>and the resistor turns into heat</>} value={`${(watt * 1000).toPrecision(2)} mW`} />
          <p className="quiet">
            Of the E12 series (IEC 60063, from memory). A quarter-watt resistor bears 250 mW.
          </p>
        </>
      )}
    </>
  );
}
