/** Cells: electromotive force and internal resistance by the charge left, capacity by load. */

export interface CellKind {
  readonly id: string;
  readonly title: string;
  /** Below this the cell counts as empty. */
  readonly cutoffV: number;
  /** Rows of charge left (1 fresh, 0 empty), volts and ohms, by falling charge; straight lines between. */
  readonly table: ReadonlyArray<readonly [chargeLeft: number, volt: number, ohm: number]>;
  /** Rows of load in mA and what the cell then gives in mAh, by rising load; straight lines over log load. */
  readonly capacity: ReadonlyArray<readonly [loadMa: number, capacityMah: number]>;
}

export const CELL_KINDS: readonly CellKind[] = [
  {
    id: 'coin-20x3.2',
    title: '3 V coin cell, 20 mm × 3.2 mm',
    cutoffV: 2,
    // Shape from memory of typical lithium coin cells, not looked up.
    table: [
      [1, 3.2, 10],
      [0.95, 3.1, 11],
      [0.9, 3.05, 12],
      [0.8, 3, 13],
      [0.6, 2.95, 15],
      [0.4, 2.9, 18],
      [0.2, 2.8, 25],
      [0.1, 2.65, 40],
      [0.05, 2.45, 60],
      [0, 2, 100],
    ],
    // Memory and assumption: the cell is made for a fraction of a milliampere and gives less the harder it is pulled.
    capacity: [
      [0.2, 220],
      [3, 150],
      [10, 80],
    ],
  },
];

/** The cell with this id, or undefined. */
export function maybeCellKind(id: string): CellKind | undefined {
  return CELL_KINDS.find((cell) => cell.id === id);
}

/** Volts and ohms of a cell with `chargeLeft` (clamped to 0–1) of its charge. */
export function cellAt(cell: CellKind, chargeLeft: number): { readonly volt: number; readonly ohm: number } {
  const charge = Math.min(1, Math.max(0, chargeLeft));
  for (let i = 1; i < cell.table.length; i += 1) {
    const [highCharge, highVolt, highOhm] = cell.table[i - 1] as readonly [number, number, number];
    const [lowCharge, lowVolt, lowOhm] = cell.table[i] as readonly [number, number, number];
    if (charge >= lowCharge) {
      const fraction = (charge - lowCharge) / (highCharge - lowCharge);
      return { volt: lowVolt + (highVolt - lowVolt) * fraction, ohm: lowOhm + (highOhm - lowOhm) * fraction };
    }
  }
  throw new RangeError(`cellAt: the table of ${cell.id} does not reach down to 0`);
}

/** What the cell gives in mAh at a steady load of `loadMa`; flat beyond both ends of the table. */
export function cellCapacityMah(cell: CellKind, loadMa: number): number {
  const rows = cell.capacity;
  const first = rows[0] as readonly [number, number];
  if (loadMa <= first[0]) return first[1];
  for (let i = 1; i < rows.length; i += 1) {
    const [lowLoad, lowMah] = rows[i - 1] as readonly [number, number];
    const [highLoad, highMah] = rows[i] as readonly [number, number];
    if (loadMa <= highLoad) {
      const fraction = Math.log(loadMa / lowLoad) / Math.log(highLoad / lowLoad);
      return lowMah + (highMah - lowMah) * fraction;
    }
  }
  return (rows.at(-1) as readonly [number, number])[1];
}
