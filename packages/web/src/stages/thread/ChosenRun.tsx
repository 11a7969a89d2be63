import {
  changeStitching,
  changeThread,
  deleteRuns,
  lockRuns,
  removeBend,
} from '@sashiko/core/plan/edits/run-edits';
import { holeName } from '@sashiko/core/plan/hole-names';
import type { Run } from '@sashiko/core/plan/records';
import { copiesOf, sumRun } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { isSewn } from '@sashiko/core/router/kept-lines';
import { tidyRun } from '@sashiko/core/router/tidy';
import { maybeThreadKind } from '@sashiko/core/thread/thread-kinds';
import { formatOhm } from '@sashiko/core/units/electrical';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Checkbox } from 'antd';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Field } from '../../ui/Field.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { Row } from '../../ui/Row.tsx';
import { RunEnds } from './RunEnds.tsx';
import { RunWays } from './RunWays.tsx';
import { StitchFields, StitchSelect, ThreadSelect } from './StitchFields.tsx';

/** The run that is chosen: what it measures, how it is sewn, where it goes, where its thread begins and ends. */
export function ChosenRun({ plan, run }: { readonly plan: Plan; readonly run: Run }) {
  const commit = usePlanStore((state) => state.commit);
  const tell = usePlanStore((state) => state.tell);
  const select = useViewStore((state) => state.select);
  const bend = useViewStore((state) => state.selection.bend);
  const sum = sumRun(plan, run);
  const { unit } = plan.habits;
  const isThread = maybeThreadKind(run.threadId)?.form === 'thread';
  return (
    <section aria-label="Chosen run">
      <h2>This run</h2>
      <p>
        From {holeName(plan, run.from)} to {holeName(plan, run.to)}.
      </p>
      <Row label="along the cloth" value={formatLength(sum.pathMm, unit)} />
      <Row label="stitches on this side" value={String(sum.stitchCount)} />
      <Row label="thread in the line" value={formatLength(sum.threadMm * copiesOf(run), unit)} />
      <Row label="resistance, hole to hole" value={formatOhm(sum.ohm)} />
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
          disabled={run.locked === true || isSewn(plan, run) || run.bends.length === 0}
          onClick={() => {
            const edit = tidyRun(plan, run.id);
            if (!edit.ok) commit(edit);
            else if (edit.value === null) tell('It is as tight as it gets without going another way.');
            else commit({ ok: true, value: edit.value });
          }}
        >
          Pull tight
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
      <p className="quiet">Pull a bend out of the small circles; drag a bend to move it.</p>
      <ThreadSelect value={run.threadId} onChange={(id) => commit(changeThread(plan, run.id, id))} />
      {isThread && (
        <StitchSelect
          value={run.stitchId}
          onChange={(stitchId) => commit(changeStitching(plan, run.id, { stitchId }))}
        />
      )}
      <StitchFields
        sewn={run}
        unit={unit}
        onChange={(change) => commit(changeStitching(plan, run.id, change))}
      />
      {(['strands', 'lines'] as const).map((field) => (
        <Field key={field} label={field === 'strands' ? 'Strands' : 'Sewn so many times'}>
          <NumberField
            style={{ width: '100%' }}
            min={1}
            max={4}
            precision={0}
            value={run[field] ?? 1}
            onChange={(value) => {
              if (value !== null) commit(changeStitching(plan, run.id, { [field]: value }), field);
            }}
          />
        </Field>
      ))}
      <Field label="Worked from">
        <OptionSelect
          value={run.face ?? 'cloth'}
          options={[
            { value: 'cloth', label: 'the face you work on' },
            { value: 'right', label: 'the right side' },
            { value: 'wrong', label: 'the wrong side' },
          ]}
          onChange={(face) =>
            commit(
              changeStitching(plan, run.id, { face: face === 'right' || face === 'wrong' ? face : null }),
            )
          }
        />
      </Field>
      <Checkbox
        checked={run.curved === true}
        disabled={run.bends.length === 0}
        onChange={(event) => commit(changeStitching(plan, run.id, { curved: event.target.checked }))}
      >
        Smoothly through its bends
      </Checkbox>
      <Checkbox
        checked={run.locked === true || isSewn(plan, run)}
        disabled={isSewn(plan, run)}
        onChange={(event) => commit(lockRuns(plan, [run.id], event.target.checked))}
      >
        {isSewn(plan, run) ? 'Sewn: routing leaves it' : 'Locked: routing leaves it'}
      </Checkbox>
      <RunWays plan={plan} run={run} />
      <RunEnds plan={plan} run={run} />
    </section>
  );
}
