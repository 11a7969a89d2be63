/** Figures by which the present threads are held against proposed ones. */
import { countFindings, openFindings } from '../checks/check-plan.ts';
import { CHECK_RULES } from '../checks/check-rules.ts';
import { CheckSession } from '../checks/check-session.ts';
import { willItLight } from '../circuit/will-it-light.ts';
import { distance, type Point } from '../geometry/point.ts';
import { deriveNets } from '../joining/nets.ts';
import { cutPieces } from '../pieces/pieces.ts';
import type { OnPanel } from '../plan/panels.ts';
import type { Patch, Run } from '../plan/records.ts';
import { copiesOf, runLegs, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { withContactsClosed } from '../power/operating-states.ts';
import { bareLine, clearanceOf } from '../spacing/clearance.ts';
import { patchCovers } from '../spacing/patches.ts';
import { threadsLeft } from './what-next.ts';

export interface ThreadFigures {
  readonly runCount: number;
  /** Pieces of thread to cut. */
  readonly strandCount: number;
  readonly patchCount: number;
  /** Thread along all runs, mm, without loops, knots and spare. */
  readonly threadMm: number;
  /** The smallest gap between different nets, mm; null when there is nothing to measure within 50 mm. */
  readonly tightestGapMm: number | null;
  /** The current of the dimmest light as a share of the brightest; null with fewer than two lights, or none lit. */
  readonly dimmest: number | null;
  /** Lights that stay dark with everything switched on, or get too few volts to work; null where nothing can be solved. */
  readonly dark: number | null;
  /** Findings that stop the sewing. */
  readonly stops: number;
  /** Threads that are still to be led for all that is wished joined. */
  readonly missing: number;
}

const LOOK_ROUND_MM = 50;

/** Thread along all runs, every strand and every pass of them, mm, without loops, knots and spare; what came joined is not counted. O(runs). */
export function threadInLinesMm(plan: Plan): number {
  return Object.values(plan.runs)
    .filter((run) => run.prewired !== true)
    .reduce((sum, run) => sum + sumRun(plan, run).threadMm * copiesOf(run), 0);
}

/** The figures of a plan as it is. O(full check of the drawing). */
export function threadFigures(plan: Plan): ThreadFigures {
  const nets = deriveNets(plan);
  const clearance = clearanceOf(plan);
  let tightest: number | null = null;
  for (const run of Object.values(plan.runs)) {
    const own = new Set([nets.ofRun(run.id).id]);
    for (const { path, panelId } of offPatches(plan, run)) {
      const line = bareLine(plan, { ...run, panelId }, [run.from, run.to]);
      const gap = clearance.nearestForeign(path, line, own, LOOK_ROUND_MM);
      if (gap !== null && (tightest === null || gap.gapMm < tightest)) tightest = gap.gapMm;
    }
  }
  const light = willItLight(withContactsClosed(plan));
  return {
    runCount: Object.keys(plan.runs).length,
    strandCount: cutPieces(plan).length,
    patchCount: Object.keys(plan.patches).length,
    threadMm: threadInLinesMm(plan),
    tightestGapMm: tightest,
    dimmest: light.ok ? light.value.evenness : null,
    dark: light.ok ? light.value.lights.filter(({ isLit }) => !isLit).length : null,
    // By the drawing: proposals are compared while they are looked at, and currents take their time.
    stops: countFindings(openFindings(plan, new CheckSession(CHECK_RULES, false).update(plan))).stop,
    missing: threadsLeft(plan),
  };
}

/** On a line with patches, bits of this length are looked at, mm. */
const BIT_MM = 2;

/** The way of a run, without what lies on or under a patch of its own. */
function offPatches(plan: Plan, run: Run): ReadonlyArray<OnPanel & { readonly path: readonly Point[] }> {
  const own = Object.values(plan.patches).filter(
    ({ underRunId, overRunId }) => underRunId === run.id || overRunId === run.id,
  );
  return runLegs(plan, run).flatMap(({ panelId, path }) =>
    (own.length === 0 ? [path] : bitsOff(own, path)).map((bit) => ({ panelId, path: bit })),
  );
}

function bitsOff(own: readonly Patch[], path: readonly Point[]): ReadonlyArray<readonly Point[]> {
  return path.slice(1).flatMap((b, i) => {
    const a = path[i] as Point;
    const count = Math.max(1, Math.ceil(distance(a, b) / BIT_MM));
    const at = (k: number): Point => ({
      x: a.x + ((b.x - a.x) * k) / count,
      y: a.y + ((b.y - a.y) * k) / count,
    });
    return Array.from({ length: count }, (_, k) => [at(k), at(k + 1)] as const).filter((bit) =>
      bit.every((p) => !own.some((patch) => patchCovers(patch, p))),
    );
  });
}

/** What a patch and a further piece of thread count, mm of thread (handbook figures, assumption). */
export const PATCH_MM = 150;
const STRAND_MM = 40;

/** Whether threads are worse than others: more left to join, more stops, more lights that stay dark, more patches, or else more thread and pieces. */
export function isWorse(one: ThreadFigures, other: ThreadFigures): boolean {
  if (one.missing !== other.missing) return one.missing > other.missing;
  if (one.stops !== other.stops) return one.stops > other.stops;
  const [dark, otherDark] = [one.dark ?? 0, other.dark ?? 0];
  if (dark !== otherDark) return dark > otherDark;
  if (one.patchCount !== other.patchCount) return one.patchCount > other.patchCount;
  return priceMm(one) > priceMm(other) + 0.5;
}

/** Thread, pieces and patches as mm of thread. */
export function priceMm({ threadMm, strandCount, patchCount }: ThreadFigures): number {
  return threadMm + STRAND_MM * strandCount + PATCH_MM * patchCount;
}
