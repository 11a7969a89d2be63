import { curvePoints, isLineUse, type Marking, type MarkingUse } from '@sashiko/core/cloth/cloth';
import { lineLengthMm } from '@sashiko/core/plan/arrange/lines';
import { changeMarking, deleteMarkings } from '@sashiko/core/plan/edits/cloth-edits';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Field } from '../../ui/Field.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { Row } from '../../ui/Row.tsx';
import { USES, usesById } from './uses.ts';

/** The line or area that is chosen: name, use, nodes, and what can be done with it. */
export function ChosenLine({ marking }: { readonly marking: Marking }) {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const select = useViewStore((state) => state.select);
  const [name, setName] = useState<string | null>(null);
  const take = (): void => {
    if (name !== null && name !== marking.name)
      commit(changeMarking(plan, marking.id, { name }, `rename ${marking.name}`));
    setName(null);
  };
  const length = lineLengthMm({ points: curvePoints(marking), closed: marking.closed });
  return (
    <section aria-label={`Chosen: ${marking.name}`}>
      <h2>Chosen line</h2>
      <Field label="Name">
        <Input
          value={name ?? marking.name}
          maxLength={140}
          onChange={(event) => setName(event.target.value)}
          onBlur={take}
          onPressEnter={take}
        />
      </Field>
      <Field label="It is">
        <OptionSelect
          value={marking.use}
          options={USES.map(({ id, title }) => ({ value: id, label: title }))}
          onChange={(use: MarkingUse) =>
            commit(changeMarking(plan, marking.id, { use }, `make ${marking.name} ${usesById[use].phrase}`))
          }
        />
      </Field>
      <p className="quiet">{usesById[marking.use].hint}</p>
      <Row label={marking.closed ? 'Round it' : 'Length'} value={formatLength(length, plan.habits.unit, 0)} />
      <div className="buttons">
        {isLineUse(marking.use) && (
          <Button
            size="small"
            onClick={() => commit(changeMarking(plan, marking.id, { closed: !marking.closed }))}
          >
            {marking.closed ? 'Open it' : 'Close it'}
          </Button>
        )}
        <Button
          size="small"
          danger
          onClick={() => {
            if (commit(deleteMarkings(plan, [marking.id]))) select({});
          }}
        >
          Wipe off
        </Button>
      </div>
    </section>
  );
}
