import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import type { Point } from '../geometry/point.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { applyEdit } from '../plan/edit.ts';
import { addMarkings, chooseWorkedFace } from '../plan/edits/cloth-edits.ts';
import { turnPartOver } from '../plan/edits/part-edits.ts';
import { addPatch } from '../plan/edits/patch-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { tickStep } from '../plan/edits/progress-edits.ts';
import { changeStitching, runName } from '../plan/edits/run-edits.ts';
import { addWork } from '../plan/edits/sewing-edits.ts';
import { panelOf } from '../plan/panels.ts';
import type { Run } from '../plan/records.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { replaySteps } from '../testing/replay-steps.ts';
import { patternDrawing } from './pattern-drawing.ts';
import { repairWays } from './repair-plan.ts';
import { sewingSheet } from './sewing-sheet.ts';
import { stopAdvice } from './sitting.ts';
import { facesWorkedOn } from './worked-faces.ts';

const texts = (plan: Plan): readonly string[] => sewingSheet(plan).steps.map(({ text }) => text);
const inMm = (plan: Plan): Plan => applyEdit(plan, expectOk(changeHabits(plan, { unit: 'mm' })));

/** A row of three lights on one − line, each run sewn so many times. */
function row(...lines: readonly number[]): PlanBuilder {
  const build = new PlanBuilder('Row', 400, 200)
    .holder(50, 100, 180)
    .light('a', 130, 100)
    .light('b', 210, 100)
    .light('c', 290, 100)
    .sew('holder.minus', 'a.minus')
    .sew('a.minus', 'b.minus')
    .sew('b.minus', 'c.minus');
  for (const [i, id] of Object.keys(build.plan.runs).entries())
    build.edit(changeStitching(build.plan, id, { lines: lines[i] ?? 1 }));
  return build.edit(changeHabits(build.plan, { longestPieceMm: 3000 }));
}

describe('a line that is sewn several times with one thread', () => {
  test('twice: out over all such lines and back over all of them, and what follows is a piece of its own', () => {
    const pieces = cutPieces(row(2, 2, 1).plan);
    expect(pieces.map(({ passes }) => passes.map(({ from, to }) => `${from.partId}>${to.partId}`))).toEqual([
      ['p1>p2', 'p2>p3', 'p3>p2', 'p2>p1'],
      ['p3>p4'],
    ]);
  });

  test('three times: it ends at the far hole, and the thread goes on', () => {
    const [piece, ...more] = cutPieces(row(1, 3, 1).plan);
    expect(more).toEqual([]);
    expect(piece?.passes.map(({ to }) => to.partId)).toEqual(['p2', 'p3', 'p2', 'p3', 'p4']);
  });

  test.each([[[2, 1, 1]], [[1, 2, 1]], [[2, 2, 2]], [[4, 1, 2]], [[3, 2, 4]], [[1, 1, 3]]] as const)(
    'passes %j: every pass begins where the last one ended, and what was cut is enough',
    (lines) => {
      const { plan } = row(...lines);
      for (const { passes, cutMm, netMm, strands } of cutPieces(plan)) {
        for (const [i, pass] of passes.entries()) if (i > 0) expect(pass.from).toEqual(passes[i - 1]?.to);
        const sewn = passes.reduce((sum, { run }) => sum + sumRun(plan, run).threadMm * strands, 0);
        expect(netMm).toBeGreaterThan(sewn);
        expect(cutMm).toBeGreaterThan(netMm);
      }
      const replay = replaySteps(texts(inMm(plan)));
      expect(replay.joints).toHaveLength(lines.reduce((sum, count) => sum + count, 0));
      for (const { cutMm, linesMm } of replay.pieces) expect(cutMm).toBeGreaterThan(linesMm);
    },
  );
});

