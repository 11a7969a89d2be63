import { type LightTrialAnswer, SWAYS } from '@sashiko/core/circuit/light-trials';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatCurrent } from '@sashiko/core/units/electrical';
import { Button } from 'antd';
import { useMemo } from 'react';
import { useViewStore } from '../../stores/view-store.ts';
import { Chart } from '../../ui/Chart.tsx';
import { CsvButton } from '../../ui/CsvButton.tsx';
import { INK } from '../../ui/ink.ts';
import { Row } from '../../ui/Row.tsx';
import { type Column, SortedTable } from '../../ui/SortedTable.tsx';
import { useJob } from '../../workers/use-job.ts';

/** So often is the piece made. */
const TRIALS = 1000;

/** How sure the figures are: the piece made many times over, with what differs from piece to piece. */
export function SureLeaf({ plan }: { readonly plan: Plan }) {
  const isTouching = useViewStore((state) => state.isTouching);
  const job = useJob('lightTrials', { plan, isTouching, trials: TRIALS, seed: 1 });
  const { share, problem } = job;
  const answer = job.isStale ? null : job.answer;
  return (
    <section aria-label="How sure" aria-live="polite">
      <h2>Make it {TRIALS.toLocaleString('en')} times</h2>
      <p className="quiet">
        Each time with thread of another reel, looser or tighter loops, lights of another bin, cells that are
        used and cold, within what is assumed.
      </p>
      {share === null ? (
        <Button size="small" onClick={job.ask}>
          {answer === null ? 'Make them' : 'Make them again'}
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
      {answer !== null && <Outcome plan={plan} answer={answer} />}
    </section>
  );
}

interface RangeRow {
  readonly key: string;
  readonly name: string;
  readonly range: LightTrialAnswer['lights'][number];
}

/** What a row is known by. */
const keyOf = ({ key }: RangeRow): string => key;

/** The figures with their spread, light by light, and what fails first. */
function Outcome({ plan, answer }: { readonly plan: Plan; readonly answer: LightTrialAnswer }) {
  const rows = useMemo(
    (): readonly RangeRow[] =>
      answer.lights.map((range) => ({
        key: range.id,
        name: plan.parts[range.partId]?.name ?? range.id,
        range,
      })),
    [plan, answer],
  );
  const first = rows.find(({ key }) => key === answer.failsFirst);
  const chart = useMemo(
    () => [
      {
        type: 'bar',
        x: rows.map(({ name }) => name),
        y: rows.map(({ range }) => range.amp.median * 1000),
        error_y: {
          type: 'data',
          symmetric: false,
          array: rows.map(({ range }) => (range.amp.high - range.amp.median) * 1000),
          arrayminus: rows.map(({ range }) => (range.amp.median - range.amp.low) * 1000),
          color: INK.ash,
        },
        marker: { color: INK.honey },
        hovertemplate: '%{x}: %{y:.2f} mA<extra></extra>',
      },
    ],
    [rows],
  );
  const columns: readonly Column<RangeRow>[] = [
    {
      title: 'light',
      key: 'name',
      order: (a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }),
      cell: (row) => row.name,
    },
    {
      title: 'current, 9 of 10',
      key: 'amp',
      isFigure: true,
      order: (a, b) => a.range.amp.low - b.range.amp.low,
      cell: ({ range }) => (
        <span className="figure">
          {formatCurrent(range.amp.low)} to {formatCurrent(range.amp.high)}
        </span>
      ),
    },
    {
      title: 'lit in',
      key: 'lit',
      isFigure: true,
      order: (a, b) => a.range.litIn - b.range.litIn,
      cell: ({ range }) => <span className="figure">{range.litIn.toLocaleString('en-GB')}</span>,
    },
  ];
  return (
    <>
      <p>
        <strong>
          Lights as planned in {answer.allLit.toLocaleString('en-GB')} of{' '}
          {answer.trials.toLocaleString('en-GB')}.
        </strong>{' '}
        {first !== undefined && <>{first.name} fails first.</>}
      </p>
      {answer.evenness !== null && (
        <Row
          label={<>evenness, nine of ten</>}
          value={`${answer.evenness.low.toFixed(2)} to ${answer.evenness.high.toFixed(2)}`}
        />
      )}
      {answer.sways.length > 0 && (
        <>
          <h3>What it hangs on most</h3>
          {answer.sways.map(({ what, low, high }) => (
            <Row key={what} label={SWAYS[what]} value={`${formatCurrent(low)} to ${formatCurrent(high)}`} />
          ))}
          <p className="quiet">The dimmest light, with each of these alone at one end and the other.</p>
        </>
      )}
      <Chart
        label="Current of each light, and the range that nine of ten pieces lie in; the same figures stand in the table below"
        x="light"
        y="current, mA"
        data={chart}
      />
      <SortedTable label="Lights" columns={columns} rows={rows} keyOf={keyOf} />
      <CsvButton
        what="trials"
        planName={plan.name}
        head={['light', 'low, mA', 'median, mA', 'high, mA', 'lit, of', answer.trials.toString()]}
        rows={() =>
          rows.map(({ name, range }) => [
            name,
            range.amp.low * 1000,
            range.amp.median * 1000,
            range.amp.high * 1000,
            range.litIn,
            answer.trials,
          ])
        }
      />
    </>
  );
}
