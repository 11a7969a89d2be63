import { describeToMaker } from '@sashiko/core/errors/problem';
import { fitStrand, layStrand } from '@sashiko/core/plan/arrange/strand';
import { formatLength } from '@sashiko/core/units/length';
import { Button } from 'antd';
import { useState } from 'react';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { Field } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Row } from '../../ui/Row.tsx';
import { LineSelect, useLine } from './LineSelect.tsx';

/** A pre-wired strand along a line: how many lights fit, what is left, how much the wires give. */
export function StrandLeaf() {
  const plan = useShownPlan();
  const { unit } = plan.habits;
  const [lineId, setLineId] = useState<string | null>(null);
  const [pitchMm, setPitchMm] = useState(50);
  const [wanted, setWanted] = useState<number | null>(null);
  const line = useLine(lineId);
  const fit = line === undefined || !(pitchMm > 0) ? null : fitStrand(line, pitchMm);
  const count = fit?.ok === true ? Math.min(wanted ?? fit.value.fits, fit.value.fits) : 0;
  return (
    <section aria-label="Strand along a line">
      <h2>Strand along a line</h2>
      <LineSelect label="Line for the strand" value={lineId} onChange={setLineId} />
      <LengthField label="Pitch of the strand" valueMm={pitchMm} unit={unit} onChange={setPitchMm} />
      {fit !== null && !fit.ok && <p className="problem">{describeToMaker(fit.problem)}</p>}
      {fit?.ok === true && (
        <>
          <Row label="Lights that fit" value={fit.value.fits} />
          <Row label="Line left over" value={formatLength(fit.value.leftMm, unit, 0)} />
          <Row label="Slack of the tightest wire" value={formatLength(fit.value.slackMm, unit)} />
          <Field label="Lights of the strand">
            <NumberField
              min={1}
              max={fit.value.fits}
              precision={0}
              style={{ width: '100%' }}
              value={count}
              onChange={setWanted}
            />
          </Field>
          <div className="buttons">
            <Button
              size="small"
              type="primary"
              onClick={() => {
                if (line !== undefined)
                  usePlanStore
                    .getState()
                    .commit(layStrand(currentPlan(), panelInHand(currentPlan()), line, pitchMm, count));
              }}
            >
              Lay the strand
            </Button>
          </div>
        </>
      )}
    </section>
  );
}
