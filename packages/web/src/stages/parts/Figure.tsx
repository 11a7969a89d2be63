import { Field } from '../../ui/Field.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

interface FigureProps {
  readonly label: string;
  readonly unit: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}

/** A number with its unit. */
export function Figure({ label, unit, value, onChange }: FigureProps) {
  return (
    <Field label={label}>
      <NumberField
        min={0}
        suffix={unit}
        style={{ width: '100%' }}
        value={value}
        onChange={(next) => {
          if (next !== null) onChange(next);
        }}
      />
    </Field>
  );
}

/** A number that may be missing: 0 says that nobody knows it. */
export function MaybeFigure({
  value,
  onChange,
  ...rest
}: Omit<FigureProps, 'value' | 'onChange'> & {
  readonly value: number | undefined;
  readonly onChange: (value: number | undefined) => void;
}) {
  return (
    <Figure
      {...rest}
      value={value ?? 0}
      onChange={(next) => onChange(next < LEAST_KNOWN ? undefined : next)}
    />
  );
}

const LEAST_KNOWN = 0.5;
