import type { Assumed } from '../../assumptions/assumptions.ts';
import type { CellKind } from '../../parts/cells.ts';
import type { PlanState } from '../state.ts';

/** A cell where it stands in the circuit. */
export interface CellIn {
  readonly assumed: Assumed;
  readonly partId: string;
  /** The name of its source. */
  readonly cell: string;
  readonly cellKind: CellKind;
  readonly count: number;
  readonly plus: string;
  readonly minus: string;
  readonly boostV: number;
  switchOhm(state: PlanState): number;
  /** Whether the switches of its own are on. */
  isOn(state: PlanState): boolean;
}
