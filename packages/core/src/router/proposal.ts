/** A router's solution as an edit of the plan. */
import { otherFace } from '../cloth/cloth.ts';
import { type Result, succeed } from '../errors/problem.ts';
import { distance } from '../geometry/point.ts';
import { applyEdit, type Change, type Edit } from '../plan/edit.ts';
import { putPart, putPatch, putRun, takeNumbers } from '../plan/edits/changes.ts';
import { checkEdit } from '../plan/edits/check-edit.ts';
import { patchIdOf } from '../plan/edits/patch-edits.ts';
import { runIdOf, sewingByHabit, stitchFor } from '../plan/edits/run-edits.ts';
import { panelOf } from '../plan/panels.ts';
import { holeOf, partOf } from '../plan/placed.ts';
import type { HoleRef, Part, Run } from '../plan/records.ts';
import type { RunSewing } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { conductorOf } from '../spacing/bare-things.ts';
import { FLAT, spacingRules } from '../spacing/clearance.ts';
import { crossingsOf, patchFor } from '../spacing/patches.ts';
import { keptApart } from '../thread/required-gap.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import type { Wish } from '../wishes/wish-list.ts';
import { wishesOf } from '../wishes/wishes.ts';
import { wishOfRun } from './kept-lines.ts';
import { offBoard } from './laid-out.ts';
import type { PlanProblem } from './problem-of-plan.ts';
import type { PadChoice, RoutedTrace, RoutingSolution } from './routing-problem.ts';
import { isSupplyLine, supplySewing } from './supply-lines.ts';

export interface TakeOptions {
  /** Just these nets of the problem are taken; all other runs stay. */
  readonly onlyNets?: ReadonlySet<number>;
  /** Runs that join the same holes as before are sewn as they were, not by the habits. */
  readonly keepsSewing?: boolean;
}

/**
 * The edit that puts a solution in place of all runs that were not kept. Runs that join the same holes as before keep their
 * ids, so that ticks and readings stay. Fails where the plan is no longer the one that was routed.
 */
export function proposalEdit(
  plan: Plan,
  problem: PlanProblem,
  solution: RoutingSolution,
  { onlyNets, keepsSewing = false }: TakeOptions = {},
): Result<Edit> {
  const isTaken = (net: number): boolean => onlyNets === undefined || onlyNets.has(net);
  const fresh = freshTraces(problem, solution)
    .map((trace, i) => ({ trace, i }))
    .filter(({ trace }) => isTaken(trace.net));
  const given = runsGivenUp(plan, problem, onlyNets);
  const changes: Change[] = [];
  const touched = new Set(fresh.flatMap(({ trace }) => [trace.from.part, trace.to.part]));
  for (const [i, part] of partsAfter(plan, problem, solution).entries())
    if ((onlyNets === undefined || touched.has(i)) && part !== plan.parts[part.id])
      changes.push(putPart(plan, part));
  const patches = solution.patches ?? [];
  const numbers = takeNumbers(plan, fresh.length + patches.length);
  /** By place among the solution's traces: the run it becomes or is. */
  const runs = new Map<number, Run>();
  for (const [k, id] of problem.keptRunIds.entries()) {
    const run = plan.runs[id];
    if (run !== undefined) runs.set(solution.traces.length - problem.kept.length + k, run);
  }
  const reused = new Set<string>();
  const bridging = bridgesOf(plan, patches);
  for (const [n, { trace, i }] of fresh.entries()) {
    const [from, to] = [holeRef(problem, trace.from), holeRef(problem, trace.to)];
    const same = given.find((run) => !reused.has(run.id) && sameHole(run.from, from) && sameHole(run.to, to));
    const on = partOf(plan, from.partId);
    const usual = sewingByHabit(plan, on);
    const sewing = bridged(
      plan,
      strongly(isSupplyLine(plan, from, to) ? supplySewing(plan, usual) : usual, trace),
      bridging.get(i),
    );
    const ends = { from, to, bends: trace.points.slice(1, -1).map((p) => offBoard(problem, on, p)) };
    const run: Run =
      same !== undefined && keepsSewing
        ? { ...same, ...ends }
        : {
            id: same?.id ?? runIdOf(numbers.first + n),
            ...ends,
            ...sewing,
          };
    reused.add(run.id);
    runs.set(i, run);
    changes.push(putRun(plan, run));
  }
  for (const run of given)
    if (!reused.has(run.id)) changes.push({ table: 'runs', id: run.id, before: run, after: null });
  const gone = new Set(given.map((run) => run.id));
  for (const patch of Object.values(plan.patches))
    if (gone.has(patch.underRunId) || gone.has(patch.overRunId))
      changes.push({ table: 'patches', id: patch.id, before: patch, after: null });
  const wishes = wishesAfter(plan, problem, solution);
  if (wishes !== null && onlyNets === undefined) changes.push(wishes);
  // A patch is as large as its crossing asks, which the plan with the new lines knows.
  const next = patches.length > 0 ? applyEdit(plan, { label: '', changes }) : plan;
  for (const [k, { at, over, under }] of patches.entries()) {
    const [upper, lower] = [runs.get(over), runs.get(under)];
    if (upper === undefined || lower === undefined || needsNoPatch(next, upper, lower)) continue;
    const here = offBoard(problem, lower, at);
    const [crossing] = [...crossingsOf(next, lower, upper)].sort(
      (a, b) => distance(a.at, here) - distance(b.at, here),
    );
    if (crossing !== undefined)
      changes.push(
        putPatch(plan, {
          ...patchFor(next, lower, upper, crossing),
          id: patchIdOf(numbers.first + fresh.length + k),
        }),
      );
  }
  return checkEdit(plan, 'take the proposed threads', [numbers.change, ...changes]);
}

