import { type ReactNode, useMemo, useRef, useState } from 'react';
import { DRAWN_WHOLE_UP_TO, useWindow } from './LongList.tsx';

export interface Column<Row> {
  readonly key: string;
  readonly title: string;
  /** Figures stand at the right. */
  readonly isFigure?: boolean;
  /** How its rows are put in order; without it the column is not pressed. */
  readonly order?: (a: Row, b: Row) => number;
  readonly cell: (row: Row) => ReactNode;
}

interface SortedTableProps<Row> {
  readonly label: string;
  readonly columns: readonly Column<Row>[];
  readonly rows: readonly Row[];
  readonly keyOf: (row: Row) => string;
  /** A row is about so high, px. */
  readonly aboutPx?: number;
  /** What is told of a row, in a line of its own below it; null for nothing. */
  readonly told?: (row: Row) => ReactNode;
  /** A row that stands out. */
  readonly isMain?: (row: Row) => boolean;
}

interface Order {
  readonly key: string;
  readonly isDown: boolean;
}

/** A table in a tray, put in order by a press on the head of a column: up, down, as it came. Of a long one what is in view is in the page. */
export function SortedTable<Row>(props: SortedTableProps<Row>) {
  const { label, columns, rows } = props;
  const [order, setOrder] = useState<Order | null>(null);
  const sorted = useMemo(() => inOrder(rows, columns, order), [rows, columns, order]);
  const press = (key: string): void =>
    setOrder((before) =>
      before?.key !== key ? { key, isDown: false } : before.isDown ? null : { key, isDown: true },
    );
  return (
    <table className="sorted-table" aria-label={label}>
      <thead>
        <tr>
          {columns.map(({ key, title, isFigure, order: compare }) => (
            <th
              key={key}
              scope="col"
              className={isFigure ? 'right' : undefined}
              aria-sort={order?.key !== key ? undefined : order.isDown ? 'descending' : 'ascending'}
            >
              {compare === undefined ? (
                title
              ) : (
                <button type="button" onClick={() => press(key)}>
                  <u>{title}</u>
                  {order?.key === key && <span aria-hidden="true"> {order.isDown ? '↓' : '↑'}</span>}
                </button>
              )}
            </th>
          ))}
        </tr>
      </thead>
      {sorted.length > DRAWN_WHOLE_UP_TO ? (
        <RowsInView {...props} rows={sorted} />
      ) : (
        <tbody>
          {sorted.map((row) => (
            <Lines key={props.keyOf(row)} row={row} {...props} />
          ))}
        </tbody>
      )}
    </table>
  );
}

function inOrder<Row>(
  rows: readonly Row[],
  columns: readonly Column<Row>[],
  order: Order | null,
): readonly Row[] {
  const compare = columns.find(({ key }) => key === order?.key)?.order;
  if (order === null || compare === undefined) return rows;
  return rows.toSorted((a, b) => (order.isDown ? compare(b, a) : compare(a, b)));
}

function Lines<Row>({ row, columns, told, isMain }: SortedTableProps<Row> & { readonly row: Row }) {
  const below = told?.(row) ?? null;
  return (
    <>
      <tr className={`line${isMain?.(row) ? ' main' : ''}`}>
        {columns.map(({ key, isFigure, cell }) => (
          <td key={key} className={isFigure ? 'right' : undefined}>
            {cell(row)}
          </td>
        ))}
      </tr>
      {below !== null && (
        <tr className="told">
          <td colSpan={columns.length}>{below}</td>
        </tr>
      )}
    </>
  );
}

const ROW_PX = 34;

function RowsInView<Row>(props: SortedTableProps<Row>) {
  const { rows, keyOf, aboutPx = ROW_PX, columns } = props;
  const list = useRef<HTMLTableSectionElement>(null);
  const { inView, beforePx, afterPx, measure } = useWindow(list, { items: rows, keyOf, aboutPx });
  return (
    <>
      <tbody ref={list} aria-hidden="true">
        <Room px={beforePx} columns={columns.length} />
      </tbody>
      {inView.map(({ key, index }) => (
        <tbody key={key} data-index={index} ref={measure}>
          <Lines row={rows[index] as Row} {...props} />
        </tbody>
      ))}
      <tbody aria-hidden="true">
        <Room px={afterPx} columns={columns.length} />
      </tbody>
    </>
  );
}

/** Where rows stand that are not in view. */
function Room({ px, columns }: { readonly px: number; readonly columns: number }) {
  return (
    <tr>
      <td colSpan={columns} style={{ height: px, padding: 0, border: 0 }} />
    </tr>
  );
}
