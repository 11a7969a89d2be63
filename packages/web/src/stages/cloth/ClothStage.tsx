import { CLOTH_COLOURS, CLOTH_KINDS } from '@sashiko/core/cloth/cloth-kinds';
import {
  changeClothKind,
  changeHabits,
  chooseWorkedFace,
  dyeCloth,
  measureCloth,
  resizeCloth,
  wipeMarks,
} from '@sashiko/core/plan/edits/plan-edits';
import { Button, InputNumber, Segmented, Select } from 'antd';
import { ClothCanvas } from '../../canvas/ClothCanvas.tsx';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';

/** The piece: size, kind, colour, the face that is sewn on. */
export function ClothStage() {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const setFace = useViewStore((state) => state.setFace);
  const { cloth, habits } = plan;
  const { widthMm, heightMm } = cloth.shape;
  return (
    <>
      <ClothCanvas abilities={{ movesParts: false, drawsThread: false }} />
      <aside className="tray" aria-label="Cloth">
        <section>
          <h2>Piece</h2>
          <LengthField
            label="Width"
            valueMm={widthMm}
            unit={habits.unit}
            onChange={(mm) => commit(resizeCloth(plan, mm, heightMm))}
          />
          <LengthField
            label="Height"
            valueMm={heightMm}
            unit={habits.unit}
            onChange={(mm) => commit(resizeCloth(plan, widthMm, mm))}
          />
          <div className="field">
            <span id="unit-label">Shown in</span>
            <Segmented
              aria-labelledby="unit-label"
              value={habits.unit}
              options={[
                { value: 'mm', label: 'mm' },
                { value: 'in', label: 'inch' },
              ]}
              onChange={(unit) =>
                commit(
                  changeHabits(
                    plan,
                    { unit: unit as 'mm' | 'in' },
                    `show lengths in ${unit === 'mm' ? 'millimetres' : 'inches'}`,
                  ),
                )
              }
            />
          </div>
        </section>
        <section>
          <h2>Kind of cloth</h2>
          <Select
            aria-label="Kind of cloth"
            value={cloth.kindId}
            options={CLOTH_KINDS.map((kind) => ({ value: kind.id, label: kind.title }))}
            onChange={(kindId) => commit(changeClothKind(plan, kindId))}
          />
          <p className="quiet">{CLOTH_KINDS.find((kind) => kind.id === cloth.kindId)?.hint}</p>
          <LengthField
            label="Thickness"
            valueMm={cloth.thicknessMm}
            unit={habits.unit}
            digits={2}
            onChange={(thicknessMm) => commit(measureCloth(plan, { thicknessMm }))}
          />
          <div className="field">
            <label htmlFor="looseness">Looseness</label>
            <InputNumber
              id="looseness"
              min={1}
              max={3}
              step={0.1}
              style={{ width: '100%' }}
              value={cloth.looseness}
              changeOnWheel={false}
              onChange={(looseness) => {
                if (looseness !== null) commit(measureCloth(plan, { looseness }), 'looseness');
              }}
            />
          </div>
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
                onClick={() => commit(dyeCloth(plan, colour.id))}
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
              if (commit(chooseWorkedFace(plan, face as 'right' | 'wrong')))
                setFace(face as 'right' | 'wrong');
            }}
          />
          <p className="quiet">
            The pattern is printed for this face, mirrored as the piece lies in your hand.
          </p>
        </section>
        {cloth.marks.length > 0 && (
          <section>
            <h2>Chalk marks</h2>
            <div className="buttons">
              <Button onClick={() => commit(wipeMarks(plan))}>Wipe off {cloth.marks.length} marks</Button>
            </div>
          </section>
        )}
      </aside>
    </>
  );
}
