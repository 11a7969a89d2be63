import { describe, expect, test } from 'vitest';
import { expectOk } from '../../errors/problem.ts';
import { distance } from '../../geometry/point.ts';
import { placePointExactly } from '../../geometry/transform.ts';
import { PART_KINDS } from '../../parts/part-kinds.ts';
import { PlanBuilder, smallLantern } from '../../testing/plan-builder.ts';
import { applyEdit } from '../edit.ts';
import { addMarkings } from '../edits/cloth-edits.ts';
import {
  choosePartOptions,
  deleteParts,
  lockParts,
  moveParts,
  placePair,
  turnPart,
  turnPartOver,
} from '../edits/part-edits.ts';
import { changeLegSign } from '../edits/plan-edits.ts';
import { kindOf } from '../kind-of.ts';
import { panelOf } from '../panels.ts';
import { holePoint, poseOf } from '../placed.ts';
import type { Plan } from '../schema.ts';
import { alignParts, distributeParts } from './align.ts';
import { clipOf, duplicateParts, parseClip, pasteClip, serializeClip } from './copies.ts';
import { freeTwins, groupParts, numberParts, twinParts, withGroups } from './group.ts';
import { type Line, lineChoices, lineLengthMm, ringLine } from './lines.ts';
import { snapMove, snapTargets } from './snapping.ts';
import { spreadAlong, spreadParts, spreadPoses } from './spread.ts';
import { fitStrand, layStrand } from './strand.ts';

const straight: Line = {
  points: [
    { x: 20, y: 100 },
    { x: 180, y: 100 },
  ],
  closed: false,
};

describe('spreading along a line, by arc length', () => {
  test('from end to end on an open line, evenly round a closed one', () => {
    expect(expectOk(spreadAlong(straight, 5))).toEqual([0, 40, 80, 120, 160]);
    expect(expectOk(spreadAlong(straight, 1))).toEqual([80]);
    const ring = ringLine({ x: 100, y: 100 }, 50);
    const poses = expectOk(
      spreadPoses({ line: ring, count: 12, turn: 'alike', placing: { kindId: 'sew-on-light' } }),
    );
    // Twelve places on a circle are as far apart as its radius times 2·sin 15° (geometry).
    for (const [i, pose] of poses.entries()) {
      const next = poses[(i + 1) % 12] as (typeof poses)[number];
      expect(distance(pose.at, next.at)).toBeCloseTo(100 * Math.sin(Math.PI / 12), 1);
      expect(distance(pose.at, { x: 100, y: 100 })).toBeCloseTo(50, 1);
    }
  });

  test('every anchor gets a part, and the rest is shared out as evenly as whole parts allow', () => {
    const places = expectOk(spreadAlong(straight, 5, [40]));
    expect(places).toContain(40);
    expect(places[0]).toBe(0);
    expect(places.at(-1)).toBe(160);
    expect(places).toEqual([0, 40, 80, 120, 160]);
    const ring = ringLine({ x: 0, y: 0 }, 100 / Math.PI);
    const anchored = expectOk(spreadAlong(ring, 6, [0, 50]));
    // Six on 200 mm with parts at 0 and 50: one more in the short stretch, three in the long one.
    expect(anchored.map((mm) => Math.round(mm))).toEqual(
      [0, 25, 50, 87, 125, 162].map((mm) => expect.closeTo(mm, -1) as number),
    );
    expect(spreadAlong(straight, 2, [10, 50, 90])).toMatchObject({ problem: { code: 'too-many-anchors' } });
    expect(spreadAlong(straight, 0)).toMatchObject({ problem: { code: 'value-out-of-range' } });
    expect(spreadAlong({ points: [{ x: 1, y: 1 }], closed: false }, 3)).toMatchObject({
      problem: { code: 'line-empty' },
    });
  });

  test('any number and any anchors: all anchors are kept, the count is met, the order is along the line', () => {
    for (const closed of [false, true]) {
      const line: Line = { points: [...straight.points, { x: 180, y: 180 }], closed };
      for (let count = 1; count < 15; count += 1) {
        for (const anchors of [[], [0], [33], [33, 80], [0, 239], [12, 13.2, 100]]) {
          if (anchors.length > count) continue;
          const places = expectOk(spreadAlong(line, count, anchors));
          expect(places).toHaveLength(count);
          expect([...places].sort((a, b) => a - b)).toEqual(places);
          for (const anchor of anchors)
            expect(Math.min(...places.map((mm) => Math.abs(mm - anchor)))).toBeLessThan(1e-6);
        }
      }
    }
  });

  test('+ lies inside or outside a line that goes round clockwise, and set in is inside', () => {
    const ring = ringLine({ x: 100, y: 100 }, 60);
    for (const [turn, sign] of [
      ['plus-right', -1],
      ['plus-left', 1],
    ] as const) {
      const build = new PlanBuilder();
      build.edit(
        spreadParts(build.plan, {
          line: ring,
          count: 7,
          turn,
          insetMm: 10,
          placing: { kindId: 'sew-on-light' },
        }),
      );
      for (const part of Object.values(build.plan.parts)) {
        const reach = (holeId: string): number =>
          distance(holePoint(build.plan, { partId: part.id, holeId }), { x: 100, y: 100 });
        expect(distance(part.at, { x: 100, y: 100 })).toBeCloseTo(50, 1);
        expect(Math.sign(reach('plus') - reach('minus'))).toBe(sign);
      }
      expect(Object.values(build.plan.parts).map((part) => part.name)[6]).toBe('light 7');
    }
  });
});

