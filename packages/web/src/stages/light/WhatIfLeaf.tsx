import type { LightFigures, WhatIf } from '@sashiko/core/advice/what-ifs';
import { succeed } from '@sashiko/core/errors/problem';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatCurrent, formatHours } from '@sashiko/core/units/electrical';
import { Button } from 'antd';
import { usePlanStore } from '../../stores/plan-store.ts';
import { CsvButton } from '../../ui/CsvButton.tsx';
import { type Column, SortedTable } from '../../ui/SortedTable.tsx';
import { useAnswer } from '../../workers/use-answer.ts';

interface CaseRow {
  readonly key: string;
  readonly title: string;
  readonly figures: LightFigures;
  readonly edit: WhatIf['edit'];
}

/** The same piece with one thing changed, side by side with how it is; what is an edit is taken by a click. */
export function WhatIfLeaf({ plan }: { readonly plan: Plan }) {
  const { answer: last, share, problem, isDue } = useAnswer('whatIfs', { plan });
  const answer = isDue ? null : last;
  const rows: readonly CaseRow[] =
    answer === null
      ? []
      : [
          { key: 'now', title: 'as it is', figures: answer.now, edit: null },
          ...answer.cases.map(({ id, title, figures, edit }) => ({ key: id, title, figures, edit })),
        ];
  return (
    <section aria-busy={answer === null} aria-live="polite">
      <h2>What if</h2>
      {problem !== null && !isDue && <p role="alert">{problem}</p>}
      {isDue && <p className="quiet">Working them out … {Math.round(share * 100)} %</p>}
      {answer !== null && (
        <>
          <SortedTable
            label="What if"
            columns={COLUMNS}
            rows={rows}
            keyOf={({ key }) => key}
            isMain={({ key }) => key === 'now'}
          />
          <CsvButton
            what="what if"
            planName={plan.name}
            head={[
              'what if',
              'lit',
              'of',
              'dimmest, mA',
              'brightest, mA',
              'from the cells, mA',
              'good light, h',
            ]}
            rows={() =>
              rows.map(({ title, figures }) => [
                title,
                figures.lit,
                figures.of,
                figures.dimmestAmp * 1000,
                figures.brightestAmp * 1000,
                figures.cellAmp * 1000,
                figures.goodHours ?? '',
              ])
            }
          />
        </>
      )}
    </section>
  );
}

/** What would be otherwise, and the figures beside those of now. */
const COLUMNS: readonly Column<CaseRow>[] = [
  {
    title: 'what if',
    key: 'title',
    cell: ({ title, edit, figures }) => (
      <>
        {title}
        {figures.lit < figures.of && (
          <div className="quiet">
            {figures.lit} of {figures.of} lit
          </div>
        )}
        {edit !== null && (
          <div>
            <Button
              size="small"
              aria-label={`Take it: ${title}`}
              onClick={() => usePlanStore.getState().commit(succeed(edit))}
            >
              Take it
            </Button>
          </div>
        )}
      </>
    ),
  },
  {
    title: 'lights get',
    key: 'amp',
    isFigure: true,
    order: (a, b) => a.figures.dimmestAmp - b.figures.dimmestAmp,
    cell: ({ figures }) => (
      <span className="figure">
        {figures.lit === 0 ? 'dark' : formatCurrent(figures.dimmestAmp)}
        {figures.lit > 1 && <div className="quiet">– {formatCurrent(figures.brightestAmp)}</div>}
      </span>
    ),
  },
  {
    title: 'good light, about',
    key: 'hours',
    isFigure: true,
    order: (a, b) => (a.figures.goodHours ?? 0) - (b.figures.goodHours ?? 0),
    cell: ({ figures }) => (
      <span className="figure">
        {figures.goodHours === null ? '–' : formatHours(figures.goodHours).replace('about ', '')}
      </span>
    ),
  },
];
