import type { Run } from '@sashiko/core/plan/records';
import { SEWN_STITCHES } from '@sashiko/core/thread/stitch-kinds';
import { THREAD_KINDS } from '@sashiko/core/thread/thread-kinds';
import type { LengthUnit } from '@sashiko/core/units/length';
import { LengthField } from '../../ui/LengthField.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';

interface StitchFieldsProps {
  readonly sewn: Pick<Run, 'stitchMm' | 'gapMm'>;
  readonly unit: LengthUnit;
  readonly onChange: (change: Partial<Pick<Run, 'stitchMm' | 'gapMm'>>) => void;
}

/** The length of a stitch and of the step under the cloth. */
export function StitchFields({ sewn, unit, onChange }: StitchFieldsProps) {
  return (
    <>
      <LengthField
        label="Stitch"
        valueMm={sewn.stitchMm}
        unit={unit}
        onChange={(stitchMm) => onChange({ stitchMm })}
      />
      <LengthField
        label="Step underneath"
        valueMm={sewn.gapMm}
        unit={unit}
        onChange={(gapMm) => onChange({ gapMm })}
      />
    </>
  );
}

/** The threads there are. */
export function ThreadSelect({
  value,
  onChange,
}: {
  readonly value: string;
  readonly onChange: (id: string) => void;
}) {
  return (
    <OptionSelect
      aria-label="Thread"
      value={value}
      options={THREAD_KINDS.map((kind) => ({ value: kind.id, label: `${kind.title} · ${kind.ohmPerM} Ω/m` }))}
      onChange={onChange}
    />
  );
}

/** How thread is sewn. */
export function StitchSelect({
  value,
  onChange,
}: {
  readonly value: string;
  readonly onChange: (id: string) => void;
}) {
  return (
    <>
      <OptionSelect
        aria-label="Stitch kind"
        value={value}
        options={SEWN_STITCHES.map((kind) => ({ value: kind.id, label: kind.title }))}
        onChange={onChange}
      />
      <p className="quiet">{SEWN_STITCHES.find((kind) => kind.id === value)?.hint}</p>
    </>
  );
}
