import { changePicture } from '@sashiko/core/plan/edits/picture-edits';
import { formatLength } from '@sashiko/core/units/length';
import { Slider } from 'antd';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { Field } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Row } from '../../ui/Row.tsx';
import type { PictureProps } from './picture-files.ts';

/** Where the picture lies under the cloth, how large and how strong. */
export function Placing({ backdrop, image }: PictureProps) {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const { unit } = plan.habits;
  const size = `${formatLength(image.widthPx * backdrop.mmPerPx, unit, 0)} × ${formatLength(image.heightPx * backdrop.mmPerPx, unit, 0)}`;
  return (
    <section aria-label="Where the picture lies">
      <Row label="It measures" value={size} />
      <LengthField
        label="From the left"
        valueMm={backdrop.at.x}
        unit={unit}
        onChange={(x) => commit(changePicture(plan, { at: { ...backdrop.at, x } }))}
      />
      <LengthField
        label="From the top"
        valueMm={backdrop.at.y}
        unit={unit}
        onChange={(y) => commit(changePicture(plan, { at: { ...backdrop.at, y } }))}
      />
      <Field label="Turned by">
        <NumberField
          style={{ width: '100%' }}
          suffix="°"
          value={backdrop.turnDeg}
          onChange={(turnDeg) => {
            if (turnDeg !== null)
              commit(changePicture(plan, { turnDeg }, 'turn the picture'), 'turn picture');
          }}
        />
      </Field>
      <div className="field">
        <span id="picture-strength">Strength</span>
        <Slider
          aria-labelledby="picture-strength"
          min={0}
          max={1}
          step={0.05}
          value={backdrop.strength}
          onChange={(strength) =>
            commit(changePicture(plan, { strength }, 'fade the picture'), 'fade picture')
          }
        />
      </div>
    </section>
  );
}
