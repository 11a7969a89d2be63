import { spreadOnCircle, spreadOnEdge } from '@sashiko/core/parts/own-part';
import type { OwnPart } from '@sashiko/core/parts/own-part-schema';
import type { LengthUnit } from '@sashiko/core/units/length';
import { Button, Input, Segmented } from 'antd';
import { useState } from 'react';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { namedInOrder, newHole } from './own-holes.ts';
import { Reading } from './Reading.tsx';

export interface HolesProps {
  readonly part: OwnPart;
  readonly unit: LengthUnit;
  readonly onChange: (holes: OwnPart['holes']) => void;
}

/** Many holes at once: round a circle or along an edge; then their names in order. */
export function SpreadHoles({ part, unit, onChange }: HolesProps) {
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
      <Button size="small" disabled={holes.length === 0} onClick={() => onChange(namedInOrder(holes, names))}>
        Name in order
      </Button>
    </div>
  );
}
