import { clothBox } from '@sashiko/core/cloth/cloth';
import {
  addPanels,
  changePanel,
  copyPanel,
  deletePanel,
  layAlongSeam,
  panelIdOf,
  turnPanelOver,
} from '@sashiko/core/plan/edits/panel-edits';
import { hasSeveralPanels, thoseOn } from '@sashiko/core/plan/panels';
import type { Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { seamLetter } from '@sashiko/core/plan/seams';
import { formatLength } from '@sashiko/core/units/length';
import { counted } from '@sashiko/core/units/words';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Field } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { LayersOfPanel } from './LayersOfPanel.tsx';

/** What a new panel is, mm: a hand's breadth of cloth to begin with. */
const NEW_PANEL_MM = 200;

/** The pieces of cloth that lie on the table: added, copied, named, moved, taken away. */
export function PanelsLeaf() {
  const plan = useShownPlan();
  const panel = usePanelInHand(plan);
  /** Does an edit that makes a panel, and takes that in hand. */
  const make = (edit: ReturnType<typeof addPanels>): void => {
    const id = panelIdOf(currentPlan().nextNumber);
    if (usePlanStore.getState().commit(edit)) useViewStore.getState().takePanel(id);
  };
  return (
    <>
      <section>
        <h2>Panels on the table</h2>
        <p className="quiet">
          {hasSeveralPanels(plan)
            ? 'Each is one piece of cloth as it is cut. Where they lie on the table means nothing: pull them where you like.'
            : 'A garment, a pouch or a toy is cut in several pieces. Add them here, and sew their edges together under Seams.'}
        </p>
        <div className="buttons">
          <Button
            size="small"
            onClick={() =>
              make(
                addPanels(currentPlan(), [
                  {
                    shape: {
                      kind: 'ready',
                      pieceId: 'rectangle',
                      sizes: { widthMm: NEW_PANEL_MM, heightMm: NEW_PANEL_MM },
                    },
                    like: panel,
                  },
                ]),
              )
            }
          >
            Add a panel
          </Button>
          <Button size="small" onClick={() => make(copyPanel(currentPlan(), panel.id, false))}>
            Cut this one once more
          </Button>
          <Button size="small" onClick={() => make(copyPanel(currentPlan(), panel.id, true))}>
            Once more, mirrored
          </Button>
        </div>
      </section>
      <OnePanel key={panel.id} plan={plan} panel={panel} />
      <LayersOfPanel plan={plan} panel={panel} />
    </>
  );
}

/** The panel in hand: its name, where it lies on the table, what lies outside. */
function OnePanel({ plan, panel }: { readonly plan: Plan; readonly panel: Panel }) {
  const { unit } = plan.habits;
  const { widthMm, heightMm } = clothBox(panel);
  const { at, turnDeg, over } = panel.table;
  const change = (changes: Parameters<typeof changePanel>[2], key?: string): void => {
    usePlanStore.getState().commit(changePanel(currentPlan(), panel.id, changes), key);
  };
  const parts = thoseOn(plan.parts, panel.id).length;
  const runs = thoseOn(plan.runs, panel.id).length;
  const seams = Object.values(plan.seams).filter(
    (seam) => seam.b.panelId === panel.id && seam.a.panelId !== panel.id,
  );
  return (
    <section aria-label={`Panel ${panel.name}`}>
      <h2>{panel.name}</h2>
      <p className="quiet">
        {formatLength(widthMm, unit, 0)} by {formatLength(heightMm, unit, 0)}, with {counted(parts, 'part')}{' '}
        and {counted(runs, 'thread')} on it.
      </p>
      <NameField panel={panel} onChange={(name) => change({ name })} />
      <Choice
        label="Grain"
        value={panel.grainDeg ?? -1}
        options={[
          { value: -1, label: 'any way' },
          { value: 0, label: 'up and down' },
          { value: 90, label: 'across' },
          { value: 45, label: 'on the bias' },
          ...([-1, 0, 45, 90].includes(panel.grainDeg ?? -1)
            ? []
            : [{ value: panel.grainDeg ?? -1, label: `${panel.grainDeg}°` }]),
        ]}
        onChange={(grainDeg) => change({ grainDeg: grainDeg < 0 ? null : grainDeg })}
      />
      <Choice
        label="Outside when finished"
        value={panel.outside ?? 'unsaid'}
        options={[
          { value: 'unsaid', label: 'not said' },
          { value: 'right', label: 'its right side' },
          { value: 'wrong', label: 'its wrong side' },
        ]}
        onChange={(face: 'unsaid' | 'right' | 'wrong') =>
          change({ outside: face === 'unsaid' ? null : face })
        }
      />
      <LengthField
        label="From the left of the table"
        valueMm={at.x}
        unit={unit}
        onChange={(x) => change({ table: { ...panel.table, at: { x, y: at.y } } })}
      />
      <LengthField
        label="From the top"
        valueMm={at.y}
        unit={unit}
        onChange={(y) => change({ table: { ...panel.table, at: { x: at.x, y } } })}
      />
      <Field label="Turned, °">
        <NumberField
          style={{ width: '100%' }}
          value={turnDeg}
          step={15}
          onChange={(deg) => {
            if (deg !== null)
              change({ table: { ...panel.table, turnDeg: ((deg % 360) + 360) % 360 } }, 'turn a panel');
          }}
        />
      </Field>
      <div className="buttons">
        {(hasSeveralPanels(plan) || over === true) && (
          <Button
            size="small"
            aria-pressed={over === true}
            onClick={() => usePlanStore.getState().commit(turnPanelOver(currentPlan(), panel.id))}
          >
            {over === true ? 'Turn it back over' : 'Turn it over'}
          </Button>
        )}
        {seams.map((seam) => (
          <Button
            key={seam.id}
            size="small"
            onClick={() => usePlanStore.getState().commit(layAlongSeam(currentPlan(), seam.id))}
          >
            Lay it along seam {seamLetter(plan, seam.id)}
          </Button>
        ))}
        <Button
          size="small"
          danger
          disabled={!hasSeveralPanels(plan)}
          title={hasSeveralPanels(plan) ? undefined : 'A plan has at least one panel'}
          onClick={() => usePlanStore.getState().commit(deletePanel(currentPlan(), panel.id))}
        >
          Take it away
        </Button>
      </div>
    </section>
  );
}

/** Taken when it is left, so that half a name is no edit. */
function NameField({
  panel,
  onChange,
}: {
  readonly panel: Panel;
  readonly onChange: (name: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = (): void => {
    if (typed !== null && typed.trim() !== '' && typed !== panel.name) onChange(typed);
    setTyped(null);
  };
  return (
    <Field label="Name">
      <Input
        size="small"
        value={typed ?? panel.name}
        maxLength={120}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onPressEnter={take}
      />
    </Field>
  );
}
