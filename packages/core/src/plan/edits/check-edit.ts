import * as v from 'valibot';
import { fail, type Problem, type Result, succeed } from '../../errors/problem.ts';
import { applyEdit, type Change, type Edit } from '../edit.ts';
import { countProblem, countStitches, stitchesOf, stitchesProblem } from '../limits.ts';
import { goingWith, orphanedOnPanels } from '../orphans.ts';
import { problemOf, RECORD_RULES, type RecordRule, type Touched } from '../record-rules.ts';
import { FIELDS, type FieldName, type Plan, TABLE_NAMES, TABLES, type TableName } from '../schema.ts';
import { describeIssue } from '../schema-issue.ts';
import { seamWidthProblem } from './seam-width-problem.ts';
import { sewnProblem } from './sewn-problem.ts';

/**
 * The gate every intent passes: an edit is only given out when the records it touches, and those that hang on
 * them, are sound in the plan it would make, and every record has the form that the plan
 * file takes: what can be made can be saved and opened again. The plan itself stays untouched. Fails with the first thing that would not be sound, and its path.
 */
export function checkEdit(plan: Plan, label: string, asked: readonly Change[]): Result<Edit> {
  const going = goingWith(asked);
  const orphans = RECORD_RULES.flatMap((rule) => rule.orphans?.(plan, going) ?? []);
  // What goes with its panel may hang on something else that goes, too.
  const alone = orphanedOnPanels(plan, goingWith([...asked, ...orphans]));
  const changes = [...asked, ...orphans, ...alone];
  const edit: Edit = { label, changes };
  for (const change of changes) {
    const problem = formProblem(change);
    if (problem !== null) return { ok: false, problem };
  }
  const next = applyEdit(plan, edit);
  const problem =
    countProblem(next, plan) ??
    sewnProblem(plan, next, changes) ??
    ruleProblem(plan, next, changes) ??
    seamWidthProblem(plan, next, changes);
  return problem === null ? succeed(edit) : { ok: false, problem };
}

/** The first rule that the next plan breaks, among those that the changes touch. */
function ruleProblem(plan: Plan, next: Plan, changes: readonly Change[]): Problem | null {
  const fields = new Set<FieldName>();
  const ids = Object.fromEntries(TABLE_NAMES.map((table) => [table, new Set<string>()])) as unknown as Record<
    TableName,
    Set<string>
  >;
  for (const change of changes) {
    if ('field' in change) fields.add(change.field);
    else ids[change.table].add(change.id);
  }
  for (const rule of RECORD_RULES) {
    const problem = touchedProblem(rule, next, { fields, ids }, ids);
    if (problem !== null) return problem;
  }
  const more = moreStitches(plan, next, ids.runs);
  return more > 0 ? stitchesProblem(countStitches(plan) + more) : null;
}

function touchedProblem(
  rule: RecordRule,
  next: Plan,
  touched: Touched,
  ids: Readonly<Record<TableName, Set<string>>>,
): Problem | null {
  if ('field' in rule) {
    const hangs = rule.hangsOn?.some((table) => touched.ids[table].size > 0) ?? false;
    return hangs || touched.fields.has(rule.field) ? rule.problem(next) : null;
  }
  for (const id of rule.hangingOn?.(touched, next) ?? []) ids[rule.table].add(id);
  for (const id of touched.ids[rule.table]) {
    const problem = problemOf(rule, next, id);
    if (problem !== null) return problem;
  }
  return null;
}

/** How many stitches more some runs have in the next plan. */
function moreStitches(plan: Plan, next: Plan, runIds: ReadonlySet<string>): number {
  let more = 0;
  for (const id of runIds) {
    const [before, after] = [plan.runs[id], next.runs[id]];
    if (after !== undefined) more += stitchesOf(next, after);
    if (before !== undefined) more -= stitchesOf(plan, before);
  }
  return more;
}

/** What keeps a changed record out of a plan file, or null. */
function formProblem(change: Change): Problem | null {
  if (change.after === null && 'table' in change) return null;
  const [schema, where] =
    'field' in change
      ? [FIELDS[change.field].form, change.field]
      : [TABLES[change.table].record, `${change.table}.${change.id}`];
  const checked = v.safeParse(schema as v.GenericSchema, change.after);
  if (checked.success) return null;
  const [issue] = checked.issues;
  const within = v.getDotPath(issue);
  return fail('value-out-of-range', describeIssue(issue), within === null ? where : `${where}.${within}`)
    .problem;
}
