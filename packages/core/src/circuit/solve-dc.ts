/**
 * The steady state of a circuit: nodal analysis with Newton iteration (standard method). Each diode is
 * replaced by the straight line that touches its curve at the last junction voltage; its series resistance is
 * folded into that line, so it needs no node of its own. The step of a junction voltage is limited where the
 * exponential is steep, as circuit simulators do. Nodes that ideal sources join are one unknown with an offset
 * each, so sources need no equations of their own and no digits are lost to them.
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
  emptyNetwork,
  inject,
  link,
  linkToKnown,
  type Network,
  NetworkShape,
  solveNetwork,
} from './network-solve.ts';

/** Conductance laid over every junction so that reversed diodes do not cut a node off; bounds its error to 1e-14 A. */
const JUNCTION_LEAK_S = 1e-15;

/**
 * Newton stops when every junction moves by less than this, or changes no current by more than that: both far
 * below what any meter shows. The second is for parts of a circuit that hang together by leaks alone.
 */
const SETTLED_VOLT = 1e-11;
const SETTLED_AMP = 1e-15;

const MOST_ITERATIONS = 300;

/** Exponents are cut off here, where a current is beyond all sense but still a number. */
const LARGEST_EXPONENT = 300;

export interface OperatingPoint {
  /** Volts against ground, by node. Nodes of a part of the circuit without ground count from a node of their own. */
  readonly volts: ReadonlyMap<string, number>;
  /** Amperes through each element from its first node to its second (a source that delivers is negative). */
  readonly amps: ReadonlyMap<string, number>;
  readonly iterations: number;
  /** Volts at the junction of each diode, by its name. */
  readonly junctions: ReadonlyMap<string, number>;
}

type Diode = Extract<CircuitElement, { kind: 'D' }>;
type Source = Extract<CircuitElement, { kind: 'V' }>;

/**
 * Solves for all voltages and currents. Fails when the circuit has no unique answer (a loop of ideal sources). `near`: the answer
 * of a circuit that differs a little, to begin with.
 */
export function solveDc(circuit: Circuit, near?: OperatingPoint): Result<OperatingPoint> {
  const layout = layOutNodes(circuit);
  if (layout === null) return fail('circuit-no-solution', 'Ideal sources in it form a loop.');
  const diodes = circuit.filter((element): element is Diode => element.kind === 'D');
  const junctions = Float64Array.from(diodes, ({ name }) => near?.junctions.get(name) ?? 0);
  let shape: NetworkShape | undefined;
  for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration += 1) {
    const network = assemble(circuit, layout, diodes, junctions);
    // The same elements are linked in every round, in the same order.
    shape ??= new NetworkShape(network);
    const solution = solveNetwork(network, shape);
    let isSettled = true;
    for (const [i, diode] of diodes.entries()) {
      const old = junctions[i] as number;
      const line = tangent(diode.law, old);
      const across = voltAt(layout, solution, diode.anode) - voltAt(layout, solution, diode.cathode);
      const wanted = across - diode.law.seriesOhm * (line.offsetA + line.slopeS * across);
      const next = limitedStep(diode.law, old, wanted);
      junctions[i] = next;
      const moved = Math.abs(wanted - old);
      const slope = tangent(diode.law, Math.max(old, wanted)).slopeS;
      if (moved > SETTLED_VOLT && moved * slope > SETTLED_AMP) isSettled = false;
    }
    if (isSettled) return succeed(report(circuit, layout, diodes, junctions, solution, iteration));
  }
  return fail('circuit-no-solution', `It did not settle in ${MOST_ITERATIONS} rounds.`);
}

/** Where a node stands: `offset` volts above its group, whose voltage is sought at `place`, or known to be 0. */
interface Standing {
  readonly place: number | null;
  readonly offset: number;
}

interface Layout {
  readonly size: number;
  readonly standing: ReadonlyMap<string, Standing>;
}

