import { describe, expect, test } from 'vitest';
import { willItLight } from '../circuit/will-it-light.ts';
import { expectOk } from '../errors/problem.ts';
import { flickSwitch } from '../plan/edits/part-edits.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { type BenchTest, OPEN_READING } from './bench-test.ts';
import { benchTests } from './bench-tests.ts';
import { judgeReading } from './judge-reading.ts';

const { plan } = smallLantern();
const tests = expectOk(benchTests(plan));
const find = (kind: string, i = 0): BenchTest => tests.filter((entry) => entry.kind === kind)[i] as BenchTest;

describe('tests in order', () => {
  test('each light, each run, each pair of nets, volts at holder and lights', () => {
    expect(tests.map((entry) => entry.kind)).toEqual([
      ...['lights', 'lights'],
      ...['ohms', 'ohms', 'ohms', 'ohms', 'ohms'],
      ...['open', 'open', 'open'],
      ...['volts', 'volts', 'volts'],
    ]);
    expect(new Set(tests.map((entry) => entry.id)).size).toBe(tests.length);
  });

  test('expect what the circuit computes, with the switch on whatever its position', () => {
    const { lights } = expectOk(willItLight(plan));
    expect(find('volts', 1).expected).toBeCloseTo(lights[0]?.volt as number, 12);
    const off = smallLantern();
    off.edit(flickSwitch(off.plan, 'p2', false));
    for (const [i, entry] of expectOk(benchTests(off.plan)).entries()) {
      const wanted = tests[i]?.expected as number;
      if (Number.isFinite(wanted)) expect(entry.expected).toBeCloseTo(wanted, 6);
      else expect(entry.expected).toBe(wanted);
    }
  });

  test('a sound reading is in order, ohms within the spread of thread', () => {
    const ohms = find('ohms');
    expect(judgeReading(plan, ohms, ohms.expected).verdict).toBe('in order');
    expect(judgeReading(plan, ohms, ohms.expected * 1.29).verdict).toBe('in order');
    expect(judgeReading(plan, find('open'), OPEN_READING).verdict).toBe('in order');
    expect(judgeReading(plan, find('lights'), 1).verdict).toBe('in order');
  });
});

describe('readings out of range name the likely cause, and never mix up the two kinds of fault', () => {
  test.each([
    ['a broken run', find('ohms'), OPEN_READING, 'not touching that should', /broken/],
    ['loose loops', find('ohms'), find('ohms').expected + 30, 'not touching that should', /Loose loops/],
    ['a run shortened by another', find('ohms'), 0.1, 'touching that should not', /touch/],
    [
      'a hair across two sides',
      find('open'),
      12,
      'touching that should not',
      /Two conductors touch: look first .* only/,
    ],
    [
      'no volts at the holder',
      find('volts', 0),
      0,
      'touching or broken: one more reading tells',
      /short between \+ and −.*measure ohms.*upside down/,
    ],
    ['a cell pulled down', find('volts', 0), 1.4, 'touching that should not', /short/],
    [
      'no volts at a light',
      find('volts', 1),
      0,
      'not touching that should',
      /break or loose loop just before left/,
    ],
    ['few volts at a light', find('volts', 1), 2.4, 'not touching that should', /Loose loops on the way/],
    ['too many volts at a light', find('volts', 1), 4, 'not touching that should', /reversed or dead/],
    ['a dark light', find('lights'), 0, 'the part itself', /wrong way round/],
  ] as const)('%s', (_what, entry, value, fault, words) => {
    const judgement = judgeReading(plan, entry, value);
    expect(judgement.fault).toBe(fault);
    expect(judgement.causes.join(' ')).toMatch(words);
  });
});

test('an empty cloth has no tests', () => {
  expect(expectOk(benchTests(new PlanBuilder().plan))).toEqual([]);
});
