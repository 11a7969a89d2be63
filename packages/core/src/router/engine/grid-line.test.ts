/** What is known of lines on the grid, against plain looks at every cell. */
import { describe, expect, test } from 'vitest';
import { seededRandom } from '../../random/random.ts';
import { planOrder } from '../../testing/plan-order.ts';
import { strewnBoard } from '../../testing/strewn-board.ts';
import { prepareBoard } from './board.ts';
import { comesNear, conflictOf, linesInBlocksOf, placeOfConflict } from './grid-line.ts';
import { Ground } from './ground.ts';
import { ledOnGrid } from './race.ts';

/** Lights strewn so closely, and planned so shortly, that some lines are in conflict. */
function tangle(seed: number) {
  const board = prepareBoard(strewnBoard(seed, 24, 300));
  return ledOnGrid(
    new Ground(board, 2),
    planOrder(board, seededRandom(seed), (made) => made / 200),
  );
}

describe('lines on the grid', () => {
  const work = tangle(3);
  const { field, ground, lines } = work;
  const places = (cells: Int32Array) =>
    Array.from(cells, (cell) => ({ x: ground.x(cell), y: ground.y(cell) }));

  test('are as long as their steps', () => {
    for (const { cells, lengthMm } of lines) {
      const along = places(cells);
      const sum = along.slice(1).reduce((mm, { x, y }, i) => {
        const before = along[i] as { x: number; y: number };
        return mm + Math.hypot(x - before.x, y - before.y);
      }, 0);
      expect(lengthMm).toBeCloseTo(sum, 6);
    }
  });

  test('are in conflict just where the halo of another net lies', () => {
    expect(work.conflictMm).toBeGreaterThan(0);
    let sum = 0;
    for (const line of lines) {
      const isForeign = (cell: number): boolean =>
        field.lineOf.some((layer, net) => net !== line.net && (layer[cell] as number) > 0);
      const cells = [...line.cells].filter(isForeign);
      expect(conflictOf(field, line)).toBeCloseTo(cells.length * ground.stepMm, 9);
      const place = placeOfConflict(field, line);
      expect(place).toBe(cells.length === 0 ? -1 : cells[cells.length >> 1]);
      sum += cells.length * ground.stepMm;
    }
    expect(work.conflictMm).toBeCloseTo(sum, 6);
  });

  test('are found by a place and by blocks as when every cell is looked at', () => {
    const random = seededRandom(8);
    for (let i = 0; i < 40; i += 1) {
      const [x, y, mm] = [300 * random(), 300 * random(), 4 + 30 * random()];
      for (const line of lines) {
        const near = places(line.cells).some((p) => (p.x - x) ** 2 + (p.y - y) ** 2 < mm * mm);
        expect(comesNear(ground, line, x, y, mm)).toBe(near);
      }
    }
    const blocksOf = (cells: Int32Array): readonly string[] =>
      Array.from(
        cells,
        (cell) => `${Math.floor((cell % ground.width) / 8)} ${Math.floor(cell / ground.width / 8)}`,
      );
    for (const { cells } of lines) {
      const blocks = new Set(blocksOf(cells));
      const plain = lines.flatMap((other, i) =>
        blocksOf(other.cells).some((block) => blocks.has(block)) ? [i] : [],
      );
      expect(linesInBlocksOf(ground, lines, cells)).toEqual(plain);
    }
  });
});
