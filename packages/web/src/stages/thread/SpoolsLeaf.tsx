import { describeSpool } from '@sashiko/core/plan/edits/patch-edits';
import { maybeThreadOf } from '@sashiko/core/plan/run-way';
import { THREAD_KINDS } from '@sashiko/core/thread/thread-kinds';
import { formatLength } from '@sashiko/core/units/length';
import { Button } from 'antd';
import { useState } from 'react';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { Field } from '../../ui/Field.tsx';
import { Hard } from '../../ui/Hard.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { ThreadSelect } from './StitchFields.tsx';

/** A swatch is sewn and measured over this much at first, mm. */
const USUAL_SWATCH_MM = 100;

/** The thread library: what each conductor is taken for, and what the maker's own was measured to be. */
export function SpoolsLeaf() {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const [threadId, setThreadId] = useState(plan.habits.threadId);
  const kind = THREAD_KINDS.find((one) => one.id === threadId);
  const own = plan.spools[threadId];
  const panel = usePanelInHand(plan);
  const { unit } = plan.habits;
  const [swatchMm, setSwatchMm] = useState(own?.swatch?.lengthMm ?? USUAL_SWATCH_MM);
  const [ohm, setOhm] = useState<number | null>(own?.swatch?.ohm ?? null);
  if (kind === undefined) return null;
  const choose = (id: string): void => {
    setThreadId(id);
    setSwatchMm(plan.spools[id]?.swatch?.lengthMm ?? USUAL_SWATCH_MM);
    setOhm(plan.spools[id]?.swatch?.ohm ?? null);
  };
  return (
    <>
      <section>
        <h2>Threads, wire and tape</h2>
        <ThreadSelect value={threadId} onChange={choose} />
        <p className="quiet">
          {kind.diameterMm} mm {kind.form === 'tape' ? 'wide' : 'thick'}; from a table {kind.ohmPerM} Ω/m
          (memory of typical goods), here {maybeThreadOf(plan, threadId)?.ohmPerM.toFixed(2)} Ω/m.
        </p>
      </section>
      <section aria-label="Swatch">
        <h2>
          Measure a swatch <Hard term="ohm" />
        </h2>
        <p className="quiet">
          Sew a straight line of running stitch in your usual stitch on this cloth (
          {formatLength(panel.thicknessMm, unit, 2)} thick), measure its ohms from end to end, and type both
          in: it takes the place of the table.
        </p>
        <LengthField label="Length of the line" valueMm={swatchMm} unit={unit} onChange={setSwatchMm} />
        <Field label="It reads, Ω">
          <NumberField style={{ width: '100%' }} min={0.01} value={ohm} onChange={setOhm} />
        </Field>
        <div className="buttons">
          <Button
            size="small"
            type="primary"
            disabled={ohm === null || ohm <= 0}
            onClick={() =>
              commit(
                describeSpool(plan, threadId, {
                  ...own,
                  swatch: { lengthMm: swatchMm, ohm: ohm ?? 0, clothMm: panel.thicknessMm },
                }),
              )
            }
          >
            Take this reading
          </Button>
          {own?.swatch !== undefined && (
            <Button
              size="small"
              onClick={() => {
                setOhm(null);
                commit(describeSpool(plan, threadId, { ...own, swatch: undefined }));
              }}
            >
              Back to the table
            </Button>
          )}
        </div>
      </section>
      <section aria-label="Stock">
        <h2>
          Left on the spool <Hard term="spool" />
        </h2>
        <Field label="Metres left">
          <NumberField
            style={{ width: '100%' }}
            min={0}
            step={0.5}
            placeholder="not said"
            value={own?.leftMm === undefined ? null : own.leftMm / 1000}
            onChange={(metres) =>
              commit(
                describeSpool(plan, threadId, {
                  ...own,
                  leftMm: metres === null ? undefined : metres * 1000,
                }),
                `spool ${threadId}`,
              )
            }
          />
        </Field>
      </section>
    </>
  );
}
