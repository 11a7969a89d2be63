/** Cells: electromotive force and internal resistance by the charge left, capacity by load. */
import { type Assumed, type AssumptionId, USUAL_ASSUMED } from '../assumptions/assumptions.ts';
import { remembered } from '../units/remembered.ts';
import type { CellKind } from './cell-kind.ts';
import { isFlat, type OwnCell, ownCellKind } from './own-cell.ts';

export type { CellKind } from './cell-kind.ts';

export const CELL_KINDS: readonly CellKind[] = [
  {
    id: 'coin-20x3.2',
    title: '3 V coin cell, 20 mm × 3.2 mm',
    noun: 'coin cell',
    assumed: { volt: 'coinFreshV', ohm: 'coinOhm', mah: 'coinMah' },
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
  {
    id: 'aaa-alkaline',
    title: '1.5 V alkaline cell, AAA size',
    noun: 'cell',
    assumed: { volt: 'aaaFreshV', ohm: 'aaaOhm', mah: 'aaaMah' },
    cutoffV: 0.9,
    // About 1000 mAh and 0.2 Ω (handbook figures); the fall in between from memory of typical cells.
    table: [
      [1, 1.58, 0.2],
      [0.9, 1.45, 0.22],
      [0.7, 1.33, 0.25],
      [0.5, 1.25, 0.3],
      [0.3, 1.18, 0.4],
      [0.1, 1.08, 0.6],
      [0, 0.9, 1],
    ],
    // From memory: it too gives less the harder it is pulled.
    capacity: [
      [10, 1000],
      [100, 850],
      [500, 450],
    ],
  },
  {
    id: 'lithium-polymer',
    title: '3.7 V lithium-polymer pack, protected, 400 mAh',
    noun: 'pack',
    assumed: { volt: 'packFullV', ohm: 'packOhm', mah: 'packMah' },
    isPlugged: true,
    burns: true,
    tripsAtA: USUAL_ASSUMED.packTripsA,
    cutoffV: 3,
    // 4.2 V full, 3.7 V nominal, 0.15 Ω (handbook figures); the fall in between from memory.
    table: [
      [1, 4.2, 0.15],
      [0.9, 4.05, 0.15],
      [0.7, 3.88, 0.15],
      [0.5, 3.78, 0.15],
      [0.3, 3.71, 0.16],
      [0.1, 3.58, 0.18],
      [0, 3, 0.25],
    ],
    capacity: [
      [1, 400],
      [400, 380],
    ],
  },
];

/** The cell with this id, or undefined. */
export function maybeCellKind(id: string): CellKind | undefined {
  return CELL_KINDS.find((cell) => cell.id === id);
}

/** All cells as they are assumed: tables scaled to a maker's own volts, ohms and capacity. */
const cellsAssumed = remembered(
  { name: 'cells as assumed', under: (assumed: Assumed) => assumed },
  (assumed): ReadonlyMap<string, CellKind> =>
    new Map(CELL_KINDS.map((kind) => [kind.id, scaled(kind, assumed)])),
);

function scaled(kind: CellKind, assumed: Assumed): CellKind {
  const over = (id: AssumptionId): number => assumed[id] / USUAL_ASSUMED[id];
  const [volt, ohm, mah] = [over(kind.assumed.volt), over(kind.assumed.ohm), over(kind.assumed.mah)];
  return {
    ...kind,
    ...(kind.tripsAtA === undefined ? {} : { tripsAtA: assumed.packTripsA }),
    table: kind.table.map(([charge, v, r]) => [charge, v * volt, r * ohm] as const),
    capacity: kind.capacity.map(([ma, q]) => [ma, q * mah] as const),
  };
}

/** Which cell: one of the list by its id, or one that a maker described. */
export interface WhichCell {
  readonly cellId: string;
  readonly own?: OwnCell | undefined;
}

/** The cell as it is assumed, or as the maker describes it; undefined for one that is not known. */
export function maybeCell({ cellId, own }: WhichCell, assumed: Assumed): CellKind | undefined {
  return own === undefined ? cellsAssumed(assumed).get(cellId) : ownCell(own, cellId, assumed);
}

const ownCell = remembered(
  {
    name: 'own cell',
    under: (own: OwnCell, _cellId: string, _assumed: Assumed) => own,
    rests: (_own: OwnCell, cellId: string, assumed: Assumed) => [cellId, assumed],
  },
  (own: OwnCell, cellId: string, assumed: Assumed): CellKind =>
    ownCellKind(cellId, own, likeOf(own, cellsAssumed(assumed))),
);

/** A cell that is laid in and gives more is a lithium one, V (common practice, no source). */
const LAID_IN_MOST_V = 3.3;

/** The known cell that is most like one: a coin, a pack of a lithium cell's volts, or a cell that is laid in. */
function likeOf(own: OwnCell, known: ReadonlyMap<string, CellKind>): CellKind {
  const noun = isFlat(own)
    ? 'coin cell'
    : own.isPlugged === true || own.volt > LAID_IN_MOST_V
      ? 'pack'
      : 'cell';
  return [...known.values()].find((kind) => kind.noun === noun) as CellKind;
}

/** Whether what is laid in is a coin cell, which a child can swallow. */
export function isCoin(cell: WhichCell): boolean {
  return cell.own === undefined ? maybeCellKind(cell.cellId)?.noun === 'coin cell' : isFlat(cell.own);
}

/** Whether it is one coin cell by itself: what it gives is held back by its own resistance, and it is pulled out as easily as a switch is moved. */
export function isLoneCoin(cell: WhichCell & { readonly count: number; readonly boostV?: number }): boolean {
  return isCoin(cell) && cell.count === 1 && cell.boostV === undefined;
}

/** What a holder gives between its + and − with fresh cells and nothing on it, V; 0 for a cell that is not known. */
export function freshVolt(
  cell: WhichCell & { readonly count: number; readonly boostV?: number },
  assumed: Assumed,
): number {
  const kind = maybeCell(cell, assumed);
  return cell.boostV ?? (kind === undefined ? 0 : cellAt(kind, 1).volt * cell.count);
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

/**
 * What the cell gives in mAh at a steady load of `loadMa`: flat below the table; beyond its last row along the line through its last two over
 * the logarithms of both (assumption).
 */
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
  const [[nearLoad, nearMah], [lastLoad, lastMah]] = [rows.at(-2) ?? first, rows.at(-1) ?? first];
  if (nearLoad === lastLoad) return lastMah;
  const slope = Math.log(lastMah / nearMah) / Math.log(lastLoad / nearLoad);
  return lastMah * (loadMa / lastLoad) ** slope;
}
