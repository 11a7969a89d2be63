import { describe, expect, test } from 'vitest';
import { USUAL_ASSUMED } from '../assumptions/assumptions.ts';
import { ohmmeterOn } from '../circuit/ohmmeter.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { changeThread } from '../plan/edits/run-edits.ts';
import { sumRun } from '../plan/run-way.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { contactOhm } from '../thread/thread-sums.ts';
import { apartProofs, CHIP_LEAST_OHM } from './apart.ts';

/** A coin cell with a part between its + and −. */
function across(kindId: string, plus: string, minus: string, options?: Record<string, number>): PlanBuilder {
  return new PlanBuilder('Across', 300, 200)
    .holder(60, 100)
    .place(kindId, 'part', 200, 60, options === undefined ? {} : { options })
    .sew('holder.plus', `part.${plus}`)
    .sew('holder.minus', `part.${minus}`);
}

describe('what lies between + and −', () => {
  test.each([
    ['sew-on-light', 'plus', 'minus', 'lights'],
    ['bare-leg-light-two-colour', 'plus-red', 'minus', 'lights'],
    ['resistor', 'a', 'b', 'resistors'],
    ['board-round', 'supply', 'ground', 'chips'],
    ['sensor-light', 'supply', 'ground', 'chips'],
    ['addressable-light', 'plus', 'minus', 'chips'],
    ['buzzer', 'plus', 'minus', 'chips'],
    ['strand-light', 'plus-in', 'minus-in', 'chips'],
    // A switch between the sides is closed for the proof: then the drawing itself joins them, and there is nothing to prove.
    ['slide-switch', 'a', 'b', undefined],
  ] as const)('a %s', (kindId, plus, minus, wanted) => {
    const [proof] = apartProofs(across(kindId, plus, minus).plan);
    expect(proof?.pairs[0]?.across).toBe(wanted);
  });

  test('a converter or an eye inside a holder lies across as well; a plain holder is open', () => {
    for (const kind of PART_KINDS) {
      const cell = kind.elements.find((element) => element.kind === 'cell');
      // The − of a cell between magnets is where its other half is.
      if (cell === undefined || kind.clasps !== undefined) continue;
      const plus = kind.holes.find(({ sign }) => sign === '+')?.id;
      const build = new PlanBuilder('One', 300, 200)
        .place(kind.id, 'holder', 80, 100)
        .place('snap-ball', 'snap', 220, 60)
        .sew(`holder.${plus}`, 'snap.hole-1');
      expect(apartProofs(build.plan)[0]?.pairs[0]?.across, kind.id).toBe(
        cell.kind === 'cell' && cell.chip === true ? 'chips' : 'nothing',
      );
    }
  });
});

