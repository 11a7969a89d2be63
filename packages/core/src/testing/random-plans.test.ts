/** The random plans are what they are meant to be: sound files, and everything there is comes up in three hundred of them. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { takesSwitching } from '../parts/part-element.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { STITCH_KINDS } from '../thread/stitch-kinds.ts';
import { THREAD_KINDS } from '../thread/thread-kinds.ts';
import { randomPlan, randomSetting } from './random-plans.ts';
import { seeds } from './seeds.ts';
import { HABIT_VALUES } from './wired-pieces.ts';

/** Three hundred, by hand: what the router leads takes its time and has no other parts. */
const PLANS: readonly Plan[] = Array.from({ length: 300 }, (_, i) => {
  const { wired } = randomSetting(i + 1);
  return randomPlan(i + 1, { wired: wired === 'by the router' ? 'by hand' : wired });
});

const all = <T>(of: (plan: Plan) => readonly T[]): ReadonlySet<T> => new Set(PLANS.flatMap(of));
const partsOf = (plan: Plan) => Object.values(plan.parts);
const runsOf = (plan: Plan) => Object.values(plan.runs);

describe('in three hundred random plans', () => {
  test('every part of the drawer comes up, with every option', () => {
    const kinds = all((plan) => partsOf(plan).map(({ kindId }) => kindId));
    expect(PART_KINDS.map(({ id }) => id).filter((id) => !kinds.has(id))).toEqual([]);
    const options = all((plan) =>
      partsOf(plan).flatMap(({ kindId, options = {} }) =>
        Object.keys(options).map((id) => `${kindId}.${id}`),
      ),
    );
    const wanted = PART_KINDS.flatMap((kind) => kind.options.map(({ id }) => `${kind.id}.${id}`));
    expect(wanted.filter((id) => !options.has(id))).toEqual([]);
  });

  test('every thread, every stitch, lines and strands, both faces', () => {
    const threads = all((plan) => runsOf(plan).map(({ threadId }) => threadId));
    expect(THREAD_KINDS.map(({ id }) => id).filter((id) => !threads.has(id))).toEqual([]);
    const stitches = all((plan) => runsOf(plan).map(({ stitchId }) => stitchId));
    expect(STITCH_KINDS.map(({ id }) => id).filter((id) => !stitches.has(id))).toEqual([]);
    expect(all((plan) => runsOf(plan).map(({ lines = 1 }) => lines))).toEqual(new Set([1, 2, 3]));
    expect(all((plan) => runsOf(plan).map(({ strands }) => strands))).toEqual(new Set([1, 2]));
    expect(all((plan) => partsOf(plan).map(({ face }) => face))).toEqual(new Set(['right', 'wrong']));
  });

  test('every habit has every value', () => {
    for (const [field, values] of Object.entries(HABIT_VALUES)) {
      const found = all((plan) => [plan.habits[field as keyof typeof HABIT_VALUES]]);
      expect(
        [...values].filter((value) => !found.has(value)),
        field,
      ).toEqual([]);
    }
  });

  test('one to four panels, threads over seams, every layer', () => {
    expect(all((plan) => [panelsOf(plan).length])).toEqual(new Set([1, 2, 3, 4]));
    expect(
      PLANS.filter((plan) => runsOf(plan).some(({ passes }) => passes !== undefined)).length,
    ).toBeGreaterThan(40);
    const layers = (of: 'fastened' | 'laid' | 'face') =>
      all((plan) => Object.values(plan.layers).map((layer) => layer[of]));
    expect(layers('fastened')).toEqual(new Set(['sewn', 'glued', 'ironed', 'comes-off']));
    expect(layers('laid')).toEqual(new Set(['before', 'after']));
    expect(layers('face')).toEqual(new Set(['right', 'wrong']));
    const outside = all((plan) => panelsOf(plan).map((panel) => panel.outside));
    expect(outside).toEqual(new Set([undefined, 'right', 'wrong']));
  });

  test('whatever switches stands both ways; pins are low, faded and on', () => {
    for (const kind of PART_KINDS.filter(takesSwitching)) {
      const stands = all((plan) =>
        partsOf(plan).flatMap((part) => (part.kindId === kind.id ? [part.switchedOn !== false] : [])),
      );
      expect(stands, kind.id).toEqual(new Set([true, false]));
    }
    expect(all((plan) => partsOf(plan).flatMap(({ levels = {} }) => Object.values(levels)))).toEqual(
      new Set([0, 0.2, 0.5, 1]),
    );
  });

  test('most have threads, lights and a source; half of them more than a few', () => {
    const count = (is: (plan: Plan) => boolean): number => PLANS.filter(is).length;
    expect(count((plan) => runsOf(plan).length > 0)).toBeGreaterThan(270);
    expect(
      count((plan) =>
        partsOf(plan).some((part) => kindOf(plan, part).elements.some(({ kind }) => kind === 'light')),
      ),
    ).toBeGreaterThan(220);
    expect(count((plan) => runsOf(plan).length > 8)).toBeGreaterThan(150);
  });
});

test.each(seeds(24, 300))('plan %i can be written and read, and comes out the same again', (seed) => {
  const plan = randomPlan(seed);
  expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
  // Said in full it is made anew.
  if (seed % 8 === 0) expect(randomPlan(seed, randomSetting(seed))).toEqual(plan);
});
