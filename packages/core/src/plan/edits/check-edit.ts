import * as v from 'valibot';
import { fail, type Problem, type Result, succeed } from '../../errors/problem.ts';
import { type OwnPart, OwnPartSchema, ownPartProblem } from '../../parts/own-part.ts';
import { applyEdit, type Change, type Edit } from '../edit.ts';
import { countProblem, countStitches, stitchesOf, stitchesProblem } from '../limits.ts';
import {
  AcceptanceSchema,
  ClothSchema,
  CutSchema,
  FactsSchema,
  HabitsSchema,
  ImageSchema,
  KitsSchema,
  type Part,
  PartSchema,
  type Patch,
  PatchSchema,
  type Plan,
  PlanSchema,
  PriceSchema,
  ReadingSchema,
  type Run,
  RunSchema,
  SittingSchema,
  SpoolSchema,
  WorkSchema,
} from '../schema.ts';
import { describeIssue } from '../schema-issue.ts';
import {
  backdropProblem,
  clothProblem,
  habitsProblem,
  partProblem,
  patchProblem,
  runProblem,
  spoolProblem,
  wishesProblem,
  workProblem,
} from '../validate.ts';

/**
 * The gate every intent passes: an edit is only given out when the parts and runs it touches, and the runs
 * that hang on those parts, are sound in the plan it would make, and every record has the form that the plan
 * file takes: what can be made can be saved and opened again. The plan itself stays untouched.
 */