describe('the short that is looked for', () => {
  test('is below twice the ohms of thread and contacts through the nearest touching place', () => {
    const build = across('buzzer', 'plus', 'minus');
    const [pair] = apartProofs(build.plan)[0]?.pairs ?? [];
    const whole = Object.values(build.plan.runs).reduce(
      (sum, run) => sum + sumRun(build.plan, run).ohm + 2 * contactOhm(5, USUAL_ASSUMED),
      0,
    );
    expect(pair?.shortOhm).toBeGreaterThan(1);
    expect(pair?.shortOhm).toBeLessThanOrEqual(2 * whole + 1e-9);
  });

  test('is twice the ohms of both threads that come together, by hand', () => {
    // Two lines from a holder to a buzzer; they come together half way and go apart again.
    const build = new PlanBuilder('Near', 400, 200)
      .holder(60, 100)
      .place('buzzer', 'part', 300, 100)
      .sew('holder.plus', 'part.plus', [[180, 101]])
      .sew('holder.minus', 'part.minus', [[180, 99.5]]);
    for (const id of Object.keys(build.plan.runs)) build.edit(changeThread(build.plan, id, 'plated-nylon'));
    const spools = {
      'plated-nylon': { threadId: 'plated-nylon', swatch: { lengthMm: 100, ohm: 20, clothMm: 2 } },
    };
    const plan = { ...build.plan, spools };
    const [pair] = apartProofs(plan)[0]?.pairs ?? [];
    // At 0.2 Ω a millimetre, and at most: as if each thread were gone along to its end.
    const byHand = 2 * 0.2 * Object.values(plan.runs).reduce((sum, run) => sum + sumRun(plan, run).pathMm, 0);
    expect((pair?.shortOhm ?? 0) / byHand).toBeGreaterThan(0.97);
    expect((pair?.shortOhm ?? 0) / byHand).toBeLessThan(1.1);
  });

  test('never reaches what a chip may show, however long and thin the thread', () => {
    const build = across('buzzer', 'plus', 'minus');
    for (const id of Object.keys(build.plan.runs)) build.edit(changeThread(build.plan, id, 'plated-nylon'));
    const far = {
      ...build.plan,
      spools: {
        'plated-nylon': { threadId: 'plated-nylon', swatch: { lengthMm: 100, ohm: 900, clothMm: 2 } },
      },
    };
    expect(apartProofs(far)[0]?.pairs[0]?.shortOhm).toBeLessThanOrEqual(CHIP_LEAST_OHM);
  });

  test('a resistor that lets so much through that a short could hide behind it is joined after a test of its own', () => {
    // A resistor of 1 Ω beside the holder, and long thin lines that come near each other far from it.
    const build = new PlanBuilder('Hides', 900, 300)
      .holder(60, 150)
      .place('resistor', 'part', 60, 110, { options: { ohm: 1 } })
      .light('lamp', 840, 150, 90)
      .sew('holder.plus', 'part.b')
      .sew('holder.minus', 'part.a')
      .sew('holder.plus', 'lamp.plus', [[820, 154]])
      .sew('holder.minus', 'lamp.minus', [
        [60, 200],
        [820, 158],
      ]);
    for (const id of Object.keys(build.plan.runs)) build.edit(changeThread(build.plan, id, 'plated-nylon'));
    const { steps } = sewingSheet(build.plan);
    const at = (start: string): number => steps.findIndex(({ id }) => id.startsWith(start));
    const early = at('test:apart-early:');
    expect(steps[early]?.text).toMatch(/before the second side of part is joined.*must show open/);
    const second = Object.values(build.plan.runs).find(({ to }) => to.holeId === 'b');
    expect(early).toBeLessThan(at(`sew:${second?.id}`));
    expect(early).toBeLessThan(at(`start:${second?.id}`));
    expect(apartProofs(across('resistor', 'a', 'b', { ohm: 220 }).plan)[0]?.pairs[0]?.mayHide).toBe(false);
  });
});

describe('the limit by what lies across', () => {
  const pairOf = (build: PlanBuilder) => apartProofs(build.plan)[0]?.pairs[0];
  /** Whole threads and their contacts, Ω: a short anywhere on them has less. */
  const wholeOhm = (build: PlanBuilder): number =>
    Object.values(build.plan.runs).reduce(
      (sum, run) => sum + sumRun(build.plan, run).ohm + 2 * contactOhm(5, USUAL_ASSUMED),
      0,
    );

  test('where nothing or lights lie across any reading both ways is a short: no limit, nothing hides it', () => {
    for (const kindId of ['sew-on-light', 'bare-leg-light-5'])
      expect(pairOf(across(kindId, 'plus', 'minus'))).toMatchObject({ shortOhm: 0, mayHide: false });
    const open = new PlanBuilder('Open', 300, 200)
      .holder(60, 100)
      .place('snap-ball', 'snap', 220, 60)
      .sew('holder.plus', 'snap.hole-1');
    expect(pairOf(open)).toMatchObject({ across: 'nothing', shortOhm: 0, mayHide: false });
  });

  test('of a chip it is never hidden; of a large resistor a short is far below what the resistor shows', () => {
    expect(pairOf(across('buzzer', 'plus', 'minus'))?.mayHide).toBe(false);
    const build = across('resistor', 'a', 'b', { ohm: 220 });
    expect(pairOf(build)?.shortOhm).toBeLessThanOrEqual(2 * wholeOhm(build) + 1e-9);
    expect(pairOf(build)?.shortOhm).toBeLessThan(220 * (1 - USUAL_ASSUMED.threadSpread));
  });

  test('of a small resistor it is what the sound piece shows, less the spread of thread', () => {
    const build = across('resistor', 'a', 'b', { ohm: 1 });
    const pair = pairOf(build);
    if (pair === undefined) throw new Error('no pair');
    const sound = ohmmeterOn(build.plan).between(pair.a, pair.b);
    expect(sound).toBeGreaterThan(1);
    expect(pair.shortOhm).toBeCloseTo(sound * (1 - USUAL_ASSUMED.threadSpread), 9);
    expect(pair.parts.map(({ name }) => name)).toEqual(['part']);
  });
});

