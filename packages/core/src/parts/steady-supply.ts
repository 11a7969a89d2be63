/** What feeds a sensor beside a board that makes a steady supply: that supply, and not what feeds the board. */
import { elementsOf } from './part-element.ts';
import type { PartKind } from './part-kind.ts';

/** Whether a part tells a board something, on a line of its own or over a bus. */
export function tellsBoards({ holes }: Pick<PartKind, 'holes'>): boolean {
  return holes.some(({ role }) => role === 'sense' || role === 'bus-data');
}

/** The volts that a part gets from a source of so many volts that feeds these boards, too, V. */
export function voltBeside(
  kind: Pick<PartKind, 'holes'>,
  sourceVolt: number,
  boards: ReadonlyArray<Pick<PartKind, 'elements'>>,
): number {
  const [steady] = boards.flatMap((board) => elementsOf(board, 'regulator'));
  return steady !== undefined && tellsBoards(kind) ? steady.volt : sourceVolt;
}
