/**
 * The same piece made many times over: thread of another reel, looser and tighter loops, lights of another bin, cells that are not fresh. How
 * often does it light, which light fails first, and what does it hang on most.
 */
import { type Result, succeed } from '../errors/problem.ts';
import { assumedIn } from '../plan/assumed.ts';
import type { Plan } from '../plan/schema.ts';
import { type Random, seededRandom } from '../random/random.ts';
import { solveFaded } from './faded.ts';
import { NOT_ASKED } from './fed-by.ts';
import { type CompiledPlan, compileCircuit, type PlanPoint } from './solve-plan.ts';
import { type Asked, NOMINAL, type PlanState, stateAsked, type World } from './state.ts';
import { lightStates, supplyStates } from './will-it-light.ts';

export interface LightTrialSetting {
  readonly trials: number;
  readonly seed: number;
}

/** A figure over all trials: nine of ten lie from `low` to `high`. */
export interface Range {
  readonly low: number;
  readonly median: number;
  readonly high: number;
}

export interface LightRange {
  readonly id: string;
  readonly partId: string;
  /** Its current, A. */
  readonly amp: Range;
  /** Trials in which it shows. */
  readonly litIn: number;
}

/** How far one assumption alone moves the dimmest light, A: at the one end of its range and at the other. */
export interface Sway {
  readonly what: SwayId;
  readonly low: number;
  readonly high: number;
}

export interface LightTrialAnswer {
  /** Trials that had an answer. */
  readonly trials: number;
  /** Trials in which every light shows that shows as planned. */
  readonly allLit: number;
  readonly lights: readonly LightRange[];
  /** What runs through the cells of each source, A. */
  readonly sources: ReadonlyArray<{ readonly partId: string; readonly amp: Range }>;
  /** Of the lights that show as planned: the one that stays dark most often; null where none ever does. */
  readonly failsFirst: string | null;
  /** Dimmest ÷ brightest of the lights that show as planned; null with fewer than two. */
  readonly evenness: Range | null;
  /** Most first. Empty where nothing shows as planned. */
  readonly sways: readonly Sway[];
}

/** What differs from piece to piece. */
export const SWAYS = {
  thread: 'thread of another reel',
  contacts: 'looser or tighter loops',
  forward: 'lights of another bin',
  charge: 'cells that are not fresh',
  cold: 'cold cells',
} as const;
export type SwayId = keyof typeof SWAYS;
const SWAY_IDS = Object.keys(SWAYS) as readonly SwayId[];

/** Runs the trials one by one; yields the share done. The same seed and count give the same answer. Fails where the circuit has no answer in one of them. */
export function* makeLightTrials(
  plan: Plan,
  { trials, seed }: LightTrialSetting,
  asked: Asked = {},
): Generator<number, Result<LightTrialAnswer>> {
  const ready = compileCircuit(plan, asked);
  if (!ready.ok) return ready;
  const state: PlanState = stateAsked(plan, asked);
  const planned = solveFaded(ready.value, NOMINAL, state);
  if (!planned.ok) return planned;
  const lights = lightStates(plan, planned.value, NOT_ASKED);
  const shown = new Set(lights.flatMap(({ isLit, id }) => (isLit ? [id] : [])));
  const amps = lights.map((): number[] => []);
  const litIn = lights.map(() => 0);
  const supplies = supplyStates(plan, planned.value);
  const cellAmps = supplies.map((): number[] => []);
  const evenness: number[] = [];
  let allLit = 0;
  let answered = 0;
  for (let trial = 0; trial < trials; trial += 1) {
    if (trial % 16 === 0) yield trial / trials;
    const piece = pieceBy(plan, state, seededRandom(seed * 100_003 + trial));
    const solved = solveFaded(ready.value, piece.world, piece.state, planned.value);
    if (!solved.ok) continue;
    answered += 1;
    let isAllLit = true;
    let brightest = 0;
    let dimmest = Number.POSITIVE_INFINITY;
    for (const [i, { id, amp, isLit }] of lightStates(plan, solved.value, NOT_ASKED).entries()) {
      amps[i]?.push(amp);
      if (isLit) litIn[i] = (litIn[i] ?? 0) + 1;
      if (!shown.has(id)) continue;
      brightest = Math.max(brightest, amp);
      dimmest = Math.min(dimmest, amp);
      if (!isLit) isAllLit = false;
    }
    for (const [i, { cellAmp }] of supplyStates(plan, solved.value).entries()) cellAmps[i]?.push(cellAmp);
    if (isAllLit) allLit += 1;
    if (shown.size > 1 && brightest > 0) evenness.push(Math.max(0, dimmest) / brightest);
  }
  const ranges = lights.map(({ id, partId }, i): LightRange => {
    const own = amps[i] ?? [];
    return { id, partId, amp: rangeOf(own), litIn: litIn[i] ?? 0 };
  });
  const weakest = ranges
    .filter(({ id, litIn }) => shown.has(id) && litIn < answered)
    .sort((a, b) => a.litIn - b.litIn || a.amp.median - b.amp.median)[0];
  return succeed({
    trials: answered,
    allLit,
    lights: ranges,
    sources: supplies.map(({ partId }, i) => ({ partId, amp: rangeOf(cellAmps[i] ?? []) })),
    failsFirst: weakest?.id ?? null,
    evenness: evenness.length === 0 ? null : rangeOf(evenness),
    sways: shown.size === 0 ? [] : swaysOf(plan, ready.value, state, planned.value, shown),
  });
}

