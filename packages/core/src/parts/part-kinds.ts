/** The drawer of parts. A new part is one file in `catalogue/` and one line here. */
import { bareLegLight } from './catalogue/bare-leg-light.ts';
import { coinCellHolder } from './catalogue/coin-cell-holder.ts';
import { coinCellHolderSwitched } from './catalogue/coin-cell-holder-switched.ts';
import { sewOnLight } from './catalogue/sew-on-light.ts';
import { slideSwitch } from './catalogue/slide-switch.ts';
import type { PartKind } from './part-kind.ts';

export const PART_KINDS: readonly PartKind[] = [
  sewOnLight,
  bareLegLight,
  coinCellHolder,
  coinCellHolderSwitched,
  slideSwitch,
];

const byId = new Map(PART_KINDS.map((kind) => [kind.id, kind]));
if (byId.size !== PART_KINDS.length) throw new RangeError('part-kinds: two parts have the same id');

/** The part kind with this id, or undefined. */
export function maybePartKind(id: string): PartKind | undefined {
  return byId.get(id);
}