describe('strands', () => {
  test('how many fit, what is left, how the wires give', () => {
    expect(expectOk(fitStrand(straight, 50))).toEqual({ fits: 4, lineMm: 160, leftMm: 10, slackMm: 0 });
    const ring = ringLine({ x: 0, y: 0 }, 100);
    const fit = expectOk(fitStrand(ring, 50));
    expect(fit.fits).toBe(Math.floor((2 * Math.PI * 100) / 50));
    // An arc of 50 mm on a radius of 100 spans a chord of 2·100·sin(0.25) (geometry).
    expect(fit.slackMm).toBeCloseTo(50 - 200 * Math.sin(0.25), 1);
    expect(fitStrand({ points: [{ x: 0, y: 0 }], closed: false }, 50)).toMatchObject({ ok: false });
    expect(() => fitStrand(straight, 0)).toThrow(RangeError);
  });

  test('a laid strand is one group, joined + to +, data from out to in, by wires nobody sews', () => {
    const build = new PlanBuilder();
    build.edit(layStrand(build.plan, panelOf(build.plan), straight, 50, 3));
    const parts = Object.values(build.plan.parts);
    expect(parts.map((part) => part.at.x)).toEqual([20, 70, 120]);
    expect(new Set(parts.map((part) => part.groupId)).size).toBe(1);
    const runs = Object.values(build.plan.runs);
    expect(runs).toHaveLength(6);
    for (const run of runs) {
      expect(run).toMatchObject({ threadId: 'insulated-wire', stitchId: 'laid', prewired: true });
      expect(run.to.holeId).toBe(run.from.holeId.replace('out', 'in'));
    }
    expect(layStrand(build.plan, panelOf(build.plan), straight, 50, 9)).toMatchObject({
      problem: { detail: '4 lights fit on this line.' },
    });
  });
});

