import { markPieces } from '@sashiko/core/plan/edits/line-edits';
import type { Run } from '@sashiko/core/plan/records';
import { sumRun } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Checkbox, Input } from 'antd';
import { useState } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Field } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';

/** A tail that is left hanging is about a hand long at first. */
const USUAL_TAIL_MM = 150;

/** Where the thread of a run starts, is spliced, and keeps a long tail until a later step. */
export function RunEnds({ plan, run }: { readonly plan: Plan; readonly run: Run }) {
  const commit = usePlanStore((state) => state.commit);
  const [until, setUntil] = useState(run.tail?.until ?? 'the next part is sewn on');
  const { unit } = plan.habits;
  const splices = run.splicesMm ?? [];
  const { pathMm } = sumRun(plan, run);
  const mark = (marks: Parameters<typeof markPieces>[2]) => commit(markPieces(plan, run.id, marks));
  return (
    <details className="more">
      <summary>Where its thread starts and ends</summary>
      <Checkbox
        checked={run.startsPiece === true}
        onChange={(event) => mark({ startsPiece: event.target.checked })}
      >
        A fresh piece starts here
      </Checkbox>
      <div className="buttons">
        <Button
          size="small"
          onClick={() => mark({ splicesMm: evenly(pathMm, splices.length + 1) })}
          disabled={splices.length >= 6}
        >
          {splices.length === 0 ? 'Splice it half way' : 'One more splice'}
        </Button>
        {splices.length > 0 && (
          <Button size="small" onClick={() => mark({ splicesMm: [] })}>
            No splice
          </Button>
        )}
      </div>
      {splices.length > 0 && (
        <p className="quiet">
          Spliced after {splices.map((mm) => formatLength(mm, unit, 0)).join(', ')}: sew over the last three
          stitches.
        </p>
      )}
      <Checkbox
        checked={run.tail !== undefined}
        onChange={(event) => mark({ tail: event.target.checked ? { lengthMm: USUAL_TAIL_MM, until } : null })}
      >
        Its end stays long for now
      </Checkbox>
      {run.tail !== undefined && (
        <>
          <LengthField
            label="Leave"
            valueMm={run.tail.lengthMm}
            unit={unit}
            onChange={(lengthMm) => mark({ tail: { lengthMm, until: run.tail?.until ?? until } })}
          />
          <Field label="until">
            <Input
              value={until}
              maxLength={120}
              onChange={(event) => setUntil(event.target.value)}
              onBlur={() => {
                if (until.trim() !== '' && run.tail !== undefined) mark({ tail: { ...run.tail, until } });
              }}
            />
          </Field>
        </>
      )}
    </details>
  );
}

/** Distances that divide a line into equal pieces. */
function evenly(pathMm: number, count: number): readonly number[] {
  return Array.from({ length: count }, (_, i) => Math.round((pathMm * (i + 1)) / (count + 1)));
}
