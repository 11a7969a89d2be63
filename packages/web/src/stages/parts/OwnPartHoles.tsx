import { OwnHoleRow } from './OwnHoleRow.tsx';
import { type HolesProps, SpreadHoles } from './SpreadHoles.tsx';

/** The holes as a table, with the three shortcuts that make a long board short work: spread, name in order, copy down. */
export function OwnPartHoles({ part, unit, onChange }: HolesProps) {
  const { holes } = part;
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
                <OwnHoleRow key={hole.id} holes={holes} index={i} unit={unit} onChange={onChange} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
