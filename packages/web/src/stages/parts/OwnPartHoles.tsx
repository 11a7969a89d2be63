import {
  type OwnHole,
  type OwnPart,
  type OwnRole,
  spreadOnCircle,
  spreadOnEdge,
} from '@sashiko/core/parts/own-part';
import { formatLengthBare, type LengthUnit, maybeParseLengthMm } from '@sashiko/core/units/length';
import { Button, Input, Segmented, Select } from 'antd';
import { useState } from 'react';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

const ROLES: ReadonlyArray<{ readonly value: OwnRole; readonly label: string }> = [
  { value: 'plus', label: '+' },
  { value: 'minus', label: '−' },
  { value: 'pin', label: 'pin' },
  { value: 'regulated', label: 'steady +' },
  { value: 'joined', label: 'joined' },
  { value: 'holding', label: 'no metal' },
  { value: 'shows', label: 'must show' },
];

const ABILITIES = [
  { value: 'fade', label: 'fades' },
  { value: 'analogue', label: 'reads' },
  { value: 'bus', label: 'bus' },
  { value: 'upload', label: 'upload' },
];

interface HolesProps {
  readonly part: OwnPart;
  readonly unit: LengthUnit;
  readonly onChange: (holes: OwnPart['holes']) => void;
}

function newHole(holes: OwnPart['holes'], x: number, y: number): OwnHole {
  const taken = new Set(holes.map((hole) => hole.id));
  let number = holes.length + 1;
  while (taken.has(`hole-${number}`)) number += 1;
  return {
    id: `hole-${number}`,
    x,
    y,
    diameterMm: 2,
    padMm: 4,
    role: 'pin',
    label: '',
    joinedAs: '',
    abilities: [],
  };
}

