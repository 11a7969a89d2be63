/** Boxes as flat numbers, and which of them meet another: asked so often that objects would cost more than the sums. */
import type { Box } from './legs.ts';

export class BoxList {
  readonly #sides: Float64Array;

  constructor(count: number) {
    this.#sides = new Float64Array(4 * count);
  }

  set(index: number, { minX, minY, maxX, maxY }: Box): void {
    const at = 4 * index;
    this.#sides[at] = minX;
    this.#sides[at + 1] = minY;
    this.#sides[at + 2] = maxX;
    this.#sides[at + 3] = maxY;
  }

  /** Whether one of them meets a box. */
  meets(index: number, minX: number, minY: number, maxX: number, maxY: number): boolean {
    const sides = this.#sides;
    const at = 4 * index;
    return (
      (sides[at] as number) <= maxX &&
      (sides[at + 1] as number) <= maxY &&
      (sides[at + 2] as number) >= minX &&
      (sides[at + 3] as number) >= minY
    );
  }

  /** Those that come nearer than `mm` to box `index` of another list. */
  near(others: BoxList, index: number, mm: number): number[] {
    const at = 4 * index;
    const minX = (others.#sides[at] as number) - mm;
    const minY = (others.#sides[at + 1] as number) - mm;
    const maxX = (others.#sides[at + 2] as number) + mm;
    const maxY = (others.#sides[at + 3] as number) + mm;
    const found: number[] = [];
    for (let k = 0; 4 * k < this.#sides.length; k += 1)
      if (this.meets(k, minX, minY, maxX, maxY)) found.push(k);
    return found;
  }
}
