/** How long each source of a plan lasts: until its lights are too dim, or, where nothing lights, until it is empty all the same. */

import { type Result, succeed } from '../errors/problem.ts';
import { UnionFind } from '../joining/union-find.ts';
import { cellAt, cellCapacityMah } from '../parts/cells.ts';
import type { Plan } from '../plan/schema.ts';
import { type Circuit, circuitsOf } from '../power/circuits.ts';
import { ownSwitches } from '../power/sources.ts';
import { boostKey } from './devices/boost.ts';
import { guardKey } from './devices/cell.ts';
import { type Given, type Mark, runDownTogether, type Sample, type TogetherResult } from './discharge.ts';
import { solveFaded } from './faded.ts';
import { feeding } from './fed-by.ts';
import { elementName } from './plan-circuit.ts';
import { type CompiledPlan, compileCircuit, type PlanPoint } from './solve-plan.ts';
import { type Asked, atRest, chargeOf, NOMINAL, type PlanState, stateAsked } from './state.ts';
import { darkAmp, type LightState, lightStates } from './will-it-light.ts';

/** A source that gives less than this is at rest: it outlasts its shelf life, A (assumption). */
const AT_REST_AMP = 1e-6;

/** What happens while a source runs down. */
export interface RunEvent {
  /** No light of it shows; its cells are empty; its converter gives up; its protection opens. */
  readonly what: 'dark' | 'empty' | 'gives up' | 'opens';
  readonly hours: number;
}

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
  /** All that happens on the way, in its order. */
  readonly events: readonly RunEvent[];
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
 * How long each source lasts on cells that are fresh, or as charged as is asked, in plan order; sources at rest are left out. Empty where no
 * current flows at all. Sources that are joined run down together. Fails where the circuit has no answer.
 */
