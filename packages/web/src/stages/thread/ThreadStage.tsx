import { deriveSides } from '@sashiko/core/nets/sides';
import { changeHabits, changeLegSign } from '@sashiko/core/plan/edits/plan-edits';
import {
  changeStitching,
  changeThread,
  deleteRuns,
  removeBend,
  runName,
} from '@sashiko/core/plan/edits/run-edits';
import { holeName, kindOf, sumRun } from '@sashiko/core/plan/placed';
import type { Plan, Run } from '@sashiko/core/plan/schema';
import { maybeThreadKind, THREAD_KINDS } from '@sashiko/core/thread/thread-kinds';
import { formatOhm } from '@sashiko/core/units/electrical';
import { formatLength, type LengthUnit } from '@sashiko/core/units/length';
import { Button, InputNumber, Select } from 'antd';
import { ClothCanvas } from '../../canvas/ClothCanvas.tsx';
import { LiveMarks } from '../../canvas/LiveMarks.tsx';
import { useJobsStore } from '../../stores/jobs-store.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { Row } from '../../ui/Row.tsx';
import { ProposalOverlay } from './ProposalOverlay.tsx';
import { RouteForMe } from './RouteForMe.tsx';

/** Threads drawn by hand or proposed, and what each is sewn with. */
export function ThreadStage() {
  const plan = useShownPlan();
  const tool = useViewStore((state) => state.tool);
  const face = useViewStore((state) => state.face);
  const selection = useViewStore((state) => state.selection);
  const job = useJobsStore((state) => state.route);
  const run = selection.runId === null ? undefined : plan.runs[selection.runId];
  const hint =
    tool.kind === 'draw'
      ? 'Click for a bend, click a hole to end. Esc takes the last bend back.'
      : Object.keys(plan.parts).length < 2
        ? 'Place a holder and a light first (stage 2), then join their holes here.'
        : Object.keys(plan.runs).length === 0
          ? 'Click a hole and then another to sew between them, or let Sashiko propose the threads.'
          : null;
  return (
    <>
      <ClothCanvas
        abilities={{ movesParts: false, drawsThread: job.state !== 'proposal' }}
        hint={hint}
        overlay={(scale) =>
          job.state === 'proposal' ? (
            <ProposalOverlay result={job.result} scale={scale} />
          ) : (
            <LiveMarks face={face} scale={scale} />
          )
        }
      />
      <aside className="tray" aria-label="Thread">
        <RouteForMe plan={plan} />
        {run === undefined ? <Spool plan={plan} /> : <ChosenRun key={run.id} plan={plan} run={run} />}
        <RunList plan={plan} />
      </aside>
    </>
  );
}

function ChosenRun({ plan, run }: { readonly plan: Plan; readonly run: Run }) {
  const commit = usePlanStore((state) => state.commit);
  const select = useViewStore((state) => state.select);
  const bend = useViewStore((state) => state.selection.bend);
  const sum = sumRun(plan, run);
  const { unit } = plan.habits;
  return (
    <section aria-label="Chosen run">
      <h2>This run</h2>
      <p>
        From {holeName(plan, run.from)} to {holeName(plan, run.to)}.
      </p>
      <Row label="along the cloth" value={formatLength(sum.pathMm, unit)} />
      <Row label="stitches on this side" value={String(sum.stitchCount)} />
      <Row label="thread in the line" value={formatLength(sum.threadMm * run.strands, unit)} />
      <Row label="resistance, hole to hole" value={formatOhm(sum.ohm)} />
      <ThreadSelect value={run.threadId} onChange={(id) => commit(changeThread(plan, run.id, id))} />
      <StitchFields
        sewn={run}
        unit={unit}
        onChange={(change) => commit(changeStitching(plan, run.id, change))}
      />
      <div className="field">
        <label htmlFor="strands">Strands</label>
        <InputNumber
          id="strands"
          style={{ width: '100%' }}
          min={1}
          max={4}
          precision={0}
          value={run.strands}
          onChange={(strands) => {
            if (strands !== null) commit(changeStitching(plan, run.id, { strands }), 'strands');
          }}
        />
      </div>
      <p className="quiet">Pull a bend out of the small circles; drag a bend to move it.</p>
      <div className="buttons">
        <Button
          size="small"
          disabled={bend === null}
          onClick={() => {
            if (bend !== null && commit(removeBend(plan, run.id, bend))) select({ runId: run.id });
          }}
        >
          Remove bend
        </Button>
        <Button
          size="small"
          danger
          onClick={() => {
            if (commit(deleteRuns(plan, [run.id]))) select({});
          }}
        >
          Unpick
        </Button>
      </div>
    </section>
  );
}

