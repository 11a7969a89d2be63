/** A plan as another piece begins from it: all that is planned, nothing of what happened to the piece that was made from it. */
import { FIELDS, type Plan, TABLES } from './schema.ts';

/** The plan without ticks, readings, pauses and log, under its own id and name still. */
export function asTemplate(plan: Plan): Plan {
  const fields = Object.entries(FIELDS).flatMap(([name, form]) =>
    'isLog' in form && form.isLog ? [[name, form.empty]] : [],
  );
  const tables = Object.entries(TABLES).flatMap(([name, form]) =>
    'isLog' in form && form.isLog ? [[name, {}]] : [],
  );
  return { ...plan, ...Object.fromEntries([...fields, ...tables]) } as Plan;
}
