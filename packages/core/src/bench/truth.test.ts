import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { HoleRef } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { withContacts } from '../power/contacts.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { sheetNames } from '../sewing/sheet-names.ts';
import { plainMeterOhm } from '../testing/plain-meter.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { randomPiece } from '../testing/wired-pieces.ts';
import { OPEN_AT_LEAST_OHM } from './bench-test.ts';
import { benchTests } from './bench-tests.ts';
import { judgeReading } from './judge-reading.ts';

/** A meter that does not light anything, and one that does (common practice, no source). */
const GENTLE_V = 1.3;
const STRONG_V = 3;

describe('a sound piece passes every ohms test of the Bench, whatever lies across', () => {
  test.each(Array.from({ length: 12 }, (_, lot) => lot))('ten random plans of every part, lot %i', (lot) => {
    for (let seed = 10 * lot; seed < 10 * lot + 10; seed += 1) {
      const plan = randomPiece(seed + 9000);
      for (const entry of expectOk(benchTests(plan))) {
        if (entry.unit !== 'Ω') continue;
        const { pair } = entry;
        if (pair === undefined) continue;
        const state = withContacts(plan, pair.contacts === 'closed');
        for (const [a, b] of [
          [pair.a, pair.b],
          [pair.b, pair.a],
        ] as const) {
          const reading = plainMeterOhm(state, a, b, GENTLE_V);
          expect(reading, `seed ${seed + 9000}: ${entry.text}`).toBeGreaterThan(entry.low);
          expect(judgeReading(plan, entry, Math.min(reading, 1e12)).verdict).toBe('in order');
        }
      }
    }
  });

  test('along every run the reading is in its range, switches open or closed', () => {
    for (let seed = 9100; seed < 9140; seed += 1) {
      const plan = randomPiece(seed);
      for (const entry of expectOk(benchTests(plan))) {
        const run = plan.runs[entry.runIds[0] ?? ''];
        if (entry.kind !== 'ohms' || run === undefined || entry.pair !== undefined) continue;
        for (const isClosed of [true, false]) {
          const reading = plainMeterOhm(withContacts(plan, isClosed), run.from, run.to, GENTLE_V);
          expect(reading, `seed ${seed}: ${entry.text}`).toBeGreaterThanOrEqual(entry.low - 1e-6);
          expect(reading, `seed ${seed}: ${entry.text}`).toBeLessThanOrEqual(entry.high + 1e-6);
        }
      }
    }
  });
});

/** The holes of a plan by their names on the sheet. */
function holesByName(plan: Plan): ReadonlyMap<string, HoleRef> {
  const names = sheetNames(plan);
  return new Map(
    Object.values(plan.parts).flatMap((part) =>
      kindOf(plan, part).holes.map((hole) => {
        const ref = { partId: part.id, holeId: hole.id };
        return [names.hole(ref), ref] as const;
      }),
    ),
  );
}

const SHEET_READING =
  /meter should read about (.+?) from (.+?) to (.+?) \((\S+)\s(k?M?)Ω to (\S+)\s(k?M?)Ω is good\)/u;
const UNIT: Readonly<Record<string, number>> = { '': 1, k: 1e3, M: 1e6 };

describe('the sheet, read with what is sewn up to each test', () => {
  test('every reading along a piece is in the range that is printed, and the Bench has the same one', () => {
    let compared = 0;
    for (let seed = 9200; seed < 9240; seed += 1) {
      const plan = randomPiece(seed);
      const holes = holesByName(plan);
      const bench = new Map(expectOk(benchTests(plan)).map((entry) => [entry.id, entry]));
      const sewn = new Set<string>();
      for (const step of sewingSheet(plan).steps) {
        if (/^sew:/.test(step.id)) sewn.add(step.runIds[0] ?? '');
        const match = SHEET_READING.exec(step.text);
        if (match === null) continue;
        const [a, b] = [holes.get(match[2] as string), holes.get(match[3] as string)];
        if (a === undefined || b === undefined) throw new RangeError(step.text);
        const soFar = {
          ...plan,
          runs: Object.fromEntries(Object.entries(plan.runs).filter(([id]) => sewn.has(id))),
        };
        const reading = plainMeterOhm(withContacts(soFar, true), a, b, GENTLE_V);
        const [low, high] = [
          Number(match[4]) * (UNIT[match[5] ?? ''] ?? 1),
          Number(match[6]) * (UNIT[match[7] ?? ''] ?? 1),
        ];
        // Printed to a tenth of an ohm, or three figures.
        expect(reading, `seed ${seed}: ${step.text}`).toBeGreaterThanOrEqual(low * 0.99 - 0.06);
        expect(reading, `seed ${seed}: ${step.text}`).toBeLessThanOrEqual(high * 1.01 + 0.06);
        const [only, ...more] = step.runIds;
        const same = more.length === 0 ? bench.get(`ohms:${only}`) : undefined;
        if (same === undefined) continue;
        compared += 1;
        expect(same.wanted).toContain(`(${match[0].split('(')[1]?.replace(' is good)', ')')}`);
      }
    }
    expect(compared).toBeGreaterThan(60);
  });
});

