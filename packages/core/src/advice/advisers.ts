/** Sums that a maker does on paper: the resistor for a current, how many lights a source carries, where to feed a row, how often to sew its lines. */

import type { CircuitElement } from '../circuit/circuit.ts';
import { THERMAL_VOLT } from '../circuit/circuit.ts';
import { CompiledCircuit } from '../circuit/compiled-circuit.ts';
import { solveFaded } from '../circuit/faded.ts';
import { elementName } from '../circuit/plan-circuit.ts';
import { compileCircuit } from '../circuit/solve-plan.ts';
import { NOMINAL, stateOf } from '../circuit/state.ts';
import { lightsIn, type PlacedLight } from '../joining/sides.ts';
import { cellAt } from '../parts/cells.ts';
import { type LightColour, maybeLightColour } from '../parts/light-colours.ts';
import { assumedIn } from '../plan/assumed.ts';
import type { Plan } from '../plan/schema.ts';
import { circuitsOf } from '../power/circuits.ts';
import { contactOhm } from '../thread/thread-sums.ts';

/** The E12 series of preferred values (IEC 60063; from memory). */
const E12 = [10, 12, 15, 18, 22, 27, 33, 39, 47, 56, 68, 82] as const;

/** The next value of the E12 series that is not below, Ω. Throws RangeError for what is not above 0. */
export function nextE12(ohm: number): number {
  if (!(ohm > 0)) throw new RangeError(`nextE12: ${ohm} Ω is no resistor`);
  const decade = 10 ** Math.floor(Math.log10(ohm));
  for (const scale of [decade / 10, decade])
    for (const value of E12) {
      const candidate = Number((value * scale).toPrecision(3));
      if (candidate >= ohm * (1 - 1e-9)) return candidate;
    }
  return 10 * decade;
}

/** What feeds a light, seen from its two ends: volts without load behind ohms. */
export interface Feed {
  readonly volt: number;
  readonly ohm: number;
}

/** What to put before a light. */
export interface ResistorAdvice {
  readonly lightId: string;
  /** As it is, A. */
  readonly nowAmp: number;
  /** All that holds it back by now, Ω: cell, thread, contacts, its own resistor. */
  readonly hereOhm: number;
  /** What is wanted besides, Ω; 0 where it gets no more than wanted already. */
  readonly wantedOhm: number;
  /** The next higher one that is sold; null where none is needed. */
  readonly resistorOhm: number | null;
  /** The current with it, A, and what it turns into heat, W. */
  readonly amp: number;
  readonly watt: number;
}

/**
 * The resistor that brings a light to a current, or a little below, with everything else as it is; null where the light is not fed. The feed is
 * found from two solves, as volts behind ohms (Thévenin's theorem, which holds for the small change between them).
 */
export function resistorFor(plan: Plan, lightId: string, wantedAmp: number): ResistorAdvice | null {
  const light = lightsIn(plan).find(({ id }) => id === lightId);
  const colour = light === undefined ? undefined : colourOf(light);
  const feed = light === undefined ? null : feedOf(plan, light);
  if (light === undefined || colour === undefined || feed === null) return null;
  const nowAmp = currentFrom(feed, colour, 0);
  const needed = (feed.volt - lightVolt(colour, wantedAmp)) / wantedAmp - feed.ohm;
  const wantedOhm = Math.max(0, needed);
  const resistorOhm = wantedOhm === 0 ? null : nextE12(wantedOhm);
  const amp = currentFrom(feed, colour, resistorOhm ?? 0);
  return {
    lightId,
    nowAmp,
    hereOhm: feed.ohm,
    wantedOhm,
    resistorOhm,
    amp,
    watt: amp * amp * (resistorOhm ?? 0),
  };
}

function colourOf({ part, light }: PlacedLight): LightColour | undefined {
  return maybeLightColour(light.colourId ?? part.colourId ?? '');
}

/** So much less is wanted by the light in the second solve, V: small beside what it wants. */
const NUDGE_V = 0.02;

