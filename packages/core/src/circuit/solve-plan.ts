/** A plan's circuit, compiled once and solved at any state, with the regulators of its boards settled. */

import { fail, type Result, succeed } from '../errors/problem.ts';
import { partsThatAre } from '../joining/sides.ts';
import { elementsOf, type PartElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { HoleRef, Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered, rememberedLast } from '../units/remembered.ts';
import { type CircuitPoint, CompiledCircuit } from './compiled-circuit.ts';
import { elementName, type PlanElements, planElements } from './plan-circuit.ts';
import type { PlanState, RegulatorState, World } from './state.ts';

/** A regulator's current is settled to this; finer than any meter shows. */
const SETTLED_AMP = 1e-9;

/** What a regulator gives does not depend on what it takes, so two rounds settle one; a chain takes a round each. */
const MOST_ROUNDS = 40;

/** A plan's circuit, ready to be solved at any charge. */
export interface CompiledPlan {
  /** The steady supplies that boards make, by the board's id. */
  readonly boards: ReadonlyArray<
    readonly [partId: string, regulator: Extract<PartElement, { kind: 'regulator' }>]
  >;
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
  /** As `ampOf`, at the moment when every pin that fades is on. */
  peakOf(name: string): number;
  /** The moments of a period, where pins fade (`faded.ts`). */
  readonly moments?: readonly PlanPoint[];
}

/**
 * Compiles the circuit of a plan: once for all plans that differ in nothing but names, locks, switches and levels, which are matters of
 * the state. Fails when its sources form a loop.
 */
export const compileCircuit = remembered(
  { name: 'compiled circuit', under: (plan: Plan) => plan },
  rememberedLast('last compiled circuit', sameCircuit, compileAnew),
);

/** Whether two plans make the same circuit in every state. O(parts), by reference where records are shared. */
function sameCircuit(a: Plan, b: Plan): boolean {
  if (a.runs !== b.runs || a.panels !== b.panels || a.ownParts !== b.ownParts) return false;
  if (a.spools !== b.spools || a.habits !== b.habits) return false;
  if (a.parts === b.parts) return true;
  const ids = Object.keys(a.parts);
  return (
    ids.length === Object.keys(b.parts).length &&
    ids.every((id) => {
      const [one, other] = [a.parts[id], b.parts[id]];
      return one === other || (one !== undefined && other !== undefined && samePart(one, other));
    })
  );
}

function samePart(a: Part, b: Part): boolean {
  return (
    a.kindId === b.kindId &&
    a.options === b.options &&
    a.colourId === b.colourId &&
    a.mateId === b.mateId &&
    a.turnDeg === b.turnDeg &&
    a.face === b.face &&
    a.at === b.at
  );
}

function compileAnew(plan: Plan): Result<CompiledPlan> {
  const elements = planElements(plan);
  const list = elements.all.map(({ element }) => element);
  const circuit = CompiledCircuit.of(list);
  if (!circuit.ok) return circuit;
  const byName = new Map(list.map(({ name }, i) => [name, i]));
  const boards = partsThatAre(plan, 'regulator').flatMap((part) => {
    const [regulator] = elementsOf(kindOf(plan, part), 'regulator');
    return regulator === undefined ? [] : [[part.id, regulator] as const];
  });
  return succeed({ boards, elements, circuit: circuit.value, byName });
}

/** Solves a compiled plan with the regulators as `state` has them. `near`: an answer at a state that differs a little. */
function solveOnce(
  { elements, circuit, byName }: CompiledPlan,
  world: World,
  state: PlanState,
  near?: CircuitPoint,
): Result<PlanPoint> {
  const values = Float64Array.from(elements.all, ({ element, valueAt }) => {
    const value = valueAt(state, world);
    if (element.kind === 'R') return value === null ? LEFT_OUT_S : 1 / value;
    return value ?? 0;
  });
  const solved = circuit.solve(values, near);
  if (!solved.ok) return solved;
  const point = solved.value;
  const voltOf = (node: string): number => {
    const number = circuit.nodeNumber(node);
    return number === undefined ? 0 : (point.volts[number] as number);
  };
  const ampOf = (name: string): number => {
    const place = byName.get(name);
    return place === undefined ? 0 : (point.amps[place] as number);
  };
  return succeed({
    state,
    point,
    voltAt: (partId, terminal) => voltOf(elements.nodeOfTerminal(partId, terminal)),
    voltAtHole: (ref) => voltOf(elements.nodeOfHole(ref)),
    ampOf,
    peakOf: ampOf,
  });
}

/** What an element lets through that is not there in a state: next to nothing, so that no part of the circuit is cut off, S. */
const LEFT_OUT_S = 1e-15;

/**
 * Solves a compiled plan in a world and a state; where both are others than before, only values are filled in anew. Every regulator starts
 * as `near` left it, or steady; once its input is below what it
 * should give, it passes the input on. Fails where no answer is found, and where the regulators do not settle.
 */
export function solveAt(
  compiledPlan: CompiledPlan,
  world: World,
  asked: PlanState,
  near?: PlanPoint,
): Result<PlanPoint> {
  const { boards } = compiledPlan;
  const regulators = new Map<string, RegulatorState>(
    boards.map(([partId]) => [partId, { isSteady: true, amp: near?.state.regulators.get(partId)?.amp ?? 0 }]),
  );
  let last = near?.point;
  for (let round = 1; round <= MOST_ROUNDS; round += 1) {
    const solved = solveOnce(compiledPlan, world, { ...asked, regulators: new Map(regulators) }, last);
    if (!solved.ok) return solved;
    const { point, voltAt, ampOf } = solved.value;
    last = point;
    let isSettled = true;
    for (const [partId, regulator] of boards) {
      const state = regulators.get(partId);
      if (state?.isSteady !== true) continue;
      const amp = -ampOf(elementName.regulator(partId));
      const isSteady = voltAt(partId, regulator.input) - voltAt(partId, regulator.ground) > regulator.volt;
      if (isSteady && Math.abs(amp - state.amp) < SETTLED_AMP) continue;
      regulators.set(partId, { isSteady, amp });
      isSettled = false;
    }
    if (isSettled) return solved;
  }
  return fail('supplies-unsettled');
}
