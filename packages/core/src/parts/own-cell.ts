/** A cell that a maker describes by what is printed on it and what a meter reads. */
import type { CellKind } from './cell-kind.ts';

/** What is known of it. */
export interface OwnCell {
  /** Fresh, or full, without load. */
  readonly volt: number;
  /** Inside of it, fresh. */
  readonly ohm: number;
  /** At a light load. */
  readonly mah: number;
  readonly acrossMm: number;
  readonly heightMm: number;
  /** It has a plug. */
  readonly isPlugged?: true;
}

/** Above this a single cell is a lithium one with a plug, and no coin, V (assumption: a coin cell gives 3.3 V at most). */
const COIN_MOST_V = 3.6;

/** Whether it is a coin or a button: flatter than it is wide. */
export function isFlat({ volt, acrossMm, heightMm }: OwnCell): boolean {
  return heightMm < acrossMm && volt <= COIN_MOST_V;
}

/**
 * The cell of a description. How its volts fall and its ohms rise is taken from the table of the known cell that is most like it, scaled to its
 * own figures, and so is what it gives at a heavier load (assumption).
 */
export function ownCellKind(id: string, own: OwnCell, like: CellKind): CellKind {
  const [[, freshV, freshOhm]] = like.table as unknown as readonly [readonly [number, number, number]];
  const [[, lightMah]] = like.capacity as unknown as readonly [readonly [number, number]];
  const [volt, ohm, mah] = [own.volt / freshV, own.ohm / freshOhm, own.mah / lightMah];
  const { isPlugged: _plug, tripsAtA, ...rest } = like;
  const noun = like.noun === 'pack' && own.isPlugged !== true ? 'cell' : like.noun;
  return {
    ...rest,
    // What has a plug is protected, as packs are; a bare cell is not.
    ...(own.isPlugged === true ? { isPlugged: true, ...(tripsAtA === undefined ? {} : { tripsAtA }) } : {}),
    id,
    noun,
    title: `${noun} of ${own.volt} V and ${own.mah} mAh, ${own.acrossMm} mm × ${own.heightMm} mm`,
    cutoffV: like.cutoffV * volt,
    table: like.table.map(([charge, v, r]) => [charge, v * volt, r * ohm] as const),
    // Twice the cell bears twice the load as well.
    capacity: like.capacity.map(([ma, q]) => [ma * mah, q * mah] as const),
  };
}
