/** The operating point of a plan, with the regulators of its boards settled. */
import { type Result, succeed } from '../errors/problem.ts';
import { partsThatAre } from '../nets/sides.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import {
  type CircuitOptions,
  elementName,
  type PlanCircuit,
  planCircuit,
  type RegulatorState,
} from './plan-circuit.ts';
import { type OperatingPoint, solveDc } from './solve-dc.ts';

/** A regulator's current is settled to this; finer than any meter shows. */
const SETTLED_AMP = 1e-9;

/** What a regulator gives does not depend on what it takes, so two rounds settle one; a chain takes a round each. */
const MOST_ROUNDS = 20;

export interface SolvedPlan {
  readonly circuit: PlanCircuit;
  readonly point: OperatingPoint;
}

/** Solves a plan. Every regulator starts steady; once its input is below what it should give, it passes the input on. */
export function solvePlan(plan: Plan, options: Omit<CircuitOptions, 'regulators'> = {}): Result<SolvedPlan> {
  const boards = partsThatAre(plan, 'regulator');
  const regulators = new Map<string, RegulatorState>(
    boards.map((part) => [part.id, { isSteady: true, amp: 0 }]),
  );
  let last: OperatingPoint | undefined;
  for (let round = 1; ; round += 1) {
    const circuit = planCircuit(plan, { ...options, regulators });
    const solved = solveDc(circuit.elements, last);
    if (!solved.ok) return solved;
    last = solved.value;
    let isSettled = true;
    for (const part of boards) {
      const state = regulators.get(part.id);
      const [regulator] = elementsOf(kindOf(plan, part), 'regulator');
      if (state === undefined || regulator === undefined || !state.isSteady) continue;
      const volt = (terminal: string): number =>
        solved.value.volts.get(circuit.nodeOfTerminal(part.id, terminal)) ?? 0;
      const amp = -(solved.value.amps.get(elementName.regulator(part.id)) ?? 0);
      const isSteady = volt(regulator.input) - volt(regulator.ground) > regulator.volt;
      if (isSteady && Math.abs(amp - state.amp) < SETTLED_AMP) continue;
      regulators.set(part.id, { isSteady, amp });
      isSettled = false;
    }
    if (isSettled || round === MOST_ROUNDS) return succeed({ circuit, point: solved.value });
  }
}