/** Groups the nodes that sources join and gives every group that is not held at 0 a place; null for a loop of sources. */
function layOutNodes(circuit: Circuit): Layout | null {
  const wires = new Map<string, string[]>([[GROUND, []]]);
  const bySource = new Map<string, Source[]>();
  for (const element of circuit) {
    const [a, b] = nodesOf(element);
    for (const node of [a, b]) if (!wires.has(node)) wires.set(node, []);
    if (element.kind === 'I') continue;
    wires.get(a)?.push(b);
    wires.get(b)?.push(a);
    if (element.kind === 'V')
      for (const node of [a, b]) bySource.set(node, [...(bySource.get(node) ?? []), element]);
  }
  const standing = new Map<string, Standing>();
  const reached = new Set<string>();
  let size = 0;
  // Ground holds its group at 0. A part of the circuit that ground does not reach is held at a source or a
  // resistor of it, never at a node that only hangs by the leak of a diode.
  const firm = circuit.flatMap((element) =>
    element.kind === 'V' || element.kind === 'R' ? [...nodesOf(element)] : [],
  );
  const sources = circuit.flatMap((element) => (element.kind === 'V' ? [element.minus] : []));
  for (const start of [GROUND, ...sources, ...firm, ...wires.keys()]) {
    const isLoose = !reached.has(start);
    if (isLoose) for (const node of reach(start, wires)) reached.add(node);
    if (standing.has(start)) continue;
    const place = isLoose ? null : size;
    if (place !== null) size += 1;
    if (!standGroup(start, place, bySource, standing)) return null;
  }
  return { size, standing };
}

function reach(start: string, wires: ReadonlyMap<string, readonly string[]>): ReadonlySet<string> {
  const seen = new Set<string>();
  const waiting = [start];
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if (seen.has(node)) continue;
    seen.add(node);
    waiting.push(...(wires.get(node) ?? []));
  }
  return seen;
}

/** Follows sources from a node to all of its group; false when one of them leads back into it. */
function standGroup(
  start: string,
  place: number | null,
  bySource: ReadonlyMap<string, readonly Source[]>,
  standing: Map<string, Standing>,
): boolean {
  standing.set(start, { place, offset: 0 });
  const used = new Set<Source>();
  const waiting = [start];
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    const { offset } = standing.get(node) as Standing;
    for (const source of bySource.get(node) ?? []) {
      if (used.has(source)) continue;
      used.add(source);
      const isMinus = source.minus === node;
      const other = isMinus ? source.plus : source.minus;
      if (standing.has(other)) return false;
      standing.set(other, { place, offset: isMinus ? offset + source.volt : offset - source.volt });
      waiting.push(other);
    }
  }
  return true;
}

function voltAt(layout: Layout, solution: Float64Array, node: string): number {
  const { place, offset } = layout.standing.get(node) as Standing;
  return place === null ? offset : (solution[place] as number) + offset;
}

function assemble(
  circuit: Circuit,
  layout: Layout,
  diodes: readonly Diode[],
  junctions: Float64Array,
): Network {
  const network = emptyNetwork(layout.size);
  const at = (node: string): Standing => layout.standing.get(node) as Standing;
  const current = (from: string, to: string, amp: number): void => {
    const i = at(from).place;
    const j = at(to).place;
    if (i !== null) inject(network, i, -amp);
    if (j !== null) inject(network, j, amp);
  };
  const conductance = (a: string, b: string, siemens: number): void => {
    const i = at(a).place;
    const j = at(b).place;
    if (i !== null && j !== null) link(network, i, j, siemens);
    else if (i !== null) linkToKnown(network, i, 0, siemens);
    else if (j !== null) linkToKnown(network, j, 0, siemens);
    const offset = at(a).offset - at(b).offset;
    if (offset !== 0) current(a, b, siemens * offset);
  };
  for (const element of circuit) {
    if (element.kind === 'R') conductance(element.a, element.b, 1 / element.ohm);
    else if (element.kind === 'I') current(element.from, element.to, element.amp);
  }
  for (const [i, diode] of diodes.entries()) {
    const line = tangent(diode.law, junctions[i] as number);
    conductance(diode.anode, diode.cathode, line.slopeS);
    current(diode.anode, diode.cathode, line.offsetA);
  }
  return network;
}

