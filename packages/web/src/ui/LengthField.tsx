import { formatLengthBare, type LengthUnit, maybeParseLengthMm } from '@sashiko/core/units/length';
import { Input } from 'antd';
import { useState } from 'react';
import { Field } from './Field.tsx';

interface LengthFieldProps {
  readonly label: string;
  readonly valueMm: number;
  readonly unit: LengthUnit;
  readonly onChange: (mm: number) => void;
  readonly digits?: number;
}

/** A length the maker types, in the unit on show; also `3 1/2 in`, `1.2 cm`. Taken on Enter or when left. */
export function LengthField({ label, valueMm, unit, onChange, digits = 1 }: LengthFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const isBad = draft !== null && maybeParseLengthMm(draft, unit) === null;
  const take = (): void => {
    const mm = draft === null ? null : maybeParseLengthMm(draft, unit);
    setDraft(null);
    if (mm !== null && Math.abs(mm - valueMm) > 1e-9) onChange(mm);
  };
  return (
    <Field label={label}>
      <Input
        value={draft ?? formatLengthBare(valueMm, unit, digits)}
        suffix={unit}
        status={isBad ? 'error' : ''}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={take}
        onPressEnter={take}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setDraft(null);
        }}
      />
    </Field>
  );
}
