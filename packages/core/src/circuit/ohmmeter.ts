/** What an ohmmeter reads on the sewn piece, with the cells out and lights, loads and chips counted as open. */
import { kindOf } from '../plan/kind-of.ts';
import type { HoleRef } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import {
  emptyNetwork,
  factorNetwork,
  link,
  linkToKnown,
  type Network,
  type NetworkSolver,
} from './network-solve.ts';
import { planCircuit } from './plan-circuit.ts';

/** From here up a household meter shows "open" (assumption: 20 MΩ range). */
const OPEN_READING_OHM = 2e7;

/** A meter laid to one plan as its contacts stand. */
export interface Ohmmeter {
  /** Ω between two holes; Infinity where they are not joined, or as good as not. */
  between(a: HoleRef, b: HoleRef): number;
}

/** Where a node stands: in which part of the circuit, and at which of its unknowns (null: the one that is held at 0). */
interface NodePlace {
  readonly part: number;
  readonly unknown: number | null;
}

/**
 * A meter for a plan. Laying it costs O(elements); the first reading in each separate part of the circuit costs one
 * solve of that part, every other one only what the solve has left.
 */
export function ohmmeterOn(plan: Plan): Ohmmeter {
  const circuit = planCircuit(plan, { cellsOut: true });
  const resistors = circuit.elements.filter((element) => element.kind === 'R');
  const neighbours = new Map<string, string[]>();
  const neighboursOf = (node: string): string[] => {
    const own = neighbours.get(node) ?? [];
    neighbours.set(node, own);
    return own;
  };
  for (const { a, b } of resistors) {
    neighboursOf(a).push(b);
    neighboursOf(b).push(a);
  }
  const places = new Map<string, NodePlace>();
  const sizes: number[] = [];
  for (const start of neighbours.keys()) {
    if (places.has(start)) continue;
    const part = sizes.length;
    let size = 0;
    places.set(start, { part, unknown: null });
    const waiting = [start];
    for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
      for (const next of neighbours.get(node) ?? []) {
        if (places.has(next)) continue;
        places.set(next, { part, unknown: size });
        size += 1;
        waiting.push(next);
      }
    }
    sizes.push(size);
  }
  const placeOf = (node: string): NodePlace => places.get(node) as NodePlace;
  const members = sizes.map((): (typeof resistors)[number][] => []);
  for (const element of resistors) members[placeOf(element.a).part]?.push(element);

  const solvers: NetworkSolver[] = [];
  const solverOf = (part: number): NetworkSolver => {
    const known = solvers[part];
    if (known !== undefined) return known;
    const network: Network = emptyNetwork(sizes[part] as number);
    for (const { a, b, ohm } of members[part] ?? []) {
      const [i, j] = [placeOf(a).unknown, placeOf(b).unknown];
      if (i !== null && j !== null) link(network, i, j, 1 / ohm);
      else if (i !== null) linkToKnown(network, i, 0, 1 / ohm);
      else if (j !== null) linkToKnown(network, j, 0, 1 / ohm);
    }
    const fresh = factorNetwork(network);
    solvers[part] = fresh;
    return fresh;
  };
  const nodeOf = (ref: HoleRef): string => circuit.nodeOfTerminal(ref.partId, terminalName(plan, ref));

  return {
    between(a, b) {
      const [from, to] = [nodeOf(a), nodeOf(b)];
      if (from === to) return 0;
      const [one, other] = [places.get(from), places.get(to)];
      if (one === undefined || other === undefined || one.part !== other.part)
        return Number.POSITIVE_INFINITY;
      const ohm = solverOf(one.part).ohmsBetween(one.unknown, other.unknown);
      return ohm > OPEN_READING_OHM ? Number.POSITIVE_INFINITY : ohm;
    },
  };
}

function terminalName(plan: Plan, ref: HoleRef): string {
  const part = plan.parts[ref.partId];
  return part === undefined
    ? ''
    : (kindOf(plan, part).holes.find((hole) => hole.id === ref.holeId)?.terminal ?? '');
}
