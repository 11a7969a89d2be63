/** Threads that routing leaves where they are, and the lines they are in its problem. */
import { deriveNets, terminalKey } from '../joining/nets.ts';
import { sewingTick } from '../plan/edits/sewn-problem.ts';
import { holeOf } from '../plan/placed.ts';
import { isTicked } from '../plan/progress.ts';
import type { HoleRef, Run } from '../plan/records.ts';
import { runLegs, runPath } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { conductorOf } from '../spacing/bare-things.ts';
import { FLAT, spacingRules } from '../spacing/clearance.ts';
import { keptApart } from '../thread/required-gap.ts';
import type { Wish } from '../wishes/wish-list.ts';
import { freshSewings } from './gaps-in-play.ts';
import { type LaidOut, onBoard } from './laid-out.ts';
import type { RouteRequest } from './route-request.ts';
import type { PadChoice, RoutedTrace, RoutingNet } from './routing-problem.ts';
import { isInScope, type Serves } from './shares.ts';

/** Whether a run is sewn, by the ticks. */
export function isSewn(plan: Plan, run: Run): boolean {
  return isTicked(plan, sewingTick(run.id));
}

/** Whether routing must leave a run as it is whatever is asked: it is sewn, locked, or came from the factory. */
export function isFast(plan: Plan, run: Run): boolean {
  return run.locked === true || run.prewired === true || isSewn(plan, run);
}

/** Whether routing leaves a run by what is asked. */
export function isKept(plan: Plan, run: Run, wishes: readonly Wish[], request: RouteRequest): boolean {
  // What passes a seam is drawn by hand.
  if (request.existing === 'keep' || isFast(plan, run) || run.passes !== undefined) return true;
  const { scope } = request;
  if (scope.kind === 'all') return false;
  if (scope.kind === 'runs') return !scope.runIds.includes(run.id);
  if (scope.kind === 'parts')
    return !scope.partIds.includes(run.from.partId) && !scope.partIds.includes(run.to.partId);
  const wish = wishes[wishOfRun(plan, run, wishes)];
  return wish === undefined || !isInScope(wish, request);
}

/** The wish that a run serves, by its ends or else by its net; −1 where it serves none. */
export function wishOfRun(plan: Plan, run: Run, wishes: readonly Wish[]): number {
  const nets = deriveNets(plan);
  const ends = [run.from, run.to].map((ref) =>
    terminalKey({ partId: ref.partId, terminal: holeOf(plan, ref).terminal }),
  );
  const byEnd = wishes.findIndex((wish) =>
    wish.terminals.some((terminal) => ends.includes(terminalKey(terminal))),
  );
  if (byEnd >= 0) return byEnd;
  const net = nets.ofRun(run.id).id;
  return wishes.findIndex((wish) => wish.terminals.some((terminal) => nets.ofTerminal(terminal).id === net));
}

/**
 * Kept runs as lines; what serves no wish becomes a net without stops, which is added to `nets`. A run on the other face of a
 * cloth that keeps its faces apart joins what it joins, but is in nobody's way: its line has no points.
 */
export function keptLines(
  plan: Plan,
  kept: readonly Run[],
  wishes: readonly Wish[],
  nets: RoutingNet[],
  serves: Serves,
  laid: LaidOut,
  padOf: (ref: HoleRef) => PadChoice | null,
): ReadonlyArray<{ readonly trace: RoutedTrace; readonly runId: string }> {
  const derived = deriveNets(plan);
  const rulesBetween = spacingRules(plan);
  const isApart = (run: Run): boolean =>
    freshSewings(plan, run).every((sewing) =>
      keptApart(conductorOf(plan, sewing), conductorOf(plan, run), FLAT, rulesBetween),
    );
  const others = new Map<string, number>();
  return kept.flatMap((run) => {
    const [from, to] = [padOf(run.from), padOf(run.to)];
    if (from === null || to === null) return [];
    const wish = wishOfRun(plan, run, wishes);
    let net = serves.findIndex((share) => share?.wish === wish && share.panelId === run.panelId);
    if (net < 0) {
      const id = derived.ofRun(run.id).id;
      net = others.get(id) ?? nets.length;
      if (net === nets.length) nets.push({ title: 'kept', stops: [] });
      others.set(id, net);
    }
    if (run.passes !== undefined) {
      // On each panel it is in the way; what it joins across the seam is joined already.
      const ends = [from, ...run.passes.map(() => to)];
      return runLegs(plan, run).map((leg, i) => {
        const at = serves.findIndex((share) => share?.wish === wish && share.panelId === leg.panelId);
        const end = ends[i] ?? to;
        const points = leg.path.map((p) => onBoard(laid, leg, p));
        return { runId: run.id, trace: { net: at < 0 ? net : at, from: end, to: end, points } };
      });
    }
    const points = isApart(run) ? [] : runPath(plan, run).map((p) => onBoard(laid, run, p));
    return [{ runId: run.id, trace: { net, from, to, points } }];
  });
}