describe('lining up and spacing evenly', () => {
  const build = new PlanBuilder()
    .light('a', 30, 40)
    .light('b', 90, 47)
    .light('c', 60, 90)
    .light('d', 150, 60);
  const ids = ['a', 'b', 'c', 'd'].map((name) => build.part(name).id);
  const after = (plan: Plan, axis: 'x' | 'y'): readonly number[] =>
    ids.map((id) => plan.parts[id]?.at[axis] as number);

  test('line up on the first', () => {
    expect(after(applyEdit(build.plan, expectOk(alignParts(build.plan, ids, 'y'))), 'y')).toEqual([
      40, 40, 40, 40,
    ]);
    expect(alignParts(build.plan, ids.slice(0, 1), 'x')).toMatchObject({
      problem: { code: 'too-few-parts' },
    });
  });

  test('the outermost stay, the others share the space between', () => {
    const plan = applyEdit(build.plan, expectOk(distributeParts(build.plan, ids, 'x')));
    expect(after(plan, 'x')).toEqual([30, 110, 70, 150]);
    expect(after(plan, 'y')).toEqual([40, 47, 90, 60]);
  });
});

describe('twins', () => {
  test.each(PART_KINDS.filter((kind) => kind.holes.length > 1).map((kind) => [kind.id, kind] as const))(
    '%s: no other turn brings its holes nearer to the mirror image',
    (_id, kind) => {
      for (const face of ['right', 'wrong'] as const) {
        const build = new PlanBuilder('Twins', 400, 400).place(kind.id, 'one', 120, 200, {
          turnDeg: 25,
          face,
        });
        build.edit(twinParts(build.plan, [build.part('one').id], 200));
        const [one, twin] = Object.values(build.plan.parts) as [Plan['parts'][string], Plan['parts'][string]];
        const missAt = (turnDeg: number): number =>
          kind.holes.reduce((sum, hole) => {
            const here = placePointExactly(poseOf(one), hole.at);
            const there = placePointExactly(poseOf({ ...twin, turnDeg }), hole.at);
            return sum + (400 - here.x - there.x) ** 2 + (here.y - there.y) ** 2;
          }, 0);
        const best = missAt(twin.turnDeg);
        for (let turn = 0; turn < 360; turn += 5) expect(best).toBeLessThanOrEqual(missAt(turn) + 1e-6);
      }
    },
  );

  test('two eyes: with − toward the middle on one, it is toward the middle on the other', () => {
    const build = new PlanBuilder('Eyes', 200, 200).light('left', 60, 80, 180);
    build.edit(twinParts(build.plan, [build.part('left').id], 100));
    const twin = Object.values(build.plan.parts)[1] as Plan['parts'][string];
    expect(twin.at).toEqual({ x: 140, y: 80 });
    expect(twin.turnDeg).toBe(0);
    const x = (id: string, holeId: string): number => holePoint(build.plan, { partId: id, holeId }).x;
    expect(x('p1', 'plus') + x(twin.id, 'plus')).toBe(200);
    expect(x('p1', 'minus') + x(twin.id, 'minus')).toBe(200);
  });

  test('where one goes the other follows, until they are freed', () => {
    const build = new PlanBuilder('Eyes', 200, 200).light('left', 60, 80, 30);
    build.edit(twinParts(build.plan, ['p1'], 100)).edit(moveParts(build.plan, ['p1'], { x: -10, y: 5 }));
    expect(build.plan.parts['p2']?.at).toEqual({ x: 150, y: 85 });
    build.edit(turnPart(build.plan, 'p2', 100));
    expect(build.plan.parts['p1']?.turnDeg).toBe(80);
    build.edit(moveParts(build.plan, ['p1', 'p2'], { x: 10, y: 0 }));
    expect(build.plan.parts['p1']?.mirror?.xMm).toBe(110);
    expect(twinParts(build.plan, ['p1'], 100)).toMatchObject({ problem: { code: 'has-a-twin' } });
    build.edit(freeTwins(build.plan, ['p1'])).edit(moveParts(build.plan, ['p1'], { x: 5, y: 0 }));
    expect(build.plan.parts['p2']?.at.x).toBe(160);
  });
});

