/** A plan as another piece begins from it: all that is planned, nothing of what happened to the piece that was made from it. */
import { newPlan } from './new-plan.ts';
import { FIELD_NAMES, isLog, type Plan, TABLE_NAMES } from './schema.ts';

/** The plan without ticks, readings, pauses and log, under its own id and name still. */
export function asTemplate(plan: Plan): Plan {
  const fresh = newPlan(plan.id, plan.name);
  const happened = [...FIELD_NAMES, ...TABLE_NAMES].filter(isLog);
  return { ...plan, ...Object.fromEntries(happened.map((name) => [name, fresh[name]])) };
}
