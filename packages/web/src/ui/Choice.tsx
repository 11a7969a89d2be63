import { Select } from 'antd';

interface ChoiceProps<Value extends string | number> {
  readonly id: string;
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
export function Choice<Value extends string | number>({ id, label, options, ...field }: ChoiceProps<Value>) {
  return (
    <div className="field roomy">
      <span id={id}>{label}</span>
      <Select aria-labelledby={id} size="small" options={[...options]} {...field} />
    </div>
  );
}
