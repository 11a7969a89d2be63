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
export function solveNetwork({ links, toKnown, inflow }: Network): Float64Array {
  const n = links.length;
  // Nodes by number of links. Entries go stale as links come and go; fresh ones are added then.
  const byLinks = new FlatQueue<number>();
  for (let k = 0; k < n; k += 1) byLinks.push(k, (links[k] as Map<number, number>).size);
  const isDone = new Uint8Array(n);
  const order: number[] = [];
  const total = new Float64Array(n);
  while (order.length < n) {
    const size = byLinks.peekValue();
    const k = byLinks.pop();
    if (k === undefined) throw new RangeError('solveNetwork: the queue ran dry');
    const own = links[k] as Map<number, number>;
    if (isDone[k] === 1 || size !== own.size) continue;
    isDone[k] = 1;
    order.push(k);
    let sum = toKnown[k] as number;
    for (const siemens of own.values()) sum += siemens;
    total[k] = sum;
    if (sum === 0) continue;
    eliminate(links, toKnown, inflow, k, sum, byLinks);
  }
  const volts = new Float64Array(n);
  for (const k of order.reverse()) {
    let sum = inflow[k] as number;
    for (const [j, siemens] of links[k] as Map<number, number>) sum += siemens * (volts[j] as number);
    volts[k] = total[k] === 0 ? 0 : sum / (total[k] as number);
  }
  return volts;
}

/** Hands a node's conductances and current on to its neighbours, as a star turns into a mesh. */
function eliminate(
  links: Network['links'],
  toKnown: Float64Array,
  inflow: Float64Array,
  k: number,
  sum: number,
  byLinks: FlatQueue<number>,
): void {
  const neighbours = [...(links[k] as Map<number, number>)];
  for (const [i, siemens] of neighbours) {
    const share = siemens / sum;
    toKnown[i] = (toKnown[i] as number) + share * (toKnown[k] as number);
    inflow[i] = (inflow[i] as number) + share * (inflow[k] as number);
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