/** The holes as a table, with the three shortcuts that make a long board short work: spread, name in order, copy down. */
export function OwnPartHoles({ part, unit, onChange }: HolesProps) {
  const { holes } = part;
  const change = (index: number, changes: Partial<OwnHole>): void =>
    onChange(holes.map((hole, i) => (i === index ? { ...hole, ...changes } : hole)));
  const copyDown = (index: number): void => {
    const source = holes[index];
    if (source === undefined) return;
    const { diameterMm, padMm, role, abilities, mostMa } = source;
    const facts = { diameterMm, padMm, role, abilities, ...(mostMa === undefined ? {} : { mostMa }) };
    onChange(holes.map((hole, i) => (i > index ? { ...hole, ...facts } : hole)));
  };
  return (
    <section className="own-holes">
      <h3>Holes</h3>
      <SpreadHoles part={part} unit={unit} onChange={onChange} />
      {holes.length > 0 && (
        <div className="own-holes-table">
          <table>
            <thead>
              <tr>
                <th>Printed name</th>
                <th>Right of middle</th>
                <th>Below middle</th>
                <th>Hole</th>
                <th>Metal</th>
                <th>It is</th>
                <th>Joined as</th>
                <th>Can</th>
                <th>Gives, mA</th>
                <th>
                  <span className="visually-hidden">Do</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {holes.map((hole, i) => (
                <tr key={hole.id}>
                  <td>
                    <Input
                      size="small"
                      aria-label={`Name of hole ${i + 1}`}
                      value={hole.label}
                      maxLength={8}
                      onChange={(event) => change(i, { label: event.target.value })}
                    />
                  </td>
                  {(['x', 'y', 'diameterMm', 'padMm'] as const).map((field) => (
                    <td key={field}>
                      <Reading
                        label={`${READING_WORDS[field]} of hole ${i + 1}`}
                        valueMm={hole[field]}
                        unit={unit}
                        onChange={(mm) => change(i, { [field]: mm })}
                      />
                    </td>
                  ))}
                  <td>
                    <Select
                      size="small"
                      aria-label={`Role of hole ${i + 1}`}
                      value={hole.role}
                      options={[...ROLES]}
                      onChange={(role: OwnRole) => change(i, { role })}
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
                      onChange={(event) => change(i, { joinedAs: event.target.value })}
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
                      onChange={(abilities: OwnHole['abilities'][number][]) => change(i, { abilities })}
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
                      onChange={(mostMa) => {
                        const { mostMa: _old, ...rest } = hole;
                        onChange(
                          holes.map((one, k) =>
                            k === i ? (mostMa === null ? rest : { ...rest, mostMa }) : one,
                          ),
                        );
                      }}
                      style={{ width: 64 }}
                    />
                  </td>
                  <td className="do">
                    <button type="button" className="linkish dashed" onClick={() => copyDown(i)}>
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
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

const READING_WORDS = { x: 'right', y: 'below', diameterMm: 'opening', padMm: 'metal' } as const;

/** A ruler reading in a cell of the table; negative ones are to the left or above. */
function Reading({
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

function maybeReading(text: string, unit: LengthUnit): number | null {
  const trimmed = text.trim().replace('−', '-');
  const size = maybeParseLengthMm(trimmed.replace(/^-/, ''), unit);
  return size === null ? null : trimmed.startsWith('-') ? -size : size;
}

/** Many holes at once: round a circle or along an edge; then their names in order. */
function SpreadHoles({ part, unit, onChange }: HolesProps) {
  const { outline, holes } = part;
  const [where, setWhere] = useState<'circle' | 'edge'>(outline.form === 'round' ? 'circle' : 'edge');
  const [count, setCount] = useState(8);
  const [radiusMm, setRadiusMm] = useState(() => (outline.form === 'round' ? outline.acrossMm / 2 - 3 : 15));
  const [first, setFirst] = useState(() =>
    outline.form === 'box' ? { x: -outline.widthMm / 2 + 3, y: -outline.heightMm / 2 + 3 } : { x: -10, y: 0 },
  );
  const [pitchMm, setPitchMm] = useState(5);
  const [along, setAlong] = useState<'x' | 'y'>('x');
  const [names, setNames] = useState('P0');
  const spread = (): void => {
    const places =
      where === 'circle' ? spreadOnCircle(count, radiusMm) : spreadOnEdge(count, first, pitchMm, along);
    const all = [...holes];
    for (const { x, y } of places) all.push(newHole(all, x, y));
    onChange(all);
  };
  /** `P0` names P0, P1, P2, …; words with commas name hole by hole. */
  const nameInOrder = (): void => {
    const words = names.split(',').map((word) => word.trim());
    const match = /^(.*?)(\d+)$/.exec(words[0] ?? '');
    const nameAt = (i: number): string | undefined =>
      words.length > 1 || match === null ? words[i] : `${match[1]}${Number(match[2]) + i}`;
    onChange(holes.map((hole, i) => ({ ...hole, label: (nameAt(i) ?? hole.label).slice(0, 8) })));
  };
  return (
    <div className="own-spread">
      <Segmented
        size="small"
        aria-label="Where the holes go"
        value={where}
        options={[
          { value: 'circle', label: 'round a circle' },
          { value: 'edge', label: 'along an edge' },
        ]}
        onChange={setWhere}
      />
      <span>
        <NumberField
          size="small"
          min={1}
          max={100}
          precision={0}
          aria-label="How many holes"
          style={{ width: 60 }}
          value={count}
          onChange={(next) => {
            if (next !== null) setCount(next);
          }}
        />{' '}
        holes
      </span>
      {where === 'circle' ? (
        <LengthField label="Radius" valueMm={radiusMm} unit={unit} onChange={setRadiusMm} />
      ) : (
        <>
          <span className="quiet">first at</span>
          <Reading
            label="first hole, right"
            valueMm={first.x}
            unit={unit}
            onChange={(x) => setFirst({ ...first, x })}
          />
          <Reading
            label="first hole, below"
            valueMm={first.y}
            unit={unit}
            onChange={(y) => setFirst({ ...first, y })}
          />
          <LengthField label="Pitch" valueMm={pitchMm} unit={unit} onChange={setPitchMm} digits={2} />
          <Segmented
            size="small"
            aria-label="Direction of the edge"
            value={along}
            options={[
              { value: 'x', label: 'to the right' },
              { value: 'y', label: 'down' },
            ]}
            onChange={setAlong}
          />
        </>
      )}
      <Button size="small" onClick={spread}>
        Spread them
      </Button>
      <Button size="small" onClick={() => onChange([...holes, newHole(holes, 0, 0)])}>
        One hole
      </Button>
      <span className="grow" />
      <Input
        size="small"
        aria-label="Names in order"
        title="P0 names P0, P1, P2 …; words with commas name hole by hole"
        value={names}
        onChange={(event) => setNames(event.target.value)}
        style={{ width: 130 }}
      />
      <Button size="small" disabled={holes.length === 0} onClick={nameInOrder}>
        Name in order
      </Button>
    </div>
  );
}
