/** Which edges of a graph lie in a circle together. */

/** A graph's blocks: two edges are in one where a circle goes through both (Hopcroft and Tarjan 1973, textbook). */
export class Blocks {
  readonly #number = new Map<string, number>();
  readonly #ends: Array<readonly [number, number]> = [];
  readonly #edgesAt: number[][] = [];

  /** Adds an edge; its number. One that leads back to where it begins is a block of its own. */
  add(a: string, b: string): number {
    const edge = this.#ends.length;
    const ends = [this.#node(a), this.#node(b)] as const;
    this.#ends.push(ends);
    for (const node of ends) this.#edgesAt[node]?.push(edge);
    return edge;
  }

  #node(name: string): number {
    const known = this.#number.get(name);
    if (known !== undefined) return known;
    this.#number.set(name, this.#edgesAt.length);
    return this.#edgesAt.push([]) - 1;
  }

  /** The block of each edge, by its number. O(nodes + edges). */
  blocks(): Int32Array {
    const count = this.#edgesAt.length;
    const depth = new Int32Array(count);
    const low = new Int32Array(count);
    const next = new Int32Array(count);
    const via = new Int32Array(count).fill(-1);
    const block = new Int32Array(this.#ends.length).fill(-1);
    const isTaken = new Uint8Array(this.#ends.length);
    const open: number[] = [];
    let blocks = 0;
    let time = 0;
    for (let root = 0; root < count; root += 1) {
      if (depth[root] !== 0) continue;
      time += 1;
      depth[root] = low[root] = time;
      const way = [root];
      while (way.length > 0) {
        const node = way.at(-1) as number;
        const edges = this.#edgesAt[node] as readonly number[];
        const at = next[node] as number;
        if (at < edges.length) {
          next[node] = at + 1;
          const edge = edges[at] as number;
          if (isTaken[edge] === 1) continue;
          isTaken[edge] = 1;
          const [a, b] = this.#ends[edge] as readonly [number, number];
          const other = a === node ? b : a;
          if (other === node) {
            block[edge] = blocks;
            blocks += 1;
            continue;
          }
          open.push(edge);
          if (depth[other] === 0) {
            time += 1;
            depth[other] = low[other] = time;
            via[other] = edge;
            way.push(other);
          } else low[node] = Math.min(low[node] as number, depth[other] as number);
          continue;
        }
        way.pop();
        const before = way.at(-1);
        if (before === undefined) continue;
        low[before] = Math.min(low[before] as number, low[node] as number);
        if ((low[node] as number) < (depth[before] as number)) continue;
        for (let edge = open.pop(); edge !== undefined; edge = open.pop()) {
          block[edge] = blocks;
          if (edge === via[node]) break;
        }
        blocks += 1;
      }
    }
    return block;
  }
}