function feedOf(plan: Plan, light: PlacedLight): Feed | null {
  const ready = compileCircuit(plan, { touchOhm: null });
  const colour = colourOf(light);
  if (!ready.ok || colour === undefined) return null;
  const state = { ...stateOf(plan), touchOhm: null };
  const at = (shiftV: number): Feed | null => {
    const world = { ...NOMINAL, forwardShiftV: (id: string) => (id === light.id ? shiftV : 0) };
    const solved = solveFaded(ready.value, world, state);
    if (!solved.ok) return null;
    const amp = solved.value.peakOf(elementName.light(light.id));
    // Volts over the light itself: its own resistor belongs to what feeds it.
    return { volt: lightVolt(colour, Math.max(amp, 1e-12)) + shiftV, ohm: amp };
  };
  const [usual, nudged] = [at(0), at(-NUDGE_V)];
  if (usual === null || nudged === null || nudged.ohm <= usual.ohm || usual.ohm <= 1e-6) return null;
  const ohm = (usual.volt - nudged.volt) / (nudged.ohm - usual.ohm);
  return { volt: usual.volt + usual.ohm * ohm, ohm };
}

/** Volts of a light at a current, by its law. */
function lightVolt({ saturationA, ideality, seriesOhm }: LightColour, amp: number): number {
  return ideality * THERMAL_VOLT * Math.log1p(amp / saturationA) + amp * seriesOhm;
}

/** The current of a light behind a feed and a resistor, A, by halving: it falls as the resistor grows. */
function currentFrom({ volt, ohm }: Feed, colour: LightColour, resistorOhm: number): number {
  let [low, high] = [0, volt / Math.max(1e-3, ohm + resistorOhm + colour.seriesOhm)];
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (lightVolt(colour, middle) + middle * (ohm + resistorOhm) < volt) low = middle;
    else high = middle;
  }
  return low;
}

/** How many lights like one a source carries. */
export interface CarryAdvice {
  readonly partId: string;
  readonly lightId: string;
  readonly most: number;
  /** What ends it: the cell's current, or each light giving less than half of what one alone gives. */
  readonly limit: 'current' | 'brightness';
  /** Of each of that many, A. */
  readonly amp: number;
}

/** More than this nobody sews onto one source. */
const MOST_LIGHTS = 200;

/**
 * The most lights like the first of each source that it carries with more than half of the light of one alone, and within what its cells give well.
 * All are reckoned right at the source, each behind two contacts: long lines carry fewer.
 */
export function lightsCarried(plan: Plan): readonly CarryAdvice[] {
  const contacts = 2 * contactOhm(plan.habits.loops, assumedIn(plan));
  return circuitsOf(plan).flatMap(({ source, lights }): readonly CarryAdvice[] => {
    const [first] = lights;
    const colour = first === undefined ? undefined : colourOf(first);
    if (first === undefined || colour === undefined) return [];
    const { volt, ohm } = cellAt(source.cellKind, 1);
    const { count, boostV } = source.cell;
    const inner = boostV === undefined ? ohm * count : assumedIn(plan).boostOutputOhm;
    const mostA = mostAmpOf(source, boostV, volt, assumedIn(plan).boostEfficiency);
    const each = (n: number): number =>
      currentFrom(
        { volt: boostV ?? volt * count, ohm: n * inner + contacts + first.light.seriesOhm },
        colour,
        0,
      );
    const alone = each(1);
    for (let n = 2; n <= MOST_LIGHTS; n += 1) {
      const amp = each(n);
      const isWeak = amp < alone / 2;
      if (!isWeak && n * amp <= mostA) continue;
      return [
        {
          partId: source.part.id,
          lightId: first.id,
          most: n - 1,
          limit: isWeak ? 'brightness' : 'current',
          amp: each(n - 1),
        },
      ];
    }
    return [
      {
        partId: source.part.id,
        lightId: first.id,
        most: MOST_LIGHTS,
        limit: 'brightness',
        amp: each(MOST_LIGHTS),
      },
    ];
  });
}

