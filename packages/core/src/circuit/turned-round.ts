/**
 * What the solved circuit finds the wrong way round: volts the other way lie across it, and with its ends exchanged it would be fed as it should,
 * or light.
 */
import { lightsIn, type PlacedLight } from '../joining/sides.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { fedIn } from '../power/fed.ts';
import { pinsAt } from '../power/pins-at.ts';
import { remembered } from '../units/remembered.ts';
import { solveFaded } from './faded.ts';
import { compileTry, type PlanPoint } from './solve-plan.ts';
import { NOMINAL, type PlanState, stateOf, TURNED } from './state.ts';
import { isLitAt } from './will-it-light.ts';

/** Volts the other way that are more than what leaks and what rounds, V (assumption). */
const REVERSE_V = 0.05;
/** What chips bear the other way, V (memory of typical datasheets: 0.3 V is the usual limit). */
const CHIP_REVERSE_V = 0.3;

/**
 * The ids of lights, and of parts with a load, that are the wrong way round in the state of a solved plan, in plan order. A light between two pins
 * never is: a program may drive them either way. Solved anew only where the ends of such a light are not straight on those of a source: once, and
 * once more for each light that does not light when all are turned together.
 */
export const turnedRound = remembered(
  { name: 'turned round', under: (_plan: Plan, point: PlanPoint) => point },
  (plan, point): ReadonlySet<string> => new Set([...turnedLights(plan, point), ...turnedLoads(plan, point)]),
);

function turnedLights(plan: Plan, point: PlanPoint): readonly string[] {
  const suspects = lightsIn(plan).filter(({ id, part, light }) => {
    const isByPins = [light.plus, light.minus].every((end) => pinsAt(plan)(part, end).length > 0);
    const volt = least(point, ({ voltAt }) => voltAt(part.id, light.plus) - voltAt(part.id, light.minus));
    return !isByPins && volt < -REVERSE_V && !isLitAt(plan, point, id);
  });
  if (suspects.length === 0) return [];
  const { switches, chargeLeft, touchOhm } = point.state;
  const fed = fedIn(plan, switches);
  const isPlain = ({ part, light }: PlacedLight): boolean =>
    fed.has(part, { plus: light.minus, minus: light.plus });
  const plain = suspects.filter(isPlain);
  if (plain.length === suspects.length) return plain.map(({ id }) => id);
  const compiled = compileTry(plan, { isApart: touchOhm === null, turnable: true });
  if (!compiled.ok) return [];
  const state: PlanState = { ...stateOf(plan), switches, chargeLeft, touchOhm };
  const litTurned = (ids: readonly string[]): readonly string[] => {
    const turned = new Set(ids);
    const forwardShiftV = (name: string): number => {
      const own = name.endsWith(TURNED) ? name.slice(0, -TURNED.length) : name;
      return name.endsWith(TURNED) === turned.has(own) ? 0 : Number.POSITIVE_INFINITY;
    };
    const solved = solveFaded(compiled.value, { ...NOMINAL, forwardShiftV }, state);
    if (!solved.ok) return [];
    return ids.filter((id) => isLitAt(plan, solved.value, `${id}${TURNED}`));
  };
  // What lights with all of them turned lights alone, too: then fewer share the current.
  const together = new Set(litTurned(suspects.map(({ id }) => id)));
  return suspects.flatMap((one) =>
    isPlain(one) || together.has(one.id) || litTurned([one.id]).length > 0 ? [one.id] : [],
  );
}

function turnedLoads(plan: Plan, point: PlanPoint): readonly string[] {
  return Object.values(plan.parts).flatMap((part) => {
    const isTurned = elementsOf(kindOf(plan, part), 'load').some(
      ({ plus, minus }) =>
        least(point, ({ voltAt }) => voltAt(part.id, plus) - voltAt(part.id, minus)) < -CHIP_REVERSE_V,
    );
    return isTurned ? [part.id] : [];
  });
}

function least(point: PlanPoint, of: (moment: PlanPoint) => number): number {
  return Math.min(...(point.moments ?? [{ point }]).map((moment) => of(moment.point)));
}
