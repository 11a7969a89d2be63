/** How long each source of a plan lasts: until its lights are too dim, or, where nothing lights, until it is empty all the same. */

import { type Result, succeed } from '../errors/problem.ts';
import { type CellKind, cellAt, cellCapacityMah } from '../parts/cells.ts';
import type { Plan } from '../plan/schema.ts';
import { type Circuit, circuitsOf } from '../power/circuits.ts';
import { ownSwitches } from '../power/sources.ts';
import { runDown } from './discharge.ts';
import { type Asked, solveFaded } from './faded.ts';
import { feeding } from './fed-by.ts';
import { elementName } from './plan-circuit.ts';
import { type CompiledPlan, compileCircuit, type PlanPoint } from './solve-plan.ts';
import { atRest, NOMINAL, type PlanState, stateOf } from './state.ts';
import { darkAmp, type LightState, lightStates } from './will-it-light.ts';

/** A source that gives less than this is at rest: it outlasts its shelf life, A (assumption). */
const AT_REST_AMP = 1e-6;

export interface RunTime {
  readonly partId: string;
  /** What it gives fresh, A. Of a converter that is its output. */
  readonly freshAmp: number;
  /** Whether any of its lights shows while it is fresh. */
  readonly isLit: boolean;
  /** Hours until the brightest light has half of its fresh current; null when that never comes first, or nothing lights. */
  readonly halfHours: number | null;
  /** Hours until dark or the cell is empty: always at most, because real cells give less. */
  readonly atMostHours: number;
  readonly stoppedBy: 'dark' | 'empty';
  /** Share of the charge that the hours of good light take. */
  readonly goodShare: number;
  /** What its cells give while all that a program can turn off is off, A; 0 where a switch turns it off. */
  readonly standbyAmp: number;
  /** Share of the charge that an hour of standby takes. */
  readonly standbyShare: number;
  /** The current that is watched over time, of the brightest light or, where none shows, of the source, for a chart: [hours, A]. */
  readonly curve: ReadonlyArray<readonly [number, number]>;
  /** The charge left over time: [hours, share]. */
  readonly charges: ReadonlyArray<readonly [number, number]>;
}

/** Hours of good light: to half brightness, or to the end where that comes first. */
export function goodHours({ halfHours, atMostHours }: Pick<RunTime, 'halfHours' | 'atMostHours'>): number {
  return halfHours ?? atMostHours;
}

/**
 * Evenings of so many hours that its good light lasts for, with what it gives in between. Infinity where nothing runs down. Throws
 * RangeError for evenings that do not fit into a day.
 */
export function eveningsOf(
  time: Pick<RunTime, 'halfHours' | 'atMostHours' | 'goodShare' | 'standbyShare'>,
  hoursEach: number,
): number {
  if (!(hoursEach > 0 && hoursEach <= 24)) throw new RangeError(`eveningsOf: ${hoursEach} h is no evening`);
  const lit = (hoursEach * time.goodShare) / goodHours(time);
  const rest = (24 - hoursEach) * time.standbyShare;
  return time.goodShare / (lit + rest);
}

/**
 * How long each source lasts on fresh cells that run down alike, in plan order; sources at rest are left out. Empty where no current
 * flows at all.
 */
