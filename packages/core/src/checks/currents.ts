/** What the checks by current go by: the circuit solved with everything switched on, as it is meant and as it is drawn. */
import { solvePlan } from '../circuit/faded.ts';
import type { PlanPoint } from '../circuit/solve-plan.ts';
import { touchesOf } from '../circuit/touches.ts';
import type { Terminal } from '../joining/nets.ts';
import type { PlacedLight } from '../joining/sides.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { type Circuit, circuitsOf } from '../power/circuits.ts';
import { withContactsClosed } from '../power/contacts.ts';
import { remembered } from '../units/remembered.ts';

/** Cells that are no longer fresh: a third of their charge is used (assumption). */
const AGED_CHARGE = 0.7;

/** The plan with everything on, solved. */
export interface Currents {
  readonly on: Plan;
  /** With nothing touching that should not. */
  readonly apart: PlanPoint;
  /** The same with cells that are no longer fresh; null where that has no answer. */
  readonly aged: PlanPoint | null;
  /** As drawn, with what touches touching; null where that has no answer. */
  readonly touching: PlanPoint | null;
}

/** Solves a plan for its checks; null where its circuit has no answer. Up to three solves. */
export const currentsOf = remembered(
  { name: 'currents of the checks', under: (plan: Plan) => plan },
  (plan): Currents | null => {
    const on = withContactsClosed(plan);
    const apart = solvePlan(on, { touchOhm: null });
    if (!apart.ok) return null;
    const aged = solvePlan(on, { touchOhm: null, chargeLeft: AGED_CHARGE });
    const touching = touchesOf(plan).length === 0 ? apart : solvePlan(on);
    return {
      on,
      apart: apart.value,
      aged: aged.ok ? aged.value : null,
      touching: touching.ok ? touching.value : null,
    };
  },
);

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
  return source.cellKind.noun === 'coin cell' && source.cell.count === 1 && source.cell.boostV === undefined;
}