export function checkEdit(plan: Plan, label: string, asked: readonly Change[]): Result<Edit> {
  const changes = [...asked, ...withoutOrphans(plan, asked)];
  const edit: Edit = { label, changes };
  for (const change of changes) {
    const problem = formProblem(change);
    if (problem !== null) return { ok: false, problem };
  }
  const next = applyEdit(plan, edit);
  const tooMany = countProblem(next, plan);
  if (tooMany !== null) return { ok: false, problem: tooMany };
  const sewn = sewnProblem(plan, next, changes);
  if (sewn !== null) return { ok: false, problem: sewn };
  const touchedParts = new Set<string>();
  const touchedRuns = new Set<string>();
  for (const change of changes) {
    if ('field' in change) {
      if (change.field === 'cloth') {
        const problem = clothProblem(next.cloth);
        if (problem !== null) return { ok: false, problem };
        for (const id of Object.keys(next.parts)) touchedParts.add(id);
        for (const id of Object.keys(next.runs)) touchedRuns.add(id);
      }
    } else if (change.table === 'ownParts') {
      const own = next.ownParts[change.id];
      const problem = own === undefined ? null : ownPartProblem(own, `ownParts.${own.id}`);
      if (problem !== null) return { ok: false, problem };
      for (const part of Object.values(next.parts)) if (part.kindId === change.id) touchedParts.add(part.id);
    } else if (change.table === 'parts') touchedParts.add(change.id);
    else if (change.table === 'runs') touchedRuns.add(change.id);
  }
  for (const run of Object.values(next.runs)) {
    if (touchedParts.has(run.from.partId) || touchedParts.has(run.to.partId)) touchedRuns.add(run.id);
  }
  const own =
    habitsProblem(next.habits) ??
    backdropProblem(next) ??
    wishesProblem(next) ??
    firstOf(next.spools, spoolProblem) ??
    firstOf(next.works, (work) => workProblem(next, work));
  if (own !== null) return { ok: false, problem: own };
  for (const patch of Object.values(next.patches)) {
    const problem = patchProblem(next, patch);
    if (problem !== null) return { ok: false, problem };
  }
  for (const id of touchedParts) {
    const part = next.parts[id];
    const problem = part === undefined ? null : partProblem(next, part);
    if (problem !== null) return { ok: false, problem };
  }
  for (const id of touchedRuns) {
    const run = next.runs[id];
    const problem = run === undefined ? null : runProblem(next, run);
    if (problem !== null) return { ok: false, problem };
  }
  const more = moreStitches(plan, next, touchedRuns);
  const tooLong = more > 0 ? stitchesProblem(countStitches(plan) + more) : null;
  return tooLong === null ? succeed(edit) : { ok: false, problem: tooLong };
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

/** The tick under which a run's sewing is kept. */
export function sewingTick(runId: string): string {
  return `sew:${runId}`;
}

/** Why the change cannot be: a thread that is sewn stays where it is, and so do the parts it holds; or null. */
function sewnProblem(plan: Plan, next: Plan, changes: readonly Change[]): Problem | null {
  const isSewn = (runId: string): boolean =>
    plan.ticks[sewingTick(runId)] === true && next.ticks[sewingTick(runId)] === true;
  for (const change of changes) {
    if (!('table' in change) || change.before === null) continue;
    if (change.table === 'runs' && isSewn(change.id) && !liesTheSame(change.before, change.after))
      return fail('run-sewn', '', `runs.${change.id}`).problem;
    const shifted =
      change.table === 'parts' && !standsTheSame(change.before, change.after)
        ? [change.before]
        : change.table === 'ownParts' && !isBuiltTheSame(change.before, change.after)
          ? Object.values(plan.parts).filter(({ kindId }) => kindId === change.id)
          : [];
    for (const { id: partId, name } of shifted)
      if (Object.values(plan.runs).some((run) => endsAt(run, partId) && isSewn(run.id)))
        return fail('part-sewn', `(${name})`, `${change.table}.${change.id}`).problem;
  }
  return null;
}

function endsAt({ from, to }: Run, partId: string): boolean {
  return from.partId === partId || to.partId === partId;
}

/** Whether the holes of a described part are where they were, and as they were. */
function isBuiltTheSame(before: OwnPart, after: OwnPart | null): boolean {
  const built = ({ holes }: OwnPart): string =>
    JSON.stringify(
      holes.map(({ id, x, y, diameterMm, padMm, role, joinedAs }) => [
        id,
        x,
        y,
        diameterMm,
        padMm,
        role,
        joinedAs,
      ]),
    );
  return after !== null && built(before) === built(after);
}

function liesTheSame(before: Run, after: Run | null): boolean {
  if (after === null) return false;
  const { locked: _was, tail: _tail, splicesMm: _splices, startsPiece: _starts, ...old } = before;
  const { locked: _is, tail: _newTail, splicesMm: _newSplices, startsPiece: _newStarts, ...fresh } = after;
  return JSON.stringify(Object.entries(old).sort()) === JSON.stringify(Object.entries(fresh).sort());
}

function standsTheSame(before: Part, after: Part | null): boolean {
  return (
    after !== null &&
    after.kindId === before.kindId &&
    after.at.x === before.at.x &&
    after.at.y === before.at.y &&
    after.turnDeg === before.turnDeg &&
    after.face === before.face &&
    after.options === before.options
  );
}

/** What goes along when parts and runs go: patches between those runs, and the parts' places in the wishes. */
function withoutOrphans(plan: Plan, changes: readonly Change[]): readonly Change[] {
  const gone = new Set(
    changes.flatMap((change) =>
      'table' in change && change.after === null ? [`${change.table}.${change.id}`] : [],
    ),
  );
  const orphans: Change[] = [];
  const cloth = changes.find((change) => 'field' in change && change.field === 'cloth');
  if (cloth !== undefined && 'field' in cloth && cloth.field === 'cloth') {
    // Work in an area that is wiped off the cloth is work on the piece.
    for (const work of Object.values(plan.works)) {
      if (
        Object.hasOwn(plan.cloth.markings, work.place) &&
        !Object.hasOwn(cloth.after.markings, work.place) &&
        !changes.some((change) => 'table' in change && change.table === 'works' && change.id === work.id)
      )
        orphans.push({ table: 'works', id: work.id, before: work, after: { ...work, place: 'piece' } });
    }
  }
  if (gone.size === 0) return orphans;
  for (const patch of Object.values(plan.patches)) {
    if (gone.has(`patches.${patch.id}`)) continue;
    if (gone.has(`runs.${patch.underRunId}`) || gone.has(`runs.${patch.overRunId}`))
      orphans.push({ table: 'patches', id: patch.id, before: patch, after: null });
  }
  const wishes = Object.entries(plan.wishes ?? {});
  if (wishes.some(([, wish]) => wish.terminals.some(({ partId }) => gone.has(`parts.${partId}`)))) {
    const after = Object.fromEntries(
      wishes.flatMap(([key, wish]) => {
        const terminals = wish.terminals.filter(({ partId }) => !gone.has(`parts.${partId}`));
        return terminals.length < 2 ? [] : [[key, { ...wish, terminals }]];
      }),
    );
    orphans.push({ field: 'wishes', before: plan.wishes, after });
  }
  return orphans;
}

function firstOf<T>(
  table: Readonly<Record<string, T>>,
  problemOf: (record: T) => Problem | null,
): Problem | null {
  for (const record of Object.values(table)) {
    const problem = problemOf(record);
    if (problem !== null) return problem;
  }
  return null;
}

const TABLE_SCHEMAS = {
  parts: PartSchema,
  runs: RunSchema,
  patches: PatchSchema,
  spools: SpoolSchema,
  accepted: AcceptanceSchema,
  works: WorkSchema,
  cuts: CutSchema,
  prices: PriceSchema,
  ticks: v.literal(true),
  readings: ReadingSchema,
  images: ImageSchema,
  ownParts: OwnPartSchema,
};

const FIELD_SCHEMAS = {
  name: PlanSchema.entries.name,
  cloth: ClothSchema,
  facts: FactsSchema,
  backdrop: PlanSchema.entries.backdrop,
  habits: HabitsSchema,
  wishes: PlanSchema.entries.wishes,
  kits: KitsSchema,
  stepOrder: PlanSchema.entries.stepOrder,
  sitting: SittingSchema,
  nextNumber: PlanSchema.entries.nextNumber,
};

/** What keeps a changed record out of a plan file, or null. */
function formProblem(change: Change): Problem | null {
  if (change.after === null) return null;
  const [schema, where] =
    'field' in change
      ? [FIELD_SCHEMAS[change.field], change.field]
      : [TABLE_SCHEMAS[change.table], `${change.table}.${change.id}`];
  const checked = v.safeParse(schema as v.GenericSchema, change.after);
  if (checked.success) return null;
  const [issue] = checked.issues;
  const within = v.getDotPath(issue);
  return fail('value-out-of-range', describeIssue(issue), within === null ? where : `${where}.${within}`)
    .problem;
}

/** The change that puts `after` in place of what the plan has under its id (or adds it). */
export function putPart(plan: Plan, after: Part): Change {
  return { table: 'parts', id: after.id, before: plan.parts[after.id] ?? null, after };
}

/** As `putPart`, for runs. */
export function putRun(plan: Plan, after: Run): Change {
  return { table: 'runs', id: after.id, before: plan.runs[after.id] ?? null, after };
}

/** Takes `count` fresh numbers: the first of them, and the change that marks them as used. */
export function takeNumbers(plan: Plan, count: number): { readonly first: number; readonly change: Change } {
  return {
    first: plan.nextNumber,
    change: { field: 'nextNumber', before: plan.nextNumber, after: plan.nextNumber + count },
  };
}

/** As `putPart`, for patches. */
export function putPatch(plan: Plan, after: Patch): Change {
  return { table: 'patches', id: after.id, before: plan.patches[after.id] ?? null, after };
}
