/**
 * Pins that fade: each is fully on for its share of the period and off for the rest, faster than an eye or a meter follows. All begin their
 * period together, so with n different levels there are n + 1 moments; each is solved, and what is told is their mean by how long they last.
 */
import { type Result, succeed } from '../errors/problem.ts';
import type { Plan } from '../plan/schema.ts';
import type { DeviceState } from './devices/standing.ts';
import { type CompiledPlan, compileCircuit, type PlanPoint, solveAt } from './solve-plan.ts';
import { type Asked, NOMINAL, type PlanState, stateAsked, type World } from './state.ts';

interface Moment {
  /** Share of the period. */
  readonly share: number;
  readonly state: PlanState;
}

/** The moments of one period, the one with everything on first. */
function momentsOf(asked: PlanState): readonly Moment[] {
  const fades = [...new Set([...asked.levels.values()].filter((level) => level > 0 && level < 1))];
  const edges = [0, ...fades.sort((a, b) => a - b), 1];
  return edges.slice(1).map((until, i) => {
    const levels = new Map([...asked.levels].map(([pin, level]) => [pin, level >= until ? 1 : 0]));
    return { share: until - (edges[i] as number), state: { ...asked, levels } };
  });
}

/** What is most at any moment of a period, whichever way it flows: of a sum of currents that no single element carries. */
export function peakOver({ moments, ...point }: PlanPoint, of: (moment: PlanPoint) => number): number {
  return greatest((moments ?? [{ point }]).map((moment) => of(moment.point)));
}

function greatest(values: readonly number[]): number {
  return values.reduce((most, value) => (Math.abs(value) > Math.abs(most) ? value : most), 0);
}

/** As `solveAt`, with the means over a period where pins fade, and what is most at any of its moments. O(levels) solves. Fails as `solveAt` does. */
export function solveFaded(
  compiled: CompiledPlan,
  world: World,
  asked: PlanState,
  near?: PlanPoint,
  keepsDevices = false,
): Result<PlanPoint> {
  const moments = momentsOf(asked);
  const [only] = moments;
  if (moments.length === 1 && only !== undefined) return solveAt(compiled, world, asked, near, keepsDevices);
  const each = solveMoments(compiled, world, moments, (i, last) => {
    const from = near?.moments?.[i]?.point;
    return { near: from ?? last, keepsDevices: keepsDevices && from !== undefined };
  });
  if (!each.ok) return each;
  const whole = withWhatGaveUp(compiled, world, moments, each.value);
  if (!whole.ok) return whole;
  const points = whole.value;
  const first = points[0] as PlanPoint;
  const mean = (of: (point: PlanPoint) => number): number =>
    points.reduce((sum, point, i) => sum + (moments[i] as Moment).share * of(point), 0);
  return succeed({
    ...first,
    moments: points.map((point, i) => ({ share: (moments[i] as Moment).share, point })),
    voltAt: (partId, terminal) => mean((point) => point.voltAt(partId, terminal)),
    voltAtHole: (ref) => mean((point) => point.voltAtHole(ref)),
    ampOf: (name) => mean((point) => point.ampOf(name)),
    peakOf: (name) => greatest(points.map((point) => point.ampOf(name))),
  });
}

type Beginning = { readonly near: PlanPoint | undefined; readonly keepsDevices: boolean };

function solveMoments(
  compiled: CompiledPlan,
  world: World,
  moments: readonly Moment[],
  begin: (i: number, last: PlanPoint | undefined) => Beginning,
): Result<readonly PlanPoint[]> {
  const points: PlanPoint[] = [];
  for (const [i, { state }] of moments.entries()) {
    const { near, keepsDevices } = begin(i, points.at(-1));
    const solved = solveAt(compiled, world, state, near, keepsDevices);
    if (!solved.ok) return solved;
    points.push(solved.value);
  }
  return succeed(points);
}

/**
 * What gives up for good at one moment of the period has given up at all of them: a board that one moment resets never gets on with its program,
 * a pack that one moment trips stays open. Solved again with it so, until no more does.
 */
function withWhatGaveUp(
  compiled: CompiledPlan,
  world: World,
  moments: readonly Moment[],
  points: readonly PlanPoint[],
): Result<readonly PlanPoint[]> {
  const gaveUp = new Map<string, DeviceState>();
  for (const { key, latches } of compiled.elements.devices)
    for (const point of points) {
      const now = point.deviceAt(key);
      if (latches && now !== undefined && GIVEN_UP.has(now.mode) && !gaveUp.has(key)) gaveUp.set(key, now);
    }
  const isSame = [...gaveUp].every(([key, { mode }]) =>
    points.every((point) => point.deviceAt(key)?.mode === mode),
  );
  if (isSame) return succeed(points);
  const again = solveMoments(compiled, world, moments, (i) => {
    const own = points[i] as PlanPoint;
    return {
      near: { ...own, deviceAt: (key) => gaveUp.get(key) ?? own.deviceAt(key) },
      keepsDevices: true,
    };
  });
  return again.ok ? withWhatGaveUp(compiled, world, moments, again.value) : again;
}

const GIVEN_UP: ReadonlySet<DeviceState['mode']> = new Set(['off', 'tripped']);

/** Solves a plan as it is set, with fresh cells and with what touches touching, or as asked, in a nominal world. Fails where the circuit has no answer. */
export function solvePlan(plan: Plan, asked: Asked = {}): Result<PlanPoint> {
  const ready = compileCircuit(plan, asked);
  return ready.ok ? solveFaded(ready.value, NOMINAL, stateAsked(plan, asked)) : ready;
}
