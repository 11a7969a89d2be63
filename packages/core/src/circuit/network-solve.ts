/**
 * Voltages of a network of positive conductances. Elimination without a single subtraction (the method of
 * Grassmann, Taksar and Heyman, known from Markov chains; textbook numerical analysis): a node's own
 * conductance is never stored but always summed anew from its links, so picoamperes survive beside contacts
 * of tenths of an ohm. Nodes with fewest links go first; networks of thread are nearly trees, so the work
 * stays near linear. In which order they go, and where each conductance goes on the way, depends on the links
 * alone: this shape is worked out once and serves every round of values.
 */
import FlatQueue from 'flatqueue';

/** A network under construction; nodes are numbers from 0. */
export interface Network {
  readonly size: number;
  /** The two nodes of each conductance, one after the other. */
  readonly ends: number[];
  /** The conductances, S. */
  readonly siemens: number[];
  /** Conductance from each node to places of known voltage, S. */
  readonly toKnown: Float64Array;
  /** Current into each node, A: from sources, and from known voltages through their conductances. */
  readonly inflow: Float64Array;
}

/** The values of a network whose links are known. */
export interface NetworkValues {
  /** In the order of the links, S. */
  readonly siemens: ArrayLike<number>;
  readonly toKnown: Float64Array;
}

/** A network of n nodes that nothing joins yet. */
export function emptyNetwork(n: number): Network {
  return {
    size: n,
    ends: [],
    siemens: [],
    toKnown: new Float64Array(n),
    inflow: new Float64Array(n),
  };
}

/** Joins two nodes by a conductance > 0. */
export function link(network: Network, a: number, b: number, siemens: number): void {
  if (a === b) return;
  network.ends.push(a, b);
  network.siemens.push(siemens);
}

/** Joins a node to a known voltage by a conductance > 0. */
export function linkToKnown(network: Network, node: number, volt: number, siemens: number): void {
  network.toKnown[node] = (network.toKnown[node] as number) + siemens;
  inject(network, node, siemens * volt);
}

/** Lets a current flow into a node from outside. */
export function inject(network: Network, node: number, amp: number): void {
  network.inflow[node] = (network.inflow[node] as number) + amp;
}

/** The voltage of every node; nodes that nothing holds are at 0. `shape`: that of a network of the same links. */
export function solveNetwork(
  network: Network,
  shape: NetworkShape = new NetworkShape(network),
): Float64Array {
  return factorNetwork(network, shape).volts(network.inflow);
}

/** A network eliminated once, to be solved for any currents. */
export interface NetworkSolver {
  /** The voltage of every node, for the current into each, A. */
  volts(inflow: Float64Array): Float64Array;
  /** Ω between two nodes; null stands for what is held at 0 V. Costs only the nodes on their way to the last one. */
  ohmsBetween(a: number | null, b: number | null): number;
}

/** Eliminates a network. Its own `inflow` is left alone. `shape`: that of a network of the same links. */
export function factorNetwork(
  network: Network,
  shape: NetworkShape = new NetworkShape(network),
): NetworkSolver {
  return shape.factor(network);
}

/** What is left is eliminated as a full matrix once each node has a link to at least this share of it … */
const DENSE_SHARE = 0.12;
/** … and it is at least so large. */
const LEAST_DENSE = 24;

/**
 * The order of elimination, and where conductances go. The nodes that go first have a row of links each; those that are
 * left when nearly all are linked to all share a full matrix, laid behind the rows.
 */
export class NetworkShape {
  readonly #order: Int32Array;
  /** Where in the order each node is. */
  readonly #places: Int32Array;
  /** How many nodes have rows. */
  readonly #rows: number;
  /** Row `at` of the order has the entries from `begins[at]` to `begins[at + 1]`. */
  readonly #begins: Int32Array;
  readonly #neighbours: Int32Array;
  /** Where each conductance of the network is added. */
  readonly #slots: Int32Array;
  /** Where the conductance between each two neighbours of a row is added when its node goes, row by row. */
  readonly #targets: Int32Array;

