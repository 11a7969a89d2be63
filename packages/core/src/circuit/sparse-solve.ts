/**
 * Solves sparse linear systems by elimination. Circuits of thread are nearly trees, so choosing the emptiest
 * row and, in it, the emptiest column among entries of good size (Markowitz's rule with threshold pivoting,
 * textbook numerical analysis) keeps fill-in small and the work near linear.
 */

/** Entries below this share of their row's largest are too small to divide by. */
const PIVOT_SHARE = 0.1;

/** Equations under construction: `rows[i].get(j)` is the coefficient of unknown j in equation i. */
export interface SparseSystem {
  readonly rows: ReadonlyArray<Map<number, number>>;
  readonly right: Float64Array;
}

/** An empty system of n equations. */
export function sparseSystem(n: number): SparseSystem {
  return { rows: Array.from({ length: n }, () => new Map<number, number>()), right: new Float64Array(n) };
}

/** Adds `value` to the coefficient of `column` in equation `row`. */
export function addTo(system: SparseSystem, row: number, column: number, value: number): void {
  const entries = system.rows[row] as Map<number, number>;
  entries.set(column, (entries.get(column) ?? 0) + value);
}

/** The unknowns, or null when the equations do not determine them. The system is used up. */
export function maybeSolve(system: SparseSystem): Float64Array | null {
  const { rows, right } = system;
  const n = rows.length;
  const rowsOfColumn = Array.from({ length: n }, () => new Set<number>());
  for (let r = 0; r < n; r += 1)
    for (const c of (rows[r] as Map<number, number>).keys()) rowsOfColumn[c]?.add(r);
  const open = new Set<number>(rows.keys());
  const pivots: Array<readonly [row: number, column: number]> = [];
  while (open.size > 0) {
    const pivot = choosePivot(rows, rowsOfColumn, open);
    if (pivot === null) return null;
    eliminate(rows, right, rowsOfColumn, open, pivot);
    pivots.push(pivot);
  }
  const solution = new Float64Array(n);
  for (const [row, column] of pivots.reverse()) {
    let sum = right[row] as number;
    let diagonal = 0;
    for (const [c, value] of rows[row] as Map<number, number>) {
      if (c === column) diagonal = value;
      else sum -= value * (solution[c] as number);
    }
    solution[column] = sum / diagonal;
  }
  return solution.every(Number.isFinite) ? solution : null;
}

function choosePivot(
  rows: ReadonlyArray<Map<number, number>>,
  rowsOfColumn: ReadonlyArray<Set<number>>,
  open: ReadonlySet<number>,
): readonly [number, number] | null {
  let best = -1;
  let bestSize = Number.POSITIVE_INFINITY;
  for (const r of open) {
    const size = (rows[r] as Map<number, number>).size;
    if (size < bestSize) {
      best = r;
      bestSize = size;
      if (size <= 1) break;
    }
  }
  const entries = rows[best] as Map<number, number>;
  let largest = 0;
  for (const value of entries.values()) largest = Math.max(largest, Math.abs(value));
  if (largest === 0) return null;
  let column = -1;
  let columnSize = Number.POSITIVE_INFINITY;
  for (const [c, value] of entries) {
    const size = (rowsOfColumn[c] as Set<number>).size;
    if (Math.abs(value) >= PIVOT_SHARE * largest && size < columnSize) {
      column = c;
      columnSize = size;
    }
  }
  return [best, column];
}

function eliminate(
  rows: ReadonlyArray<Map<number, number>>,
  right: Float64Array,
  rowsOfColumn: ReadonlyArray<Set<number>>,
  open: Set<number>,
  [row, column]: readonly [number, number],
): void {
  const pivotRow = rows[row] as Map<number, number>;
  const pivot = pivotRow.get(column) as number;
  open.delete(row);
  for (const c of pivotRow.keys()) rowsOfColumn[c]?.delete(row);
  for (const r of rowsOfColumn[column] as Set<number>) {
    const target = rows[r] as Map<number, number>;
    const factor = (target.get(column) as number) / pivot;
    for (const [c, value] of pivotRow) {
      if (c === column) continue;
      target.set(c, (target.get(c) ?? 0) - factor * value);
      rowsOfColumn[c]?.add(r);
    }
    target.delete(column);
    right[r] = (right[r] as number) - factor * (right[row] as number);
  }
  rowsOfColumn[column]?.clear();
}
