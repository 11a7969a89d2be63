/** What a reading says: in order or not, and of which kind a fault is. What it most likely is, `reading-causes.ts` says. */
import { LIGHT_LEAST_OHM } from '../meter/apart.ts';
import type { Plan } from '../plan/schema.ts';
import type { BenchTest } from './bench-test.ts';
import {
  type Causes,
  DARK_LIGHT,
  fewVoltsAtSource,
  LESS_CURRENT,
  lightReversed,
  looseLine,
  muchAtLight,
  notApart,
  noVoltsAtLight,
  noVoltsAtSource,
  ohmsBelowNothing,
  openLine,
  shortedLine,
  sourceReversed,
  THROUGH_LIGHTS,
  WEAK_AT_LIGHT,
} from './reading-causes.ts';

export type FaultKind =
  | 'touching that should not'
  | 'not touching that should'
  | 'the part itself'
  /** One reading cannot tell whether something touches or something does not. */
  | 'touching or broken: one more reading tells';

export interface Judgement {
  /** reversed: of the other sign. unsettled: right or wrong by another reading, named in the causes. */
  readonly verdict: 'in order' | 'too low' | 'too high' | 'reversed' | 'unsettled';
  /** The kind of fault, never mixed up; null when in order or unsettled. */
  readonly fault: FaultKind | null;
  /** Likely causes, most likely first; of an unsettled reading, what to do next. */
  readonly causes: Causes;
}

const IN_ORDER: Judgement = { verdict: 'in order', fault: null, causes: [] };

/** Below this a light or holder counts as having no volts at all. */
const NO_VOLT = 0.3;

/** From so many ohms on a line is broken rather than loose. */
const BROKEN_OHM = 1e5;

const BROKEN: FaultKind = 'not touching that should';
const TOUCHING: FaultKind = 'touching that should not';

/** Judges a reading against its test. Volts may be below 0: the tips, the cell or the part are the other way round. */
export function judgeReading(plan: Plan, test: BenchTest, value: number): Judgement {
  if (test.kind === 'volts' && value <= -NO_VOLT) return reversed(plan, test);
  if (test.unit === 'Ω' && value < 0)
    return { verdict: 'unsettled', fault: null, causes: ohmsBelowNothing(plan) };
  if (value >= test.low && value <= test.high) return IN_ORDER;
  const verdict = value < test.low ? 'too low' : 'too high';
  switch (test.kind) {
    case 'lights':
      return { verdict, fault: 'the part itself', causes: DARK_LIGHT };
    case 'ohms':
      return verdict === 'too low'
        ? { verdict, fault: TOUCHING, causes: shortedLine(plan, test) }
        : {
            verdict,
            fault: BROKEN,
            causes: value > BROKEN_OHM ? openLine(plan, test) : looseLine(plan, test),
          };
    case 'open':
      return judgeOpen(plan, test, value);
    case 'volts':
      return test.voltsOf === 'source' ? judgeSource(plan, test, value) : judgeLight(plan, test, value);
  }
}

function reversed(plan: Plan, test: BenchTest): Judgement {
  return test.voltsOf === 'source'
    ? { verdict: 'reversed', fault: 'the part itself', causes: sourceReversed(plan) }
    : { verdict: 'reversed', fault: TOUCHING, causes: lightReversed(plan, test) };
}

function judgeOpen(plan: Plan, test: BenchTest, value: number): Judgement {
  if (test.pair?.across === 'lights' && value > LIGHT_LEAST_OHM)
    return { verdict: 'unsettled', fault: null, causes: THROUGH_LIGHTS };
  return { verdict: 'too low', fault: TOUCHING, causes: notApart(plan, test, value) };
}

/** 0 V can be a short as well as an empty place; ohms tell which. */
function judgeSource(plan: Plan, test: BenchTest, value: number): Judgement {
  if (value > test.high) return { verdict: 'too high', fault: BROKEN, causes: LESS_CURRENT };
  return value < NO_VOLT
    ? {
        verdict: 'too low',
        fault: 'touching or broken: one more reading tells',
        causes: noVoltsAtSource(plan, test),
      }
    : { verdict: 'too low', fault: TOUCHING, causes: fewVoltsAtSource(plan) };
}

function judgeLight(plan: Plan, test: BenchTest, value: number): Judgement {
  if (value < NO_VOLT) return { verdict: 'too low', fault: BROKEN, causes: noVoltsAtLight(plan, test) };
  return value < test.low
    ? { verdict: 'too low', fault: BROKEN, causes: WEAK_AT_LIGHT }
    : { verdict: 'too high', fault: BROKEN, causes: muchAtLight(plan, test) };
}