/** How the upper line of each crossing gets over by the habits, by its place among the traces: as wire, from the other face. */
function bridgesOf(
  { habits }: Plan,
  patches: NonNullable<RoutingSolution['patches']>,
): ReadonlyMap<number, 'wire' | 'other-face'> {
  const { crossings } = habits;
  return new Map(
    crossings === 'wire' || crossings === 'other-face'
      ? patches.map(({ over }) => [over, crossings] as const)
      : [],
  );
}

/** A sewing that gets over others: insulated wire, or worked from the other face. */
function bridged<Sewing extends RunSewing>(
  plan: Plan,
  sewing: Sewing,
  how: 'wire' | 'other-face' | undefined,
): Sewing {
  if (how === 'wire') {
    const { lines: _lines, ...once } = sewing as Sewing & { readonly lines?: number };
    return {
      ...(once as unknown as Sewing),
      threadId: WIRE_ID,
      stitchId: stitchFor(plan, WIRE_ID),
      strands: 1,
    };
  }
  if (how === undefined) return sewing;
  const face = otherFace(sewing.face ?? panelOf(plan, sewing).workedFace);
  const [here, there] = [sewing, { ...sewing, face }].map((one) => conductorOf(plan, one));
  const isApart =
    here !== undefined && there !== undefined && keptApart(here, there, FLAT, spacingRules(plan));
  return isApart ? { ...sewing, face } : sewing;
}

/** The insulated wire of `thread/thread-kinds.ts`. */
const WIRE_ID = 'insulated-wire';

/** Whether two lines may cross as they are sewn: one is insulated wire, or the cloth lies between them. */
function needsNoPatch(plan: Plan, upper: Run, lower: Run): boolean {
  if ([upper, lower].some(({ threadId }) => maybeThreadKind(threadId)?.form === 'wire')) return true;
  const [a, b] = [conductorOf(plan, upper), conductorOf(plan, lower)];
  return keptApart(a, b, FLAT, spacingRules(plan));
}

/** As many threads side by side as the house style or the current asks for: lines, and beyond four of those the thread double. */
function strongly<Sewing extends object>(sewing: Sewing, { threads = 1 }: RoutedTrace): Sewing {
  const { lines = 1, strands = 1 } = sewing as { readonly lines?: number; readonly strands?: number };
  return threads > lines * strands ? { ...sewing, ...linesAndStrands(threads) } : sewing;
}

const MOST_LINES = 4;

/** So many threads side by side as lines and strands of a run; a little more where they do not come out even. */
export function linesAndStrands(threads: number): { readonly lines?: number; readonly strands?: number } {
  const strands = threads > MOST_LINES ? 2 : 1;
  const lines = Math.min(MOST_LINES, Math.ceil(threads / strands));
  return { ...(lines > 1 ? { lines } : {}), ...(strands > 1 ? { strands } : {}) };
}

/** The plan as it would be with the proposal taken. Fails as `proposalEdit` does. */
export function previewProposal(
  plan: Plan,
  problem: PlanProblem,
  solution: RoutingSolution,
  options: TakeOptions = {},
): Result<Plan> {
  const edit = proposalEdit(plan, problem, solution, options);
  return edit.ok ? succeed(applyEdit(plan, edit.value)) : edit;
}