interface StitchFieldsProps {
  readonly sewn: Pick<Run, 'stitchMm' | 'gapMm'>;
  readonly unit: LengthUnit;
  readonly onChange: (change: Partial<Pick<Run, 'stitchMm' | 'gapMm'>>) => void;
}

/** The length of a stitch and of the step under the cloth. */
function StitchFields({ sewn, unit, onChange }: StitchFieldsProps) {
  return (
    <>
      <LengthField
        label="Stitch"
        valueMm={sewn.stitchMm}
        unit={unit}
        onChange={(stitchMm) => onChange({ stitchMm })}
      />
      <LengthField
        label="Step underneath"
        valueMm={sewn.gapMm}
        unit={unit}
        onChange={(gapMm) => onChange({ gapMm })}
      />
    </>
  );
}

function ThreadSelect({
  value,
  onChange,
}: {
  readonly value: string;
  readonly onChange: (id: string) => void;
}) {
  return (
    <Select
      aria-label="Thread"
      value={value}
      options={THREAD_KINDS.map((kind) => ({ value: kind.id, label: `${kind.title} · ${kind.ohmPerM} Ω/m` }))}
      onChange={onChange}
    />
  );
}

function Spool({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const { habits } = plan;
  const form = maybeThreadKind(habits.threadId)?.form ?? 'thread';
  const hasBareLegs = Object.values(plan.parts).some((part) =>
    kindOf(plan, part).options.some((option) => option.id === 'plusSquare'),
  );
  return (
    <section>
      <h2>{form === 'thread' ? 'Next run: running stitch' : `Next run: ${form}, laid`}</h2>
      <ThreadSelect
        value={habits.threadId}
        onChange={(threadId) => commit(changeHabits(plan, { threadId }, 'change the thread for new runs'))}
      />
      <StitchFields
        sewn={habits}
        unit={habits.unit}
        onChange={(change) => commit(changeHabits(plan, change))}
      />
      {hasBareLegs && (
        <div className="field">
          <span id="leg-sign">Legs: + is told by a</span>
          <Select
            aria-labelledby="leg-sign"
            value={habits.legSign}
            options={[
              { value: 'big-loop', label: 'bigger loop' },
              { value: 'square-loop', label: 'square loop' },
            ]}
            onChange={(legSign) => commit(changeLegSign(plan, legSign))}
          />
        </div>
      )}
      <div className="field">
        <label htmlFor="loops">Loops at each hole</label>
        <InputNumber
          id="loops"
          style={{ width: '100%' }}
          min={3}
          max={20}
          precision={0}
          value={habits.loops}
          onChange={(loops) => {
            if (loops !== null) commit(changeHabits(plan, { loops }), 'loops');
          }}
        />
      </div>
    </section>
  );
}

/** All runs by side, to choose one without aiming at it. */
function RunList({ plan }: { readonly plan: Plan }) {
  const select = useViewStore((state) => state.select);
  const chosen = useViewStore((state) => state.selection.runId);
  const runs = Object.values(plan.runs);
  const sides = deriveSides(plan);
  if (runs.length === 0) return null;
  return (
    <section>
      <h2>Runs on the cloth</h2>
      <ul className="steps">
        {runs.map((run) => {
          const side = sides.of(sides.nets.ofRun(run.id));
          const isPlus = side === '+';
          return (
            <li key={run.id} className={chosen === run.id ? 'chosen' : ''}>
              <span className={isPlus ? 'plus' : 'minus'} aria-hidden="true">
                {isPlus ? '+' : side === '-' ? '−' : '·'}
              </span>
              <button type="button" className="linkish" onClick={() => select({ runId: run.id })}>
                {runName(plan, run)},{' '}
                <span className="figure">{formatLength(sumRun(plan, run).pathMm, plan.habits.unit, 0)}</span>
                <span className="visually-hidden">
                  , {side === 'neither' ? 'not joined to a holder' : `${side} side`}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
