/**
 * A circuit compiled once, to be solved many times with other values: nodes are numbers, every element has a slot for its value,
 * and how the nodes hang together, in which order they are eliminated, is kept.
 *
 * Nodal analysis with Newton iteration (standard method). Each diode is replaced by the straight line that touches its curve at
 * the last junction voltage; its series resistance is folded into that line, so it needs no node of its own. The step of a
 * junction voltage is limited where the exponential is steep, as circuit simulators do. Nodes that ideal sources join are one
 * unknown with an offset each, so sources need no equations of their own and no digits are lost to them.
 */
import { fail, type Result, succeed } from '../errors/problem.ts';
import {
  type Circuit,
  type CircuitElement,
  type DiodeLaw,
  GROUND,
  nodesOf,
  THERMAL_VOLT,
} from './circuit.ts';
import {
  type DiodeLine,
  firstJunction,
  JUNCTION_LEAK_S,
  limitedStep,
  NO_LINE,
  tangent,
} from './diode-line.ts';
import { NetworkShape } from './network-solve.ts';

/**
 * Newton stops when every junction moves by less than this, or changes no current by more than that: both far
 * below what any meter shows. The second is for parts of a circuit that hang together by leaks alone.
 */
const SETTLED_VOLT = 1e-11;
const SETTLED_AMP = 1e-18;

const MOST_ITERATIONS = 300;
/**
 * A part that hangs by leaks alone may have no more digits than this, A: after so many rounds it has settled all the same, far below what any
 * meter shows.
 */
const LATE_ITERATION = 100;
const LATE_SETTLED_AMP = 1e-13;

/** The answer at one set of values. */
export interface CircuitPoint {
  /** Volts against ground, by node. Nodes of a part of the circuit without ground count from a node of their own. */
  readonly volts: Float64Array;
  /** Amperes through each element from its first node to its second (a source that delivers is negative). */
  readonly amps: Float64Array;
  /** Volts at the junction of each diode, in their order: where to begin with values that differ a little. */
  readonly junctions: Float64Array;
  readonly iterations: number;
}

/** A place of a network: an unknown, or (-1) what is held at 0. */
const HELD = -1;

/** How one node's offset follows from another's, through a source. */
interface OffsetStep {
  readonly node: number;
  readonly from: number;
  /** The element of the source, and whether the node is at its +. */
  readonly source: number;
  readonly isPlus: boolean;
}

export class CompiledCircuit {
  readonly elements: Circuit;
  readonly nodes: readonly string[];
  readonly #numbers = new Map<string, number>();
  readonly #ends: Int32Array;
  readonly #diodes: readonly number[];
  readonly #laws: readonly DiodeLaw[];
  readonly #sources: readonly number[];
  /** Where each node stands. */
  readonly #places: Int32Array;
  readonly #size: number;
  readonly #offsetSteps: readonly OffsetStep[];
  readonly #layout: Layout;
  #shape: NetworkShape | undefined;

