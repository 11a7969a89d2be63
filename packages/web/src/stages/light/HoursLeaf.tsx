import { eveningsOf, goodHours, type RunTime } from '@sashiko/core/circuit/how-long';
import { assumedIn } from '@sashiko/core/plan/assumed';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatCurrent, formatHours } from '@sashiko/core/units/electrical';
import { useMemo, useState } from 'react';
import { useViewStore } from '../../stores/view-store.ts';
import { Chart } from '../../ui/Chart.tsx';
import { CsvButton } from '../../ui/CsvButton.tsx';
import { INK } from '../../ui/ink.ts';
import { Row } from '../../ui/Row.tsx';
import { useAnswer } from '../../workers/use-answer.ts';

/** How long it lights: the hours of good light first, then the dim tail, for each source. */
export function HoursLeaf({ plan }: { readonly plan: Plan }) {
  const isTouching = useViewStore((state) => state.isTouching);
  const { answer, problem, isDue } = useAnswer('howLong', { plan, isTouching });
  // Hours of another plan would be taken for those of this one.
  const times = isDue ? undefined : answer?.times;
  return (
    <section aria-busy={isDue}>
      <h2>How long, at most</h2>
      {isDue && <p className="quiet">Reckoning …</p>}
      {!isDue && problem !== null && <p>{problem}</p>}
      {times?.length === 0 && <p>No current flows, so nothing runs down.</p>}
      {times?.map((time) => (
        <Hours key={time.partId} plan={plan} time={time} isAlone={times.length === 1} />
      ))}
      <p className="quiet">On fresh cells. Real ones give less: old, cold or cheap ones much less.</p>
    </section>
  );
}

interface HoursProps {
  readonly plan: Plan;
  readonly time: RunTime;
  readonly isAlone: boolean;
}

/** How long one source lights, and as evenings where the piece has but one. */
function Hours({ plan, time, isAlone }: HoursProps) {
  const name = plan.parts[time.partId]?.name ?? time.partId;
  const { eveningHours } = assumedIn(plan);
  if (!time.isLit)
    return (
      <p className="plus">
        ✗ None of its lights shows, yet {name} gives {formatCurrent(time.freshAmp)} and is empty after{' '}
        {formatHours(time.atMostHours)}.
      </p>
    );
  const evenings = eveningsOf(time, eveningHours);
  return (
    <>
      {!isAlone && <h3>{name}</h3>}
      <Row label={<strong>good light for</strong>} value={<strong>{formatHours(goodHours(time))}</strong>} />
      <Row
        label={<>evenings of {eveningHours} h</>}
        value={Number.isFinite(evenings) ? Math.floor(evenings).toString() : 'very many'}
      />
      <Row
        label={time.stoppedBy === 'dark' ? 'too dim to see after' : 'cell empty after'}
        value={formatHours(time.atMostHours)}
      />
      {time.events.map(({ what, hours }) =>
        what === 'gives up' || what === 'opens' ? (
          <Row
            key={what}
            label={what === 'gives up' ? 'its converter gives up after' : 'its protection opens after'}
            value={formatHours(hours)}
          />
        ) : null,
      )}
      {time.standbyAmp > 0 && (
        <Row label={<>in between it still gives</>} value={formatCurrent(time.standbyAmp)} />
      )}
      <Discharge plan={plan} time={time} name={name} />
    </>
  );
}

/** The current over the hours, as a chart and as a file. */
function Discharge({
  plan,
  time,
  name,
}: {
  readonly plan: Plan;
  readonly time: RunTime;
  readonly name: string;
}) {
  const [isOpen, setOpen] = useState(false);
  const data = useMemo(
    () => [
      {
        type: 'scatter',
        mode: 'lines',
        x: time.curve.map(([hours]) => hours),
        y: time.curve.map(([, amp]) => amp * 1000),
        line: { color: INK.honey, width: 2.5 },
        hovertemplate: '%{x:.1f} h: %{y:.2f} mA<extra></extra>',
      },
      ...(time.halfHours === null
        ? []
        : [
            {
              type: 'scatter',
              mode: 'lines',
              x: [time.halfHours, time.halfHours],
              y: [0, Math.max(...time.curve.map(([, amp]) => amp * 1000))],
              line: { color: INK.ash, width: 1.5, dash: 'dot' },
              hovertemplate: 'half as bright<extra></extra>',
            },
          ]),
    ],
    [time],
  );
  return (
    <details className="more" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>Current over the hours</summary>
      {isOpen && Number.isFinite(time.atMostHours) && (
        <>
          <Chart
            label={`Current of the brightest light on ${name}: half of it after ${formatHours(goodHours(time))}, the end after ${formatHours(time.atMostHours)}`}
            x="hours"
            y="brightest light, mA"
            data={data}
          />
          <CsvButton
            what={`hours of ${name}`}
            planName={plan.name}
            head={['hours', 'brightest light, mA', 'charge left']}
            rows={() => time.curve.map(([hours, amp], i) => [hours, amp * 1000, time.charges[i]?.[1] ?? ''])}
          />
        </>
      )}
    </details>
  );
}
