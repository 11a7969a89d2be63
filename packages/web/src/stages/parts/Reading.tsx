import { formatLengthBare, type LengthUnit, maybeParseLengthMm } from '@sashiko/core/units/length';
import { Input } from 'antd';
import { useState } from 'react';

/** A ruler reading in a cell of the table; negative ones are to the left or above. */
export function Reading({
  label,
  valueMm,
  unit,
  onChange,
}: {
  readonly label: string;
  readonly valueMm: number;
  readonly unit: LengthUnit;
  readonly onChange: (mm: number) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const parsed = draft === null ? valueMm : maybeReading(draft, unit);
  const take = (): void => {
    if (draft !== null && parsed !== null && parsed !== valueMm) onChange(parsed);
    setDraft(null);
  };
  return (
    <Input
      size="small"
      aria-label={label}
      status={parsed === null ? 'error' : ''}
      value={draft ?? formatLengthBare(valueMm, unit, 2)}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onPressEnter={take}
      style={{ width: 66 }}
    />
  );
}

/** A length that may lie on either side of the middle; null where it cannot be read. */
function maybeReading(text: string, unit: LengthUnit): number | null {
  const trimmed = text.trim().replace('−', '-');
  const size = maybeParseLengthMm(trimmed.replace(/^-/, ''), unit);
  return size === null ? null : trimmed.startsWith('-') ? -size : size;
}
