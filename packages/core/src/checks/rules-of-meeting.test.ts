/** What meets and what must not, asked of a whole piece: halves of a band, switches, sources side by side, threads of two circuits, weight on cloth. */
import { describe, expect, test } from 'vitest';
import { solvePlan } from '../circuit/faded.ts';
import { lightStates } from '../circuit/will-it-light.ts';
import { expectOk } from '../errors/problem.ts';
import { cornersOf } from '../geometry/curve.ts';
import type { Hole } from '../parts/part-kind.ts';
import { applyEdit } from '../plan/edit.ts';
import { changeClothKind, takePiece } from '../plan/edits/cloth-edits.ts';
import { addLayer } from '../plan/edits/layer-edits.ts';
import { lockParts, placePair, placePart } from '../plan/edits/part-edits.ts';
import { stateFacts } from '../plan/edits/plan-edits.ts';
import { drawRun } from '../plan/edits/run-edits.ts';
import { takeSet } from '../plan/edits/set-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { checkPlan } from './check-plan.ts';
import type { Finding } from './finding.ts';
import { fixesFor } from './fix.ts';

/** The first hole of each terminal of a part. */
function endsOf(build: PlanBuilder, name: string): readonly string[] {
  const { holes } = kindOf(build.plan, build.part(name));
  return [...new Map(holes.toReversed().map(({ terminal, id }) => [terminal, id])).values()].reverse();
}

const holeWith = (build: PlanBuilder, name: string, is: (hole: Hole) => boolean): string =>
  `${name}.${kindOf(build.plan, build.part(name)).holes.find(is)?.id}`;

const told = (plan: Plan, ruleId: string): readonly Finding[] =>
  checkPlan(plan).filter((one) => one.ruleId === ruleId);

describe('halves of a band that closes by overlap', () => {
  /** Worked example 1 of the pages: girth 200, ease 10, overlap 30, so it is 210 round when it is closed. */
  const band = (kindId: string, x: number, y = 20): Plan => {
    const build = new PlanBuilder('Band');
    build.edit(takeSet(build.plan, 'cuff', { girthMm: 200, easeMm: 10, overlapMm: 30, bandMm: 40 }));
    const panelId = panelsOf(build.plan)[0]?.id ?? '';
    build.edit(placePair(build.plan, { kindId, panelId, at: { x: 15, y: 20 } }, { x: 40, y: 0 }));
    const [, other] = Object.values(build.plan.parts);
    if (other === undefined) throw new Error('no other half');
    const moved = { ...other, at: { x, y } };
    return { ...build.plan, parts: { ...build.plan.parts, [moved.id]: moved } };
  };

  test('a half at 15 meets one at 225; the pair is placed so', () => {
    const build = new PlanBuilder('Band');
    build.edit(takeSet(build.plan, 'cuff', { girthMm: 200, easeMm: 10, overlapMm: 30, bandMm: 40 }));
    const panelId = panelsOf(build.plan)[0]?.id ?? '';
    build.edit(
      placePair(build.plan, { kindId: 'snap-ball', panelId, at: { x: 15, y: 20 } }, { x: 40, y: 0 }),
    );
    expect(Object.values(build.plan.parts).map(({ at, face }) => [at, face])).toEqual([
      [{ x: 15, y: 20 }, 'right'],
      [{ x: 225, y: 20 }, 'wrong'],
    ]);
    expect(told(build.plan, 'closure-apart')).toEqual([]);
  });

  test.each([
    ['snap-ball', 225, 20, null],
    ['snap-ball', 226.9, 20, null],
    ['snap-ball', 227.1, 20, 2.1],
    ['snap-ball', 190, 20, 35],
    ['snap-ball', 225, 25, 5],
    ['clasp-plate', 222, 24, 5],
    // Tabs close wherever half of one lies on the other: 30 × 20, so up to 15 along.
    ['hook-tab', 225, 20, null],
    ['hook-tab', 212, 20, null],
    ['hook-tab', 205, 20, 20],
  ] as const)('%s at %d, %d: off by %j', (kindId, x, y, offMm) => {
    const found = told(band(kindId, x, y), 'closure-apart');
    expect(found.map((one) => Number(one.found?.value.toFixed(1)))).toEqual(offMm === null ? [] : [offMm]);
  });

  test('is mended by moving a half to where it meets, and by none where both are locked', () => {
    const plan = band('snap-ball', 190, 26);
    const [finding] = told(plan, 'closure-apart');
    if (finding === undefined) throw new Error('not told');
    expect(finding.step).toBe(
      'Move snap socket 1 35 mm to the right and 6 mm up, or snap ball 1 the other way.',
    );
    const { fixes } = fixesFor(plan, finding);
    expect(fixes[0]?.label).toBe('move snap socket 1 35.5 mm, to where it meets snap ball 1');
    for (const { edit } of fixes) expect(told(applyEdit(plan, edit), 'closure-apart')).toEqual([]);
    const locked = applyEdit(plan, expectOk(lockParts(plan, Object.keys(plan.parts), true)));
    expect(fixesFor(locked, finding).fixes).toEqual([]);
  });

  test('on cloth that does not close so, halves may lie anywhere', () => {
    const build = new PlanBuilder('Flat');
    build.edit(placePair(build.plan, { kindId: 'snap-ball', at: { x: 30, y: 40 } }, { x: 60, y: 0 }));
    expect(told(build.plan, 'closure-apart')).toEqual([]);
    build.edit(takePiece(build.plan, 'strip', { widthMm: 240, heightMm: 80, overlapMm: 30 }));
    expect(told(build.plan, 'closure-apart')).toHaveLength(1);
  });

  test('a closure that only closes is not told as open; one that is sewn on one half only is', () => {
    const build = new PlanBuilder('Flap').holder(40, 100).light('a', 120, 100);
    build.edit(placePair(build.plan, { kindId: 'snap-ball', at: { x: 40, y: 30 } }, { x: 100, y: 0 }));
    const open = (plan: Plan): readonly string[] =>
      told(plan, 'open').flatMap(({ message }) => (/snap/.test(message) ? [message] : []));
    expect(open(build.plan)).toEqual([]);
    build.edit(
      drawRun(build.plan, {
        from: build.hole('holder.plus'),
        to: build.hole('snap ball 1.hole-1'),
        bends: [],
      }),
    );
    expect(open(build.plan)).toHaveLength(1);
  });
});

