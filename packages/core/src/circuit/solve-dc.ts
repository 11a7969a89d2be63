/**
 * The steady state of a circuit: modified nodal analysis with Newton iteration (standard method). Each diode
 * is replaced by the straight line that touches its curve at the last junction voltage; its series
 * resistance is folded into that line, so it needs no node of its own. The step of a junction voltage is
 * limited where the exponential is steep, as circuit simulators do.
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
import { addTo, maybeSolve, type SparseSystem, sparseSystem } from './sparse-solve.ts';

/** Conductance laid over every junction so that reversed diodes do not cut a node off; bounds its error to 1e-14 A. */
const JUNCTION_LEAK_S = 1e-15;

/** Newton stops when no junction moves by more than this: far below what any meter shows. */
const SETTLED_VOLT = 1e-11;

/**
 * Where picoamperes meet tenths of an ohm (an open switch, dark lights in a chain), doubles lose the last
 * digits of a voltage and Newton keeps trembling. After this many rounds a tremble that changes no current by
 * a picoampere is taken as settled: no meter and no eye sees it.
 */
const PATIENT_ITERATIONS = 80;
const TREMBLE_AMP = 1e-12;

const MOST_ITERATIONS = 300;

export interface OperatingPoint {
  /** Volts against ground, by node. Nodes of a part of the circuit without ground count from a node of their own. */
  readonly volts: ReadonlyMap<string, number>;
  /** Amperes through each element from its first node to its second (a source that delivers is negative). */
  readonly amps: ReadonlyMap<string, number>;
  readonly iterations: number;
}

type Diode = Extract<CircuitElement, { kind: 'D' }>;

/** Solves for all voltages and currents. Fails when the circuit has no unique answer (a loop of ideal sources). */
export function solveDc(circuit: Circuit): Result<OperatingPoint> {
  const layout = layOutUnknowns(circuit);
  const diodes = circuit.filter((element): element is Diode => element.kind === 'D');
  const junctions = new Float64Array(diodes.length);
  for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration += 1) {
    const system = assemble(circuit, layout, diodes, junctions);
    const solution = maybeSolve(system);
    if (solution === null) return fail('circuit-no-solution', 'Its equations contradict each other.');
    let moved = 0;
    let trembled = 0;
    for (const [i, diode] of diodes.entries()) {
      const old = junctions[i] as number;
      const line = tangent(diode.law, old);
      const across = voltAt(layout, solution, diode.anode) - voltAt(layout, solution, diode.cathode);
      const wanted = across - diode.law.seriesOhm * (line.offsetA + line.slopeS * across);
      const next = limitedStep(diode.law, old, wanted);
      junctions[i] = next;
      moved = Math.max(moved, Math.abs(next - old));
      trembled = Math.max(
        trembled,
        Math.abs(next - old) * Math.max(line.slopeS, tangent(diode.law, next).slopeS),
      );
    }
    if (moved < SETTLED_VOLT || (iteration > PATIENT_ITERATIONS && trembled < TREMBLE_AMP)) {
      return succeed(report(circuit, layout, diodes, junctions, solution, iteration));
    }
  }
  return fail('circuit-no-solution', `It did not settle in ${MOST_ITERATIONS} rounds.`);
}

interface Layout {
  readonly rowOfNode: ReadonlyMap<string, number>;
  readonly rowOfSource: ReadonlyMap<string, number>;
  readonly size: number;
  /** One node of every part of the circuit that ground does not reach. */
  readonly anchors: readonly string[];
}

