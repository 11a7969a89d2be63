/** What a cell is. */
import type { AssumptionId } from '../assumptions/assumptions.ts';

export interface CellKind {
  readonly id: string;
  readonly title: string;
  /** What a maker calls one of them. */
  readonly noun: 'coin cell' | 'cell' | 'pack';
  /** It has a plug: nothing is laid in, and there is no + to lay against +. */
  readonly isPlugged?: true;
  /** A lithium cell that is rechargeable: shorted or crushed it burns. */
  readonly burns?: true;
  /** It is protected: it opens when it is asked for more than this, A. */
  readonly tripsAtA?: number;
  /** What is assumed of it: its fresh volts and ohms and its capacity at a light load, by which its table is scaled. */
  readonly assumed: { readonly volt: AssumptionId; readonly ohm: AssumptionId; readonly mah: AssumptionId };
  /** Below this the cell counts as empty. */
  readonly cutoffV: number;
  /** Rows of charge left (1 fresh, 0 empty), volts and ohms, by falling charge; straight lines between. */
  readonly table: ReadonlyArray<readonly [chargeLeft: number, volt: number, ohm: number]>;
  /** Rows of load in mA and what the cell then gives in mAh, by rising load; straight lines over log load, beyond the last row along the log–log line of the last two. */
  readonly capacity: ReadonlyArray<readonly [loadMa: number, capacityMah: number]>;
}
