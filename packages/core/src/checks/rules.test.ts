import { describe, expect, test } from 'vitest';
import type { MarkingUse } from '../cloth/cloth.ts';
import { cornersOf, roundedBoxCurve } from '../geometry/curve.ts';
import {
  addMarkings,
  changeClothKind,
  drawOutline,
  type MarkingDraft,
  takePiece,
} from '../plan/edits/cloth-edits.ts';
import { moveParts, turnPart } from '../plan/edits/part-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { addBend, changeStitching, changeThread, deleteRuns } from '../plan/edits/run-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder, smallLantern, twoRails } from '../testing/plan-builder.ts';
import { checkPlan, countFindings } from './check-plan.ts';
import { CHECK_RULES } from './check-rules.ts';
import type { Finding } from './finding.ts';

const findingsOf = (plan: Plan, ruleId: string): readonly Finding[] =>
  checkPlan(plan).filter((finding) => finding.ruleId === ruleId);

/** Two threads side by side, sewn in stitches of this length where it is given. */
function rails(apart: number, stitchMm?: number): PlanBuilder {
  const build = twoRails(apart);
  for (const id of stitchMm === undefined ? [] : Object.keys(build.plan.runs))
    build.edit(changeStitching(build.plan, id, { stitchMm: stitchMm as number }));
  return build;
}

test('a sound plan is clear', () => {
  expect(checkPlan(smallLantern().plan)).toEqual([]);
});

test('an empty cloth has nothing to say', () => {
  expect(checkPlan(new PlanBuilder().plan)).toEqual([]);
});

describe('crossing', () => {
  test('fires where two nets cross, once for each place', () => {
    const build = twoRails(10);
    const [first] = Object.keys(build.plan.runs) as [string];
    build.edit(addBend(build.plan, first, 1, { x: 150, y: 140 }));
    const findings = findingsOf(build.plan, 'crossing');
    expect(findings).toHaveLength(2);
    expect(findings.map((finding) => Math.round(finding.at.y))).toEqual([110, 110]);
    // A pair that crosses is not also called too close.
    expect(findingsOf(build.plan, 'gap')).toEqual([]);
  });

  test('a bend that only touches the other line is a crossing too, and one finding', () => {
    const build = twoRails(10);
    const [first] = Object.keys(build.plan.runs) as [string];
    build.edit(addBend(build.plan, first, 1, { x: 150, y: 110 }));
    expect(findingsOf(build.plan, 'crossing')).toHaveLength(1);
  });

  test('does not fire a hair before they meet, nor between threads of one net', () => {
    const build = twoRails(10);
    const [first] = Object.keys(build.plan.runs) as [string];
    build.edit(addBend(build.plan, first, 1, { x: 150, y: 109.999 }));
    expect(findingsOf(build.plan, 'crossing')).toEqual([]);
    const same = new PlanBuilder('One net', 200, 200)
      .light('a', 50, 50)
      .light('b', 150, 50)
      .light('c', 100, 150);
    same
      .sew('a.plus', 'b.plus', [
        [60, 120],
        [140, 120],
      ])
      .sew('b.plus', 'c.plus', [
        [100, 100],
        [90, 130],
      ]);
    expect(findingsOf(same.plan, 'crossing')).toEqual([]);
  });
});

