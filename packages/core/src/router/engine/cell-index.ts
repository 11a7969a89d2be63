/** Which of many lines or places lie near a line: the cloth in coarse cells, each with a list of what lies in it. */

/** A line that just touches the edge of a cell lies in both, cells. */
const TOUCH = 1e-7;

export class CellIndex {
  readonly #left: number;
  readonly #top: number;
  readonly #cellMm: number;
  readonly #width: number;
  readonly #height: number;
  readonly #lists: Int32Array[];
  readonly #counts: Int32Array;
  /** The cells of the line that was walked last. */
  readonly #walked: Int32Array;
  /** What was found last; the first `found.length` of a query count. */
  readonly #found: Int32Array;
  readonly #seen: Int32Array;
  #round = 0;

  /** For things numbered from 0 to `most` on a cloth from x, y on so wide and high. */
  constructor(most: number, left: number, top: number, wide: number, high: number, cellMm: number) {
    this.#left = left;
    this.#top = top;
    this.#cellMm = cellMm;
    this.#width = Math.max(1, Math.ceil(wide / cellMm) + 1);
    this.#height = Math.max(1, Math.ceil(high / cellMm) + 1);
    const cells = this.#width * this.#height;
    this.#lists = Array.from({ length: cells }, () => new Int32Array(8));
    this.#counts = new Int32Array(cells);
    this.#walked = new Int32Array(cells);
    this.#found = new Int32Array(most);
    this.#seen = new Int32Array(most);
  }

  /** What the last query found. */
  get found(): Int32Array {
    return this.#found;
  }

  addLine(id: number, ax: number, ay: number, bx: number, by: number): void {
    const count = this.#walk(ax, ay, bx, by);
    for (let i = 0; i < count; i += 1) this.#add(this.#walked[i] as number, id);
  }

  removeLine(id: number, ax: number, ay: number, bx: number, by: number): void {
    const count = this.#walk(ax, ay, bx, by);
    for (let i = 0; i < count; i += 1) {
      const cell = this.#walked[i] as number;
      const list = this.#lists[cell] as Int32Array;
      const last = (this.#counts[cell] as number) - 1;
      let at = 0;
      while (at <= last && list[at] !== id) at += 1;
      if (at > last) continue;
      list[at] = list[last] as number;
      this.#counts[cell] = last;
    }
  }

  /** Puts something in all cells within `reach` of a place. */
  addPlace(id: number, x: number, y: number, reach: number): void {
    const count = this.#square(x, y, reach);
    for (let i = 0; i < count; i += 1) this.#add(this.#walked[i] as number, id);
  }

  /** How many share a cell with a line; `found` holds which, each once. */
  alongLine(ax: number, ay: number, bx: number, by: number): number {
    return this.#collect(this.#walk(ax, ay, bx, by));
  }

  /** How many lie in a cell within `reach` of a place; `found` holds which, each once. */
  nearPlace(x: number, y: number, reach: number): number {
    return this.#collect(this.#square(x, y, reach));
  }

  #add(cell: number, id: number): void {
    const count = this.#counts[cell] as number;
    let list = this.#lists[cell] as Int32Array;
    if (count === list.length) {
      const longer = new Int32Array(2 * count);
      longer.set(list);
      list = longer;
      this.#lists[cell] = list;
    }
    list[count] = id;
    this.#counts[cell] = count + 1;
  }

  #collect(cells: number): number {
    this.#round += 1;
    const [round, seen, found, walked] = [this.#round, this.#seen, this.#found, this.#walked];
    let total = 0;
    for (let i = 0; i < cells; i += 1) {
      const cell = walked[i] as number;
      const list = this.#lists[cell] as Int32Array;
      const count = this.#counts[cell] as number;
      for (let k = 0; k < count; k += 1) {
        const id = list[k] as number;
        if (seen[id] === round) continue;
        seen[id] = round;
        found[total] = id;
        total += 1;
      }
    }
    return total;
  }

  /** Lists the cells a line passes, row by row. */
  #walk(ax: number, ay: number, bx: number, by: number): number {
    const size = this.#cellMm;
    let x0 = (ax - this.#left) / size;
    let y0 = (ay - this.#top) / size;
    let x1 = (bx - this.#left) / size;
    let y1 = (by - this.#top) / size;
    if (y0 > y1) {
      const [x, y] = [x0, y0];
      x0 = x1;
      y0 = y1;
      x1 = x;
      y1 = y;
    }
    const firstRow = this.#row(y0 - TOUCH);
    const lastRow = this.#row(y1 + TOUCH);
    const slope = y1 > y0 ? (x1 - x0) / (y1 - y0) : 0;
    let count = 0;
    for (let row = firstRow; row <= lastRow; row += 1) {
      // Where the line comes into the row and where it leaves it.
      const from = row === firstRow ? x0 : x0 + (row - TOUCH - y0) * slope;
      const to = row === lastRow ? x1 : x0 + (row + 1 + TOUCH - y0) * slope;
      const low = this.#column((from < to ? from : to) - TOUCH);
      const high = this.#column((from < to ? to : from) + TOUCH);
      for (let column = low; column <= high; column += 1) {
        this.#walked[count] = row * this.#width + column;
        count += 1;
      }
    }
    return count;
  }

  #square(x: number, y: number, reach: number): number {
    const size = this.#cellMm;
    const firstRow = this.#row((y - reach - this.#top) / size);
    const lastRow = this.#row((y + reach - this.#top) / size);
    const low = this.#column((x - reach - this.#left) / size);
    const high = this.#column((x + reach - this.#left) / size);
    let count = 0;
    for (let row = firstRow; row <= lastRow; row += 1)
      for (let column = low; column <= high; column += 1) {
        this.#walked[count] = row * this.#width + column;
        count += 1;
      }
    return count;
  }

  /** What lies outside the cloth lies in the cells at its edge. */
  #row(y: number): number {
    const row = Math.floor(y);
    return row < 0 ? 0 : row >= this.#height ? this.#height - 1 : row;
  }

  #column(x: number): number {
    const column = Math.floor(x);
    return column < 0 ? 0 : column >= this.#width ? this.#width - 1 : column;
  }
}
