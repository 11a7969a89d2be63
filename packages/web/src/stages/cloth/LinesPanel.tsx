import { curvePoints, type Marking, type MarkingUse } from '@sashiko/core/cloth/cloth';
import { lineLengthMm } from '@sashiko/core/plan/arrange/lines';
import { changeMarking, deleteMarkings } from '@sashiko/core/plan/edits/cloth-edits';
import { panelOf } from '@sashiko/core/plan/panels';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { takePen } from '../../canvas/pen-tool.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Field } from '../../ui/Field.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { Row } from '../../ui/Row.tsx';
import { USES, usesById } from './uses.ts';

/** Lines and areas on the cloth: marks to place and sew along, openings, keep-outs, windows, zones of reach. */
export function LinesPanel() {
  const plan = useShownPlan();
  const chosenId = useViewStore((state) => state.selection.markingId);
  const tool = useViewStore((state) => state.tool);
  const markings = Object.values(panelOf(plan).markings);
  const chosen = chosenId === null ? undefined : panelOf(plan).markings[chosenId];
  return (
    <>
      <section>
        <h2>Draw</h2>
        <div className="buttons">
          {USES.map(({ id, title, hint }) => (
            <Button
              key={id}
              size="small"
              title={hint}
              type={tool.kind === 'pen' && tool.use === id ? 'primary' : 'default'}
              onClick={() => takePen(id)}
            >
              {title}
            </Button>
          ))}
        </div>
      </section>
      {chosen !== undefined && <ChosenLine key={chosen.id} marking={chosen} />}
      <section>
        <h2>On the cloth</h2>
        {markings.length === 0 && (
          <p className="quiet">
            Nothing drawn yet. A mark helps to place parts and to sew along; an opening is where there is no
            cloth; a window is where something must show; a zone of reach says where a hand gets to the switch
            and the cell.
          </p>
        )}
        <ul className="line-list">
          {markings.map((marking) => (
            <li key={marking.id}>
              <button
                type="button"
                className="linkish"
                aria-pressed={marking.id === chosenId}
                onClick={() =>
                  useViewStore.getState().select(marking.id === chosenId ? {} : { markingId: marking.id })
                }
              >
                {marking.name} <span className="quiet">{usesById[marking.use].title.toLowerCase()}</span>
              </button>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

function ChosenLine({ marking }: { readonly marking: Marking }) {
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
        {marking.use === 'mark' && (
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
