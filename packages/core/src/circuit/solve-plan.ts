/** A plan's circuit, compiled once and solved at any state, with the regulators of its boards settled. */

import { fail, type Result, succeed } from '../errors/problem.ts';
import { partsThatAre } from '../nets/sides.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { HoleRef } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';
import { type CircuitPoint, CompiledCircuit } from './compiled-circuit.ts';
import {
  elementName,
  FRESH,
  type PlanElements,
  type PlanState,
  planElements,
  type RegulatorState,
} from './plan-circuit.ts';

/** A regulator's current is settled to this; finer than any meter shows. */
const SETTLED_AMP = 1e-9;

/** What a regulator gives does not depend on what it takes, so two rounds settle one; a chain takes a round each. */
const MOST_ROUNDS = 40;

/** A plan's circuit, ready to be solved at any charge. */
export interface CompiledPlan {
  readonly plan: Plan;
  readonly elements: PlanElements;
  readonly circuit: CompiledCircuit;
  /** The place of each element by its name. */
  readonly byName: ReadonlyMap<string, number>;
}

/** The answer at one state. */
export interface PlanPoint {
  /** As the regulators have settled. */
  readonly state: PlanState;
  /** Where a solve at another state may begin. */
  readonly point: CircuitPoint;
  /** Volts of a conductor inside a part against ground; 0 where nothing hangs on it. */
  voltAt(partId: string, terminal: string): number;
  /** Volts of the thread at a hole. */
  voltAtHole(ref: HoleRef): number;
  /** Amperes through an element, by its name; 0 where there is none. */
  ampOf(name: string): number;
}

/** Compiles the circuit of a plan; remembered for the same plan. Fails when its sources form a loop. */
export const compileCircuit = remembered(
  { name: 'compiled circuit', under: (plan: Plan) => plan },
  compileAnew,
);

function compileAnew(plan: Plan): Result<CompiledPlan> {
  const elements = planElements(plan);
  const list = elements.all.map(({ element }) => element);
  const circuit = CompiledCircuit.of(list);
  if (!circuit.ok) return circuit;
  const byName = new Map(list.map(({ name }, i) => [name, i]));
  return succeed({ plan, elements, circuit: circuit.value, byName });
}

/** Solves a compiled plan with the regulators as `state` has them. `near`: an answer at a state that differs a little. */
function solveOnce(
  { elements, circuit, byName }: CompiledPlan,
  state: PlanState,
  near?: CircuitPoint,
): Result<PlanPoint> {
  const values = Float64Array.from(elements.all, ({ element, valueAt }) => {
    const value = valueAt(state);
    return value === null ? 0 : element.kind === 'R' ? 1 / value : value;
  });
  const solved = circuit.solve(values, near);
  if (!solved.ok) return solved;
  const point = solved.value;
  const voltOf = (node: string): number => {
    const number = circuit.nodeNumber(node);
    return number === undefined ? 0 : (point.volts[number] as number);
  };
  return succeed({
    state,
    point,
    voltAt: (partId, terminal) => voltOf(elements.nodeOfTerminal(partId, terminal)),
    voltAtHole: (ref) => voltOf(elements.nodeOfHole(ref)),
    ampOf: (name) => {
      const place = byName.get(name);
      return place === undefined ? 0 : (point.amps[place] as number);
    },
  });
}

/**
 * Solves a compiled plan at a charge of its cells. Every regulator starts as `near` left it, or steady; once its input is below what it
 * should give, it passes the input on. Fails where no answer is found, and where the regulators do not settle.
 */
export function solveAt(compiledPlan: CompiledPlan, chargeLeft: number, near?: PlanPoint): Result<PlanPoint> {
  const { plan } = compiledPlan;
  const boards = partsThatAre(plan, 'regulator');
  const regulators = new Map<string, RegulatorState>(
    boards.map((part) => [part.id, { isSteady: true, amp: near?.state.regulators.get(part.id)?.amp ?? 0 }]),
  );
  let last = near?.point;
  for (let round = 1; round <= MOST_ROUNDS; round += 1) {
    const solved = solveOnce(compiledPlan, { chargeLeft, regulators: new Map(regulators) }, last);
    if (!solved.ok) return solved;
    const { point, voltAt, ampOf } = solved.value;
    last = point;
    let isSettled = true;
    for (const part of boards) {
      const state = regulators.get(part.id);
      const [regulator] = elementsOf(kindOf(plan, part), 'regulator');
      if (state === undefined || regulator === undefined || !state.isSteady) continue;
      const amp = -ampOf(elementName.regulator(part.id));
      const isSteady = voltAt(part.id, regulator.input) - voltAt(part.id, regulator.ground) > regulator.volt;
      if (isSteady && Math.abs(amp - state.amp) < SETTLED_AMP) continue;
      regulators.set(part.id, { isSteady, amp });
      isSettled = false;
    }
    if (isSettled) return solved;
  }
  return fail('supplies-unsettled');
}

/** Solves a plan with fresh cells, or at another charge. */
export function solvePlan(plan: Plan, chargeLeft = FRESH.chargeLeft): Result<PlanPoint> {
  const ready = compileCircuit(plan);
  return ready.ok ? solveAt(ready.value, chargeLeft) : ready;
}