describe('what belongs together', () => {
  test('a group is chosen as one and numbered in order', () => {
    const build = new PlanBuilder().light('a', 30, 40).light('b', 90, 47).light('c', 60, 90);
    build.edit(groupParts(build.plan, ['p1', 'p3']));
    expect(withGroups(build.plan, ['p3'])).toEqual(['p1', 'p3']);
    expect(withGroups(build.plan, ['p2'])).toEqual(['p2']);
    build.edit(numberParts(build.plan, ['p3', 'p1'], 'star'));
    expect(build.part('star 1').id).toBe('p3');
    expect(numberParts(build.plan, ['p1'], '  ')).toMatchObject({ problem: { code: 'name-empty' } });
  });

  test('halves know of each other, and one that loses its mate forgets it', () => {
    const build = new PlanBuilder();
    build.edit(placePair(build.plan, { kindId: 'snap-ball', at: { x: 40, y: 40 } }, { x: 60, y: 0 }));
    expect(build.plan.parts['p1']?.mateId).toBe('p2');
    expect(build.plan.parts['p2']).toMatchObject({
      kindId: 'snap-socket',
      mateId: 'p1',
      at: { x: 100, y: 40 },
    });
    build.edit(deleteParts(build.plan, ['p2']));
    expect(build.plan.parts['p1']?.mateId).toBeUndefined();
    expect(
      placePair(build.plan, { kindId: 'sew-on-light', at: { x: 9, y: 9 } }, { x: 9, y: 0 }),
    ).toMatchObject({ ok: false });
  });

  test('a locked part is neither moved, turned nor taken away, alone or in a row', () => {
    const build = new PlanBuilder().light('a', 30, 40).light('b', 90, 47);
    build.edit(lockParts(build.plan, ['p1'], true));
    for (const refused of [
      moveParts(build.plan, ['p1', 'p2'], { x: 1, y: 0 }),
      turnPart(build.plan, 'p1', 9),
      turnPartOver(build.plan, 'p1', 'wrong'),
      deleteParts(build.plan, ['p1']),
      alignParts(build.plan, ['p2', 'p1'], 'y'),
    ]) {
      expect(refused).toMatchObject({ problem: { code: 'part-locked' } });
    }
    build.edit(lockParts(build.plan, ['p1'], false)).edit(moveParts(build.plan, ['p1'], { x: 1, y: 0 }));
  });
});

describe('copies', () => {
  test('a lantern carried to another plan is joined there as it was here', () => {
    const from = smallLantern().plan;
    const clip = expectOk(parseClip(serializeClip(clipOf(from, Object.keys(from.parts)))));
    const other = new PlanBuilder('Other', 400, 300).light('left', 20, 20);
    other.edit(pasteClip(other.plan, clip, { x: 150, y: 60 }));
    expect(Object.keys(other.plan.parts)).toHaveLength(5);
    expect(Object.keys(other.plan.runs)).toHaveLength(Object.keys(from.runs).length);
    for (const run of Object.values(other.plan.runs))
      expect(kindOf(other.plan, other.plan.parts[run.from.partId] as never)).toBeDefined();
    expect(new Set(Object.values(other.plan.parts).map((part) => part.name)).size).toBe(5);
  });

  test('copied twins are twins of each other, a copied half alone has no mate', () => {
    const build = new PlanBuilder('Eyes', 300, 300).light('left', 60, 80);
    build
      .edit(twinParts(build.plan, ['p1'], 100))
      .edit(duplicateParts(build.plan, ['p1', 'p2'], { x: 20, y: 50 }));
    expect(build.plan.parts['p3']?.mirror).toEqual({ partId: 'p4', xMm: 120 });
    build.edit(duplicateParts(build.plan, ['p1'], { x: 0, y: 90 }));
    expect(Object.values(build.plan.parts).at(-1)?.mirror).toBeUndefined();
  });

  test('other text is refused in words', () => {
    for (const text of [
      '',
      'hello',
      '{}',
      '{"format":"sashiko-parts","version":2,"parts":[],"runs":[],"ownParts":[]}',
    ])
      expect(parseClip(text)).toMatchObject({ problem: { code: 'clip-foreign' } });
  });
});

