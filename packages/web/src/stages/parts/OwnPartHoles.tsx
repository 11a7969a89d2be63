import { Segmented } from 'antd';
import { useState } from 'react';
import { Field } from '../../ui/Field.tsx';
import { Hard } from '../../ui/Hard.tsx';
import { OwnHoleRow } from './OwnHoleRow.tsx';
import { edgesFrom } from './own-holes.ts';
import { type HolesProps, SpreadHoles } from './SpreadHoles.tsx';

/** A new hole lies in the middle until it is measured. */
const MIDDLE = { x: 0, y: 0 };

/** The holes as a table, with the three shortcuts that make a long board short work: spread, name in order, copy down. */
export function OwnPartHoles({ part, unit, onChange }: HolesProps) {
  const { holes } = part;
  const [isFromEdges, setFromEdges] = useState(false);
  const origin = isFromEdges ? edgesFrom(part.outline) : MIDDLE;
  return (
    <section className="own-holes">
      <h3>Holes</h3>
      <SpreadHoles part={part} unit={unit} onChange={onChange} />
      {holes.length > 0 && (
        <Field label="Measured from">
          <Segmented
            size="small"
            value={isFromEdges ? 'edges' : 'middle'}
            options={[
              { value: 'middle', label: 'middle' },
              { value: 'edges', label: 'edges' },
            ]}
            onChange={(from) => setFromEdges(from === 'edges')}
          />
        </Field>
      )}
      {holes.length > 0 && (
        <div className="own-holes-table">
          <table>
            <thead>
              <tr>
                <th>Printed name</th>
                <th>{isFromEdges ? 'From the left' : 'Right of middle'}</th>
                <th>{isFromEdges ? 'From the top' : 'Below middle'}</th>
                <th>Hole</th>
                <th>Metal</th>
                <th>It is</th>
                <th>Joined as</th>
                <th>
                  Can <Hard term="fade" />
                </th>
                <th>Gives, mA</th>
                <th>
                  <span className="visually-hidden">Do</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {holes.map((hole, i) => (
                <OwnHoleRow
                  key={hole.id}
                  holes={holes}
                  index={i}
                  unit={unit}
                  origin={origin}
                  onChange={onChange}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