describe('a machine line', () => {
  const build = smallLantern();
  for (const id of Object.keys(build.plan.runs))
    build.edit(changeStitching(build.plan, id, { stitchId: 'bobbin' }));
  const plan = inMm(build.plan);

  test('has steps of its own: wind, sew along the printed line, tails joined by hand; no hand loops along the way', () => {
    const all = texts(plan);
    expect(all.filter((text) => text.startsWith('Wind '))).toHaveLength(1);
    expect(all.filter((text) => text.startsWith('Machine-sew '))).toHaveLength(5);
    expect(all.filter((text) => text.startsWith('By hand: '))).toHaveLength(10);
    for (const text of all) expect(text).not.toMatch(/\(0 stitches|^Take .* thread the needle|^Sew \d/);
    expect(all.find((text) => text.startsWith('Machine-sew ') && /bends/.test(text))).toMatch(/needle up/);
    expect(replaySteps(all).joints).toHaveLength(5);
  });

  test('is as long as its stitches, a loop, a knot and something to hold at both ends of every seam', () => {
    for (const lines of [1, 2]) {
      const [id = ''] = Object.keys(plan.runs);
      const one = applyEdit(plan, expectOk(changeStitching(plan, id, { lines })));
      const piece = cutPieces(one).find(({ runs }) => runs.some(({ run }) => run.id === id));
      const { threadMm } = sumRun(one, one.runs[id] as Run);
      const { knotMm, spareMm } = one.habits;
      const loops = piece?.addends.find(({ what }) => what === 'loops at holes')?.mm ?? 0;
      const needed = piece?.addends.reduce((sum, { mm }) => sum + mm, 0);
      expect(needed).toBeCloseTo(lines * threadMm + loops + 2 * lines * (knotMm + spareMm), 6);
    }
  });

  test('is long without a finding, and printed visibly on the face that lies up', () => {
    const long = inMm(build.plan);
    expect(
      checkPlan({ ...long, habits: { ...long.habits, longestPieceMm: 150 } }).map(({ ruleId }) => ruleId),
    ).not.toContain('thread-long');
    expect(
      cutPieces({ ...long, habits: { ...long.habits, longestPieceMm: 150 } }).some(({ isLong }) => isLong),
    ).toBe(false);
    const bold = patternDrawing(plan, 'right').filter(
      (item) => item.kind === 'line' && item.widthMm === 0.7 && item.grey === undefined,
    );
    expect(bold.length).toBeGreaterThan(40);
  });
});

describe('faces', () => {
  test.each([
    ['running', 8, 3],
    // A machine's line lies beneath; it is sewn along from the face that lies up.
    ['bobbin', 8, 0],
  ] as const)(
    'a %s line of 8 mm stitches and 3 mm steps is thick for %i mm on the face worked on, for %i mm on the other',
    (stitchId, own, far) => {
      const build = new PlanBuilder('Line', 300, 100)
        .light('a', 30, 50)
        .light('b', 270, 50)
        .sew('a.plus', 'b.plus');
      const [id = ''] = Object.keys(build.plan.runs);
      build.edit(
        changeStitching(build.plan, id, { stitchId, stitchMm: 8, ...(far > 0 ? { gapMm: far } : {}) }),
      );
      const thickMm = (face: 'right' | 'wrong'): readonly number[] =>
        patternDrawing(build.plan, face).flatMap((item) => {
          if (item.kind !== 'line' || item.widthMm !== 0.7 || item.points.length !== 2) return [];
          const [a, b] = item.points as [Point, Point];
          return [Math.hypot(a.x - b.x, a.y - b.y)];
        });
      const [near, beneath] = [thickMm('right'), thickMm('wrong')];
      expect(near.length).toBeGreaterThan(15);
      for (const mm of near) expect(Math.abs(mm - own)).toBeLessThan(0.6);
      expect(beneath.length > 0).toBe(far > 0);
      for (const mm of beneath) expect(Math.abs(mm - far)).toBeLessThan(0.6);
    },
  );

  test('a part on the wrong side: the piece is turned over for its loops and back for the line, and the needle comes from the other side', () => {
    const build = smallLantern();
    build.edit(turnPartOver(build.plan, build.part('left').id, 'wrong'));
    const all = texts(inMm(build.plan));
    expect(
      all.some((text) => /to the [+−] hole of left; turn the piece over, wrong side up; 5 tight/.test(text)),
    ).toBe(true);
    expect(all.some((text) => /^Turn the piece over, right side up\. (Sew|Start)/.test(text))).toBe(true);
    expect(() => replaySteps(all)).not.toThrow();
    const flat = texts(inMm(smallLantern().plan));
    for (const text of flat) expect(text).not.toMatch(/turn the piece over/i);
  });

  test('legs of a light that lies on the face not worked on go through the cloth before they are curled', () => {
    const build = new PlanBuilder('Legs', 200, 200).holder(60, 100).bareLight('spark', 150, 60);
    build.sew('holder.plus', 'spark.plus').sew('holder.minus', 'spark.minus');
    const curl = (plan: Plan): string => texts(plan).find((text) => /legs? of spark/.test(text)) ?? '';
    expect(curl(build.plan)).toMatch(/^Bend each leg of \S+ once/);
    const through = applyEdit(build.plan, expectOk(chooseWorkedFace(build.plan, 'wrong')));
    expect(curl(through)).toMatch(
      /Push the straight legs of spark through the cloth.*right side; then turn .*wrong side up\. Bend/,
    );
  });

  test('no page is printed of a face on which nothing is sewn', () => {
    const build = new PlanBuilder('Behind', 200, 200).holder(60, 100).light('a', 150, 60);
    for (const { id } of Object.values(build.plan.parts)) build.edit(turnPartOver(build.plan, id, 'wrong'));
    build.sew('holder.plus', 'a.plus');
    const [run] = Object.keys(build.plan.runs);
    build.edit(changeStitching(build.plan, run ?? '', { face: 'wrong' }));
    expect(facesWorkedOn(build.plan, panelOf(build.plan))).toEqual(['wrong']);
  });
});

test('a patch is laid before the thread that passes over it is cut and begun', () => {
  const build = smallLantern();
  const [under, over] = ['holder to switch', 'right to left'].map(
    (name) =>
      Object.values(build.plan.runs).find((run) => runName(build.plan, run).startsWith(name))?.id ?? '',
  ) as [string, string];
  build.edit(
    addPatch(build.plan, {
      at: { x: 90, y: 100 },
      lengthMm: 20,
      widthMm: 12,
      turnDeg: 0,
      underRunId: under,
      overRunId: over,
    }),
  );
  const ids = sewingSheet(build.plan).steps.map(({ id }) => id);
  const piece = cutPieces(build.plan).find(({ runs }) => runs.some(({ run }) => run.id === over));
  const patch = ids.findIndex((id) => id.startsWith('patch:'));
  expect(patch).toBeGreaterThan(ids.indexOf(`sew:${under}`));
  expect(patch).toBeLessThan(ids.indexOf(`cut:${piece?.id}`));
});

test('whether it is safe to stop follows the step that is shown, not the latest tick', () => {
  const { plan } = smallLantern();
  const { steps } = sewingSheet(plan);
  const inside = steps.find(({ id }) => id.startsWith('sew:'));
  const after = steps.find(({ id }) => id.startsWith('test:piece:'));
  expect(stopAdvice(plan, steps, inside?.id ?? '').isSafe).toBe(false);
  expect(stopAdvice(plan, steps, after?.id ?? '').isSafe).toBe(true);
  // Ticked off, the line still hangs in the middle of its thread.
  const ticked = applyEdit(plan, expectOk(tickStep(plan, inside?.id ?? '', true)));
  expect(stopAdvice(ticked, steps, inside?.id ?? '').isSafe).toBe(false);
  expect(stopAdvice(ticked, steps, steps[0]?.id ?? '').isSafe).toBe(true);
});

test('what a zone keeps in reach has no last chance', () => {
  const build = smallLantern();
  const zone = [70, 130].flatMap((x, i) =>
    i === 0
      ? [
          [x, 100],
          [x, 155],
        ]
      : [
          [x, 155],
          [x, 100],
        ],
  );
  build.edit(
    addMarkings(build.plan, [
      { use: 'reach', closed: true, name: 'slit', nodes: zone.map(([x = 0, y = 0]) => ({ at: { x, y } })) },
    ]),
  );
  build.edit(addWork(build.plan, { title: 'sew the back on', kind: 'close', place: 'piece' }));
  const closing = sewingSheet(build.plan).steps.find(({ id }) => id.startsWith('work:'));
  expect(closing?.lastChance).toMatch(/^Last chance for switch, left, right/);
});

describe('a thread that broke in finished work', () => {
  const { plan } = smallLantern();
  const run = Object.values(plan.runs).find(({ bends }) => bends.length > 1);
  const mm = run === undefined ? 0 : sumRun(plan, run).pathMm;
  const done = sewingSheet(plan).steps.reduce(
    (at, { id }) => applyEdit(at, expectOk(tickStep(at, id, true))),
    plan,
  );

  test.each([0.02, 0.3, 0.5, 0.97])(
    'is bridged at %f of its way, and the piece is undone last of all',
    (share) => {
      const ways = expectOk(repairWays(done, { kind: 'broke', runId: run?.id ?? '', alongMm: share * mm }));
      expect(ways[0]?.id).toBe('bridge');
      expect(ways[0]?.undoneMm).toBe(0);
      expect(ways.at(-1)?.id).toBe('again');
      const words = ways[0]?.doings.join(' ') ?? '';
      // Near a hole there are not three stitches to sew over: it says so, and what to do instead.
      if (share < 0.1 || share > 0.9)
        expect(words).toMatch(/fresh loops at .* fewer than 3 stitches are left/);
      else expect(words).toMatch(/3 stitches before the break, to 3 stitches after/);
    },
  );
});

test('two threads between the same parts have two names, the sign in each', () => {
  const { plan } = new PlanBuilder('Names', 300, 200)
    .place('board-round', 'board', 80, 100)
    .light('lamp', 220, 100)
    .sew('board.p3', 'lamp.plus')
    .sew('board.ground', 'lamp.minus');
  const names = Object.values(plan.runs).map((run) => runName(plan, run));
  expect(names).toEqual(['board to lamp (P3 to +)', 'board to lamp (−)']);
});