describe('what joins + and − by hand', () => {
  test.each([
    ['slide-switch', 'gate on'],
    ['push-switch', 'gate pressed'],
  ] as const)('%s is named with its state: %s', (kindId, how) => {
    const build = new PlanBuilder('Short', 300, 200).holder(60, 100).place(kindId, 'gate', 200, 100);
    const [one, two] = endsOf(build, 'gate');
    build.sew('holder.plus', `gate.${one}`).sew('holder.minus', `gate.${two}`, [[60, 180]]);
    expect(told(build.plan, 'short-net').map(({ message }) => message)).toEqual([
      `The + and the − of holder are joined with ${how}.`,
    ]);
  });

  test('a snap and a switch in a row are both named', () => {
    const build = new PlanBuilder('Short', 400, 200).holder(60, 100).place('slide-switch', 'gate', 200, 60);
    build.edit(placePair(build.plan, { kindId: 'snap-ball', at: { x: 300, y: 60 } }, { x: 60, y: 0 }));
    const [one, two] = endsOf(build, 'gate');
    build
      .sew('holder.plus', `gate.${one}`)
      .sew(`gate.${two}`, 'snap ball 1.hole-1')
      .sew('snap socket 1.hole-1', 'holder.minus', [[360, 180]]);
    expect(told(build.plan, 'short-net').map(({ message }) => message)).toEqual([
      'The + and the − of holder are joined with gate on and snap ball 1 closed on snap socket 1.',
    ]);
  });
});

describe('what is asked about', () => {
  const row = (gates: readonly string[]): PlanBuilder => {
    const build = new PlanBuilder('Row', 600, 300).holder(60, 150).light('a', 520, 150);
    let from = 'holder.plus';
    for (const [i, kindId] of gates.entries()) {
      build.place(kindId, `gate ${i + 1}`, 160 + 120 * i, 60);
      const [one, two] = endsOf(build, `gate ${i + 1}`);
      build.sew(from, `gate ${i + 1}.${one}`);
      from = `gate ${i + 1}.${two}`;
    }
    return build.sew(from, 'a.plus').sew('a.minus', 'holder.minus', [[300, 260]]);
  };

  test('two switches in a row, not one; nor a magnet’s', () => {
    expect(
      told(row(['slide-switch', 'push-switch']).plan, 'switch-row').map(({ message }) => message),
    ).toEqual([
      'To light what holder feeds one has to turn gate 1 on and press gate 2: they lie one after the other.',
    ]);
    expect(told(row(['slide-switch']).plan, 'switch-row')).toEqual([]);
    expect(told(row(['slide-switch', 'magnetic-switch']).plan, 'switch-row')).toEqual([]);
  });

  test('a power board without its pack, until one is placed', () => {
    const build = new PlanBuilder('Pack', 300, 200).place('power-board', 'power', 60, 100);
    expect(told(build.plan, 'pack-none')).toHaveLength(1);
    const pair = new PlanBuilder('Pack', 300, 200);
    pair.edit(placePair(pair.plan, { kindId: 'power-board', at: { x: 60, y: 100 } }, { x: 60, y: 0 }));
    expect(told(pair.plan, 'pack-none')).toEqual([]);
  });

  test.each([
    ['coin-cell-holder', 'coin-cell-holder', true, 'mend'],
    ['coin-cell-holder', 'coin-cell-holder', false, 'stop'],
    ['coin-cell-holder', 'aaa-holder-2', true, 'stop'],
    ['power-board', 'power-board', true, 'stop'],
  ] as const)('%s beside %s, − joined too: %s', (one, other, isBoth, severity) => {
    const build = new PlanBuilder('Beside', 400, 300)
      .place(one, 'left', 80, 80)
      .place(other, 'right', 280, 80);
    const at = (name: string, sign: '+' | '-'): string => holeWith(build, name, (hole) => hole.sign === sign);
    build.sew(at('left', '+'), at('right', '+'), [[180, 20]]);
    if (isBoth) build.sew(at('left', '-'), at('right', '-'), [[180, 240]]);
    const [finding] = told(build.plan, 'supplies-merged');
    expect(finding?.severity).toBe(severity);
    expect(/is that meant\?$/.test(finding?.message ?? '')).toBe(severity === 'mend');
  });

  test('the steady + of a board is named, not its +', () => {
    const build = new PlanBuilder('Steady', 400, 300).place('board-long', 'board', 90, 150).holder(300, 150);
    build.sew(
      holeWith(build, 'board', ({ role }) => role === 'regulated'),
      'holder.plus',
      [[200, 60]],
    );
    expect(told(build.plan, 'supplies-merged').map(({ message }) => message)).toEqual([
      'The + of holder is joined to the steady + of board.',
    ]);
  });
});