export function howLong(plan: Plan, asked: Asked = {}, tried?: CompiledPlan): Result<readonly RunTime[]> {
  const work = makeHowLong(plan, asked, tried);
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

/** As `howLong`, of a circuit that is tried in the place of the plan's own where one is given; yields the share done, 0 to 1, between one solve and the next. */
export function* makeHowLong(
  plan: Plan,
  asked: Asked = {},
  tried?: CompiledPlan,
): Generator<number, Result<readonly RunTime[]>> {
  const ready = tried === undefined ? compileCircuit(plan, asked) : succeed(tried);
  if (!ready.ok) return ready;
  const circuits = circuitsOf(plan);
  const state: PlanState = { ...stateOf(plan), ...asked };
  const bench = new ChargeBench(plan, ready.value, state);
  const first = bench.at(state.chargeLeft);
  if (bench.problem !== null) return bench.problem;
  const rest = solveFaded(ready.value, NOMINAL, atRest(plan, state), first);
  if (!rest.ok) return rest;
  const times: RunTime[] = [];
  for (const [i, circuit] of circuits.entries()) {
    const work = runTime(plan, circuit, bench, rest.value);
    let step = work.next();
    for (; step.done !== true; step = work.next()) yield (i + step.value) / circuits.length;
    if (step.value !== null) times.push(step.value);
  }
  return bench.problem ?? succeed(times);
}

/** A compiled plan, solved at one charge after the other; each only once. */
class ChargeBench {
  problem: Result<never> | null = null;
  readonly startCharge: number;
  /** The lights that show at first, with the sources they are fed by. */
  readonly lit: readonly LightState[];
  readonly #compiled: CompiledPlan;
  readonly #state: PlanState;
  readonly #answers = new Map<number, PlanPoint>();
  #last: PlanPoint | undefined;

  constructor(plan: Plan, compiled: CompiledPlan, state: PlanState) {
    this.#compiled = compiled;
    this.#state = state;
    this.startCharge = state.chargeLeft;
    const first = this.at(state.chargeLeft);
    this.lit =
      this.problem === null
        ? lightStates(plan, first, feeding(plan, first, compiled)).filter(({ isLit }) => isLit)
        : [];
  }

  /** The answer at a charge; where there is none, the last one, and `problem` says so. */
  at(chargeLeft: number): PlanPoint {
    const known = this.#answers.get(chargeLeft);
    if (known !== undefined) return known;
    const solved = solveFaded(this.#compiled, NOMINAL, { ...this.#state, chargeLeft }, this.#last);
    if (solved.ok) this.#last = solved.value;
    else this.problem = solved;
    const answer = this.#last as PlanPoint;
    this.#answers.set(chargeLeft, answer);
    return answer;
  }
}

function* runTime(
  plan: Plan,
  circuit: Circuit,
  bench: ChargeBench,
  rest: PlanPoint,
): Generator<number, RunTime | null> {
  const dark = darkAmp(plan);
  const { part, cell: source, cellKind } = circuit.source;
  const fresh = bench.at(bench.startCharge);
  const own = bench.lit.flatMap(({ id, isAddressable, fedBy }) =>
    fedBy.includes(part.id) ? [isAddressable ? elementName.load(id).full : elementName.light(id)] : [],
  );
  const cellName = elementName.cell(part.id);
  const outName = source.boostV === undefined ? cellName : elementName.boost(part.id);
  const takenOf = ({ ampOf }: PlanPoint): number => -ampOf(cellName);
  const brightestOf = ({ ampOf }: PlanPoint): number =>
    own.reduce((brightest, name) => Math.max(brightest, ampOf(name)), 0);
  const peakOf = (answer: PlanPoint): number =>
    own.reduce((brightest, name) => Math.max(brightest, answer.peakOf(name)), 0);
  if (takenOf(fresh) < AT_REST_AMP) return null;
  const isLit = own.length > 0;
  const half = brightestOf(fresh) / 2;
  const capacityAh = (amp: number): number => cellCapacityMah(cellKind, amp * 1000) / 1000;
  const result = yield* runDown({
    loadAt: (chargeLeft) => {
      const answer = bench.at(chargeLeft);
      const amp = takenOf(answer);
      const { volt, ohm } = cellAt(cellKind, chargeLeft);
      const watched = isLit ? brightestOf(answer) : amp;
      return { amp, volt: volt - amp * ohm, watched, isDark: peakOf(answer) < dark };
    },
    capacityAh,
    knots: knotsFrom(cellKind, bench.startCharge),
    marks: isLit
      ? [
          { id: 'half', isPast: (load) => load.watched < half },
          { id: 'dark', isPast: (load) => load.isDark === true },
          { id: 'empty', isPast: (load) => load.volt < cellKind.cutoffV },
        ]
      : [],
    stopAt: isLit ? ['dark', 'empty'] : [],
  });
  const isSwitched = ownSwitches(circuit.source).length > 0 || circuit.mainContacts.length > 0;
  const standbyAmp = isSwitched ? 0 : Math.max(0, takenOf(rest));
  const endCharge = result.samples.at(-1)?.chargeLeft ?? 0;
  return {
    partId: part.id,
    freshAmp: -fresh.ampOf(outName),
    isLit,
    halfHours: result.hours.get('half') ?? null,
    atMostHours: result.endHours,
    stoppedBy: result.stoppedBy === 'dark' ? 'dark' : 'empty',
    goodShare: bench.startCharge - (result.charges.get('half') ?? endCharge),
    standbyAmp,
    standbyShare: standbyAmp < AT_REST_AMP ? 0 : standbyAmp / capacityAh(standbyAmp),
    curve: result.samples.map(({ hours, load }) => [hours, load.watched] as const),
    charges: result.samples.map(({ hours, chargeLeft }) => [hours, chargeLeft] as const),
  };
}

/** The knots of a cell's table from a charge downwards, that charge first. */
function knotsFrom({ table }: CellKind, charge: number): readonly number[] {
  return [charge, ...table.map(([knot]) => knot).filter((knot) => knot < charge)];
}