/** All trials at once. Fails where the circuit has no answer in one of them. */
export function lightTrials(
  plan: Plan,
  setting: LightTrialSetting,
  asked: Asked = {},
): Result<LightTrialAnswer> {
  const work = makeLightTrials(plan, setting, asked);
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

/** The range that nine of ten lie in, and the middle; all 0 without values. Between two values straight lines (textbook quantiles). */
export function rangeOf(values: readonly number[]): Range {
  const sorted = Float64Array.from(values).sort();
  const at = (share: number): number => {
    const place = share * (sorted.length - 1);
    const [before, after] = [sorted[Math.floor(place)] ?? 0, sorted[Math.ceil(place)] ?? 0];
    return before + (after - before) * (place - Math.floor(place));
  };
  return { low: at(0.05), median: at(0.5), high: at(0.95) };
}

interface Piece {
  readonly world: World;
  readonly state: PlanState;
}

/**
 * One piece as chance makes it: its thread evenly within the spread, all of one kind from one reel; every contact within its factor, evenly over the logarithm; every light evenly
 * within its volts; one sort of cells for all sources, evenly between fresh and used, warm and cold.
 */
function pieceBy(plan: Plan, state: PlanState, random: Random): Piece {
  const assumed = assumedIn(plan);
  const evenly = (): number => 2 * random() - 1;
  const kept = (make: () => number): ((key: string) => number) => {
    const known = new Map<string, number>();
    return (key) => {
      const value = known.get(key) ?? make();
      known.set(key, value);
      return value;
    };
  };
  // In a set order, so that the same seed gives the same piece whatever is asked first.
  const used = 1 - random() * (1 - assumed.leastCharge);
  const ohm = assumed.coldFactor ** random();
  const reel = kept(() => 1 + assumed.threadSpread * evenly());
  const contact = kept(() => assumed.contactSpread ** evenly());
  const shift = kept(() => assumed.forwardSpreadV * evenly());
  return {
    state: usedUp(state, used),
    world: {
      threadOhm: (runId) => reel(plan.runs[runId]?.threadId ?? ''),
      contactOhm: (partId, holeId) => contact(`${partId}.${holeId}`),
      cellVolt: () => 1,
      cellOhm: () => ohm,
      forwardShiftV: shift,
    },
  };
}

/** A state with so much of the charge of every source left. */
function usedUp(state: PlanState, share: number): PlanState {
  const chargeLeft = new Map([...state.chargeLeft].map(([id, charge]) => [id, charge * share]));
  return { ...state, chargeLeft };
}

/** One assumption at one end of its range, all else as planned. */
function pieceAt(plan: Plan, state: PlanState, what: SwayId, end: -1 | 1): Piece {
  const assumed = assumedIn(plan);
  switch (what) {
    case 'thread':
      return { state, world: { ...NOMINAL, threadOhm: () => 1 + end * assumed.threadSpread } };
    case 'contacts':
      return { state, world: { ...NOMINAL, contactOhm: () => assumed.contactSpread ** end } };
    case 'forward':
      return { state, world: { ...NOMINAL, forwardShiftV: () => end * assumed.forwardSpreadV } };
    case 'charge':
      return {
        world: NOMINAL,
        state: end < 0 ? state : usedUp(state, assumed.leastCharge),
      };
    case 'cold':
      return { state, world: { ...NOMINAL, cellOhm: () => (end < 0 ? 1 : assumed.coldFactor) } };
  }
}

function swaysOf(
  plan: Plan,
  compiled: CompiledPlan,
  state: PlanState,
  planned: PlanPoint,
  shown: ReadonlySet<string>,
): readonly Sway[] {
  const dimmest = (what: SwayId, end: -1 | 1): number => {
    const piece = pieceAt(plan, state, what, end);
    const solved = solveFaded(compiled, piece.world, piece.state, planned);
    if (!solved.ok) return 0;
    const amps = lightStates(plan, solved.value, NOT_ASKED).flatMap(({ id, amp }) =>
      shown.has(id) ? [amp] : [],
    );
    return Math.max(0, Math.min(...amps));
  };
  return SWAY_IDS.map((what) => {
    const ends = [dimmest(what, -1), dimmest(what, 1)];
    return { what, low: Math.min(...ends), high: Math.max(...ends) };
  }).sort((a, b) => b.high - b.low - (a.high - a.low));
}
