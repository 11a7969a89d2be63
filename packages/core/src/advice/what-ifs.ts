/** What would be otherwise: the same piece with one thing changed, side by side with how it is. What is an edit can be taken. */
import { solveFaded, solvePlan } from '../circuit/faded.ts';
import { NOT_ASKED } from '../circuit/fed-by.ts';
import { goodHours, howLong } from '../circuit/how-long.ts';
import type { BuildOptions, ExtraWay } from '../circuit/plan-circuit.ts';
import { compileCircuit, compileTry } from '../circuit/solve-plan.ts';
import { type ChargeLeft, NOMINAL, stateOf, type World } from '../circuit/state.ts';
import { endOf } from '../circuit/touches.ts';
import { lightStates, supplyStates } from '../circuit/will-it-light.ts';
import type { Result } from '../errors/problem.ts';
import { distance } from '../geometry/point.ts';
import { lightsIn } from '../joining/sides.ts';
import { elementsOf, hasElement } from '../parts/part-element.ts';
import type { PartKind } from '../parts/part-kind.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { assumedIn } from '../plan/assumed.ts';
import { applyEdit, type Edit, squashEdits } from '../plan/edit.ts';
import { exchangeSource } from '../plan/edits/exchange-edits.ts';
import { recolourLight } from '../plan/edits/part-edits.ts';
import { changeStitching, changeThread, runName } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { maybeThreadOf } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { circuitsOf } from '../power/circuits.ts';
import { sourcesOf } from '../power/sources.ts';
import { bareName } from '../spacing/bare-things.ts';
import { tightestPlaces } from '../spacing/tightest.ts';
import { THREAD_KINDS } from '../thread/thread-kinds.ts';
import { contactOhm } from '../thread/thread-sums.ts';
import { harmedByExchange } from './harmed-by.ts';

/** What a maker compares. */
export interface LightFigures {
  /** Lights that show, of how many. */
  readonly lit: number;
  readonly of: number;
  /** Currents while they are on, A; 0 where none shows. */
  readonly dimmestAmp: number;
  readonly brightestAmp: number;
  /** Through all cells, A. */
  readonly cellAmp: number;
  /** Hours of good light of the source that ends first; null where nothing lights, or it is not asked. */
  readonly goodHours: number | null;
}

export interface WhatIf {
  readonly id: string;
  readonly title: string;
  readonly figures: LightFigures;
  /** Takes it; null for what nobody chooses. */
  readonly edit: Edit | null;
}

/** What each source of the drawer would give in the place of a plan's only one, as it is first: for choosing one that lasts. */
export function* makeSourceChoices(plan: Plan): Generator<number, readonly WhatIf[]> {
  const now = figuresOf(plan, {});
  const [source] = sourcesOf(plan);
  const cases = otherSources(plan);
  if (now === null || source === undefined || cases.length === 0) return [];
  const found: WhatIf[] = [{ id: 'now', title: kindOf(plan, source.part).title, figures: now, edit: null }];
  for (const [i, { id, title, edit }] of cases.entries()) {
    yield i / cases.length;
    if (edit === undefined) continue;
    const figures = figuresOf(applyEdit(plan, edit), {});
    if (figures !== null) found.push({ id, title, figures, edit });
  }
  return found;
}

export interface WhatIfAnswer {
  readonly now: LightFigures;
  readonly cases: readonly WhatIf[];
}

interface Case {
  readonly id: string;
  readonly title: string;
  readonly edit?: Edit;
  readonly world?: Partial<World>;
  readonly chargeLeft?: ChargeLeft;
  /** What the drawing has not. */
  readonly tried?: BuildOptions;
}

/** Works out every case; yields the share done. */
export function* makeWhatIfs(plan: Plan): Generator<number, WhatIfAnswer> {
  const now = figuresOf(plan, {});
  const cases = casesOf(plan);
  const found: WhatIf[] = [];
  for (const [i, one] of cases.entries()) {
    yield i / cases.length;
    const changed = one.edit === undefined ? plan : applyEdit(plan, one.edit);
    const figures = figuresOf(changed, one);
    if (figures !== null) found.push({ id: one.id, title: one.title, figures, edit: one.edit ?? null });
  }
  return { now: now ?? NOTHING, cases: found };
}

const NOTHING: LightFigures = {
  lit: 0,
  of: 0,
  dimmestAmp: 0,
  brightestAmp: 0,
  cellAmp: 0,
  goodHours: null,
};