describe('gap', () => {
  test.each([
    [5, []],
    // A tenth of a millimetre is less than any hand sews.
    [4.92, []],
    [4.88, ['mend']],
    [3.41, ['mend']],
    [3.39, ['stop']],
    [2, ['stop']],
  ] as const)('two running lines %d mm apart: %j', (apart, severities) => {
    const findings = findingsOf(twoRails(apart).plan, 'gap');
    expect(findings.map((finding) => finding.severity)).toEqual(severities);
    for (const finding of findings) {
      expect(finding.found?.value).toBeCloseTo(apart, 6);
      expect(finding.wanted).toEqual({ value: 5, unit: 'mm' });
    }
  });

  test('phase is not credited: lines 2 mm apart are a stop whatever their stitches do', () => {
    for (const stitchMm of [3, 4, 5, 6]) {
      expect(findingsOf(rails(2, stitchMm).plan, 'gap').map((finding) => finding.severity)).toEqual(['stop']);
    }
  });

  test('loose cloth and the maker’s own rule widen what is wanted', () => {
    const build = twoRails(6);
    expect(findingsOf(build.plan, 'gap')).toEqual([]);
    const loose = twoRails(6);
    loose.edit(changeClothKind(loose.plan, 'loose-knit'));
    expect(findingsOf(loose.plan, 'gap')[0]?.wanted?.value).toBeCloseTo(7.8, 9);
    build.edit(changeHabits(build.plan, { gapInStitches: 1.5 }));
    expect(findingsOf(build.plan, 'gap')[0]?.wanted?.value).toBe(7.5);
  });

  test('a thread over a foreign hole is a stop, beside it in good distance nothing', () => {
    const over = new PlanBuilder('Over', 300, 200)
      .light('a', 30, 100)
      .light('b', 270, 100)
      .light('c', 150, 104.5);
    over.sew('a.plus', 'b.plus', [
      [60, 104.5],
      [240, 104.5],
    ]);
    const findings = findingsOf(over.plan, 'two-pads').filter((finding) => finding.message.includes('of c'));
    expect(findings.map((finding) => finding.severity)).toEqual(['stop', 'stop']);
    // What is told as a thread on a foreign hole is not told as a gap again.
    expect(findingsOf(over.plan, 'gap').filter((finding) => finding.message.includes('of c'))).toEqual([]);
    over.edit(moveParts(over.plan, ['p3'], { x: 0, y: 20 }));
    expect(findingsOf(over.plan, 'gap').filter((finding) => finding.message.includes('of c'))).toEqual([]);
  });
});

describe('open', () => {
  test('fires at every hole that should have thread and has none', () => {
    const build = new PlanBuilder().holder(50, 50).light('a', 120, 120);
    expect(findingsOf(build.plan, 'open').map((finding) => finding.message)).toEqual([
      'The − hole of holder has no thread.',
      'The + hole of holder has no thread.',
      'The − hole of a has no thread.',
      'The + hole of a has no thread.',
    ]);
  });

  test('fires where thread leads to no holder', () => {
    const build = smallLantern();
    const holderPlus = Object.values(build.plan.runs).find(
      (run) => run.from.holeId === 'plus' && run.from.partId === 'p1',
    );
    build.edit(deleteRuns(build.plan, [holderPlus?.id as string]));
    expect(
      findingsOf(build.plan, 'open')
        .map((finding) => finding.key)
        .sort(),
    ).toEqual(['open:p1:plus', 'open:p2:b', 'open:p3:plus']);
    const loose = new PlanBuilder()
      .holder(50, 150)
      .light('a', 50, 50)
      .light('b', 120, 50)
      .sew('a.plus', 'b.plus', [[85, 30]]);
    expect(
      findingsOf(loose.plan, 'open').filter((finding) => finding.message.includes('leads to no holder')),
    ).toHaveLength(1);
  });

  test('one of several equal holes is enough', () => {
    const build = new PlanBuilder()
      .place('coin-cell-holder-switched', 'holder', 100, 150)
      .light('a', 100, 40);
    build.sew('holder.plus-1', 'a.plus').sew('holder.minus-1', 'a.minus');
    expect(findingsOf(build.plan, 'open')).toEqual([]);
  });

  test('says when there is no holder at all', () => {
    expect(findingsOf(new PlanBuilder().light('a', 50, 50).plan, 'open')[0]?.key).toBe('open:no-holder');
  });
});

describe('reversed', () => {
  test('fires when a light is turned in place, because the threads stay at their holes of the other sign', () => {
    const build = new PlanBuilder().holder(100, 150, 180).light('a', 100, 50, 180);
    build.sew('holder.plus', 'a.minus').sew('holder.minus', 'a.plus');
    const [finding] = findingsOf(build.plan, 'reversed');
    expect(finding).toMatchObject({ severity: 'stop', partIds: ['p2'], found: { value: 2 } });
    // Turning the light alone does not help: thread follows its hole.
    build.edit(turnPart(build.plan, 'p2', 0));
    expect(findingsOf(build.plan, 'reversed')).toHaveLength(1);
  });

  test('fires when only one end is wrong, not when both are right', () => {
    const half = new PlanBuilder()
      .holder(100, 150, 180)
      .light('a', 100, 50, 180)
      .sew('holder.plus', 'a.minus');
    expect(findingsOf(half.plan, 'reversed')[0]?.message).toContain('its − is sewn to the + side');
    expect(findingsOf(smallLantern().plan, 'reversed')).toEqual([]);
  });
});

