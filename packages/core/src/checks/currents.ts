/** What the checks by current go by: the circuit solved with everything switched on, as it is meant and as it is drawn. */
import { solveFaded, solvePlan } from '../circuit/faded.ts';
import { compileCircuit, type PlanPoint } from '../circuit/solve-plan.ts';
import { NOMINAL, stateOf } from '../circuit/state.ts';
import { touchesOf } from '../circuit/touches.ts';
import { describeProblem } from '../errors/problem.ts';
import type { Terminal } from '../joining/nets.ts';
import type { PlacedLight } from '../joining/sides.ts';
import { isLoneCoin } from '../parts/cells.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { type Circuit, circuitsOf } from '../power/circuits.ts';
import { type Fed, fedIn } from '../power/fed.ts';
import { type OperatingState, statesThatMatter, withContactsClosed } from '../power/operating-states.ts';
import { remembered } from '../units/remembered.ts';

/** Cells that are no longer fresh: a third of their charge is used (assumption). */
const AGED_CHARGE = 0.7;

/** A plan solved in one of its operating states. */
export interface Currents {
  readonly state: OperatingState;
  /** What is fed in that state: all else is meant to be dark. */
  readonly fed: Fed;
  /** The plan with everything in use. */
  readonly on: Plan;
  /** With nothing touching that should not. */
  readonly apart: PlanPoint;
  /** The same with cells that are no longer fresh; null where that has no answer. */
  readonly aged: PlanPoint | null;
  /** As drawn, with what touches touching; null where that has no answer. */
  readonly touching: PlanPoint | null;
}

/** The state with everything in use. */
function inUse(plan: Plan): Pick<Currents, 'state' | 'fed'> {
  const [state] = statesThatMatter(plan);
  return { state, fed: fedIn(plan, state.switches) };
}

/**
 * A plan solved just as it is set, for one who asks about that state alone; null where its circuit has no answer.
 */
export function currentsAsSet(plan: Plan, words: string): Currents | null {
  const switches = new Map(
    Object.values(plan.parts).flatMap(({ id, switchedOn }) =>
      switchedOn === undefined ? [] : [[id, switchedOn] as const],
    ),
  );
  const state: OperatingState = { id: 'asked', words, switches };
  return solved(plan, { state, fed: fedIn(plan, switches) });
}

/** Solves a plan for its checks; null where its circuit has no answer. Up to three solves. */
export const currentsOf = remembered(
  { name: 'currents of the checks', under: (plan: Plan) => plan },
  (plan): Currents | null => {
    return solved(withContactsClosed(plan), inUse(plan));
  },
);

function solved(on: Plan, stood: Pick<Currents, 'state' | 'fed'>): Currents | null {
  const apart = solvePlan(on, { touchOhm: null });
  if (!apart.ok) return null;
  const aged = solvePlan(on, { touchOhm: null, chargeLeft: AGED_CHARGE });
  const touching = touchesOf(on).length === 0 ? apart : solvePlan(on);
  return {
    ...stood,
    on,
    apart: apart.value,
    aged: aged.ok ? aged.value : null,
    touching: touching.ok ? touching.value : null,
  };
}

/** Why a plan, as it is set, has no findings by current, in a line; null where it has them. */
export function whyUnsolved(plan: Plan): string | null {
  const answer = solvePlan(plan, { touchOhm: null });
  return answer.ok ? null : describeProblem(answer.problem);
}

/** The circuit in a state, beginning from the one in use; null where that has no answer. Up to two solves. */
export function currentsIn(inUse: Currents, state: OperatingState): Currents | null {
  const { on } = inUse;
  const asked = { ...stateOf(on), switches: state.switches };
  const solve = (touchOhm: number | null): PlanPoint | null => {
    const compiled = compileCircuit(on, { touchOhm });
    if (!compiled.ok) return null;
    const solved = solveFaded(compiled.value, NOMINAL, { ...asked, touchOhm }, inUse.apart, true);
    return solved.ok ? solved.value : null;
  };
  const apart = solve(null);
  if (apart === null) return null;
  const touching = touchesOf(on).length === 0 ? apart : solve(asked.touchOhm);
  return { state, fed: fedIn(on, state.switches), on, apart, aged: null, touching };
}

/** Lights that one source or one pin feeds. */
export interface FedLights {
  /** For keys: the source's part, or `part.pin`. */
  readonly key: string;
  /** `holder`, `P3 of board`. */
  readonly name: string;
  readonly circuit: Circuit;
  readonly lights: readonly PlacedLight[];
}

/** The lights of every source that hang on it straight, and those of every pin; each light once, by the first that feeds it. */
export const fedLights = remembered({ name: 'fed lights', under: (plan: Plan) => plan }, findFedLights);

function findFedLights(plan: Plan): readonly FedLights[] {
  const seen = new Set<string>();
  const groups: FedLights[] = [];
  for (const circuit of circuitsOf(plan)) {
    const { source, lights, pinLights } = circuit;
    const own = lights.filter(({ id }) => !seen.has(id));
    if (own.length > 0) groups.push({ key: source.part.id, name: source.part.name, circuit, lights: own });
    const byPin = new Map<string, FedLights & { readonly lights: PlacedLight[] }>();
    for (const { light, pin } of pinLights) {
      if (seen.has(light.id)) continue;
      const key = `${pin.partId}.${pin.terminal}`;
      const known = byPin.get(key) ?? {
        key,
        name: pinName(plan, pin),
        circuit,
        lights: [],
      };
      known.lights.push(light);
      byPin.set(key, known);
    }
    groups.push(...byPin.values());
    for (const { lights: group } of groups) for (const { id } of group) seen.add(id);
  }
  return groups;
}

function pinName(plan: Plan, { partId, terminal }: Terminal): string {
  const part = plan.parts[partId];
  if (part === undefined) return terminal;
  const hole = kindOf(plan, part).holes.find((one) => one.terminal === terminal);
  return `${hole?.label ?? terminal} of ${part.name}`;
}

/** Whether a light is fed by a lone coin cell, whose own resistance holds its current back. */
export function isOnCoinCell({ source }: Circuit): boolean {
  return isLoneCoin(source.cell);
}
