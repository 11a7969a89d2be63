/**
 * Cells by price, cheapest first. Prices within the same third of a millimetre come out in any order, which a search of
 * steps longer than a millimetre cannot tell, and is twice as fast as keeping them all in order.
 */
const BUCKET_MM = 0.34;
/** Dearer than this lies in the last bucket. */
const MOST_BUCKETS = 30_000;

/** Entries there is room for at first; it grows. */
const FIRST_ROOM = 4096;

/** Each bucket is a chain of entries through plain arrays: nothing is allocated while a search runs. */
export class BucketQueue {
  /** By bucket: its newest entry, or −1. */
  readonly #head = new Int32Array(MOST_BUCKETS + 1).fill(-1);
  #cells = new Int32Array(FIRST_ROOM);
  /** By entry: the one put in before it. */
  #before = new Int32Array(FIRST_ROOM);
  #count = 0;
  #first = 0;
  #last = -1;
  #floor = 0;

  /** Empties the queue; nothing cheaper than `floor` will be put in. */
  clear(floor: number): void {
    if (this.#last >= this.#first) this.#head.fill(-1, this.#first, this.#last + 1);
    this.#count = 0;
    this.#first = 0;
    this.#last = -1;
    this.#floor = floor;
  }

  push(cell: number, price: number): void {
    let at = Math.floor((price - this.#floor) / BUCKET_MM);
    if (at < this.#first) at = this.#first;
    if (at > MOST_BUCKETS) at = MOST_BUCKETS;
    const entry = this.#count;
    if (entry === this.#cells.length) this.#grow();
    this.#count = entry + 1;
    this.#cells[entry] = cell;
    this.#before[entry] = this.#head[at] as number;
    this.#head[at] = entry;
    if (at > this.#last) this.#last = at;
  }

  /** The cheapest cell, taken out, of a bucket the one put in last; −1 when there is none. */
  pop(): number {
    while (this.#first <= this.#last) {
      const entry = this.#head[this.#first] as number;
      if (entry >= 0) {
        this.#head[this.#first] = this.#before[entry] as number;
        return this.#cells[entry] as number;
      }
      this.#first += 1;
    }
    return -1;
  }

  #grow(): void {
    const [cells, before] = [this.#cells, this.#before];
    this.#cells = new Int32Array(2 * cells.length);
    this.#before = new Int32Array(2 * cells.length);
    this.#cells.set(cells);
    this.#before.set(before);
  }
}
