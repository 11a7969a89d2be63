import { fail, type Problem, type Result, succeed } from '../errors/problem.ts';
import { stitchesOf, stitchesProblem } from './limits.ts';
import { misfiled } from './problems/unknown.ts';
import { problemOf, RECORD_RULES } from './record-rules.ts';
import { type Plan, TABLE_NAMES, TABLES, type TableName } from './schema.ts';

/** Checks a whole plan; the first problem found, with its path, or the plan itself. Fails with the first problem and its path. */
export function validatePlan(plan: Plan): Result<Plan> {
  const problem = firstProblem(plan);
  return problem === null ? succeed(plan) : { ok: false, problem };
}

function firstProblem(plan: Plan): Problem | null {
  if (Object.keys(plan.panels).length === 0) return fail('no-panel', '', 'panels').problem;
  for (const table of TABLE_NAMES) {
    const problem = misfiledProblem(plan, table);
    if (problem !== null) return problem;
  }
  for (const rule of RECORD_RULES) {
    if ('field' in rule) {
      const problem = rule.problem(plan);
      if (problem !== null) return problem;
      continue;
    }
    let stitches = 0;
    for (const [id, record] of Object.entries(plan[rule.table])) {
      const problem = problemOf(rule, plan, id);
      if (problem !== null) return problem;
      if (rule.table !== 'runs') continue;
      // One by one: when they are too many, the way of the next one is not worked out any more.
      stitches += stitchesOf(plan, record as Plan['runs'][string]);
      const tooMany = stitchesProblem(stitches);
      if (tooMany !== null) return tooMany;
    }
  }
  return null;
}

/** The first record of a table that lies under another id than its own. */
function misfiledProblem(plan: Plan, table: TableName): Problem | null {
  const { ownId } = TABLES[table];
  for (const [key, record] of Object.entries(plan[table])) {
    const own = (record as Readonly<Record<string, unknown>>)[ownId];
    if (own !== key) return misfiled(`${table}.${key}`, String(own));
  }
  return null;
}