function layOutUnknowns(circuit: Circuit): Layout {
  const rowOfNode = new Map<string, number>();
  const rowOfSource = new Map<string, number>();
  const neighbours = new Map<string, string[]>([[GROUND, []]]);
  for (const element of circuit) {
    const [a, b] = nodesOf(element);
    for (const node of [a, b]) {
      if (node !== GROUND && !rowOfNode.has(node)) rowOfNode.set(node, rowOfNode.size);
      if (!neighbours.has(node)) neighbours.set(node, []);
    }
    if (element.kind === 'I') continue;
    neighbours.get(a)?.push(b);
    neighbours.get(b)?.push(a);
  }
  let size = rowOfNode.size;
  for (const element of circuit) {
    if (element.kind !== 'V') continue;
    rowOfSource.set(element.name, size);
    size += 1;
  }
  const seen = new Set<string>();
  const anchors: string[] = [];
  for (const start of neighbours.keys()) {
    if (seen.has(start)) continue;
    if (start !== GROUND) anchors.push(start);
    const waiting = [start];
    for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
      if (seen.has(node)) continue;
      seen.add(node);
      waiting.push(...(neighbours.get(node) ?? []));
    }
  }
  return { rowOfNode, rowOfSource, size, anchors };
}

function voltAt(layout: Layout, solution: Float64Array, node: string): number {
  const row = layout.rowOfNode.get(node);
  return row === undefined ? 0 : (solution[row] as number);
}

function assemble(
  circuit: Circuit,
  layout: Layout,
  diodes: readonly Diode[],
  junctions: Float64Array,
): SparseSystem {
  const system = sparseSystem(layout.size);
  const row = (node: string): number | undefined => layout.rowOfNode.get(node);
  const conductance = (a: string, b: string, siemens: number): void => {
    const i = row(a);
    const j = row(b);
    if (i !== undefined) addTo(system, i, i, siemens);
    if (j !== undefined) addTo(system, j, j, siemens);
    if (i !== undefined && j !== undefined) {
      addTo(system, i, j, -siemens);
      addTo(system, j, i, -siemens);
    }
  };
  const current = (from: string, to: string, amp: number): void => {
    const i = row(from);
    const j = row(to);
    if (i !== undefined) system.right[i] = (system.right[i] as number) - amp;
    if (j !== undefined) system.right[j] = (system.right[j] as number) + amp;
  };
  for (const element of circuit) {
    if (element.kind === 'R') conductance(element.a, element.b, 1 / element.ohm);
    else if (element.kind === 'I') current(element.from, element.to, element.amp);
    else if (element.kind === 'V') {
      const k = layout.rowOfSource.get(element.name) as number;
      for (const [node, sign] of [
        [element.plus, 1],
        [element.minus, -1],
      ] as const) {
        const i = row(node);
        if (i === undefined) continue;
        addTo(system, i, k, sign);
        addTo(system, k, i, sign);
      }
      system.right[k] = element.volt;
    }
  }
  for (const [i, diode] of diodes.entries()) {
    const line = tangent(diode.law, junctions[i] as number);
    conductance(diode.anode, diode.cathode, line.slopeS);
    current(diode.anode, diode.cathode, line.offsetA);
  }
  for (const anchor of layout.anchors) conductance(anchor, GROUND, 1);
  return system;
}

/** The line I = offset + slope·V that touches the curve of diode and series resistance at a junction voltage. */
function tangent(law: DiodeLaw, junctionV: number): { readonly slopeS: number; readonly offsetA: number } {
  const scale = law.ideality * THERMAL_VOLT;
  const grown = law.saturationA * Math.exp(junctionV / scale);
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
  const volts = new Map<string, number>([[GROUND, 0]]);
  for (const node of layout.rowOfNode.keys()) volts.set(node, voltAt(layout, solution, node));
  const amps = new Map<string, number>();
  for (const element of circuit) {
    const [a, b] = nodesOf(element);
    if (element.kind === 'R')
      amps.set(element.name, ((volts.get(a) ?? 0) - (volts.get(b) ?? 0)) / element.ohm);
    else if (element.kind === 'I') amps.set(element.name, element.amp);
    else if (element.kind === 'V') {
      amps.set(element.name, solution[layout.rowOfSource.get(element.name) as number] as number);
    }
  }
  for (const [i, diode] of diodes.entries()) {
    const junction = junctions[i] as number;
    const scale = diode.law.ideality * THERMAL_VOLT;
    amps.set(diode.name, diode.law.saturationA * Math.expm1(junction / scale) + JUNCTION_LEAK_S * junction);
  }
  return { volts, amps, iterations };
}
