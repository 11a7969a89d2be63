import { cautionsFor } from '@sashiko/core/checks/cautions';
import type { Piece } from '@sashiko/core/nets/pieces';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import { tickStep } from '@sashiko/core/plan/edits/progress-edits';
import { signMark } from '@sashiko/core/plan/placed';
import type { Habits, Plan } from '@sashiko/core/plan/schema';
import { gatherList } from '@sashiko/core/sewing/gather';
import type { SewingStep } from '@sashiko/core/sewing/step';
import { maybeThreadKind } from '@sashiko/core/thread/thread-kinds';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { ClothCanvas } from '../../canvas/ClothCanvas.tsx';
import { findingsOf, piecesOf, stepsOf } from '../../stores/derived.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { printPdf } from '../../ui/print-pdf.ts';
import { Row } from '../../ui/Row.tsx';

type Page = 'steps' | 'cut' | 'gather';

/** The sewing sheet: what to gather, cut and do, beside the cloth; and the prints. */
export function SewStage() {
  const plan = useShownPlan();
  const [page, setPage] = useState<Page>('steps');
  const stops = findingsOf(plan).filter((finding) => finding.severity === 'stop').length;
  return (
    <>
      <ClothCanvas abilities={{ movesParts: false, drawsThread: false }} />
      <aside className="tray" aria-label="Sew">
        {stops > 0 && (
          <p>
            <strong className="plus">! {stops} findings to put right first.</strong> The sheet prints them at
            its top.
          </p>
        )}
        <div className="buttons">
          <Button type="primary" onClick={() => void printPdf(plan, 'pattern')}>
            Print 1:1 pattern
          </Button>
          <Button onClick={() => void printPdf(plan, 'sheet')}>Print the sheet</Button>
        </div>
        <Segmented
          aria-label="Part of the sheet"
          block
          value={page}
          options={[
            { value: 'steps', label: 'Steps' },
            { value: 'cut', label: 'Cut' },
            { value: 'gather', label: 'Gather' },
          ]}
          onChange={(value) => setPage(value as Page)}
        />
        {page === 'steps' && <Steps plan={plan} />}
        {page === 'cut' && <CutList plan={plan} />}
        {page === 'gather' && <Gather plan={plan} />}
        <section>
          <h2>Cautions</h2>
          <ul className="cautions">
            {cautionsFor(plan).map((caution) => (
              <li key={caution.id}>{caution.text}</li>
            ))}
          </ul>
        </section>
      </aside>
    </>
  );
}

function Steps({ plan }: { readonly plan: Plan }) {
  const steps = stepsOf(plan);
  const groups = [...new Set(steps.map((step) => step.group))];
  const done = steps.filter((step) => plan.ticks[step.id] === true).length;
  return (
    <>
      <p className="quiet">
        {done} of {steps.length} done
      </p>
      {groups.map((group) => (
        <section key={group}>
          <h2>{group}</h2>
          <ol className="steps">
            {steps.map((step, i) =>
              step.group === group ? <StepRow key={step.id} plan={plan} step={step} number={i + 1} /> : null,
            )}
          </ol>
        </section>
      ))}
    </>
  );
}

function StepRow({
  plan,
  step,
  number,
}: {
  readonly plan: Plan;
  readonly step: SewingStep;
  readonly number: number;
}) {
  const commit = usePlanStore((state) => state.commit);
  const setSpotlight = useViewStore((state) => state.setSpotlight);
  const isChosen = useViewStore((state) => state.spotlight?.key === step.id);
  const isDone = plan.ticks[step.id] === true;
  return (
    <li className={isChosen ? 'chosen' : ''}>
      <input
        type="checkbox"
        checked={isDone}
        aria-label={`Step ${number} done`}
        onChange={(event) => commit(tickStep(plan, step.id, event.target.checked))}
      />
      <button
        type="button"
        className="linkish"
        onClick={() => setSpotlight({ key: step.id, partIds: step.partIds, runIds: step.runIds })}
      >
        <span className="figure">{number}. </span>
        <span className={isDone ? 'done' : ''}>{step.text}</span>
      </button>
    </li>
  );
}

function CutList({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const { habits } = plan;
  const change = (changes: Partial<Habits>): void => {
    commit(changeHabits(plan, changes));
  };
  return (
    <>
      <section>
        <h2>Pieces of thread</h2>
        {piecesOf(plan).map((piece, i) => (
          <PieceCard key={piece.id} plan={plan} piece={piece} number={i + 1} />
        ))}
        {Object.keys(plan.runs).length === 0 && <p>No threads are drawn yet.</p>}
      </section>
      <section>
        <h2>Habits</h2>
        <LengthField
          label="Knot at each end"
          valueMm={habits.knotMm}
          unit={habits.unit}
          onChange={(knotMm) => change({ knotMm })}
        />
        <LengthField
          label="Spare to hold"
          valueMm={habits.spareMm}
          unit={habits.unit}
          onChange={(spareMm) => change({ spareMm })}
        />
        <LengthField
          label="Longest piece"
          valueMm={habits.longestPieceMm}
          unit={habits.unit}
          onChange={(longestPieceMm) => change({ longestPieceMm })}
        />
        <div className="field">
          <span id="first-side">Sewn first</span>
          <Segmented
            aria-labelledby="first-side"
            size="small"
            value={habits.firstSide}
            options={[
              { value: '-', label: '− side' },
              { value: '+', label: '+ side' },
            ]}
            onChange={(side) => change({ firstSide: side as '+' | '-' })}
          />
        </div>
      </section>
    </>
  );
}

function PieceCard({
  plan,
  piece,
  number,
}: {
  readonly plan: Plan;
  readonly piece: Piece;
  readonly number: number;
}) {
  const { unit } = plan.habits;
  const side = piece.side === '+' || piece.side === '-' ? `${signMark(piece.side)} side` : 'no side yet';
  return (
    <div className="cut">
      <div className="row">
        <strong>
          Piece {number}, {side}
        </strong>
        <span className="figure">cut {formatLength(piece.cutMm, unit, 0)}</span>
      </div>
      <p className="quiet">
        {maybeThreadKind(piece.threadId)?.title},{' '}
        {piece.strands === 1 ? 'single' : `${piece.strands} strands`}
      </p>
      <table>
        <tbody>
          {piece.addends.map((addend) => (
            <tr key={addend.what}>
              <td>{addend.what}</td>
              <td>{formatLength(addend.mm, unit, 0)}</td>
            </tr>
          ))}
          <tr>
            <td>
              <strong>stays in the cloth</strong>
            </td>
            <td>
              <strong>{formatLength(piece.netMm, unit, 0)}</strong>
            </td>
          </tr>
        </tbody>
      </table>
      {piece.isLong && (
        <p className="quiet">Longer than your longest piece, because one run alone is: it may tangle.</p>
      )}
    </div>
  );
}

function Gather({ plan }: { readonly plan: Plan }) {
  return (
    <section>
      <h2>Gather</h2>
      {gatherList(plan, piecesOf(plan)).map((item) => (
        <Row key={item.id} label={item.what} value={item.amount} />
      ))}
    </section>
  );
}