/** The line I = offset + slope·V that touches the curve of diode and series resistance at a junction voltage. */
function tangent(law: DiodeLaw, junctionV: number): { readonly slopeS: number; readonly offsetA: number } {
  const scale = law.ideality * THERMAL_VOLT;
  const grown = law.saturationA * Math.exp(Math.min(junctionV / scale, LARGEST_EXPONENT));
  const amp = grown - law.saturationA + JUNCTION_LEAK_S * junctionV;
  const slope = grown / scale + JUNCTION_LEAK_S;
  const share = 1 + slope * law.seriesOhm;
  return { slopeS: slope / share, offsetA: (amp - slope * junctionV) / share };
}

/** Keeps a junction from leaping up its exponential: above the critical voltage it may only climb by a logarithm. */
function limitedStep(law: DiodeLaw, old: number, wanted: number): number {
  const scale = law.ideality * THERMAL_VOLT;
  const critical = scale * Math.log(scale / (Math.SQRT2 * law.saturationA));
  if (wanted <= critical || Math.abs(wanted - old) <= 2 * scale) return wanted;
  if (old <= 0) return scale * Math.log(wanted / scale);
  const growth = 1 + (wanted - old) / scale;
  return growth > 0 ? old + scale * Math.log(growth) : critical;
}

function report(
  circuit: Circuit,
  layout: Layout,
  diodes: readonly Diode[],
  junctions: Float64Array,
  solution: Float64Array,
  iterations: number,
): OperatingPoint {
  const volts = new Map<string, number>();
  for (const node of layout.standing.keys()) volts.set(node, voltAt(layout, solution, node));
  const amps = new Map<string, number>();
  for (const element of circuit) {
    if (element.kind === 'R') {
      amps.set(
        element.name,
        ((volts.get(element.a) as number) - (volts.get(element.b) as number)) / element.ohm,
      );
    } else if (element.kind === 'I') amps.set(element.name, element.amp);
  }
  for (const [i, diode] of diodes.entries()) {
    const junction = junctions[i] as number;
    const scale = diode.law.ideality * THERMAL_VOLT;
    amps.set(diode.name, diode.law.saturationA * Math.expm1(junction / scale) + JUNCTION_LEAK_S * junction);
  }
  addSourceCurrents(circuit, amps);
  const byName = new Map(diodes.map(({ name }, i) => [name, junctions[i] as number]));
  return { volts, amps, iterations, junctions: byName };
}

/**
 * A source carries what its node's other elements bring: the sum at a node that has no other unknown source,
 * taken from node to node until all are known.
 */
function addSourceCurrents(circuit: Circuit, amps: Map<string, number>): void {
  const at = new Map<string, CircuitElement[]>();
  for (const element of circuit) {
    for (const node of nodesOf(element)) at.set(node, [...(at.get(node) ?? []), element]);
  }
  const left = new Set(circuit.filter((element): element is Source => element.kind === 'V'));
  for (let found = true; found && left.size > 0; ) {
    found = false;
    for (const source of left) {
      const node = [source.plus, source.minus].find(
        (end) =>
          end !== GROUND && at.get(end)?.every((element) => element === source || amps.has(element.name)),
      );
      if (node === undefined) continue;
      let inward = 0;
      for (const element of at.get(node) ?? []) {
        if (element === source) continue;
        const amp = amps.get(element.name) as number;
        inward += nodesOf(element)[1] === node ? amp : -amp;
      }
      amps.set(source.name, node === source.plus ? inward : -inward);
      left.delete(source);
      found = true;
    }
  }
}
