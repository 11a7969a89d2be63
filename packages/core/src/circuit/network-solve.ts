/**
 * Voltages of a network of positive conductances. Elimination without a single subtraction (the method of
 * Grassmann, Taksar and Heyman, known from Markov chains; textbook numerical analysis): a node's own
 * conductance is never stored but always summed anew from its links, so picoamperes survive beside contacts
 * of tenths of an ohm. Nodes with fewest links go first; networks of thread are nearly trees, so the work
 * stays near linear.
 */
import FlatQueue from 'flatqueue';

/** A network under construction; nodes are numbers from 0. */
export interface Network {
  /** Conductance from each node to its neighbours, S; symmetric. */
  readonly links: ReadonlyArray<Map<number, number>>;
  /** Conductance from each node to places of known voltage, S. */
  readonly toKnown: Float64Array;
  /** Current into each node, A: from sources, and from known voltages through their conductances. */
  readonly inflow: Float64Array;
}

/** A network of n nodes that nothing joins yet. */
export function emptyNetwork(n: number): Network {
  return {
    links: Array.from({ length: n }, () => new Map<number, number>()),
    toKnown: new Float64Array(n),
    inflow: new Float64Array(n),
  };
}

/** Joins two nodes by a conductance > 0. */
export function link(network: Network, a: number, b: number, siemens: number): void {
  if (a === b) return;
  const ofA = network.links[a] as Map<number, number>;
  const ofB = network.links[b] as Map<number, number>;
  ofA.set(b, (ofA.get(b) ?? 0) + siemens);
  ofB.set(a, (ofB.get(a) ?? 0) + siemens);
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

/** The voltage of every node; nodes that nothing holds are at 0. The network is used up. */
export function solveNetwork(network: Network): Float64Array {
  return factorNetwork(network)(network.inflow);
}

/** A network eliminated once, to be solved for any currents into its nodes: gives the voltage of every node. */
export type NetworkSolver = (inflow: Float64Array) => Float64Array;

/** What is left of a network is eliminated as a full matrix where each node has a link to at least this share of the rest … */
const DENSE_SHARE = 0.25;
/** … and the rest is at least so large. */
const LEAST_DENSE = 24;

/** Eliminates a network, which is used up by it; its own `inflow` is left alone. */
export function factorNetwork({ links, toKnown }: Network): NetworkSolver {
  const n = links.length;
  // Nodes by number of links. Entries go stale as links come and go; fresh ones are added then.
  const byLinks = new FlatQueue<number>();
  for (let k = 0; k < n; k += 1) byLinks.push(k, (links[k] as Map<number, number>).size);
  const isDone = new Uint8Array(n);
  const rows = new EliminatedRows(n);
  while (rows.count < n) {
    const size = byLinks.peekValue();
    const k = byLinks.pop();
    if (k === undefined) throw new RangeError('factorNetwork: the queue ran dry');
    const own = links[k] as Map<number, number>;
    if (isDone[k] === 1 || size !== own.size) continue;
    const left = n - rows.count;
    if (left >= LEAST_DENSE && own.size >= DENSE_SHARE * left) {
      eliminateDense(links, toKnown, isDone, rows);
      break;
    }
    isDone[k] = 1;
    let sum = toKnown[k] as number;
    for (const siemens of own.values()) sum += siemens;
    rows.add(k, sum, own);
    if (sum > 0) eliminate(links, toKnown, k, sum, byLinks);
  }
  return (inflow) => rows.solve(inflow);
}

/** The nodes in the order of their elimination, each with its own conductance and its links at that time. */
class EliminatedRows {
  readonly #order: Int32Array;
  readonly #sums: Float64Array;
  readonly #begins: Int32Array;
  readonly #neighbours: number[] = [];
  readonly #siemens: number[] = [];
  count = 0;

  constructor(n: number) {
    this.#order = new Int32Array(n);
    this.#sums = new Float64Array(n);
    this.#begins = new Int32Array(n + 1);
  }

  add(node: number, sum: number, links: Iterable<readonly [neighbour: number, siemens: number]>): void {
    this.#order[this.count] = node;
    this.#sums[this.count] = sum;
    for (const [neighbour, siemens] of links) {
      this.#neighbours.push(neighbour);
      this.#siemens.push(siemens);
    }
    this.count += 1;
    this.#begins[this.count] = this.#neighbours.length;
  }

  /** Hands the currents on from node to node, then finds the voltages on the way back. */
  solve(inflow: Float64Array): Float64Array {
    const amps = Float64Array.from(inflow);
    for (let at = 0; at < this.count; at += 1) {
      const amp = amps[this.#order[at] as number] as number;
      const sum = this.#sums[at] as number;
      if (sum === 0 || amp === 0) continue;
      for (let e = this.#begins[at] as number; e < (this.#begins[at + 1] as number); e += 1) {
        const i = this.#neighbours[e] as number;
        amps[i] = (amps[i] as number) + ((this.#siemens[e] as number) / sum) * amp;
      }
    }
    const volts = new Float64Array(this.count);
    for (let at = this.count - 1; at >= 0; at -= 1) {
      const k = this.#order[at] as number;
      const sum = this.#sums[at] as number;
      let inward = amps[k] as number;
      for (let e = this.#begins[at] as number; e < (this.#begins[at + 1] as number); e += 1)
        inward += (this.#siemens[e] as number) * (volts[this.#neighbours[e] as number] as number);
      volts[k] = sum === 0 ? 0 : inward / sum;
    }
    return volts;
  }
}

/** Eliminates all nodes that are left, among which nearly all are linked: by the same sums, in a full matrix. */
function eliminateDense(
  links: Network['links'],
  toKnown: Float64Array,
  isDone: Uint8Array,
  rows: EliminatedRows,
): void {
  const nodes = [...links.keys()].filter((k) => isDone[k] === 0);
  const size = nodes.length;
  const placeOf = new Map(nodes.map((k, place) => [k, place]));
  const matrix = nodes.map((k) => {
    const row = new Float64Array(size);
    for (const [j, siemens] of links[k] as Map<number, number>) row[placeOf.get(j) as number] = siemens;
    return row;
  });
  for (const [place, k] of nodes.entries()) {
    const own = matrix[place] as Float64Array;
    let sum = toKnown[k] as number;
    const linked: (readonly [number, number])[] = [];
    for (let j = place + 1; j < size; j += 1) {
      const siemens = own[j] as number;
      if (siemens === 0) continue;
      sum += siemens;
      linked.push([nodes[j] as number, siemens]);
    }
    rows.add(k, sum, linked);
    if (sum === 0) continue;
    for (let i = place + 1; i < size; i += 1) {
      const share = (own[i] as number) / sum;
      if (share === 0) continue;
      const node = nodes[i] as number;
      toKnown[node] = (toKnown[node] as number) + share * (toKnown[k] as number);
      const row = matrix[i] as Float64Array;
      for (let j = i + 1; j < size; j += 1) row[j] = (row[j] as number) + share * (own[j] as number);
    }
  }
}

/** Hands a node's conductances on to its neighbours, as a star turns into a mesh. */
function eliminate(
  links: Network['links'],
  toKnown: Float64Array,
  k: number,
  sum: number,
  byLinks: FlatQueue<number>,
): void {
  const neighbours = [...(links[k] as Map<number, number>)];
  for (const [i, siemens] of neighbours) {
    const share = siemens / sum;
    toKnown[i] = (toKnown[i] as number) + share * (toKnown[k] as number);
    (links[i] as Map<number, number>).delete(k);
  }
  for (let a = 0; a < neighbours.length; a += 1) {
    const [i, fromI] = neighbours[a] as [number, number];
    const ofI = links[i] as Map<number, number>;
    for (let b = a + 1; b < neighbours.length; b += 1) {
      const [j, fromJ] = neighbours[b] as [number, number];
      const siemens = (fromI * fromJ) / sum;
      const ofJ = links[j] as Map<number, number>;
      ofI.set(j, (ofI.get(j) ?? 0) + siemens);
      ofJ.set(i, (ofJ.get(i) ?? 0) + siemens);
    }
  }
  for (const [i] of neighbours) byLinks.push(i, (links[i] as Map<number, number>).size);
}
