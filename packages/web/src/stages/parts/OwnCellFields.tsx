import { CELL_KINDS } from '@sashiko/core/parts/cells';
import type { OwnCell } from '@sashiko/core/parts/own-cell';
import { OWN_CELL_ID, type OwnModel } from '@sashiko/core/parts/own-part-schema';
import { Switch } from 'antd';
import { Field } from '../../ui/Field.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { Figure } from './Figure.tsx';

type BoardModel = Extract<OwnModel, { readonly kind: 'board' }>;
export type Cells = NonNullable<BoardModel['cell']>;

/** What a described board begins with once it is said to hold cells. */
export const USUAL_CELL: Cells = { cellId: 'coin-20x3.2', count: 1, switched: true };
/** A cell of a size that is common and not in the list. */
export const USUAL_OWN_CELL: OwnCell = { volt: 1.5, ohm: 0.2, mah: 2000, acrossMm: 14.5, heightMm: 50.5 };

/** Which cells, how many in a row, and whether they have a switch of their own. */
export function CellFields({
  cell,
  onChange,
}: {
  readonly cell: Cells;
  readonly onChange: (cell: Cells) => void;
}) {
  const { cellId, own, count, switched } = cell;
  const now: Cells = { cellId, count, switched, ...(own === undefined ? {} : { own }) };
  return (
    <>
      <Field label="Cells">
        <OptionSelect
          value={cellId}
          options={[
            ...CELL_KINDS.map((kind) => ({ value: kind.id, label: kind.title })),
            { value: OWN_CELL_ID, label: 'another, by its figures' },
          ]}
          onChange={(id) => {
            const { own: _was, ...rest } = now;
            onChange({ ...rest, cellId: id, ...(id === OWN_CELL_ID ? { own: USUAL_OWN_CELL } : {}) });
          }}
        />
      </Field>
      {own !== undefined && <OwnCellFields cell={own} onChange={(next) => onChange({ ...now, own: next })} />}
      <Figure
        label="In a row"
        unit=""
        value={count}
        onChange={(next) => onChange({ ...now, count: Math.min(8, Math.max(1, Math.round(next))) })}
      />
      <Field label="Has its own switch">
        <Switch size="small" checked={switched} onChange={(next) => onChange({ ...now, switched: next })} />
      </Field>
    </>
  );
}

/** What is asked of a cell that is in no list, with its unit. */
const FIGURES: ReadonlyArray<readonly [keyof Omit<OwnCell, 'isPlugged'>, string, string]> = [
  ['volt', 'One gives, fresh or full', 'V'],
  ['ohm', 'Holds back inside', 'Ω'],
  ['mah', 'Holds', 'mAh'],
  ['acrossMm', 'Cell across', 'mm'],
  ['heightMm', 'Cell high, or long', 'mm'],
];

/** What is printed on a cell, and what a meter and a ruler read. */
export function OwnCellFields({
  cell,
  onChange,
}: {
  readonly cell: OwnCell;
  readonly onChange: (cell: OwnCell) => void;
}) {
  return FIGURES.map(([field, label, unit]) => (
    <Figure
      key={field}
      label={label}
      unit={unit}
      value={cell[field]}
      onChange={(value) => onChange({ ...cell, [field]: value })}
    />
  ));
}
