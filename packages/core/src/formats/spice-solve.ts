/** The operating point of a netlist. */
import type { Circuit, CircuitElement } from '../circuit/circuit.ts';
import { type CircuitPoint, CompiledCircuit } from '../circuit/compiled-circuit.ts';
import { fail, type Result, succeed } from '../errors/problem.ts';
import { beyondSense, netlistProblem, sourceLoop } from './spice-problems.ts';
import { readNetlist, type SpiceCircuit, type SpiceElement } from './spice-read.ts';

/** An operating point by name: nodes and elements as they are written, nodes in small letters. */
export interface NetlistPoint {
  readonly title: string;
  /** Volts against ground. */
  readonly nodes: Readonly<Record<string, number>>;
  /** Amperes through each element from its first node to its second; a source that delivers is negative. */
  readonly elements: Readonly<Record<string, number>>;
}

/** A switch that flips so often does not settle; a boost is settled much sooner. */
const MOST_ROUNDS = 200;
/** A boost's input is settled to this share of it, and to what rounding leaves where none flows, A. */
const SETTLED_SHARE = 1e-12;
const SETTLED_AMP = 1e-13;

/** Reads a netlist and solves it. Fails with the line that cannot be read, or where there is no answer. */
export function solveNetlist(text: string): Result<NetlistPoint> {
  const read = readNetlist(text);
  return read.ok ? solveSpice(read.value) : read;
}

/** Solves a netlist that is read. Switches go by their voltages and boosts by what they give, round by round until they stay. Fails where it has no finite answer. */
function solveSpice({ title, elements }: SpiceCircuit): Result<NetlistPoint> {
  const problem = netlistProblem(elements);
  if (problem !== null) return fail('netlist-no-answer', problem);
  const compiled = CompiledCircuit.of(elements.map(elementOf));
  if (!compiled.ok) return fail('netlist-no-answer', sourceLoop(elements));
  const circuit = compiled.value;
  const values = circuit.values();
  const bySource = new Map(elements.map(({ name }, i) => [name.toLowerCase(), i]));
  const boosts = new Map(elements.flatMap(({ kind }, i) => (kind === 'B' ? [[i, new BoostSearch()]] : [])));
  let point: CircuitPoint | undefined;
  for (let round = 1; round <= MOST_ROUNDS; round += 1) {
    const solved: Result<CircuitPoint> = circuit.solve(values, point);
    if (!solved.ok)
      return fail('netlist-no-answer', 'No volts and currents were found that fit all its elements.');
    point = solved.value;
    const { volts, amps } = solved.value;
    const voltAt = (node: string): number => volts[circuit.nodeNumber(node) ?? -1] ?? 0;
    let isSettled = true;
    for (const [i, element] of elements.entries()) {
      const sourceAmp = amps[bySource.get(sourceOf(element)) ?? -1] ?? 0;
      const value = values[i] as number;
      const next =
        element.kind === 'B'
          ? (boosts.get(i)?.next(value, boostAmp(element, voltAt, sourceAmp)) ?? null)
          : nextValue(element, value, voltAt);
      if (next === null) continue;
      values[i] = next;
      isSettled = false;
    }
    if (!isSettled) continue;
    const beyond = beyondSense(elements, solved.value);
    return beyond === null
      ? succeed(namedPoint(title, circuit, elements, solved.value))
      : fail('netlist-no-answer', beyond);
  }
  return fail('netlist-no-answer', 'A switch or a boost in it does not settle.');
}

function sourceOf(element: SpiceElement): string {
  return element.kind === 'B' ? element.source : '';
}

/** What a switch's value has to be after a round; null where it may stay. */
function nextValue(element: SpiceElement, value: number, voltAt: (node: string) => number): number | null {
  if (element.kind !== 'S') return null;
  const { onOhm, offOhm, thresholdV, hysteresisV } = element.law;
  const volt = voltAt(element.plus) - voltAt(element.minus);
  const siemens =
    volt > thresholdV + hysteresisV ? 1 / onOhm : volt < thresholdV - hysteresisV ? 1 / offOhm : value;
  return siemens === value ? null : siemens;
}

/** What a boost takes in by its law, A, at the volts of a round. */
function boostAmp(
  { output, efficiency, input, leastV }: Extract<SpiceElement, { kind: 'B' }>,
  voltAt: (node: string) => number,
  sourceAmp: number,
): number {
  const between = ([a, b]: readonly [string, string]): number => voltAt(a) - voltAt(b);
  return (between(output) * -sourceAmp) / (efficiency * Math.max(between(input), leastV));
}

/**
 * Looks for the current at which a boost's law gives that current again: by the secant of the last two rounds (textbook), which comes from
 * below to the smaller of two such currents, the one a boost settles at.
 */
class BoostSearch {
  #before: { readonly amp: number; readonly short: number } | null = null;

  /** The current to try next; null once it is settled. */
  next(amp: number, wanted: number): number | null {
    const short = wanted - amp;
    if (Math.abs(short) <= Math.max(SETTLED_SHARE * Math.abs(wanted), SETTLED_AMP)) return null;
    const before = this.#before;
    this.#before = { amp, short };
    if (before === null || before.short === short) return wanted;
    const secant = amp + (short * (amp - before.amp)) / (before.short - short);
    // A secant that leads back, or beyond all sense, is none of a law that settles.
    return short > 0 === secant > amp && Number.isFinite(secant) ? secant : wanted;
  }
}

function elementOf(element: SpiceElement): CircuitElement {
  const { name, a, b } = element;
  switch (element.kind) {
    case 'R':
      return { kind: 'R', name, a, b, ohm: element.value };
    case 'V':
      return { kind: 'V', name, plus: a, minus: b, volt: element.value };
    case 'I':
      return { kind: 'I', name, from: a, to: b, amp: element.value };
    case 'D':
      return { kind: 'D', name, anode: a, cathode: b, law: element.law };
    case 'S':
      return { kind: 'R', name, a, b, ohm: element.startsOn ? element.law.onOhm : element.law.offOhm };
    case 'B':
      return { kind: 'I', name, from: a, to: b, amp: 0 };
  }
}

function namedPoint(
  title: string,
  circuit: CompiledCircuit,
  elements: readonly SpiceElement[],
  { volts, amps }: CircuitPoint,
): NetlistPoint {
  const used: Circuit = circuit.elements;
  return {
    title,
    nodes: Object.fromEntries(circuit.nodes.map((node, i) => [node, volts[i] as number])),
    elements: Object.fromEntries(used.map((_, i) => [(elements[i] as SpiceElement).name, amps[i] as number])),
  };
}