  constructor({ size, ends }: Pick<Network, 'size' | 'ends'>) {
    const { order, rows } = eliminationOrder(size, ends);
    const place = new Int32Array(size);
    for (const [at, k] of order.entries()) place[k] = at;
    this.#places = place;
    this.#order = Int32Array.from(order);
    this.#rows = rows.length;
    this.#begins = new Int32Array(rows.length + 1);
    for (const [at, row] of rows.entries()) this.#begins[at + 1] = (this.#begins[at] as number) + row.length;
    this.#neighbours = Int32Array.from(rows.flat());
    const entries = rows.map(
      (row, at) => new Map(row.map((neighbour, i) => [neighbour, (this.#begins[at] as number) + i])),
    );
    const entryOf = (i: number, j: number): number => {
      const [first, second] = (place[i] as number) < (place[j] as number) ? [i, j] : [j, i];
      const at = place[first] as number;
      return at < this.#rows
        ? (entries[at]?.get(second) as number)
        : this.#denseEntry(at - this.#rows, (place[second] as number) - this.#rows);
    };
    this.#slots = new Int32Array(ends.length / 2);
    for (let i = 0; i < this.#slots.length; i += 1)
      this.#slots[i] = entryOf(ends[2 * i] as number, ends[2 * i + 1] as number);
    this.#targets = new Int32Array(rows.reduce((sum, { length }) => sum + (length * (length - 1)) / 2, 0));
    let t = 0;
    for (const row of rows)
      for (let a = 0; a < row.length; a += 1)
        for (let b = a + 1; b < row.length; b += 1) {
          this.#targets[t] = entryOf(row[a] as number, row[b] as number);
          t += 1;
        }
  }

  get #denseSize(): number {
    return this.#order.length - this.#rows;
  }

  #denseEntry(row: number, column: number): number {
    return (this.#begins[this.#rows] as number) + row * this.#denseSize + column;
  }

  /** All places of the order, for solves that need them all. */
  get #everywhere(): Int32Array {
    this.#all ??= Int32Array.from(this.#order.keys());
    return this.#all;
  }

  #all: Int32Array | undefined;

  /** What an elimination writes on, for one that is used at once and not kept. */
  #desk: { readonly values: Float64Array; readonly sums: Float64Array } | undefined;

  /**
   * The voltage of every node, in place of the current into each, as `factor` and its `volts` give them; conductances to known voltages are used up.
   * Takes no new memory from round to round.
   */
  voltsInPlace({ siemens, toKnown }: NetworkValues, inflow: Float64Array): Float64Array {
    this.#desk ??= { values: new Float64Array(this.#valueCount), sums: new Float64Array(this.#order.length) };
    const { values, sums } = this.#desk;
    values.fill(0);
    this.#eliminate(values, siemens, toKnown, sums);
    return this.#solve(values, sums, this.#everywhere, inflow);
  }

  get #valueCount(): number {
    return (this.#begins[this.#rows] as number) + this.#denseSize ** 2;
  }

  #eliminate(
    values: Float64Array,
    siemens: ArrayLike<number>,
    known: Float64Array,
    sums: Float64Array,
  ): void {
    const slots = this.#slots;
    for (let i = 0; i < slots.length; i += 1) {
      const slot = slots[i] as number;
      values[slot] = (values[slot] as number) + (siemens[i] as number);
    }
    this.#eliminateRows(values, known, sums);
    this.#eliminateDense(values, known, sums);
  }

  factor({ siemens, toKnown }: NetworkValues): NetworkSolver {
    const values = new Float64Array(this.#valueCount);
    const sums = new Float64Array(this.#order.length);
    this.#eliminate(values, siemens, toKnown.slice(), sums);
    let scratch: Float64Array | undefined;
    return {
      volts: (inflow) => this.#solve(values, sums, this.#everywhere, inflow.slice()),
      ohmsBetween: (a, b) => {
        scratch ??= new Float64Array(sums.length);
        // One ampere in at one node and out at the other: the volts between them are the ohms.
        if (a !== null) scratch[a] = 1;
        if (b !== null) scratch[b] = (scratch[b] as number) - 1;
        const volts = this.#solve(values, sums, this.#onTheWayOf([a, b]), scratch);
        const ohm = Math.abs(
          (a === null ? 0 : (volts[a] as number)) - (b === null ? 0 : (volts[b] as number)),
        );
        scratch.fill(0);
        return ohm;
      },
    };
  }

  /** Hands each node's conductances on to its neighbours, as a star turns into a mesh. */
  #eliminateRows(values: Float64Array, known: Float64Array, sums: Float64Array): void {
    let t = 0;
    for (let at = 0; at < this.#rows; at += 1) {
      const k = this.#order[at] as number;
      const [begin, end] = [this.#begins[at] as number, this.#begins[at + 1] as number];
      let sum = known[k] as number;
      for (let e = begin; e < end; e += 1) sum += values[e] as number;
      sums[at] = sum;
      if (sum === 0) {
        t += ((end - begin) * (end - begin - 1)) / 2;
        continue;
      }
      for (let e = begin; e < end; e += 1) {
        const share = (values[e] as number) / sum;
        const i = this.#neighbours[e] as number;
        known[i] = (known[i] as number) + share * (known[k] as number);
        for (let f = e + 1; f < end; f += 1) {
          const target = this.#targets[t] as number;
          t += 1;
          values[target] = (values[target] as number) + share * (values[f] as number);
        }
      }
    }
  }

  #eliminateDense(values: Float64Array, known: Float64Array, sums: Float64Array): void {
    const size = this.#denseSize;
    for (let a = 0; a < size; a += 1) {
      const k = this.#order[this.#rows + a] as number;
      const own = this.#denseEntry(a, 0);
      let sum = known[k] as number;
      for (let b = a + 1; b < size; b += 1) sum += values[own + b] as number;
      sums[this.#rows + a] = sum;
      if (sum === 0) continue;
      for (let b = a + 1; b < size; b += 1) {
        const share = (values[own + b] as number) / sum;
        if (share === 0) continue;
        const i = this.#order[this.#rows + b] as number;
        known[i] = (known[i] as number) + share * (known[k] as number);
        const row = this.#denseEntry(b, 0);
        for (let c = b + 1; c < size; c += 1)
          values[row + c] = (values[row + c] as number) + share * (values[own + c] as number);
      }
    }
  }

  /** The places in the order of all that currents into some nodes are handed on to, these included. */
  #onTheWayOf(nodes: readonly (number | null)[]): Int32Array {
    const seen = new Set<number>();
    let firstDense = this.#order.length;
    const waiting = nodes.flatMap((node) => (node === null ? [] : [this.#places[node] as number]));
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      if (at >= this.#rows) firstDense = Math.min(firstDense, at);
      if (at >= this.#rows || seen.has(at)) continue;
      seen.add(at);
      for (let e = this.#begins[at] as number; e < (this.#begins[at + 1] as number); e += 1)
        waiting.push(this.#places[this.#neighbours[e] as number] as number);
    }
    for (let at = firstDense; at < this.#order.length; at += 1) seen.add(at);
    return Int32Array.from(seen).sort();
  }

  /** Hands the currents on from node to node, then finds the voltages on the way back, in place of the currents. */
  #solve(values: Float64Array, sums: Float64Array, ats: Int32Array, amps: Float64Array): Float64Array {
    const [order, rows, begins, neighbours] = [this.#order, this.#rows, this.#begins, this.#neighbours];
    const size = this.#denseSize;
    for (let which = 0; which < ats.length; which += 1) {
      const at = ats[which] as number;
      const amp = amps[order[at] as number] as number;
      const sum = sums[at] as number;
      if (sum === 0 || amp === 0) continue;
      if (at < rows) {
        const end = begins[at + 1] as number;
        for (let e = begins[at] as number; e < end; e += 1) {
          const i = neighbours[e] as number;
          amps[i] = (amps[i] as number) + ((values[e] as number) / sum) * amp;
        }
      } else {
        const own = this.#denseEntry(at - rows, 0);
        for (let b = at - rows + 1; b < size; b += 1) {
          const i = order[rows + b] as number;
          amps[i] = (amps[i] as number) + ((values[own + b] as number) / sum) * amp;
        }
      }
    }
    for (let which = ats.length - 1; which >= 0; which -= 1) {
      const at = ats[which] as number;
      const k = order[at] as number;
      const sum = sums[at] as number;
      if (sum === 0) {
        amps[k] = 0;
        continue;
      }
      let inward = amps[k] as number;
      if (at < rows) {
        const end = begins[at + 1] as number;
        for (let e = begins[at] as number; e < end; e += 1)
          inward += (values[e] as number) * (amps[neighbours[e] as number] as number);
      } else {
        const own = this.#denseEntry(at - rows, 0);
        for (let b = at - rows + 1; b < size; b += 1)
          inward += (values[own + b] as number) * (amps[order[rows + b] as number] as number);
      }
      amps[k] = inward / sum;
    }
    return amps;
  }
}

/** The nodes in the order they go, and for those before the full matrix the neighbours each has by then. */
function eliminationOrder(
  size: number,
  ends: readonly number[],
): { readonly order: readonly number[]; readonly rows: ReadonlyArray<readonly number[]> } {
  const links = Array.from({ length: size }, () => new Set<number>());
  for (let i = 0; i < ends.length; i += 2) {
    links[ends[i] as number]?.add(ends[i + 1] as number);
    links[ends[i + 1] as number]?.add(ends[i] as number);
  }
  // Nodes by number of links. Entries go stale as links come and go; fresh ones are added then.
  const byLinks = new FlatQueue<number>();
  for (const [k, own] of links.entries()) byLinks.push(k, own.size);
  const isDone = new Uint8Array(size);
  const order: number[] = [];
  const rows: number[][] = [];
  while (order.length < size) {
    const count = byLinks.peekValue();
    const k = byLinks.pop();
    if (k === undefined) throw new RangeError('eliminationOrder: the queue ran dry');
    const own = links[k] as Set<number>;
    if (isDone[k] === 1 || count !== own.size) continue;
    const left = size - order.length;
    if (left >= LEAST_DENSE && own.size >= DENSE_SHARE * left) {
      for (let rest = 0; rest < size; rest += 1) if (isDone[rest] === 0) order.push(rest);
      break;
    }
    isDone[k] = 1;
    order.push(k);
    const row = [...own];
    rows.push(row);
    for (const [a, i] of row.entries()) {
      const ofI = links[i] as Set<number>;
      ofI.delete(k);
      for (let b = a + 1; b < row.length; b += 1) {
        ofI.add(row[b] as number);
        links[row[b] as number]?.add(i);
      }
    }
    for (const i of row) byLinks.push(i, (links[i] as Set<number>).size);
  }
  return { order, rows };
}