describe('series', () => {
  const chain = (): PlanBuilder =>
    new PlanBuilder('Chain', 220, 160)
      .holder(100, 120)
      .light('a', 60, 40)
      .light('b', 150, 40)
      .sew('holder.minus', 'a.minus', [[54, 90]])
      .sew('a.plus', 'b.minus');

  test('fires when the − of one is sewn to the + of the next', () => {
    const build = chain().sew('b.plus', 'holder.plus', [[170, 100]]);
    expect(findingsOf(build.plan, 'series')).toMatchObject([
      { severity: 'stop', partIds: expect.arrayContaining(['p2', 'p3']) as string[] },
    ]);
    expect(findingsOf(build.plan, 'open')).toEqual([]);
  });

  test('does not fire when that thread also reaches the holder', () => {
    const build = chain().sew('b.minus', 'holder.minus', [[120, 100]]);
    expect(findingsOf(build.plan, 'series')).toEqual([]);
  });
});

describe('short-net', () => {
  test('fires when a run joins + and −, directly or through the switch', () => {
    const build = smallLantern().sew('left.plus', 'left.minus', [[60, 20]]);
    const findings = findingsOf(build.plan, 'short-net');
    expect(findings.map((finding) => finding.message)).toEqual([
      'The + and the − of holder are joined with switch on.',
      'Both ends of left and right are on the same thread.',
    ]);
    const direct = new PlanBuilder().holder(100, 100).sew('holder.plus', 'holder.minus', [[100, 60]]);
    expect(findingsOf(direct.plan, 'short-net')).toMatchObject([
      { severity: 'stop', message: 'The + and the − of holder are on the same thread.' },
    ]);
  });

  test('does not call two holders in a row a short', () => {
    const row = new PlanBuilder('Row', 260, 200)
      .holder(60, 150, 0, 'one')
      .holder(180, 150, 0, 'two')
      .sew('one.plus', 'two.minus');
    expect(findingsOf(row.plan, 'short-net')).toEqual([]);
  });

  test('does not fire for a light between the sides', () => {
    expect(findingsOf(smallLantern().plan, 'short-net')).toEqual([]);
  });
});

describe('switch-none', () => {
  const bare = (): PlanBuilder =>
    new PlanBuilder()
      .holder(100, 150, 180)
      .light('a', 100, 50, 180)
      .sew('holder.plus', 'a.plus')
      .sew('holder.minus', 'a.minus');

  test('fires when nothing opens the way', () => {
    // One coin cell in its holder is pulled out as easily as a switch is moved: that is only worth knowing.
    expect(findingsOf(bare().plan, 'switch-none')).toMatchObject([
      { severity: 'note', message: 'Nothing switches a off.' },
    ]);
  });

  test('does not fire with a switch in the way, a holder that switches itself, or a plan that does not light yet', () => {
    expect(findingsOf(smallLantern().plan, 'switch-none')).toEqual([]);
    const own = new PlanBuilder()
      .place('coin-cell-holder-switched', 'holder', 100, 150, { turnDeg: 180 })
      .light('a', 100, 40, 180);
    own.sew('holder.plus-1', 'a.plus').sew('holder.minus-1', 'a.minus');
    expect(findingsOf(own.plan, 'switch-none')).toEqual([]);
    expect(findingsOf(new PlanBuilder().holder(100, 150).light('a', 100, 50).plan, 'switch-none')).toEqual(
      [],
    );
  });

  test('fires for a switch that is passed by', () => {
    const build = smallLantern().sew('holder.plus', 'left.plus', [[20, 20]]);
    expect(findingsOf(build.plan, 'switch-none')).toHaveLength(1);
  });
});

