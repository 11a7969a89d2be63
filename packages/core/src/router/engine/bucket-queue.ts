/**
 * Cells by price, cheapest first. Prices within the same third of a millimetre come out in any order, which a search of
 * steps longer than a millimetre cannot tell, and is twice as fast as keeping them all in order.
 */
const BUCKET_MM = 0.34;
/** Dearer than this lies in the last bucket. */
const MOST_BUCKETS = 30_000;

export class BucketQueue {
  readonly #buckets: number[][] = [];
  #first = 0;
  #last = -1;
  #floor = 0;

  /** Empties the queue; nothing cheaper than `floor` will be put in. */
  clear(floor: number): void {
    for (let i = this.#first; i <= this.#last; i += 1) {
      const bucket = this.#buckets[i];
      if (bucket !== undefined) bucket.length = 0;
    }
    this.#first = 0;
    this.#last = -1;
    this.#floor = floor;
  }

  push(cell: number, price: number): void {
    let at = Math.floor((price - this.#floor) / BUCKET_MM);
    if (at < this.#first) at = this.#first;
    if (at > MOST_BUCKETS) at = MOST_BUCKETS;
    while (this.#buckets.length <= at) this.#buckets.push([]);
    (this.#buckets[at] as number[]).push(cell);
    if (at > this.#last) this.#last = at;
  }

  /** The cheapest cell, taken out; −1 when there is none. */
  pop(): number {
    while (this.#first <= this.#last) {
      const bucket = this.#buckets[this.#first] as number[];
      const cell = bucket.pop();
      if (cell !== undefined) return cell;
      this.#first += 1;
    }
    return -1;
  }
}
