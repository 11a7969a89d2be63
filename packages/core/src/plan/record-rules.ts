/**
 * Rules that span records: what no schema of one record can say. Each table or field that hangs on others has one entry: what can be
 * wrong with it, which of it an edit elsewhere may have made wrong, and what goes along when something else goes. Files are
 * held against all of it, edits against what they touch.
 */
import type { Problem } from '../errors/problem.ts';
import { ownPartProblem } from '../parts/own-part.ts';
import type { Change } from './edit.ts';
import { cornersProblem } from './limits.ts';
import {
  type Going,
  orphanedPatches,
  orphanedRuns,
  orphanedSeams,
  orphanedWishes,
  orphanedWorks,
} from './orphans.ts';
import { clothProblem } from './problems/cloth-problem.ts';
import { layerProblem } from './problems/layer-problem.ts';
import {
  backdropProblem,
  habitsProblem,
  spoolProblem,
  wishesProblem,
  workProblem,
} from './problems/other-problems.ts';
import { partProblem } from './problems/part-problem.ts';
import { patchProblem, runProblem } from './problems/run-problem.ts';
import { seamProblem } from './problems/seam-problem.ts';
import type { FieldName, Plan, TableName } from './schema.ts';

/** What an edit touches: fields by name, and ids of each table, with those that hang on them. */
export interface Touched {
  readonly fields: ReadonlySet<FieldName>;
  readonly ids: Readonly<Record<TableName, ReadonlySet<string>>>;
}

interface RuleOf<Record> {
  /** What is wrong with one record in this plan, or null. */
  problem(plan: Plan, record: Record): Problem | null;
  /** Ids that an edit of other things has touched as well; those of earlier entries are complete by then. */
  hangingOn?(touched: Touched, plan: Plan): Iterable<string>;
  /** What has to be changed along with an edit, so that nothing hangs on what is gone. */
  orphans?(plan: Plan, going: Going): readonly Change[];
}

export type TableRule = {
  [Table in TableName]: { readonly table: Table } & RuleOf<Plan[Table][string]>;
}[TableName];

interface FieldRule {
  readonly field: FieldName;
  problem(plan: Plan): Problem | null;
  /** The tables it hangs on. */
  readonly hangsOn?: readonly TableName[];
  orphans?(plan: Plan, going: Going): readonly Change[];
}

export type RecordRule = TableRule | FieldRule;

/** What is wrong with a record of the table that a rule is about, or null; also where there is no such record. */
export function problemOf<Table extends TableName>(
  rule: { readonly table: Table } & RuleOf<Plan[Table][string]>,
  plan: Plan,
  id: string,
): Problem | null {
  const tables: { readonly [Name in TableName]: Readonly<Record<string, Plan[Name][string]>> } = plan;
  const record = tables[rule.table][id];
  return record === undefined ? null : rule.problem(plan, record);
}

/** In this order, so that each may rely on those before it. */
export const RECORD_RULES: readonly RecordRule[] = [
  { table: 'panels', problem: (_plan, panel) => clothProblem(panel) },
  // All panels together, once each is sound by itself.
  { table: 'panels', problem: (plan: Plan) => cornersProblem(plan) },
  {
    table: 'seams',
    problem: seamProblem,
    hangingOn: ({ ids }, { seams }) => (ids.panels.size > 0 ? Object.keys(seams) : []),
    orphans: orphanedSeams,
  },
  {
    table: 'layers',
    problem: layerProblem,
    hangingOn: ({ ids }, { layers }) => (ids.panels.size > 0 ? Object.keys(layers) : []),
  },
  { field: 'habits', problem: ({ habits }: Plan) => habitsProblem(habits) },
  { field: 'backdrop', problem: backdropProblem, hangsOn: ['images'] },
  { table: 'ownParts', problem: (_plan, own) => ownPartProblem(own, `ownParts.${own.id}`) },
  {
    table: 'parts',
    problem: partProblem,
    hangingOn({ ids }, { parts }) {
      if (ids.panels.size > 0) return Object.keys(parts);
      if (ids.ownParts.size === 0) return [];
      return Object.keys(parts).filter((id) => ids.ownParts.has(parts[id]?.kindId ?? ''));
    },
  },
  {
    table: 'runs',
    problem: runProblem,
    orphans: orphanedRuns,
    hangingOn({ ids }, { runs }) {
      if (ids.panels.size > 0 || ids.seams.size > 0) return Object.keys(runs);
      if (ids.parts.size === 0) return [];
      const hangs = (id: string): boolean => {
        const run = runs[id];
        return run !== undefined && (ids.parts.has(run.from.partId) || ids.parts.has(run.to.partId));
      };
      return Object.keys(runs).filter(hangs);
    },
  },
  {
    table: 'patches',
    problem: patchProblem,
    hangingOn: ({ ids }, { patches }) => (ids.panels.size > 0 ? Object.keys(patches) : []),
    orphans: orphanedPatches,
  },
  { table: 'spools', problem: (_plan, spool) => spoolProblem(spool) },
  {
    table: 'works',
    problem: workProblem,
    hangingOn: ({ ids }, { works }) => (ids.panels.size > 0 ? Object.keys(works) : []),
    orphans: orphanedWorks,
  },
  { field: 'wishes', problem: wishesProblem, hangsOn: ['parts', 'ownParts'], orphans: orphanedWishes },
];