describe('where the tips are put', () => {
  test('to the holes of the source, the sewn one before the others', () => {
    const build = new PlanBuilder('Tips', 300, 200)
      .place('coin-cell-holder-switched', 'holder', 60, 100)
      .light('lamp', 220, 60)
      .sew('lamp.plus', 'holder.plus-2');
    const [pair] = apartProofs(build.plan)[0]?.pairs ?? [];
    expect(pair?.a).toEqual(build.hole('holder.plus-2'));
    // Nothing is sewn to − yet: its first hole.
    expect(pair?.b).toEqual(build.hole('holder.minus-1'));
  });

  test('behind a switch that stays open to whatever is sewn there', () => {
    const build = new PlanBuilder('Behind', 300, 200)
      .holder(60, 150)
      .place('push-switch', 'button', 150, 150)
      .light('lamp', 220, 50)
      .sew('holder.plus', 'button.a')
      .sew('button.b', 'lamp.plus')
      .sew('lamp.minus', 'holder.minus');
    const { pairs, closed } = apartProofs(build.plan)[0] ?? { pairs: [], closed: [] };
    expect(closed).toEqual([]);
    expect(pairs.map(({ a }) => build.plan.parts[a.partId]?.name)).toEqual(['holder', 'button']);
    expect(pairs.map(({ b }) => b)).toEqual([build.hole('holder.minus'), build.hole('holder.minus')]);
  });

  test('what has no thread is measured against nothing but the source', () => {
    const build = new PlanBuilder('Far', 300, 200)
      .holder(60, 150)
      .place('push-switch', 'button', 150, 150)
      .light('lamp', 220, 50)
      .sew('holder.plus', 'button.a')
      .sew('lamp.minus', 'holder.minus');
    // Behind the button nothing is sewn yet.
    expect(apartProofs(build.plan)[0]?.pairs.map(({ a }) => build.plan.parts[a.partId]?.name)).toEqual([
      'holder',
    ]);
  });
});

describe('which conductors are measured', () => {
  test('a slide switch is turned on, and one pair stands for both of its sides', () => {
    const [proof] = apartProofs(smallLantern().plan);
    expect(proof?.pairs).toHaveLength(1);
    expect(proof?.closed.map(({ part }) => part.name)).toEqual(['switch']);
  });

  test('a button, a magnet, a snap and tails cannot be held shut while both hands measure: each side has its own pair', () => {
    for (const [kindId, a, b] of [
      ['push-switch', 'a', 'b'],
      ['magnetic-switch', 'a', 'b'],
    ] as const) {
      const build = new PlanBuilder('Contact', 300, 200)
        .holder(60, 150)
        .place(kindId, 'contact', 150, 150)
        .light('lamp', 220, 50)
        .sew('holder.plus', `contact.${a}`)
        .sew(`contact.${b}`, 'lamp.plus')
        .sew('lamp.minus', 'holder.minus');
      expect(apartProofs(build.plan)[0]?.pairs, kindId).toHaveLength(2);
    }
  });

  test('two holders are two proofs; a holder without thread, or with its sides joined by the drawing, gets no power', () => {
    const build = smallLantern().holder(170, 130, 0, 'spare').place('coin-cell-holder', 'short', 30, 30);
    build.sew('short.plus', 'short.minus', [[30, 10]]);
    const { steps } = sewingSheet(build.plan);
    expect(apartProofs(build.plan)).toHaveLength(1);
    expect(steps.filter(({ id }) => id.startsWith('finish:cell:')).map(({ partIds }) => partIds)).toEqual([
      ['p1'],
    ]);
  });
});