function figuresOf(
  plan: Plan,
  { world, chargeLeft = 1, tried }: Pick<Case, 'world' | 'chargeLeft' | 'tried'>,
): LightFigures | null {
  const ready = tried === undefined ? compileCircuit(plan) : compileTry(plan, tried);
  if (!ready.ok) return null;
  const state = stateOf(plan, chargeLeft);
  const solved = solveFaded(ready.value, { ...NOMINAL, ...world }, state);
  if (!solved.ok) return null;
  const lights = lightStates(plan, solved.value, NOT_ASKED);
  const shown = lights.filter(({ isLit }) => isLit).map(({ peakAmp }) => peakAmp);
  // Hours are those of the usual world: cold, broken and touching thread are moments.
  const times = world === undefined ? howLong(plan, { chargeLeft }, ready.value) : null;
  const hours = times?.ok === true ? times.value.filter(({ isLit }) => isLit).map(goodHours) : [];
  return {
    lit: shown.length,
    of: lights.length,
    dimmestAmp: shown.length === 0 ? 0 : Math.min(...shown),
    brightestAmp: Math.max(0, ...shown),
    cellAmp: supplyStates(plan, solved.value).reduce((sum, { cellAmp }) => sum + Math.max(0, cellAmp), 0),
    goodHours: hours.length === 0 ? null : Math.min(...hours),
  };
}

function casesOf(plan: Plan): readonly Case[] {
  return [
    ...otherThreads(plan),
    ...doubledLines(plan),
    ...secondLine(plan),
    ...resistors(plan),
    ...otherSources(plan),
    ...otherColour(plan),
    ...brokenThread(plan),
    ...touchingThreads(plan),
    {
      id: 'cold',
      title: 'at 0 °C',
      world: { cellOhm: () => assumedIn(plan).coldFactor },
    },
    ...afterHours(plan),
  ];
}

/** Edits one after the other, as one. Null where one of them is refused or there are none. */
function together(
  plan: Plan,
  label: string,
  makers: ReadonlyArray<(plan: Plan) => Result<Edit>>,
): Edit | null {
  let now = plan;
  let whole: Edit | null = null;
  for (const make of makers) {
    const edit = make(now);
    if (!edit.ok) return null;
    now = applyEdit(now, edit.value);
    whole = whole === null ? edit.value : squashEdits(whole, edit.value);
  }
  return whole === null ? null : { ...whole, label };
}

/** Every thread that conducts better than the one most lines are sewn with. */
function otherThreads(plan: Plan): readonly Case[] {
  const sewn = Object.values(plan.runs).filter(
    ({ threadId }) => THREAD_KINDS.find(({ id }) => id === threadId)?.form === 'thread',
  );
  if (sewn.length === 0) return [];
  const present = Math.min(...sewn.map(({ threadId }) => ohmPerM(threadId)));
  return THREAD_KINDS.filter(({ form, ohmPerM: ohm }) => form === 'thread' && ohm < present).flatMap(
    ({ id, title }): readonly Case[] => {
      const edit = together(
        plan,
        `sew with ${lowered(title)}`,
        sewn.map((run) => (now: Plan) => changeThread(now, run.id, id)),
      );
      return edit === null ? [] : [{ id: `thread:${id}`, title: `sewn with ${lowered(title)}`, edit }];
    },
  );
}

/** A title within a sentence; what is written in capitals stays so. */
function lowered(title: string): string {
  return /^[A-Z][a-z]/.test(title) ? title.charAt(0).toLowerCase() + title.slice(1) : title;
}

function ohmPerM(threadId: string): number {
  return THREAD_KINDS.find(({ id }) => id === threadId)?.ohmPerM ?? 0;
}

function doubledLines(plan: Plan): readonly Case[] {
  const single = Object.values(plan.runs).filter(({ lines = 1 }) => lines < 2);
  const edit = together(
    plan,
    'sew every line double',
    single.map((run) => (now: Plan) => changeStitching(now, run.id, { lines: 2 })),
  );
  return edit === null ? [] : [{ id: 'doubled', title: 'every line sewn double', edit }];
}

/** A second line to the light that is dimmest, on both sides: the row is then fed at both ends. */
function secondLine(plan: Plan): readonly Case[] {
  const solved = solvePlan(plan, { touchOhm: null });
  if (!solved.ok) return [];
  const states = new Map(lightStates(plan, solved.value).map((state) => [state.id, state]));
  return circuitsOf(plan).flatMap(({ source, lights }): readonly Case[] => {
    const lit = lights.filter(({ id }) => states.get(id)?.isLit === true);
    const dimmest = lit.toSorted((a, b) => (states.get(a.id)?.amp ?? 0) - (states.get(b.id)?.amp ?? 0))[0];
    if (dimmest === undefined || lit.length < LEAST_ROW) return [];
    const metres = distance(source.part.at, dimmest.part.at) / 1000;
    const thread = maybeThreadOf(plan, plan.habits.threadId);
    const ohm = metres * (thread?.ohmPerM ?? 0) + 2 * contactOhm(plan.habits.loops, assumedIn(plan));
    const way = (near: string, far: string): ExtraWay => ({
      ends: [
        { partId: source.part.id, terminal: near },
        { partId: dimmest.part.id, terminal: far },
      ],
      ohm,
    });
    const extra = [way(source.cell.plus, dimmest.light.plus), way(source.cell.minus, dimmest.light.minus)];
    return [
      {
        id: `fed:${source.part.id}`,
        title: `a second + and − line from ${source.part.name} to ${dimmest.part.name}`,
        tried: { extra },
      },
    ];
  });
}
/** Two lights are no row. */
const LEAST_ROW = 3;