describe('what is sound is not called a short', () => {
  const across = (build: PlanBuilder, from: string, to: string) => {
    const tests = expectOk(benchTests(build.plan));
    const [a, b] = [build.hole(from), build.hole(to)];
    const found = tests.find(
      ({ pair }) =>
        pair !== undefined && [pair.a, pair.b].every(({ partId }) => [a.partId, b.partId].includes(partId)),
    );
    if (found === undefined) throw new RangeError('there is no such test');
    return found;
  };

  test('a sound 100 Ω resistor, and a short beside it', () => {
    const build = new PlanBuilder('Resistor', 300, 200)
      .holder(60, 100)
      .place('resistor', 'r', 200, 60, { options: { ohm: 100 } })
      .sew('holder.plus', 'r.b')
      .sew('holder.minus', 'r.a');
    const entry = across(build, 'holder.plus', 'holder.minus');
    expect(entry.pair?.across).toBe('resistors');
    expect(judgeReading(build.plan, entry, 112).verdict).toBe('in order');
    expect(judgeReading(build.plan, entry, 3)).toMatchObject({
      verdict: 'too low',
      fault: 'touching that should not',
    });
  });

  test('a board’s chip and a sensor, however much they let through', () => {
    for (const kindId of ['board-round', 'sensor-touch', 'buzzer', 'addressable-light'] as const) {
      const build = new PlanBuilder('Chip', 300, 200).holder(60, 100).place(kindId, 'part', 200, 80);
      const [plus, minus] = ['+', '-'].map(
        (sign) => kindOf(build.plan, build.part('part')).holes.find((hole) => hole.sign === sign)?.id,
      );
      build.sew('holder.plus', `part.${plus}`).sew('holder.minus', `part.${minus}`);
      const entry = across(build, 'holder.plus', 'holder.minus');
      expect(entry.pair?.across, kindId).toBe('chips');
      for (const ohm of [700, 5e3, 1e12])
        expect(judgeReading(build.plan, entry, ohm).verdict, kindId).toBe('in order');
      expect(judgeReading(build.plan, entry, 4).verdict, kindId).toBe('too low');
    }
  });

  test('lights that a strong meter lights one way round: not a short, but asked once more', () => {
    const build = new PlanBuilder('Lights', 300, 200)
      .holder(60, 100)
      .bareLight('a', 200, 60)
      .sew('holder.plus', 'a.plus')
      .sew('holder.minus', 'a.minus');
    const entry = across(build, 'holder.plus', 'holder.minus');
    const [a, b] = [entry.pair?.a as HoleRef, entry.pair?.b as HoleRef];
    const forward = plainMeterOhm(build.plan, a, b, STRONG_V, 1000);
    expect(forward).toBeLessThan(OPEN_AT_LEAST_OHM);
    expect(judgeReading(build.plan, entry, forward)).toMatchObject({ verdict: 'unsettled', fault: null });
    expect(plainMeterOhm(build.plan, b, a, STRONG_V, 1000)).toBeGreaterThan(OPEN_AT_LEAST_OHM);
    expect(judgeReading(build.plan, entry, 8)).toMatchObject({ verdict: 'too low' });
  });
});

describe('volts', () => {
  const build = new PlanBuilder('Two colours', 300, 200)
    .holder(60, 100)
    .place('bare-leg-light-two-colour', 'duo', 200, 60)
    .sew('holder.plus', 'duo.plus-red')
    .sew('holder.minus', 'duo.minus');
  const tests = expectOk(benchTests(build.plan));
  const ofLight = tests.find(({ voltsOf }) => voltsOf === 'light');
  const ofSource = tests.find(({ voltsOf }) => voltsOf === 'source');

  test('a two-colour light is judged as a light: dim is loose loops, dark is a break, never a short or a cell', () => {
    if (ofLight === undefined) throw new Error('it has volts');
    expect(judgeReading(build.plan, ofLight, ofLight.expected * 0.7).causes.join(' ')).toMatch(/Loose loops/);
    const dark = judgeReading(build.plan, ofLight, 0);
    expect(dark.fault).toBe('not touching that should');
    expect(dark.causes[0]).toMatch(/break or loose loop just before duo/);
    expect(dark.causes.join(' ')).not.toMatch(/upside down|short between/);
  });

  test('minus three volts is reversed, at the holder and at a light', () => {
    if (ofLight === undefined || ofSource === undefined) throw new Error('they have volts');
    expect(judgeReading(build.plan, ofSource, -3)).toMatchObject({ verdict: 'reversed' });
    expect(judgeReading(build.plan, ofLight, -3).causes.join(' ')).toMatch(/sewn the wrong way round/);
    expect(judgeReading(build.plan, ofSource, 0).causes[0]).toMatch(/short/);
  });

  test('ohms below nothing are volts that are still there', () => {
    const ohms = tests.find(({ kind }) => kind === 'ohms');
    if (ohms === undefined) throw new Error('there is a run');
    expect(judgeReading(build.plan, ohms, -40)).toMatchObject({
      verdict: 'unsettled',
      causes: [expect.stringMatching(/Take the coin cell out/)],
    });
  });
});

test('a place that is named belongs to the holes of the test', () => {
  // Two rails near each other, and a third line far nearer to the first.
  const build = new PlanBuilder('Three', 300, 200)
    .light('a', 40, 40, 90)
    .light('b', 260, 40, 90)
    .light('c', 40, 160, 90)
    .light('d', 260, 160, 90)
    .sew('a.plus', 'b.plus', [
      [60, 90],
      [240, 90],
    ])
    .sew('a.minus', 'b.minus', [
      [60, 96],
      [240, 96],
    ])
    .sew('c.plus', 'd.plus', [
      [60, 130],
      [240, 130],
    ]);
  const far = expectOk(benchTests(build.plan)).find(
    ({ kind, partIds }) =>
      kind === 'open' && partIds.includes(build.part('a').id) && partIds.includes(build.part('c').id),
  );
  if (far === undefined) throw new Error('there is a test between the first and the third line');
  const words = judgeReading(build.plan, far, 3).causes[0];
  expect(words).toMatch(/c to d/);
  expect(words).not.toMatch(/a to b \(−\)/);
});
