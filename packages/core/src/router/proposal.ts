import { type Result, succeed } from '../errors/problem.ts';
import { distance } from '../geometry/point.ts';
import { bareLine, clearanceOf } from '../nets/clearance.ts';
import { deriveNets } from '../nets/nets.ts';
import { crossingsOf, patchFor } from '../nets/patches.ts';
import { applyEdit, type Change, type Edit } from '../plan/edit.ts';
import { checkEdit, putPart, putPatch, putRun, takeNumbers } from '../plan/edits/check-edit.ts';
import { patchIdOf } from '../plan/edits/patch-edits.ts';
import { runIdOf, sewingByHabit } from '../plan/edits/run-edits.ts';
import { runPath, sumRun } from '../plan/placed.ts';
import type { HoleRef, Part, Plan, Run } from '../plan/schema.ts';
import type { RoutingProblem, RoutingSolution } from './routing-problem.ts';

/** Figures to compare the present threads with proposed ones. */
export interface ThreadFigures {
  readonly runCount: number;
  /** Thread along all runs, mm, without loops, knots and spare. */
  readonly threadMm: number;
  /** The smallest gap between different nets, mm; null when there is nothing to measure within 50 mm. */
  readonly tightestGapMm: number | null;
}

const LOOK_ROUND_MM = 50;

/** The figures of a plan as it is. */
export function threadFigures(plan: Plan): ThreadFigures {
  const nets = deriveNets(plan);
  const clearance = clearanceOf(plan);
  let tightest: number | null = null;
  let threadMm = 0;
  for (const run of Object.values(plan.runs)) {
    threadMm += sumRun(plan, run).threadMm;
    const own = new Set([nets.ofRun(run.id).id]);
    const gap = clearance.nearestForeign(
      runPath(plan, run),
      bareLine(plan, run, [run.from, run.to]),
      own,
      LOOK_ROUND_MM,
    );
    if (gap !== null && (tightest === null || gap.gapMm < tightest)) tightest = gap.gapMm;
  }
  return { runCount: Object.keys(plan.runs).length, threadMm, tightestGapMm: tightest };
}

/**
 * The edit that puts a router's solution in place of all present runs. Runs that join the same holes as
 * before keep their ids, so that ticks and readings stay with them.
 */
export function proposalEdit(plan: Plan, problem: RoutingProblem, solution: RoutingSolution): Result<Edit> {
  const changes: Change[] = [];
  for (const [i, { id }] of problem.parts.entries()) {
    const part = plan.parts[id] as Part;
    const turnDeg = solution.turnDeg[i] as number;
    if (part.turnDeg !== turnDeg) changes.push(putPart(plan, { ...part, turnDeg }));
  }
  const patches = solution.patches ?? [];
  const numbers = takeNumbers(plan, solution.traces.length + patches.length);
  const made: Run[] = [];
  const sewing = sewingByHabit(plan);
  const kept = new Set<string>();
  for (const [i, trace] of solution.traces.entries()) {
    const ref = (choice: { readonly part: number; readonly pad: number }): HoleRef => ({
      partId: problem.parts[choice.part]?.id as string,
      holeId: problem.parts[choice.part]?.pads[choice.pad]?.holeId as string,
    });
    const from = ref(trace.from);
    const to = ref(trace.to);
    const same = Object.values(plan.runs).find(
      (run) => !kept.has(run.id) && sameHole(run.from, from) && sameHole(run.to, to),
    );
    const run: Run = {
      id: same?.id ?? runIdOf(numbers.first + i),
      from,
      to,
      bends: trace.points.slice(1, -1),
      ...sewing,
    };
    kept.add(run.id);
    made.push(run);
    changes.push(putRun(plan, run));
  }
  for (const run of Object.values(plan.runs)) {
    if (!kept.has(run.id)) changes.push({ table: 'runs', id: run.id, before: run, after: null });
  }
  for (const patch of Object.values(plan.patches))
    changes.push({ table: 'patches', id: patch.id, before: patch, after: null });
  if (patches.length > 0) {
    const id = (i: number): string => patchIdOf(numbers.first + solution.traces.length + i);
    // A patch is as large as its crossing asks, which the plan with the new lines knows.
    const next = applyEdit(plan, { label: '', changes });
    for (const [i, { at, over, under }] of patches.entries()) {
      const [upper, lower] = [made[over], made[under]];
      const crossing =
        upper === undefined || lower === undefined
          ? undefined
          : [...crossingsOf(next, lower, upper)].sort((a, b) => distance(a.at, at) - distance(b.at, at))[0];
      if (upper === undefined || lower === undefined || crossing === undefined) continue;
      changes.push(putPatch(plan, { ...patchFor(next, lower, upper, crossing), id: id(i) }));
    }
  }
  return checkEdit(plan, 'take the proposed threads', [numbers.change, ...changes]);
}

function sameHole(a: HoleRef, b: HoleRef): boolean {
  return a.partId === b.partId && a.holeId === b.holeId;
}

/** The plan as it would be with the proposal taken. */
export function previewProposal(
  plan: Plan,
  problem: RoutingProblem,
  solution: RoutingSolution,
): Result<Plan> {
  const edit = proposalEdit(plan, problem, solution);
  return edit.ok ? succeed(applyEdit(plan, edit.value)) : edit;
}