describe('edge', () => {
  test.each([
    [6, 0],
    [5.92, 0],
    [5.88, 1],
    [0, 1],
  ] as const)('a bend %d mm from the edge: %d finding', (inside, count) => {
    const build = new PlanBuilder()
      .light('a', 50, 50)
      .light('b', 150, 50)
      .sew('a.plus', 'b.plus', [[100, inside]]);
    expect(findingsOf(build.plan, 'edge')).toHaveLength(count);
  });

  test('a hole too near the edge is found as well', () => {
    const build = new PlanBuilder().light('a', 9, 50);
    expect(findingsOf(build.plan, 'edge')).toMatchObject([
      { severity: 'mend', partIds: ['p1'], found: { value: 3.5, unit: 'mm' } },
    ]);
  });
});

describe('every finding', () => {
  const build = twoRails(2).bareLight('x', 150, 20);
  const findings = checkPlan(build.plan);

  test('has a key of its own, lies on the cloth, and says what is wanted and what to do', () => {
    expect(findings.length).toBeGreaterThan(5);
    expect(new Set(findings.map((finding) => finding.key)).size).toBe(findings.length);
    for (const finding of findings) {
      expect(finding.at.x).toBeGreaterThanOrEqual(0);
      expect(finding.at.y).toBeLessThanOrEqual(200);
      expect(finding.step).toMatch(/\.$/);
      expect(finding.message).toMatch(/^.*\.$/s);
    }
  });

  test('comes worst first, and counts add up', () => {
    const order = findings.map((finding) => ['stop', 'mend', 'note'].indexOf(finding.severity));
    expect([...order].sort((a, b) => a - b)).toEqual(order);
    const counts = countFindings(findings);
    expect(counts.stop + counts.mend + counts.note).toBe(findings.length);
  });

  test('a short and a break are never given the same kind of touching', () => {
    const kinds = Object.fromEntries(CHECK_RULES.map((rule) => [rule.id, rule.touching]));
    expect(kinds).toMatchObject({
      crossing: 'touching that should not',
      gap: 'touching that should not',
      'short-net': 'touching that should not',
      open: 'not touching that should',
    });
  });
});

describe('opening, keep-out, reach, weight', () => {
  const area = (use: MarkingUse, left: number, top: number, right: number, bottom: number): MarkingDraft => ({
    use,
    closed: true,
    nodes: roundedBoxCurve(left, top, right, bottom, 0),
  });
  const row = (): PlanBuilder =>
    new PlanBuilder('Row', 300, 200)
      .light('a', 60, 100)
      .light('b', 240, 100)
      .sew('a.plus', 'b.plus', [[150, 100]]);

  test.each([
    [106, 0],
    [105.92, 0],
    [105.88, 1],
    [95, 1],
  ])('a thread %d mm from the top of an opening that starts at 112: %d finding', (_y, count) => {
    const build = row();
    build.edit(addMarkings(build.plan, [area('opening', 140, _y + 0, 160, 130)]));
    expect(findingsOf(build.plan, 'opening')).toHaveLength(count);
    expect(findingsOf(build.plan, 'keep-out')).toEqual([]);
  });

  test('a hole over an opening is found, a dome that shows through one is not', () => {
    const build = new PlanBuilder('Dome', 300, 200).bareLight('a', 100, 100);
    build.edit(addMarkings(build.plan, [area('window', 97, 97, 103, 103)]));
    expect(findingsOf(build.plan, 'opening')).toEqual([]);
    build.edit(addMarkings(build.plan, [area('opening', 105, 95, 115, 105)]));
    expect(findingsOf(build.plan, 'opening').map((finding) => finding.found?.value)).toContain(0);
  });

  test('a keep-out is kept by a line beside it, not by one through it', () => {
    const build = row();
    build.edit(addMarkings(build.plan, [area('keep-out', 140, 101, 160, 130)]));
    expect(findingsOf(build.plan, 'keep-out')).toEqual([]);
    build.edit(addMarkings(build.plan, [area('keep-out', 140, 80, 160, 130)]));
    expect(findingsOf(build.plan, 'keep-out')).toMatchObject([
      // From its middle it is 10 mm to either side of the area.
      { severity: 'mend', found: { value: 10, unit: 'mm' }, wanted: { value: 0, unit: 'mm' } },
    ]);
  });

  test('switch and cell must lie in a zone of reach, once one is drawn', () => {
    const build = smallLantern();
    expect(findingsOf(build.plan, 'reach')).toEqual([]);
    build.edit(addMarkings(build.plan, [area('reach', 80, 110, 120, 150)]));
    expect(findingsOf(build.plan, 'reach').map((finding) => finding.partIds)).toEqual([['p2']]);
  });

  test('an inward corner counts as an edge, also in the middle of a leg', () => {
    const build = new PlanBuilder('Neck', 300, 200);
    build.edit(takePiece(build.plan, 'banner', { widthMm: 300, heightMm: 200, pointMm: 5, tunnelMm: 20 }));
    build.edit(
      drawOutline(
        build.plan,
        cornersOf(
          [
            [0, 0],
            [140, 0],
            [150, 90],
            [160, 0],
            [300, 0],
            [300, 200],
            [0, 200],
          ].map(([x, y]) => ({ x: x as number, y: y as number })),
        ),
      ),
    );
    build.light('a', 60, 100).light('b', 240, 100);
    const across = (y: number): number => {
      const sewn = new PlanBuilder();
      sewn.plan = build.plan;
      sewn.sew('a.plus', 'b.plus', [
        [70, y],
        [230, y],
      ]);
      return findingsOf(sewn.plan, 'edge').length;
    };
    expect(across(97)).toBe(0);
    expect(across(95)).toBe(1);
    expect(across(50)).toBe(1);
  });

  test('heavy and high, or heavy on thin cloth, is a note', () => {
    const high = new PlanBuilder('High', 200, 300).place('aaa-holder-2', 'power', 100, 60);
    expect(findingsOf(high.plan, 'weight')).toMatchObject([{ severity: 'note', key: 'weight:top' }]);
    const low = new PlanBuilder('Low', 200, 300).place('aaa-holder-2', 'power', 100, 240);
    expect(findingsOf(low.plan, 'weight')).toEqual([]);
    low.edit(changeClothKind(low.plan, 'light-woven'));
    expect(findingsOf(low.plan, 'weight')).toMatchObject([{ partIds: ['p1'] }]);
  });
});