export function howLong(plan: Plan, asked: Asked = {}, tried?: CompiledPlan): Result<readonly RunTime[]> {
  const work = makeHowLong(plan, asked, tried);
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

/** As `howLong`, of a circuit that is tried in the place of the plan's own where one is given; yields the share done, 0 to 1, between one solve and the next. Fails where the circuit has no answer. */
export function* makeHowLong(
  plan: Plan,
  asked: Asked = {},
  tried?: CompiledPlan,
): Generator<number, Result<readonly RunTime[]>> {
  const ready = tried === undefined ? compileCircuit(plan, asked) : succeed(tried);
  if (!ready.ok) return ready;
  const state = stateAsked(plan, asked);
  const bench = new ChargeBench(plan, ready.value, state);
  if (bench.problem !== null) return bench.problem;
  const rest = solveFaded(ready.value, NOMINAL, atRest(plan, state), bench.fresh);
  if (!rest.ok) return rest;
  const circuits = circuitsOf(plan);
  const running = circuits.filter(
    // What its own chips take makes no source one that is in use.
    ({ source: { part } }) =>
      bench.takenOf(part.id, bench.fresh) - bench.fresh.ampOf(elementName.idle(part.id)) >= AT_REST_AMP,
  );
  const times = new Map<string, RunTime>();
  // A source that gives nothing yet, joined to one that does, takes over when that sinks.
  const groups = joinedSources(ready.value, circuits).filter((group) =>
    group.some((circuit) => running.includes(circuit)),
  );
  for (const [i, group] of groups.entries()) {
    const work = runTimes(plan, group, bench, rest.value);
    let step = work.next();
    for (; step.done !== true; step = work.next()) yield (i + step.value) / groups.length;
    for (const time of step.value) times.set(time.partId, time);
  }
  if (bench.problem !== null) return bench.problem;
  return succeed(circuits.flatMap(({ source }) => times.get(source.part.id) ?? []));
}

/** Sources that work on each other: those that any element joins, in any state. */
function joinedSources(
  { elements: { all, nodeOfTerminal } }: CompiledPlan,
  circuits: readonly Circuit[],
): ReadonlyArray<readonly Circuit[]> {
  const joined = new UnionFind();
  for (const { element } of all) {
    const [a, b] =
      element.kind === 'D'
        ? [element.anode, element.cathode]
        : element.kind === 'V'
          ? [element.plus, element.minus]
          : element.kind === 'I'
            ? [element.from, element.to]
            : [element.a, element.b];
    joined.join(a, b);
  }
  const groups = new Map<string, Circuit[]>();
  for (const circuit of circuits) {
    const { part, cell } = circuit.source;
    const root = joined.find(nodeOfTerminal(part.id, cell.plus));
    groups.set(root, [...(groups.get(root) ?? []), circuit]);
  }
  return [...groups.values()];
}

/** A compiled plan, solved at some charges after others; each only once. */
class ChargeBench {
  problem: Result<never> | null = null;
  readonly start: PlanState;
  readonly fresh: PlanPoint;
  /** The lights that show at first, with the sources they are fed by. */
  readonly lit: readonly LightState[];
  readonly #compiled: CompiledPlan;
  readonly #answers = new Map<string, PlanPoint>();
  #last: PlanPoint | undefined;

  constructor(plan: Plan, compiled: CompiledPlan, state: PlanState) {
    this.#compiled = compiled;
    this.start = state;
    this.fresh = this.at(new Map());
    this.lit =
      this.problem === null
        ? lightStates(plan, this.fresh, feeding(plan, this.fresh, compiled)).filter(({ isLit }) => isLit)
        : [];
  }

  /** The answer with some sources at these charges, the others as at first; where there is none, the last one, and `problem` says so. */
  at(charges: ReadonlyMap<string, number>): PlanPoint {
    const key = [...charges].join(' ');
    const known = this.#answers.get(key);
    if (known !== undefined) return known;
    const chargeLeft = new Map([...this.start.chargeLeft, ...charges]);
    const solved = solveFaded(this.#compiled, NOMINAL, { ...this.start, chargeLeft }, this.#last);
    if (solved.ok) this.#last = solved.value;
    else this.problem = solved;
    const answer = this.#last as PlanPoint;
    this.#answers.set(key, answer);
    return answer;
  }

  /** What the cells of a source give, A. */
  takenOf(partId: string, { ampOf }: PlanPoint): number {
    return -ampOf(elementName.cell(partId));
  }
}

/** One source while it runs down. */
interface Running {
  readonly circuit: Circuit;
  readonly isLit: boolean;
  /** The current that is watched: of its brightest light, or its own. */
  watchedOf(point: PlanPoint): number;
  readonly marks: ReadonlyArray<{
    readonly what: RunEvent['what'] | 'half';
    readonly isEnd?: true;
    isPast(point: PlanPoint, charge: number): boolean;
  }>;
}

interface GroupLoad extends Given {
  readonly point: PlanPoint;
  readonly charges: readonly number[];
}

const markId = ({ source }: Circuit, what: string): string => `${what} ${source.part.id}`;

function* runTimes(
  plan: Plan,
  circuits: readonly Circuit[],
  bench: ChargeBench,
  rest: PlanPoint,
): Generator<number, readonly RunTime[]> {
  const all = circuits.map((circuit) => runningOf(plan, circuit, bench));
  const ends = all.map(({ circuit, marks }) => [
    circuit.source.part.id,
    ...marks.flatMap(({ what, isEnd }) => (isEnd === true ? [markId(circuit, what)] : [])),
  ]);
  const result = yield* runDownTogether<GroupLoad>({
    banks: circuits.map(({ source: { part, cellKind } }) => ({
      id: part.id,
      capacityAh: (amp) => cellCapacityMah(cellKind, amp * 1000) / 1000,
      knots: knotsFrom(cellKind.table, chargeOf(bench.start, part.id)),
    })),
    loadAt: (charges) => {
      const point = bench.at(
        new Map(circuits.map(({ source }, i) => [source.part.id, charges[i] as number])),
      );
      return { point, charges, amps: circuits.map(({ source }) => bench.takenOf(source.part.id, point)) };
    },
    marks: all.flatMap(({ circuit, marks }, i) =>
      marks.map(
        ({ what, isPast }): Mark<GroupLoad> => ({
          id: markId(circuit, what),
          isPast: ({ point, charges }) => isPast(point, charges[i] as number),
          // Cells that are empty are taken to give nothing more.
          ...(what === 'empty' ? { ends: i } : {}),
        }),
      ),
    ),
    isDone: (passed) => ends.every((ids) => ids.some((id) => passed.has(id))),
  });
  return all
    .map((running, i) => timeOf(running, i, bench, rest, result))
    .filter(({ goodShare, charges }) => goodShare > 0 || (charges.at(-1)?.[1] ?? 1) < (charges[0]?.[1] ?? 1));
}

function runningOf(plan: Plan, circuit: Circuit, bench: ChargeBench): Running {
  const dark = darkAmp(plan);
  const { part, cell, cellKind } = circuit.source;
  const own = bench.lit.flatMap(({ id, isAddressable, fedBy }) =>
    fedBy.includes(part.id) ? [isAddressable ? elementName.load(id).full : elementName.light(id)] : [],
  );
  const isLit = own.length > 0;
  const most = (of: (name: string) => number): number =>
    own.reduce((brightest, name) => Math.max(brightest, of(name)), 0);
  const watchedOf = (point: PlanPoint): number => (isLit ? most(point.ampOf) : bench.takenOf(part.id, point));
  const half = watchedOf(bench.fresh) / 2;
  const modeOf = (point: PlanPoint, key: string): string | undefined => point.deviceAt(key)?.mode;
  const voltUnderLoad = (point: PlanPoint, charge: number): number => {
    const { volt, ohm } = cellAt(cellKind, charge);
    return volt - bench.takenOf(part.id, point) * ohm;
  };
  return {
    circuit,
    isLit,
    watchedOf,
    marks: [
      { what: 'gives up', isPast: (point) => modeOf(point, boostKey(part.id)) === 'off' },
      { what: 'opens', isPast: (point) => modeOf(point, guardKey(part.id)) === 'tripped' },
      ...(isLit
        ? [
            { what: 'half' as const, isPast: (point: PlanPoint) => watchedOf(point) < half },
            {
              what: 'dark' as const,
              isEnd: true as const,
              isPast: (point: PlanPoint) => most(point.peakOf) < dark,
            },
          ]
        : []),
      // A converter works on as long as its own law lets it, however low its cells are.
      ...(isLit && cell.boostV === undefined
        ? [
            {
              what: 'empty' as const,
              isEnd: true as const,
              isPast: (point: PlanPoint, charge: number) => voltUnderLoad(point, charge) < cellKind.cutoffV,
            },
          ]
        : []),
    ],
  };
}

function timeOf(
  { circuit, isLit, watchedOf, marks }: Running,
  at: number,
  bench: ChargeBench,
  rest: PlanPoint,
  { hours, charges, endHours, samples }: TogetherResult<GroupLoad>,
): RunTime {
  const { part, cell, cellKind } = circuit.source;
  const hoursOf = (what: string): number | undefined => hours.get(markId(circuit, what));
  const used = hours.get(part.id);
  const emptyHours = hoursOf('empty') ?? used;
  const darkHours = hoursOf('dark');
  const isDarkFirst = (darkHours ?? Number.POSITIVE_INFINITY) < (emptyHours ?? Number.POSITIVE_INFINITY);
  const atMostHours = (isDarkFirst ? darkHours : emptyHours) ?? endHours;
  const own = samples.filter((sample) => sample.hours <= atMostHours);
  const chargeAt = ({ charges: left }: Sample<GroupLoad>): number => left[at] as number;
  const endCharge = own.at(-1)?.charges[at] ?? 0;
  const events: RunEvent[] = [
    ...marks.flatMap(({ what }) => {
      const passed = hoursOf(what);
      return what === 'half' || passed === undefined ? [] : [{ what, hours: passed }];
    }),
    ...(used === undefined || hoursOf('empty') !== undefined
      ? []
      : [{ what: 'empty' as const, hours: used }]),
  ];
  const isSwitched = ownSwitches(circuit.source).length > 0 || circuit.mainContacts.length > 0;
  const standbyAmp = isSwitched ? 0 : Math.max(0, bench.takenOf(part.id, rest));
  const outName = cell.boostV === undefined ? elementName.cell(part.id) : elementName.boost(part.id);
  const halfCharge = charges.get(markId(circuit, 'half'))?.[at];
  const halfHours = hoursOf('half');
  const isHalfFirst = halfHours !== undefined && halfHours <= atMostHours;
  return {
    partId: part.id,
    freshAmp: -bench.fresh.ampOf(outName),
    isLit,
    halfHours: isHalfFirst ? halfHours : null,
    atMostHours,
    stoppedBy: isDarkFirst ? 'dark' : 'empty',
    events: events.filter(({ hours: when }) => when <= atMostHours).sort((a, b) => a.hours - b.hours),
    goodShare: chargeOf(bench.start, part.id) - ((isHalfFirst ? halfCharge : undefined) ?? endCharge),
    standbyAmp,
    standbyShare:
      standbyAmp < AT_REST_AMP ? 0 : standbyAmp / (cellCapacityMah(cellKind, standbyAmp * 1000) / 1000),
    curve: own.map((sample) => [sample.hours, watchedOf(sample.load.point)] as const),
    charges: own.map((sample) => [sample.hours, chargeAt(sample)] as const),
  };
}

/** The knots of a cell's table from a charge downwards, that charge first. */
function knotsFrom(
  table: ReadonlyArray<readonly [number, number, number]>,
  charge: number,
): readonly number[] {
  return [charge, ...table.map(([knot]) => knot).filter((knot) => knot < charge)];
}
