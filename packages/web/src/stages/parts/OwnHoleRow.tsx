import type { OwnHole, OwnPart, OwnRole } from '@sashiko/core/parts/own-part-schema';
import type { LengthUnit } from '@sashiko/core/units/length';
import { Input, Select } from 'antd';
import { NumberField } from '../../ui/NumberField.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { copiedDown, LONGEST_LABEL, withHole } from './own-holes.ts';
import { Reading } from './Reading.tsx';

/** What a hole can be, in the words of makers. */
const ROLES: ReadonlyArray<{ readonly value: OwnRole; readonly label: string }> = [
  { value: 'plus', label: '+' },
  { value: 'minus', label: '−' },
  { value: 'pin', label: 'pin' },
  { value: 'raw', label: 'raw +' },
  { value: 'regulated', label: 'steady +' },
  { value: 'sense', label: 'senses' },
  { value: 'data-in', label: 'data in' },
  { value: 'data-out', label: 'data out' },
  { value: 'bus-data', label: 'bus data' },
  { value: 'bus-clock', label: 'bus clock' },
  { value: 'joined', label: 'joined' },
  { value: 'holding', label: 'no metal' },
  { value: 'shows', label: 'must show' },
  { value: 'socket', label: 'for a plug' },
  { value: 'charge', label: 'charges' },
];

/** What a pin can do; unknown is none of them. */
const ABILITIES = [
  { value: 'fade', label: 'fades' },
  { value: 'analogue', label: 'reads' },
  { value: 'bus', label: 'talks over a bus' },
  { value: 'upload', label: 'loads the program' },
];

/** What is measured of a hole. */
const READING_WORDS = { x: 'right', y: 'below', diameterMm: 'opening', padMm: 'metal' } as const;

interface HoleRowProps {
  readonly holes: OwnPart['holes'];
  readonly index: number;
  readonly unit: LengthUnit;
  /** From where its place is measured to the middle of the part, mm. */
  readonly origin: { readonly x: number; readonly y: number };
  readonly onChange: (holes: OwnPart['holes']) => void;
}

/** One hole as a row of the table. */
export function OwnHoleRow({ holes, index: i, unit, origin, onChange }: HoleRowProps) {
  const from = { ...origin, diameterMm: 0, padMm: 0 };
  const hole = holes[i] as OwnHole;
  const change = (changes: Parameters<typeof withHole>[2]): void => onChange(withHole(holes, i, changes));
  return (
    <tr>
      <td>
        <Input
          size="small"
          aria-label={`Name of hole ${i + 1}`}
          value={hole.label}
          maxLength={LONGEST_LABEL}
          onChange={(event) => change({ label: event.target.value })}
        />
      </td>
      {(['x', 'y', 'diameterMm', 'padMm'] as const).map((field) => (
        <td key={field}>
          <Reading
            label={`${READING_WORDS[field]} of hole ${i + 1}`}
            valueMm={hole[field] + from[field]}
            unit={unit}
            onChange={(mm) => change({ [field]: mm - from[field] })}
          />
        </td>
      ))}
      <td>
        <OptionSelect
          size="small"
          aria-label={`Role of hole ${i + 1}`}
          value={hole.role}
          options={ROLES}
          onChange={(role) => change({ role })}
          style={{ width: 96 }}
        />
      </td>
      <td>
        <Input
          size="small"
          aria-label={`Hole ${i + 1} is joined as`}
          disabled={hole.role !== 'joined' && hole.role !== 'pin'}
          value={hole.joinedAs}
          maxLength={20}
          onChange={(event) => change({ joinedAs: event.target.value })}
        />
      </td>
      <td>
        <Select
          size="small"
          mode="multiple"
          aria-label={`What hole ${i + 1} can do`}
          disabled={hole.role !== 'pin'}
          value={[...hole.abilities]}
          options={ABILITIES}
          onChange={(abilities: OwnHole['abilities'][number][]) => change({ abilities })}
          style={{ width: 130 }}
        />
      </td>
      <td>
        <NumberField
          size="small"
          aria-label={`What hole ${i + 1} gives at most`}
          min={0}
          max={5000}
          value={hole.mostMa ?? null}
          onChange={(mostMa) => change({ mostMa })}
          style={{ width: 64 }}
        />
      </td>
      <td className="do">
        <button type="button" className="linkish dashed" onClick={() => onChange(copiedDown(holes, i))}>
          copy down
        </button>{' '}
        <button
          type="button"
          className="linkish dashed"
          aria-label={`Remove hole ${i + 1}`}
          onClick={() => onChange(holes.filter((_, k) => k !== i))}
        >
          remove
        </button>
      </td>
    </tr>
  );
}