describe('what a dragged part catches on', () => {
  const build = new PlanBuilder('Snap', 200, 200).light('a', 40, 60).light('b', 80, 61).light('c', 160, 150);
  build.edit(
    addMarkings(build.plan, [
      {
        use: 'opening',
        closed: true,
        nodes: [
          [100, 100],
          [120, 100],
          [120, 120],
          [100, 120],
        ].map(([x, y]) => ({ at: { x: x as number, y: y as number } })),
      },
      { use: 'mark', closed: false, nodes: [{ at: { x: 20, y: 180 } }, { at: { x: 180, y: 190 } }] },
    ]),
  );
  const drag = (x: number, y: number) => {
    const part = build.part('c');
    const { delta, guides } = snapMove(
      snapTargets(build.plan, panelOf(build.plan), [part.id]),
      [part],
      { x: x - 160, y: y - 150 },
      2,
    );
    return { at: { x: 160 + delta.x, y: 150 + delta.y }, words: guides.map((guide) => guide.words) };
  };

  test.each([
    ['the middle of an opening', [111, 109], [110, 110], ['middle of the opening']],
    ['equal distances in a row', [119.2, 62], [120, 61], ['equal distances', 'in line']],
    ['the middle lines of the piece', [101, 30], [100, 30], ['middle of the piece']],
    ['another part', [41, 160.2], [40, 160], ['in line']],
    ['nothing, but half millimetres', [55.37, 140.81], [55.5, 141], []],
  ] as const)('%s', (_what, [x, y], [wantedX, wantedY], words) => {
    const found = drag(x, y);
    expect(found.at.x).toBeCloseTo(wantedX, 9);
    expect(found.at.y).toBeCloseTo(wantedY, 9);
    expect(found.words).toEqual(words);
  });

  test('a drawn line, at its nearest place', () => {
    const found = drag(60, 183);
    expect(found.words).toEqual(['on mark 1']);
    expect(found.at.y).toBeCloseTo(180 + (found.at.x - 20) / 16, 6);
  });
});

test('the lines of a plan are its markings, the folds of its piece and its edge, with their lengths', () => {
  const build = new PlanBuilder('Lines', 120, 80);
  build.edit(
    addMarkings(build.plan, [
      { use: 'mark', closed: false, nodes: [{ at: { x: 0, y: 0 } }, { at: { x: 30, y: 40 } }] },
    ]),
  );
  expect(lineChoices(panelOf(build.plan)).map(({ title, lengthMm }) => [title, lengthMm])).toEqual([
    ['mark 1', 50],
    ['Edge of the piece', 400],
  ]);
  expect(lineLengthMm(ringLine({ x: 0, y: 0 }, 10))).toBeCloseTo(20 * Math.PI, 0);
});

test('legs fold and curl as chosen: the thread is sewn at the curl, and the habit of a square + reaches every light', () => {
  const build = new PlanBuilder().bareLight('eye', 100, 100);
  const at = (holeId: string) => holePoint(build.plan, { partId: 'p1', holeId });
  expect(distance(at('plus'), at('minus'))).toBeCloseTo(15.6, 3);
  build.edit(choosePartOptions(build.plan, 'p1', { pairMm: 20, plusFoldDeg: 45 }));
  expect(at('plus').y).toBeGreaterThan(105);
  expect(distance(at('plus'), { x: 100, y: 100 }) + distance(at('minus'), { x: 100, y: 100 })).toBeCloseTo(
    20,
    2,
  );
  build.edit(choosePartOptions(build.plan, 'p1', { pairMm: 15.6, plusFoldDeg: 0 }));
  expect(build.plan.parts['p1']?.options).toBeUndefined();
  build.edit(changeLegSign(build.plan, 'square-loop')).bareLight('other', 100, 150);
  for (const part of Object.values(build.plan.parts))
    expect(kindOf(build.plan, part).holes.find((hole) => hole.sign === '+')?.form).toBe('square-curl');
  expect(choosePartOptions(build.plan, 'p1', { pairMm: 99 })).toMatchObject({
    problem: { code: 'value-out-of-range' },
  });
});