  private constructor(elements: Circuit, standing: Standing, numbers: ReadonlyMap<string, number>) {
    this.elements = elements;
    this.nodes = [...numbers.keys()];
    this.#numbers = new Map(numbers);
    this.#ends = Int32Array.from(
      elements.flatMap((element) => nodesOf(element).map((node) => numbers.get(node) as number)),
    );
    this.#diodes = indicesOf(elements, 'D');
    this.#laws = elements.flatMap((element) => (element.kind === 'D' ? [element.law] : []));
    this.#sources = indicesOf(elements, 'V');
    this.#places = standing.places;
    this.#size = standing.size;
    this.#offsetSteps = standing.steps;
    this.#layout = layOut(elements, this.#ends, standing.places);
  }

  /** Compiles a circuit. Fails when ideal sources form a loop. O(elements) and the elimination order. */
  static of(elements: Circuit): Result<CompiledCircuit> {
    const numbers = new Map<string, number>([[GROUND, 0]]);
    for (const element of elements)
      for (const node of nodesOf(element)) if (!numbers.has(node)) numbers.set(node, numbers.size);
    const standing = standNodes(elements, numbers);
    return standing === null
      ? fail('circuit-no-solution', 'Ideal sources in it form a loop.')
      : succeed(new CompiledCircuit(elements, standing, numbers));
  }

  /** The number of a node; undefined for one that nothing hangs on. */
  nodeNumber(node: string): number | undefined {
    return this.#numbers.get(node);
  }

  /** The values of the elements as they were compiled: siemens of a resistor, volts of a source, amperes of a current, 1 of a diode: a factor on its saturation current. */
  values(): Float64Array {
    return Float64Array.from(this.elements, nominalValue);
  }

  /** Solves for all voltages and currents at these values, beginning at the junctions of an answer nearby. */
  solve(values: Float64Array, near?: CircuitPoint): Result<CircuitPoint> {
    const offsets = this.#offsetsAt(values);
    const laws = this.#lawsAt(values);
    const junctions = near?.junctions.slice() ?? Float64Array.from(laws, firstJunction);
    const firm = this.#firmPart(values, offsets);
    this.#shape ??= new NetworkShape({ size: this.#size, ends: this.#layout.ends });
    // Written anew in each round.
    const round: Values = {
      siemens: new Float64Array(firm.siemens.length),
      toKnown: new Float64Array(this.#size),
      inflow: new Float64Array(this.#size),
    };
    const lines = Array.from(laws, () => NO_LINE);
    for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration += 1) {
      for (let d = 0; d < laws.length; d += 1)
        lines[d] = tangent(laws[d] as DiodeLaw, junctions[d] as number);
      this.#assemble(round, firm, offsets, lines);
      const solution = this.#shape.voltsInPlace(round, round.inflow);
      const settledAmp = iteration < LATE_ITERATION ? SETTLED_AMP : LATE_SETTLED_AMP;
      if (this.#step(solution, offsets, junctions, lines, laws, settledAmp))
        return succeed(this.#report(values, solution, offsets, junctions, laws, iteration));
    }
    return fail('circuit-no-solution', `It did not settle in ${MOST_ITERATIONS} rounds.`);
  }

  /** The laws of the diodes, their saturation currents times their values. */
  #lawsAt(values: Float64Array): readonly DiodeLaw[] {
    return this.#laws.map((law, d) => {
      const factor = values[this.#diodes[d] as number] as number;
      return factor === 1 ? law : { ...law, saturationA: law.saturationA * factor };
    });
  }

  #offsetsAt(values: Float64Array): Float64Array {
    const offsets = new Float64Array(this.#places.length);
    for (const { node, from, source, isPlus } of this.#offsetSteps) {
      const volt = values[source] as number;
      offsets[node] = (offsets[from] as number) + (isPlus ? volt : -volt);
    }
    return offsets;
  }

  /** What stays the same from round to round: resistors and given currents. */
  #firmPart(values: Float64Array, offsets: Float64Array): Values {
    const layout = this.#layout;
    const firm: Values = {
      siemens: new Float64Array(layout.ends.length / 2),
      toKnown: new Float64Array(this.#size),
      inflow: new Float64Array(this.#size),
    };
    for (let e = 0; e < this.elements.length; e += 1) {
      const kind = layout.kinds[e] as number;
      if (kind === RESISTOR) this.#addConductance(firm, offsets, e, values[e] as number);
      else if (kind === CURRENT) this.#addCurrent(firm, e, values[e] as number);
    }
    return firm;
  }

  #assemble(round: Values, firm: Values, offsets: Float64Array, lines: readonly DiodeLine[]): void {
    round.siemens.set(firm.siemens);
    round.toKnown.set(firm.toKnown);
    round.inflow.set(firm.inflow);
    for (let d = 0; d < this.#diodes.length; d += 1) {
      const e = this.#diodes[d] as number;
      const line = lines[d] as DiodeLine;
      this.#addConductance(round, offsets, e, line.slopeS);
      this.#addCurrent(round, e, line.offsetA);
    }
  }

  #addCurrent({ inflow }: Values, e: number, amp: number): void {
    const i = this.#places[this.#end(e, 0)] as number;
    const j = this.#places[this.#end(e, 1)] as number;
    if (i !== HELD) inflow[i] = (inflow[i] as number) - amp;
    if (j !== HELD) inflow[j] = (inflow[j] as number) + amp;
  }

  #addConductance(to: Values, offsets: Float64Array, e: number, siemens: number): void {
    const slot = this.#layout.slots[e] as number;
    if (slot >= 0) to.siemens[slot] = (to.siemens[slot] as number) + siemens;
    else if (slot !== NOWHERE) {
      const node = BESIDE_KNOWN - slot;
      to.toKnown[node] = (to.toKnown[node] as number) + siemens;
    }
    const offset = (offsets[this.#end(e, 0)] as number) - (offsets[this.#end(e, 1)] as number);
    if (offset !== 0) this.#addCurrent(to, e, siemens * offset);
  }

  #end(element: number, which: 0 | 1): number {
    return this.#ends[2 * element + which] as number;
  }

  #voltAt(node: number, solution: Float64Array, offsets: Float64Array): number {
    const place = this.#places[node] as number;
    const offset = offsets[node] as number;
    return place === HELD ? offset : (solution[place] as number) + offset;
  }

  /** Moves the junctions to where the solution puts them; true when they have settled. */
  #step(
    solution: Float64Array,
    offsets: Float64Array,
    junctions: Float64Array,
    lines: readonly DiodeLine[],
    laws: readonly DiodeLaw[],
    settledAmp: number,
  ): boolean {
    let isSettled = true;
    for (let d = 0; d < this.#diodes.length; d += 1) {
      const e = this.#diodes[d] as number;
      const law = laws[d] as DiodeLaw;
      const old = junctions[d] as number;
      const line = lines[d] as DiodeLine;
      const across =
        this.#voltAt(this.#end(e, 0), solution, offsets) - this.#voltAt(this.#end(e, 1), solution, offsets);
      const wanted = across - law.seriesOhm * (line.offsetA + line.slopeS * across);
      junctions[d] = limitedStep(law, old, wanted);
      const moved = Math.abs(wanted - old);
      if (
        isSettled &&
        moved > SETTLED_VOLT &&
        moved * tangent(law, Math.max(old, wanted)).slopeS > settledAmp
      )
        isSettled = false;
    }
    return isSettled;
  }

  #report(
    values: Float64Array,
    solution: Float64Array,
    offsets: Float64Array,
    junctions: Float64Array,
    laws: readonly DiodeLaw[],
    iterations: number,
  ): CircuitPoint {
    const volts = new Float64Array(this.#places.length);
    for (let node = 0; node < volts.length; node += 1) volts[node] = this.#voltAt(node, solution, offsets);
    const amps = new Float64Array(this.elements.length);
    for (let e = 0; e < amps.length; e += 1) {
      const kind = this.#layout.kinds[e] as number;
      if (kind === RESISTOR)
        amps[e] =
          ((volts[this.#end(e, 0)] as number) - (volts[this.#end(e, 1)] as number)) * (values[e] as number);
      else if (kind === CURRENT) amps[e] = values[e] as number;
    }
    for (const [d, e] of this.#diodes.entries()) {
      const { ideality, saturationA } = laws[d] as DiodeLaw;
      const junction = junctions[d] as number;
      amps[e] = saturationA * Math.expm1(junction / (ideality * THERMAL_VOLT)) + JUNCTION_LEAK_S * junction;
    }
    this.#addSourceCurrents(amps);
    return { volts, amps, junctions, iterations };
  }

  /**
   * A source carries what its node's other elements bring: the sum at a node that has no other unknown source,
   * taken from node to node until all are known.
   */
  #addSourceCurrents(amps: Float64Array): void {
    if (this.#sources.length === 0) return;
    const at = this.#elementsAtSources();
    const left = new Set(this.#sources);
    for (let found = true; found && left.size > 0; ) {
      found = false;
      for (const source of left) {
        // A source runs from its + to its −; its current is known where it is the last unknown one at a node.
        const which = ([0, 1] as const).find((end) => {
          const node = this.#end(source, end);
          return node !== 0 && at.get(node)?.every((element) => element === source || !left.has(element));
        });
        if (which === undefined) continue;
        const node = this.#end(source, which);
        let inward = 0;
        for (const element of at.get(node) ?? []) {
          if (element === source) continue;
          inward += this.#end(element, 1) === node ? (amps[element] as number) : -(amps[element] as number);
        }
        amps[source] = which === 0 ? inward : -inward;
        left.delete(source);
        found = true;
      }
    }
  }

  #atSources: ReadonlyMap<number, readonly number[]> | undefined;

  /** The elements at each node of a source. */
  #elementsAtSources(): ReadonlyMap<number, readonly number[]> {
    if (this.#atSources !== undefined) return this.#atSources;
    const at = new Map<number, number[]>();
    for (const source of this.#sources) for (const end of [0, 1] as const) at.set(this.#end(source, end), []);
    for (const e of this.elements.keys())
      for (const end of [0, 1] as const) at.get(this.#end(e, end))?.push(e);
    this.#atSources = at;
    return at;
  }
}

/** What a network is filled with in one round. */
interface Values {
  readonly siemens: Float64Array;
  readonly toKnown: Float64Array;
  readonly inflow: Float64Array;
}

/** Where the elements of a circuit go in the network of its unknown nodes. */
interface Layout {
  readonly kinds: Uint8Array;
  /** The two nodes of each link, one after the other. */
  readonly ends: number[];
  /** By element: its link; or, counted down from `BESIDE_KNOWN`, the node it joins to what is held; or nowhere. */
  readonly slots: Int32Array;
}

const [RESISTOR, CURRENT, OTHER] = [0, 1, 2];
const NOWHERE = -1;
const BESIDE_KNOWN = -2;

function layOut(elements: Circuit, nodes: Int32Array, places: Int32Array): Layout {
  const ends: number[] = [];
  const slots = Int32Array.from(elements, ({ kind }, e) => {
    if (kind !== 'R' && kind !== 'D') return NOWHERE;
    const i = places[nodes[2 * e] as number] as number;
    const j = places[nodes[2 * e + 1] as number] as number;
    if (i === j) return NOWHERE;
    if (i === HELD || j === HELD) return BESIDE_KNOWN - Math.max(i, j);
    ends.push(i, j);
    return ends.length / 2 - 1;
  });
  const kinds = Uint8Array.from(elements, ({ kind }) =>
    kind === 'R' ? RESISTOR : kind === 'I' ? CURRENT : OTHER,
  );
  return { kinds, ends, slots };
}

function indicesOf(elements: Circuit, kind: CircuitElement['kind']): readonly number[] {
  return elements.flatMap((element, i) => (element.kind === kind ? [i] : []));
}

function nominalValue(element: CircuitElement): number {
  switch (element.kind) {
    case 'R':
      return 1 / element.ohm;
    case 'V':
      return element.volt;
    case 'I':
      return element.amp;
    case 'D':
      return 1;
  }
}

interface Standing {
  readonly places: Int32Array;
  readonly size: number;
  readonly steps: readonly OffsetStep[];
}

/**
 * Groups the nodes that sources join and gives every group that is not held at 0 a place; null for a loop of sources. Ground holds
 * its group at 0. A part of the circuit that ground does not reach is held at a source or a resistor of it, never at a node that
 * only hangs by the leak of a diode.
 */
function standNodes(elements: Circuit, numbers: ReadonlyMap<string, number>): Standing | null {
  const count = numbers.size;
  const number = (node: string): number => numbers.get(node) as number;
  const wires = Array.from({ length: count }, (): number[] => []);
  const bySource = new Map<number, number[]>();
  const firm: number[] = [];
  const minuses: number[] = [];
  for (const [e, element] of elements.entries()) {
    const [a, b] = nodesOf(element).map(number) as [number, number];
    if (element.kind === 'I') continue;
    wires[a]?.push(b);
    wires[b]?.push(a);
    if (element.kind === 'D') continue;
    firm.push(a, b);
    if (element.kind !== 'V') continue;
    minuses.push(number(element.minus));
    for (const node of [a, b]) bySource.set(node, [...(bySource.get(node) ?? []), e]);
  }
  const places = new Int32Array(count).fill(HELD);
  const isStanding = new Uint8Array(count);
  const isReached = new Uint8Array(count);
  const steps: OffsetStep[] = [];
  let size = 0;
  const reach = (start: number): void => {
    const waiting = [start];
    for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
      if (isReached[node] === 1) continue;
      isReached[node] = 1;
      waiting.push(...(wires[node] as number[]));
    }
  };
  /** Follows sources from a node to all of its group; false when one of them leads back into it. */
  const stand = (start: number, place: number): boolean => {
    places[start] = place;
    isStanding[start] = 1;
    const used = new Set<number>();
    const waiting = [start];
    for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
      for (const e of bySource.get(node) ?? []) {
        if (used.has(e)) continue;
        used.add(e);
        const source = elements[e] as Extract<CircuitElement, { kind: 'V' }>;
        const [plus, minus] = [number(source.plus), number(source.minus)];
        const isPlus: boolean = minus === node;
        const other = isPlus ? plus : minus;
        if (isStanding[other] === 1) return false;
        places[other] = place;
        isStanding[other] = 1;
        steps.push({ node: other, from: node, source: e, isPlus });
        waiting.push(other);
      }
    }
    return true;
  };
  for (const start of [0, ...minuses, ...firm, ...Array.from({ length: count }).keys()]) {
    const isLoose = isReached[start] === 0;
    if (isLoose) reach(start);
    if (isStanding[start] === 1) continue;
    const place = isLoose ? HELD : size;
    if (place !== HELD) size += 1;
    if (!stand(start, place)) return null;
  }
  return { places, size, steps };
}
