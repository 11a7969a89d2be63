/** How long each source of a plan lasts: until its lights are too dim, or, where nothing lights, until it is empty all the same. */

import { type Result, succeed } from '../errors/problem.ts';
import { cellAt, cellCapacityMah } from '../parts/cells.ts';
import type { Plan } from '../plan/schema.ts';
import { type Circuit, circuitsOf } from '../power/circuits.ts';
import { runDown } from './discharge.ts';
import { solveFaded } from './faded.ts';
import { elementName } from './plan-circuit.ts';
import { compileCircuit, type PlanPoint } from './solve-plan.ts';
import { NOMINAL, stateOf } from './state.ts';
import { DARK_AMP } from './will-it-light.ts';

/** What a holder that boosts hands on of what it takes (handbook figure). */
export const BOOST_EFFICIENCY = 0.85;

/** A source that gives less than this is at rest: it outlasts its shelf life, A (assumption). */
const AT_REST_AMP = 1e-6;

export interface RunTime {
  readonly partId: string;
  /** What it gives fresh, A. */
  readonly freshAmp: number;
  /** Whether any of its lights shows while it is fresh. */
  readonly isLit: boolean;
  /** Hours until the brightest light has half of its fresh current; null when that never comes first, or nothing lights. */
  readonly halfHours: number | null;
  /** Hours until dark or the cell is empty: always at most, because real cells give less. */
  readonly atMostHours: number;
  readonly stoppedBy: 'dark' | 'empty';
  /** The current that is watched over time, of the brightest light or, where none shows, of the source, for a chart: [hours, A]. */
  readonly curve: ReadonlyArray<readonly [number, number]>;
}

/**
 * How long each source lasts on fresh cells that run down alike, in plan order; sources at rest are left out. Empty where no current
 * flows at all.
 */
export function howLong(plan: Plan): Result<readonly RunTime[]> {
  const work = makeHowLong(plan);
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

/** As `howLong`; yields the share done, 0 to 1, between one solve and the next. */
export function* makeHowLong(plan: Plan): Generator<number, Result<readonly RunTime[]>> {
  const answers = new Map<number, PlanPoint>();
  let problem: Result<readonly RunTime[]> | null = null;
  const ready = compileCircuit(plan);
  if (!ready.ok) return ready;
  const first = solveFaded(ready.value, NOMINAL, stateOf(plan));
  if (!first.ok) return first;
  const fresh = first.value;
  let last = fresh;
  const answerAt = (chargeLeft: number): PlanPoint => {
    const known = answers.get(chargeLeft);
    if (known !== undefined) return known;
    const solved = solveFaded(ready.value, NOMINAL, stateOf(plan, chargeLeft), last);
    if (solved.ok) last = solved.value;
    else problem = solved;
    answers.set(chargeLeft, last);
    return last;
  };
  const times: RunTime[] = [];
  const circuits = circuitsOf(plan);
  for (const [i, circuit] of circuits.entries()) {
    const work = runTime(circuit, fresh, answerAt);
    let step = work.next();
    for (; step.done !== true; step = work.next()) yield (i + step.value) / circuits.length;
    if (step.value !== null) times.push(step.value);
  }
  return problem ?? succeed(times);
}

function* runTime(
  circuit: Circuit,
  fresh: PlanPoint,
  answerAt: (chargeLeft: number) => PlanPoint,
): Generator<number, RunTime | null> {
  const { part, cell: source, cellKind } = circuit.source;
  const own = [...circuit.lights, ...circuit.pinLights.map(({ light }) => light)].map(({ id }) =>
    elementName.light(id),
  );
  const sourceName = elementName.cell(part.id);
  const givenBy = ({ ampOf }: PlanPoint): number => -ampOf(sourceName);
  const brightestOf = ({ ampOf }: PlanPoint): number =>
    own.reduce((brightest, name) => Math.max(brightest, ampOf(name)), 0);
  const freshAmp = givenBy(fresh);
  if (freshAmp < AT_REST_AMP) return null;
  const isLit = brightestOf(fresh) >= DARK_AMP;
  const half = brightestOf(fresh) / 2;
  const result = yield* runDown({
    loadAt: (chargeLeft) => {
      const answer = answerAt(chargeLeft);
      const { volt, ohm } = cellAt(cellKind, chargeLeft);
      const given = givenBy(answer);
      // A converter takes the power it gives, and what it wastes, from its cells.
      const amp =
        source.boostV === undefined
          ? given
          : (given * source.boostV) / (BOOST_EFFICIENCY * volt * source.count);
      return { amp, volt: volt - amp * ohm, watched: isLit ? brightestOf(answer) : given };
    },
    capacityAh: (amp) => cellCapacityMah(cellKind, amp * 1000) / 1000,
    knots: cellKind.table.map(([charge]) => charge),
    marks: isLit
      ? [
          { id: 'half', isPast: (load) => load.watched < half },
          { id: 'dark', isPast: (load) => load.watched < DARK_AMP },
          { id: 'empty', isPast: (load) => load.volt < cellKind.cutoffV },
        ]
      : [],
    stopAt: isLit ? ['dark', 'empty'] : [],
  });
  return {
    partId: part.id,
    freshAmp,
    isLit,
    halfHours: result.hours.get('half') ?? null,
    atMostHours: result.endHours,
    stoppedBy: result.stoppedBy === 'dark' ? 'dark' : 'empty',
    curve: result.samples.map(({ hours, load }) => [hours, load.watched] as const),
  };
}
