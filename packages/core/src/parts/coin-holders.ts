/** What every holder of a 20 mm coin cell has in common. */

import { scale } from '../geometry/point.ts';
import type { PartElement } from './part-element.ts';
import type { DrawnShape, Hole, MetalLine, PartKind } from './part-kind.ts';
import { disc } from './shapes.ts';

/** The one cell all coin-cell holders of the drawer take. */
export const COIN_CELL_ID = 'coin-20x3.2';

/** Source note of these holders. */
export const COIN_SOURCE =
  'dimensions: assumption, our own part; cell 20 mm × 3.2 mm: IEC 60086 size code (from memory)';

/** The cell as an element. */
export function coinCell(switched: boolean): Extract<PartElement, { kind: 'cell' }> {
  return { kind: 'cell', plus: 'plus', minus: 'minus', cellId: COIN_CELL_ID, count: 1, switched };
}

/** The cell as it shows in the holder; 20 mm less the rim that clasps it. */
export function coinShape(x = 0, y = 0): DrawnShape {
  return disc('cell', x, y, 9.6);
}

/** Holder and cell: the cell weighs about 3 g (memory). Its case is steel. */
export const COIN_BODY: Pick<PartKind, 'noun' | 'drawer' | 'massG' | 'magnetism'> = {
  noun: 'holder',
  drawer: 'Power',
  massG: 6,
  magnetism: 'steel',
};

/**
 * The metal tabs that lead from the holes to under the cell: they lie bare on the cloth and count as metal of their sign
 * (handbook section 3). Half way to the middle, 3 mm wide: assumption.
 */
export function tabsUnder(holes: readonly Hole[]): readonly MetalLine[] {
  return holes
    .filter((hole) => hole.plated)
    .map((hole) => ({ terminal: hole.terminal, points: [hole.at, scale(hole.at, 0.5)], radiusMm: 1.5 }));
}