/** A pin that another stop takes over: where a conductor left the board, and where it leaves now. */
export interface PinMove {
  readonly partId: string;
  readonly net: number;
  readonly before: string;
  readonly after: string;
}

/** The pins that a solution has exchanged, by terminal. */
export function pinMoves(plan: Plan, problem: PlanProblem, solution: RoutingSolution): readonly PinMove[] {
  const terminalOf = (choice: PadChoice): string => holeOf(plan, holeRef(problem, choice)).terminal;
  return (problem.exchanges ?? []).flatMap(({ stops }) =>
    stops.flatMap(({ net, stop, pads }): readonly PinMove[] => {
      const [was] = problem.nets[net]?.stops[stop] ?? [];
      const ends = solution.traces
        .filter((trace) => trace.net === net)
        .flatMap((trace) => [trace.from, trace.to]);
      const now = pads.find((pad) => ends.some((end) => end.part === pad.part && end.pad === pad.pad));
      if (was === undefined || now === undefined) return [];
      const [before, after] = [terminalOf(was), terminalOf(now)];
      const partId = problem.parts[was.part]?.id as string;
      return before === after ? [] : [{ partId, net, before, after }];
    }),
  );
}

/** The hole of a plan that a pad of its problem is. */
export function holeRef(problem: PlanProblem, { part, pad }: PadChoice): HoleRef {
  return {
    partId: problem.parts[part]?.id as string,
    holeId: problem.parts[part]?.pads[pad]?.holeId as string,
  };
}

/** Runs that make room: not kept, and of the nets that are taken. */
function runsGivenUp(plan: Plan, problem: PlanProblem, onlyNets?: ReadonlySet<number>): readonly Run[] {
  const kept = new Set(problem.keptRunIds);
  const found = wishesOf(plan);
  const wishes: readonly Wish[] = found.ok ? found.value : [];
  const netOf = (run: Run): number => {
    const wish = wishOfRun(plan, run, wishes);
    return problem.serves.findIndex((share) => share?.wish === wish && share.panelId === run.panelId);
  };
  return Object.values(plan.runs).filter(
    (run) => !kept.has(run.id) && (onlyNets === undefined || onlyNets.has(netOf(run))),
  );
}

/** The parts as the solution turns them, with the levels of pins that were exchanged. */
function partsAfter(plan: Plan, problem: PlanProblem, solution: RoutingSolution): readonly Part[] {
  const moves = pinMoves(plan, problem, solution);
  return problem.parts.map(({ id }, i) => {
    const part = plan.parts[id] as Part;
    const turnDeg = solution.turnDeg[i] as number;
    const turned = part.turnDeg === turnDeg ? part : { ...part, turnDeg };
    const own = moves.filter((move) => move.partId === id);
    if (part.levels === undefined || own.length === 0) return turned;
    const left = Object.entries(part.levels).filter(([pin]) => !own.some((move) => move.before === pin));
    const moved = own.flatMap(({ before, after }): Array<[string, number]> => {
      const level = part.levels?.[before];
      return level === undefined ? [] : [[after, level]];
    });
    return { ...turned, levels: Object.fromEntries([...left, ...moved]) };
  });
}

/** The maker's own wishes with the pins that were exchanged; null when they stay. */
function wishesAfter(plan: Plan, problem: PlanProblem, solution: RoutingSolution): Change | null {
  const moves = pinMoves(plan, problem, solution);
  if (plan.wishes === null || moves.length === 0) return null;
  const after = Object.fromEntries(
    Object.values(plan.wishes).map((wish, place) => [
      wish.id,
      {
        ...wish,
        terminals: wish.terminals.map((terminal) => {
          const move = moves.find(
            (one) =>
              problem.serves[one.net]?.wish === place &&
              one.partId === terminal.partId &&
              one.before === terminal.terminal,
          );
          return move === undefined ? terminal : { ...terminal, terminal: move.after };
        }),
      },
    ]),
  );
  return { field: 'wishes', before: plan.wishes, after };
}

function sameHole(a: HoleRef, b: HoleRef): boolean {
  return a.partId === b.partId && a.holeId === b.holeId;
}

/** The new lines of a solution, without the kept ones. */
export function freshTraces(problem: PlanProblem, solution: RoutingSolution): readonly RoutedTrace[] {
  return solution.traces.slice(0, solution.traces.length - problem.kept.length);
}
