/** How far it is at least from a cell to the nearest of some others, by steps in eight directions: what a search is guided by. */

/** To so many cells the way is measured one by one, else to the box round them all. */
const MOST_TARGETS = 20;
const SQRT2 = Math.SQRT2;

export class CellTargets {
  readonly #xs = new Int32Array(MOST_TARGETS);
  readonly #ys = new Int32Array(MOST_TARGETS);
  /** How many are measured one by one. */
  #count = 0;
  left = 0;
  top = 0;
  right = 0;
  bottom = 0;

  /** These cells of a grid so wide are the targets from now on. */
  set(cells: readonly number[], width: number): void {
    this.#count = cells.length <= MOST_TARGETS ? cells.length : 0;
    let [left, top, right, bottom] = [width, Infinity, -1, -1];
    for (let i = 0; i < cells.length; i += 1) {
      const cx = (cells[i] as number) % width;
      const cy = ((cells[i] as number) - cx) / width;
      if (i < this.#count) {
        this.#xs[i] = cx;
        this.#ys[i] = cy;
      }
      left = Math.min(left, cx);
      right = Math.max(right, cx);
      top = Math.min(top, cy);
      bottom = Math.max(bottom, cy);
    }
    this.left = left;
    this.top = top;
    this.right = right;
    this.bottom = bottom;
  }

  /** Steps from a cell to the nearest target at least, a slanting one counting √2. */
  stepsFrom(cx: number, cy: number): number {
    const count = this.#count;
    if (count > 1) {
      const [xs, ys] = [this.#xs, this.#ys];
      let least = Number.POSITIVE_INFINITY;
      for (let i = 0; i < count; i += 1) {
        let dx = cx - (xs[i] as number);
        let dy = cy - (ys[i] as number);
        if (dx < 0) dx = -dx;
        if (dy < 0) dy = -dy;
        const far = dx > dy ? dx + (SQRT2 - 1) * dy : dy + (SQRT2 - 1) * dx;
        if (far < least) least = far;
      }
      return least;
    }
    const dx = cx < this.left ? this.left - cx : cx > this.right ? cx - this.right : 0;
    const dy = cy < this.top ? this.top - cy : cy > this.bottom ? cy - this.bottom : 0;
    return dx > dy ? dx + (SQRT2 - 1) * dy : dy + (SQRT2 - 1) * dx;
  }
}