function mostAmpOf(
  { cellKind, cell }: ReturnType<typeof circuitsOf>[number]['source'],
  boostV: number | undefined,
  volt: number,
  efficiency: number,
): number {
  const mostA = (cellKind.capacity.at(-1)?.[0] ?? 0) / 1000;
  return boostV === undefined ? mostA : (mostA * volt * cell.count * efficiency) / boostV;
}

/** How evenly a row shines, by where it is fed and how often its lines are sewn: dimmest ÷ brightest. */
export interface FeedAdvice {
  readonly count: number;
  /** Ω from light to light, of each side. */
  readonly pitchOhm: number;
  readonly rows: ReadonlyArray<{
    readonly lines: number;
    readonly same: number;
    readonly opposite: number;
    readonly middle: number;
    readonly both: number;
  }>;
}

export const FEEDS = ['same', 'opposite', 'middle', 'both'] as const;
export type FeedPlace = (typeof FEEDS)[number];
const MOST_LINES = 4;

/**
 * A row of lights of one colour with so many ohms from one to the next, fed from `volt` behind `ohm`: dimmest ÷ brightest for every way to
 * feed it and one to four lines side by side; null where nothing shows. Solved, not estimated.
 */
export function feedAdvice(
  count: number,
  pitchOhm: number,
  colour: LightColour,
  ownOhm: number,
  { volt, ohm }: Feed,
): FeedAdvice {
  const evenness = (place: FeedPlace, lines: number): number => {
    const amps = rowAmps(count, pitchOhm / lines, colour, ownOhm, { volt, ohm }, place);
    const most = Math.max(...amps);
    return most <= 0 ? 0 : Math.max(0, Math.min(...amps)) / most;
  };
  return {
    count,
    pitchOhm,
    rows: Array.from({ length: MOST_LINES }, (_, i) => ({
      lines: i + 1,
      same: evenness('same', i + 1),
      opposite: evenness('opposite', i + 1),
      middle: evenness('middle', i + 1),
      both: evenness('both', i + 1),
    })),
  };
}

function rowAmps(
  count: number,
  pitchOhm: number,
  { saturationA, ideality, seriesOhm }: LightColour,
  ownOhm: number,
  { volt, ohm }: Feed,
  place: FeedPlace,
): readonly number[] {
  const middle = Math.floor((count - 1) / 2);
  const [plusAt, minusAt]: readonly [readonly number[], readonly number[]] =
    place === 'same'
      ? [[0], [0]]
      : place === 'opposite'
        ? [[0], [count - 1]]
        : place === 'middle'
          ? [[middle], [middle]]
          : [
              [0, count - 1],
              [0, count - 1],
            ];
  const wire = (name: string, a: string, b: string, value: number): CircuitElement => ({
    kind: 'R',
    name,
    a,
    b,
    ohm: Math.max(value, 1e-4),
  });
  const elements: CircuitElement[] = [
    { kind: 'V', name: 'V', plus: 'e', minus: '0', volt },
    wire('Ri', 'e', 'plus', ohm),
    ...plusAt.map((k) => wire(`Fp${k}`, 'plus', `p${k}`, 0)),
    ...minusAt.map((k) => wire(`Fm${k}`, '0', `m${k}`, 0)),
  ];
  for (let k = 0; k < count; k += 1) {
    if (k > 0) {
      elements.push(wire(`Rp${k}`, `p${k - 1}`, `p${k}`, pitchOhm));
      elements.push(wire(`Rm${k}`, `m${k - 1}`, `m${k}`, pitchOhm));
    }
    elements.push(wire(`Ro${k}`, `p${k}`, `d${k}`, ownOhm));
    elements.push({
      kind: 'D',
      name: `D${k}`,
      anode: `d${k}`,
      cathode: `m${k}`,
      law: { saturationA, ideality, seriesOhm },
    });
  }
  const compiled = CompiledCircuit.of(elements);
  if (!compiled.ok) return [];
  const solved = compiled.value.solve(compiled.value.values());
  if (!solved.ok) return [];
  return elements.flatMap(({ kind }, e) => (kind === 'D' ? [solved.value.amps[e] as number] : []));
}
