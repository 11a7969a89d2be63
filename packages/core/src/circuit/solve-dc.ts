/** The steady state of a circuit by the names of its nodes and elements; `compiled-circuit.ts` does the work. */
import { type Result, succeed } from '../errors/problem.ts';
import type { Circuit } from './circuit.ts';
import { CompiledCircuit } from './compiled-circuit.ts';

export interface OperatingPoint {
  /** Volts against ground, by node. Nodes of a part of the circuit without ground count from a node of their own. */
  readonly volts: ReadonlyMap<string, number>;
  /** Amperes through each element from its first node to its second (a source that delivers is negative). */
  readonly amps: ReadonlyMap<string, number>;
  readonly iterations: number;
}

/** Solves for all voltages and currents. Fails when the circuit has no unique answer (a loop of ideal sources). */
export function solveDc(circuit: Circuit): Result<OperatingPoint> {
  const compiled = CompiledCircuit.of(circuit);
  if (!compiled.ok) return compiled;
  const solved = compiled.value.solve(compiled.value.values());
  if (!solved.ok) return solved;
  const { volts, amps, iterations } = solved.value;
  return succeed({
    volts: new Map(compiled.value.nodes.map((node, i) => [node, volts[i] as number])),
    amps: new Map(circuit.map(({ name }, i) => [name, amps[i] as number])),
    iterations,
  });
}
