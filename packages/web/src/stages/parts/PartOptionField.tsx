import { filledOptions, type PartOption } from '@sashiko/core/parts/part-kind';
import { choosePartOptions } from '@sashiko/core/plan/edits/part-edits';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Field } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';

interface PartOptionProps {
  readonly plan: Plan;
  readonly part: Part;
  readonly option: PartOption;
}

/** One option of a part's kind: a length, a figure, or one of several. */
export function PartOptionField({ plan, part, option }: PartOptionProps) {
  const commit = usePlanStore((state) => state.commit);
  const value = filledOptions([option], part.options ?? {})[option.id] ?? option.usual;
  const choose = (next: number): void => {
    commit(choosePartOptions(plan, part.id, { [option.id]: next }), `option ${part.id} ${option.id}`);
  };
  if (option.unit === 'mm')
    return <LengthField label={option.title} valueMm={value} unit={plan.habits.unit} onChange={choose} />;
  return (
    <Field label={option.title}>
      {option.choices === undefined ? (
        <NumberField
          style={{ width: '100%' }}
          min={option.smallest}
          max={option.largest}
          suffix={option.unit}
          value={value}
          onChange={(next) => {
            if (next !== null) choose(next);
          }}
        />
      ) : (
        <OptionSelect
          value={value}
          options={option.choices.map((choice) => ({ value: choice.value, label: choice.title }))}
          onChange={choose}
        />
      )}
    </Field>
  );
}
