import { CLOTH_COLOURS, CLOTH_KINDS } from '@sashiko/core/cloth/cloth-kinds';
import {
  changeClothKind,
  chooseWorkedFace,
  dyeCloth,
  measureCloth,
  showWrongSide,
} from '@sashiko/core/plan/edits/cloth-edits';
import { faceUp } from '@sashiko/core/plan/panels';
import { Segmented, Switch } from 'antd';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Field } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';

/** What its edge does when it is cut. */
const FRAY_WORDS = { none: 'does not fray', some: 'frays a little', much: 'frays: neaten its edge' } as const;

/** The cloth: kind, thickness, looseness, colour, which face is sewn on and which is seen. */
export function ClothKindLeaf() {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const setFace = useViewStore((state) => state.setFace);
  const { habits } = plan;
  const cloth = usePanelInHand(plan);
  const of = { panelId: cloth.id };
  const kind = CLOTH_KINDS.find((one) => one.id === cloth.kindId);
  return (
    <>
      <section>
        <h2>Kind of cloth</h2>
        <OptionSelect
          aria-label="Kind of cloth"
          value={cloth.kindId}
          options={CLOTH_KINDS.map((one) => ({ value: one.id, label: one.title }))}
          onChange={(kindId) => commit(changeClothKind(plan, kindId, of))}
        />
        {kind !== undefined && (
          <p className="quiet">
            {kind.hint} It {FRAY_WORDS[kind.fray]}.
          </p>
        )}
        <LengthField
          label="Thickness"
          valueMm={cloth.thicknessMm}
          unit={habits.unit}
          digits={2}
          onChange={(thicknessMm) => commit(measureCloth(plan, { thicknessMm }, of))}
        />
        <Field label="Looseness">
          <NumberField
            min={1}
            max={3}
            step={0.1}
            style={{ width: '100%' }}
            value={cloth.looseness}
            onChange={(looseness) => {
              if (looseness !== null) commit(measureCloth(plan, { looseness }, of), 'looseness');
            }}
          />
        </Field>
        <p className="quiet">
          How much wider a thread must be reckoned because the cloth gives: 1 firm, 2 loose knit.
        </p>
      </section>
      <section>
        <h2>Colour</h2>
        <div className="swatches">
          {CLOTH_COLOURS.map((colour) => (
            <button
              key={colour.id}
              type="button"
              className="swatch"
              aria-pressed={cloth.colourId === colour.id}
              onClick={() => commit(dyeCloth(plan, colour.id, of))}
            >
              <i style={{ background: colour.hex }} />
              {colour.title}
            </button>
          ))}
        </div>
      </section>
      <section>
        <h2>You sew on the</h2>
        <Segmented
          aria-label="Face you sew on"
          block
          value={cloth.workedFace}
          options={[
            { value: 'right', label: 'right side' },
            { value: 'wrong', label: 'wrong side' },
          ]}
          onChange={(face) => {
            if (commit(chooseWorkedFace(plan, face as 'right' | 'wrong', of)))
              setFace(faceUp(cloth, face as 'right' | 'wrong'));
          }}
        />
        <p className="quiet">
          The pattern is printed for this face, mirrored as the piece lies in your hand.
        </p>
        <Field label="The wrong side is seen too when it is done" shape="wide">
          <Switch checked={cloth.wrongSideSeen} onChange={(seen) => commit(showWrongSide(plan, seen, of))} />
        </Field>
      </section>
    </>
  );
}
