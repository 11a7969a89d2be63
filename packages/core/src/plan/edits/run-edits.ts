import type { Face } from '../../cloth/cloth.ts';
import { fail, type Result } from '../../errors/problem.ts';
import { type Point, snapToMicrometre } from '../../geometry/point.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import type { Change, Edit } from '../edit.ts';
import { shortHoleName } from '../hole-names.ts';
import type { OnPanel } from '../panels.ts';
import { partOf } from '../placed.ts';
import type { HoleRef, Pass, Run } from '../records.ts';
import type { Plan } from '../schema.ts';
import { putRun, takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';

/** The id a run gets from a fresh number. */
export function runIdOf(number: number): string {
  return `r${number}`;
}

export interface RunDraft {
  readonly from: HoleRef;
  readonly to: HoleRef;
  readonly bends: readonly Point[];
  /** The seams it goes over; missing: it stays on its panel. */
  readonly passes?: readonly Pass[];
  /** Smooth through its bends. */
  readonly curved?: boolean;
}

/** What a run on a panel is sewn with when the maker says nothing else: the plan's habits. */
export function sewingByHabit(
  plan: Plan,
  { panelId }: OnPanel,
): Pick<Run, 'panelId' | 'threadId' | 'stitchId' | 'stitchMm' | 'gapMm' | 'strands'> {
  const { threadId, stitchMm, gapMm } = plan.habits;
  return { panelId, threadId, stitchId: stitchFor(plan, threadId), stitchMm, gapMm, strands: 1 };
}

/**
 * What a run is called: by the parts at its two ends, and by their holes, so that two threads between the same parts have two names:
 * `left to right (+)`, `board to left (P3 to +)`.
 */
export function runName(plan: Plan, run: Pick<Run, 'from' | 'to'>): string {
  const [from, to] = [run.from, run.to].map((ref) => shortHoleName(plan, ref)) as [string, string];
  const holes = from === to ? from : `${from} to ${to}`;
  return `${partOf(plan, run.from.partId).name} to ${partOf(plan, run.to.partId).name} (${holes})`;
}

/** Adds a run from hole to hole. Its id is `runIdOf(plan.nextNumber)`. Fails where a hole is not there. */
export function drawRun(plan: Plan, draft: RunDraft): Result<Edit> {
  for (const ref of [draft.from, draft.to]) {
    if (plan.parts[ref.partId] === undefined)
      return fail('run-to-nowhere', `There is no part "${ref.partId}".`);
  }
  const { first, change } = takeNumbers(plan, 1);
  const run: Run = {
    id: runIdOf(first),
    from: draft.from,
    to: draft.to,
    bends: draft.bends.map(snapToMicrometre),
    ...(draft.passes === undefined || draft.passes.length === 0 ? {} : { passes: draft.passes }),
    ...sewingByHabit(plan, partOf(plan, draft.from.partId)),
    ...(draft.curved === true ? { curved: true as const } : {}),
  };
  return checkEdit(plan, `sew ${runName(plan, run)}`, [change, putRun(plan, run)]);
}

function changeRun(
  plan: Plan,
  runId: string,
  label: string,
  change: (run: Run) => Partial<Run>,
): Result<Edit> {
  const run = plan.runs[runId];
  if (run === undefined) return fail('unknown-run', '', `runs.${runId}`);
  return checkEdit(plan, label, [putRun(plan, { ...run, ...change(run) })]);
}

/** Moves one bend of a run. Fails where run or bend are not there, or the place is off the cloth. */
export function moveBend(plan: Plan, runId: string, index: number, to: Point): Result<Edit> {
  return changeRun(plan, runId, 'move a bend', (run) => ({
    bends: run.bends.map((bend, i) => (i === index ? snapToMicrometre(to) : bend)),
  }));
}

/**
 * Adds a bend before the `index`-th one: 0 puts it next to the start. Of a run that passes seams it lies on the panel of its `leg`, counted from
 * 0; where that is not said, before the first seam that comes after `index` bends. Fails where the run is not there, or the place is off the cloth.
 */
export function addBend(plan: Plan, runId: string, index: number, at: Point, leg?: number): Result<Edit> {
  return changeRun(plan, runId, 'add a bend', (run) => ({
    bends: [...run.bends.slice(0, index), snapToMicrometre(at), ...run.bends.slice(index)],
    ...withBends(run, (pass, i) => ((leg === undefined ? pass.bends >= index : i >= leg) ? 1 : 0)),
  }));
}

/** The passes of a run with as many more bends before each as is said; nothing where it passes no seam. */
function withBends(
  { passes }: Run,
  more: (pass: Pass, i: number) => number,
): Pick<Run, 'passes'> | Record<string, never> {
  return passes === undefined
    ? {}
    : { passes: passes.map((pass, i) => ({ ...pass, bends: pass.bends + more(pass, i) })) };
}

/** Removes one bend. Fails where run or bend are not there. */
export function removeBend(plan: Plan, runId: string, index: number): Result<Edit> {
  return changeRun(plan, runId, 'remove a bend', (run) => ({
    bends: run.bends.filter((_, i) => i !== index),
    ...withBends(run, (pass) => (pass.bends > index ? -1 : 0)),
  }));
}

/** Thread is sewn with the stitch of the habits, wire and tape are laid. */
export function stitchFor(plan: Plan, threadId: string): string {
  return (maybeThreadKind(threadId)?.form ?? 'thread') === 'thread' ? plan.habits.stitchId : 'laid';
}

/** Makes a run of another thread, or of wire or tape, which are laid. Fails where the run or the thread is not there. */
export function changeThread(plan: Plan, runId: string, threadId: string): Result<Edit> {
  const form = maybeThreadKind(threadId)?.form;
  return changeRun(
    plan,
    runId,
    form === 'thread' ? 'change the thread' : 'lay it instead of sewing',
    (run) => ({
      threadId,
      stitchId: form === 'thread' && run.stitchId !== 'laid' ? run.stitchId : stitchFor(plan, threadId),
    }),
  );
}

/** How a run may be sewn otherwise. `lines: 1`, `face: null` and `curved: false` go back to the usual. */
export interface StitchingChange extends Partial<Pick<Run, 'stitchId' | 'stitchMm' | 'gapMm' | 'strands'>> {
  readonly lines?: number;
  readonly face?: Face | null;
  readonly curved?: boolean;
}

/** Sews a run with other stitches (1–10 mm), more strands or lines (1–4), from another face, or curved. Fails where the run is not there, or for a value out of its range. */
export function changeStitching(plan: Plan, runId: string, stitching: StitchingChange): Result<Edit> {
  return replaceRun(plan, runId, 'change the stitches', (run) => {
    const { lines, face, curved, ...plain } = stitching;
    const { lines: oldLines, face: oldFace, curved: oldCurved, ...rest } = run;
    const [newLines, newFace] = [lines ?? oldLines ?? 1, face === undefined ? oldFace : face];
    return {
      ...rest,
      ...plain,
      ...(newLines === 1 ? {} : { lines: newLines }),
      ...(newFace === undefined || newFace === null ? {} : { face: newFace }),
      ...((curved ?? oldCurved === true) ? { curved: true as const } : {}),
    };
  });
}

function replaceRun(plan: Plan, runId: string, label: string, change: (run: Run) => Run): Result<Edit> {
  const run = plan.runs[runId];
  if (run === undefined) return fail('unknown-run', '', `runs.${runId}`);
  return checkEdit(plan, label, [putRun(plan, change(run))]);
}

/** Unpicks runs. Fails where a run is not there. */
export function deleteRuns(plan: Plan, runIds: readonly string[]): Result<Edit> {
  const changes: Change[] = [];
  for (const id of runIds) {
    const run = plan.runs[id];
    if (run === undefined) return fail('unknown-run', '', `runs.${id}`);
    changes.push({ table: 'runs', id, before: run, after: null });
  }
  const only = runIds.length === 1 ? plan.runs[runIds[0] as string] : undefined;
  return checkEdit(
    plan,
    only === undefined ? `unpick ${runIds.length} runs` : `unpick ${runName(plan, only)}`,
    changes,
  );
}

/** Locks runs, so that routing leaves them as they are, or unlocks them. Fails where a run is not there. */
export function lockRuns(plan: Plan, runIds: readonly string[], locked: boolean): Result<Edit> {
  const changes: Change[] = [];
  for (const id of runIds) {
    const run = plan.runs[id];
    if (run === undefined) return fail('unknown-run', '', `runs.${id}`);
    const { locked: _was, ...rest } = run;
    changes.push(putRun(plan, locked ? { ...rest, locked: true } : rest));
  }
  const [only] = runIds.length === 1 ? runIds : [];
  const what = only === undefined ? `${runIds.length} threads` : runName(plan, plan.runs[only] as Run);
  return checkEdit(plan, `${locked ? 'lock' : 'unlock'} ${what}`, changes);
}