describe('threads of two circuits that share nothing', () => {
  const crossed = (times: 1 | 2): PlanBuilder =>
    new PlanBuilder('Two', 400, 400)
      .holder(50, 100, 0, 'first')
      .light('a', 350, 100, 180)
      .holder(200, 350, 270, 'second')
      .light('b', 200, 40, 90)
      .sew('first.plus', 'a.plus', [[200, 120]])
      .sew('first.minus', 'a.minus', [
        [50, 20],
        [370, 20],
      ])
      .sew(
        'second.plus',
        'b.plus',
        times === 1
          ? []
          : [
              [120, 250],
              [120, 160],
              [230, 160],
              [230, 70],
            ],
      );

  test('cross once: to be mended, and no current changes; twice, or of one circuit: a stop', () => {
    const once = crossed(1).plan;
    const found = told(once, 'crossing');
    expect(found.map(({ severity }) => severity)).toEqual(['mend']);
    const amps = (touchOhm: number | null): readonly number[] =>
      lightStates(once, expectOk(solvePlan(once, { touchOhm }))).map(({ amp }) => Number(amp.toFixed(6)));
    expect(amps(0.1)).toEqual(amps(null));
    const [other] = Object.values(once.runs).slice(-1);
    if (other === undefined) throw new Error('no thread');
    // A second place where they touch closes a way round.
    const build = new PlanBuilder('Two');
    build.plan = once;
    build.sew('second.minus', 'b.minus', [
      [240, 300],
      [240, 20],
    ]);
    expect(told(build.plan, 'crossing').every(({ severity }) => severity === 'stop')).toBe(true);
    expect(told(build.plan, 'crossing').length).toBeGreaterThan(1);
  });

  test('circuits that are joined by a third one share something', () => {
    const build = crossed(1);
    build.sew('first.minus', 'second.minus', [[30, 380]]);
    expect(told(build.plan, 'crossing').every(({ severity }) => severity === 'stop')).toBe(true);
  });
});

describe('weight', () => {
  const on = (clothId: string, kindId: string): Plan => {
    const build = new PlanBuilder('Cloth', 200, 200).place(kindId, 'power', 100, 140);
    return build.edit(changeClothKind(build.plan, clothId)).plan;
  };
  const heavy = (plan: Plan): readonly string[] => told(plan, 'weight').map(({ message }) => message);

  test('thin, loose or stretching cloth is pulled by what firm cloth bears; firm cloth laid behind it first carries it', () => {
    expect(heavy(on('knit', 'aaa-holder-1'))).toEqual(['power weighs 17 g, on loose or stretching cloth.']);
    expect(heavy(on('felt', 'aaa-holder-1'))).toEqual([]);
    expect(heavy(on('knit', 'coin-cell-holder'))).toEqual([]);
    const plan = on('knit', 'aaa-holder-1');
    const panelId = panelsOf(plan)[0]?.id ?? '';
    const nodes = cornersOf([
      { x: 60, y: 100 },
      { x: 140, y: 100 },
      { x: 140, y: 180 },
      { x: 60, y: 180 },
    ]);
    const backed = (laid: 'before' | 'after', kindId: string): Plan =>
      applyEdit(
        plan,
        expectOk(addLayer(plan, { name: 'backing', panelId, face: 'wrong', kindId, nodes, laid })),
      );
    expect(heavy(backed('before', 'felt'))).toEqual([]);
    expect(heavy(backed('after', 'felt'))).toHaveLength(1);
    expect(heavy(backed('before', 'knit'))).toHaveLength(1);
  });
});

test('a caution lies on the panel of what it is about', () => {
  const build = new PlanBuilder('Pouch');
  build.edit(takeSet(build.plan, 'boxed-pouch'));
  const back = panelsOf(build.plan)[1]?.id ?? '';
  build.edit(
    placePart(build.plan, { kindId: 'power-board', name: 'power', panelId: back, at: { x: 100, y: 100 } }),
  );
  build.edit(stateFacts(build.plan, { forWhom: 'small-child' }));
  expect(told(build.plan, 'fire').map(({ panelId }) => panelId)).toEqual([back]);
});
