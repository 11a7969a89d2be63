import { Field } from './Field.tsx';
import { OptionSelect } from './OptionSelect.tsx';

interface ChoiceProps<Value extends string | number> {
  readonly label: string;
  readonly value: Value;
  readonly options: ReadonlyArray<{
    readonly value: Value;
    readonly label: string;
    readonly disabled?: boolean;
  }>;
  readonly onChange: (value: Value) => void;
}

/** A drop-down with its name before it. */
export function Choice<Value extends string | number>({ label, ...field }: ChoiceProps<Value>) {
  return (
    <Field label={label} shape="roomy">
      <OptionSelect size="small" {...field} />
    </Field>
  );
}