/** A resistor before every light that has none. */
function resistors(plan: Plan): readonly Case[] {
  if (!lightsIn(plan).some(({ light }) => light.seriesOhm === 0)) return [];
  return [
    {
      id: 'resistor',
      title: `${TRIED_OHM} Ω before every bare light`,
      tried: { beforeLightsOhm: TRIED_OHM },
    },
  ];
}
const TRIED_OHM = 100;

/** The tightest place of two sides, as if it touched. */
function touchingThreads(plan: Plan): readonly Case[] {
  const [place] = tightestPlaces(plan, 1);
  if (place === undefined) return [];
  const first = endOf(plan, place.first, place.gap.at.onFirst);
  const other = endOf(plan, place.gap.other, place.gap.at.onSecond);
  return [
    {
      id: 'touching',
      title: `where ${bareName(plan, place.first)} and ${bareName(plan, place.gap.other)} touch`,
      tried: { extra: [{ ends: [first, other], ohm: assumedIn(plan).touchOhm }] },
      world: {},
    },
  ];
}

/** The first source as each other of the drawer that gives nothing too many volts. */
function otherSources(plan: Plan): readonly Case[] {
  const [source] = sourcesOf(plan);
  if (source === undefined || sourcesOf(plan).length > 1) return [];
  const seen = new Set([wordOf(kindOf(plan, source.part))]);
  return PART_KINDS.filter((kind) => hasElement(kind, 'cell')).flatMap((kind): readonly Case[] => {
    if (seen.has(wordOf(kind)) || harmedByExchange(plan, source.part, kind).length > 0) return [];
    seen.add(wordOf(kind));
    const edit = exchangeSource(plan, source.part.id, kind.id);
    return edit.ok
      ? [{ id: `source:${kind.id}`, title: `with ${lowered(kind.title)}`, edit: edit.value }]
      : [];
  });
}

/** Holders that give the same are one case. */
function wordOf(kind: PartKind): string {
  return elementsOf(kind, 'cell')
    .map(({ cellId, count, boostV }) => `${cellId} ${count} ${boostV ?? ''}`)
    .join(' ');
}

/** All lights red, which want fewest volts. */
function otherColour(plan: Plan): readonly Case[] {
  const ids = new Set(
    lightsIn(plan)
      .filter(({ part, light }) => light.colourId === undefined && part.colourId !== 'red')
      .map(({ part }) => part.id),
  );
  const edit = together(
    plan,
    'make every light red',
    [...ids].map((id) => (now: Plan) => recolourLight(now, id, 'red')),
  );
  return edit === null ? [] : [{ id: 'red', title: 'with red lights', edit }];
}

/** The one thread whose break darkens most. */
function brokenThread(plan: Plan): readonly Case[] {
  const ready = compileCircuit(plan);
  if (!ready.ok) return [];
  const state = stateOf(plan);
  const usual = solveFaded(ready.value, NOMINAL, state);
  if (!usual.ok) return [];
  let worst: { readonly runId: string; readonly lit: number } | null = null;
  for (const run of Object.values(plan.runs).slice(0, MOST_BROKEN)) {
    const world = { ...NOMINAL, threadOhm: (id: string) => (id === run.id ? BROKEN : 1) };
    const solved = solveFaded(ready.value, world, state, usual.value);
    if (!solved.ok) continue;
    const lit = lightStates(plan, solved.value, NOT_ASKED).filter(({ isLit }) => isLit).length;
    if (worst === null || lit < worst.lit) worst = { runId: run.id, lit };
  }
  const run = worst === null ? undefined : plan.runs[worst.runId];
  if (run === undefined) return [];
  return [
    {
      id: 'broken',
      title: `with the thread ${runName(plan, run)} broken`,
      world: { threadOhm: (id) => (id === run.id ? BROKEN : 1) },
    },
  ];
}

/** A broken thread: so many times its ohms. */
const BROKEN = 1e9;
/** So many threads are broken in turn, at most. */
const MOST_BROKEN = 400;

/** Ten hours on. */
function afterHours(plan: Plan): readonly Case[] {
  const times = howLong(plan);
  if (!times.ok) return [];
  if (!times.value.some(({ isLit }) => isLit)) return [];
  const chargeLeft = new Map(
    times.value.map(({ partId, charges }) => [partId, Math.max(0.001, chargeAfter(charges, HOURS_ON))]),
  );
  return [{ id: 'later', title: `after ${HOURS_ON} hours`, chargeLeft }];
}
const HOURS_ON = 10;

/** The charge left after so many hours, along straight lines between those that are known. */
function chargeAfter(charges: ReadonlyArray<readonly [hours: number, left: number]>, hours: number): number {
  const next = charges.findIndex(([at]) => at > hours);
  const before = charges[next - 1];
  const after = charges[next];
  if (before === undefined || after === undefined) return charges.at(-1)?.[1] ?? 1;
  return before[1] + ((after[1] - before[1]) * (hours - before[0])) / (after[0] - before[0]);
}