describe('boards fan out', () => {
  const board = (): PlanBuilder =>
    new PlanBuilder('Fan', 300, 300)
      .place('board-round', 'board', 150, 150)
      .light('a', 260, 100, 180)
      .light('b', 260, 200, 180);

  test('threads that leave neighbouring pins may keep the pitch of the pins, and no less', () => {
    const build = board()
      .sew('board.p3', 'a.plus', [
        [188, 150],
        [220, 120],
      ])
      .sew('board.p4', 'b.plus', [
        [185, 165],
        [220, 190],
      ]);
    expect(findingsOf(build.plan, 'gap')).toEqual([]);
    const tight = board()
      .sew('board.p3', 'a.plus', [
        [176, 154],
        [220, 120],
      ])
      .sew('board.p4', 'b.plus', [
        [185, 165],
        [220, 190],
      ]);
    expect(findingsOf(tight.plan, 'gap').length).toBeGreaterThan(0);
  });

  test('nobody else gets that allowance: a thread that passes by keeps its full distance', () => {
    const build = board().light('c', 60, 40).light('d', 240, 40);
    build.sew('c.plus', 'd.plus', [[150, 124.5]]);
    expect(
      findingsOf(build.plan, 'gap').some((finding) => finding.partIds.includes(build.part('board').id)),
    ).toBe(true);
  });
});

test('wire crosses lawfully, tape does not', () => {
  const cross = (threadId: string): number => {
    const build = new PlanBuilder('Cross', 300, 200)
      .light('a', 30, 100)
      .light('b', 270, 100)
      .light('c', 150, 30)
      .light('d', 150, 170);
    build.sew('a.plus', 'b.minus').sew('c.plus', 'd.minus', [
      [155.5, 60],
      [144.5, 140],
    ]);
    const [first] = Object.keys(build.plan.runs) as [string];
    build.edit(changeThread(build.plan, first, threadId));
    return findingsOf(build.plan, 'crossing').length;
  };
  expect(cross('steel-3-ply')).toBe(1);
  expect(cross('conductive-tape')).toBe(1);
  expect(cross('insulated-wire')).toBe(0);
});
