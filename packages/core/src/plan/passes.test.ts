/** Threads over seams: lengths and layers by hand (worked example 4), places panel by panel, what is refused. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { deriveNets } from '../joining/nets.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { applyEdit, invertEdit } from './edit.ts';
import { reverseRun, slideRun } from './edits/line-edits.ts';
import { addPanels, deletePanel, layAlongSeam, panelIdOf, turnPanelOver } from './edits/panel-edits.ts';
import { placePart } from './edits/part-edits.ts';
import { changeHabits } from './edits/plan-edits.ts';
import { drawRun } from './edits/run-edits.ts';
import { addSeam, changeSeam, deleteSeam } from './edits/seam-edits.ts';
import { faceUp, firstPanel, panelOf, panelsOf } from './panels.ts';
import type { Run, Seam } from './records.ts';
import { runLegs, sumRun } from './run-way.ts';

/** Two panels of 200 × 120 side by side, the right edge of the one on the left edge of the other, and a light on each 50 mm from the seam line. */
function twoPanels(changes: Partial<Seam> = {}): {
  readonly build: PlanBuilder;
  readonly seamId: string;
  readonly second: string;
} {
  const build = new PlanBuilder('Two', 200, 120).light('here', 140, 60);
  const first = panelOf(build.plan);
  const second = panelIdOf(build.plan.nextNumber);
  build.edit(
    addPanels(build.plan, [
      {
        name: 'back',
        shape: { kind: 'ready', pieceId: 'rectangle', sizes: { widthMm: 200, heightMm: 120 } },
        like: first,
      },
    ]),
  );
  build.edit(
    placePart(build.plan, {
      panelId: second,
      kindId: 'sew-on-light',
      name: 'there',
      at: { x: 60, y: 60 },
      turnDeg: 0,
    }),
  );
  const seamId = `s${build.plan.nextNumber}`;
  build.edit(
    addSeam(build.plan, {
      a: { panelId: first.id, from: 1, to: 2 },
      b: { panelId: second, from: 3, to: 0, reversed: true },
      allowanceMm: 10,
      pressed: 'open',
      sewn: 'before',
      ...changes,
    }),
  );
  return { build, seamId, second };
}

/** A run from the + of the one light to the + of the other, over the middle of the seam. */
function across(changes: Partial<Seam> = {}, stitching: Partial<Run> = {}) {
  const { build, seamId, second } = twoPanels(changes);
  const [from, to] = [build.hole('here.plus'), build.hole('there.plus')];
  const edit = drawRun(build.plan, {
    from,
    to,
    bends: [],
    passes: [{ seamId, leaves: 'a', share: 0.5, bends: 0 }],
  });
  build.edit(edit);
  const run = Object.values(build.plan.runs)[0] as Run;
  return { build, seamId, second, run: { ...run, ...stitching } };
}

const holeX = (build: PlanBuilder, name: string): number => {
  const { partId, holeId } = build.hole(name);
  const part = build.plan.parts[partId];
  return (part?.at.x ?? 0) + (holeId === 'plus' ? 1 : -1) * 4.5;
};

describe('a thread over a seam', () => {
  test('is as long as with both seam lines laid together (example 4), and each leg lies on its own panel', () => {
    const { build, second, run } = across();
    const legs = runLegs(build.plan, run);
    expect(legs.map(({ panelId }) => panelId)).toEqual(['a', second]);
    const [here, there] = legs;
    expect(here?.path.at(-1)).toEqual({ x: 190, y: 60 });
    expect(there?.path[0]).toEqual({ x: 10, y: 60 });
    const [a, b] = [here?.path[0], there?.path.at(-1)];
    const byHand = 190 - (a?.x ?? 0) + ((b?.x ?? 0) - 10);
    expect(sumRun(build.plan, run).pathMm).toBeCloseTo(byHand, 9);
    expect(Math.abs((a?.x ?? 0) - holeX(build, 'here.plus'))).toBeLessThan(2);
  });

  test('goes through two layers for 10 mm on each side of a seam pressed open, three and one of one pressed aside', () => {
    // Back stitch of 2 mm: a needle hole every 2 mm. Within 10 mm of the line lie 5 on each side and the one on it.
    const threadOf = (pressed: Seam['pressed']): number => {
      const { build, run } = across({ pressed });
      return sumRun(build.plan, { ...run, stitchMm: 2, gapMm: 2 }).threadMm;
    };
    const [open, toA, toB, none] = (['open', 'to-a', 'to-b', 'none'] as const).map(threadOf) as [
      number,
      number,
      number,
      number,
    ];
    const { thicknessMm } = panelOf(across().build.plan, { panelId: 'a' });
    const layers = (threadMm: number): number => (threadMm - none) / thicknessMm;
    // One more layer on both sides, or two more on one: the same thread to within the hole on the line and one on each rim.
    expect(layers(open)).toBeGreaterThanOrEqual(9);
    expect(layers(open)).toBeLessThanOrEqual(13);
    expect(layers(toA)).toBeCloseTo(layers(toB), -1);
    expect(Math.abs(layers(toA) - layers(open))).toBeLessThanOrEqual(2);
  });

  test('joins what lies on two panels in one conductor, is written and read, and sewn the other way round', () => {
    const { build, run } = across();
    const nets = deriveNets(build.plan);
    expect(nets.ofHole(build.hole('here.plus'))).toBe(nets.ofHole(build.hole('there.plus')));
    expect(expectOk(parsePlan(serializePlan(build.plan)))).toEqual(build.plan);
    const turned = applyEdit(build.plan, expectOk(reverseRun(build.plan, run.id)));
    const back = turned.runs[run.id] as Run;
    expect(sumRun(turned, back).pathMm).toBeCloseTo(sumRun(build.plan, run).pathMm, 9);
    expect(runLegs(turned, back).map(({ path }) => path.toReversed())).toEqual(
      runLegs(build.plan, run)
        .map(({ path }) => path)
        .toReversed(),
    );
  });

  test('bends lie on the panel they are drawn on', () => {
    const { build, seamId, second } = twoPanels();
    const draft = {
      from: build.hole('here.plus'),
      to: build.hole('there.plus'),
      bends: [
        { x: 160, y: 40 },
        { x: 30, y: 80 },
      ],
      passes: [{ seamId, leaves: 'a' as const, share: 0.5, bends: 1 }],
    };
    build.edit(drawRun(build.plan, draft));
    const run = Object.values(build.plan.runs)[0] as Run;
    expect(runLegs(build.plan, run).map(({ panelId, path }) => [panelId, path.slice(1, -1)])).toEqual([
      ['a', [{ x: 160, y: 40 }]],
      [second, [{ x: 30, y: 80 }]],
    ]);
  });

  test('is refused where it leaves another panel than it is on, slides nowhere, and goes with its seam', () => {
    const { build, seamId, run, second } = across();
    const astray = [{ seamId, leaves: 'b' as const, share: 0.5, bends: 0 }];
    const [from, to] = [build.hole('here.minus'), build.hole('there.minus')];
    expect(drawRun(build.plan, { from, to, bends: [], passes: astray })).toMatchObject({
      problem: { code: 'pass-elsewhere' },
    });
    expect(drawRun(build.plan, { from, to, bends: [] })).toMatchObject({ problem: { code: 'other-panel' } });
    expect(slideRun(build.plan, run.id, 3)).toMatchObject({ problem: { code: 'run-passes' } });
    const without = applyEdit(build.plan, expectOk(deleteSeam(build.plan, seamId)));
    expect(Object.keys(without.runs)).toEqual([]);
    const alone = applyEdit(build.plan, expectOk(deletePanel(build.plan, second)));
    expect([Object.keys(alone.runs), Object.keys(alone.seams), panelsOf(alone).length]).toEqual([[], [], 1]);
  });
});

describe('what is said of it', () => {
  test('sewn first it is no finding; closed afterwards it is a note and two ends to join; by house style it may be none at all', () => {
    const ids = (build: PlanBuilder): readonly string[] =>
      checkPlan(build.plan)
        .filter(({ ruleId }) => ruleId === 'seam-pass' || ruleId === 'seam' || ruleId === 'edge')
        .map(({ ruleId, severity }) => `${ruleId} ${severity}`);
    const { build, seamId } = across();
    expect(ids(build)).toEqual([]);
    build.edit(changeSeam(build.plan, seamId, { sewn: 'after' }));
    expect(ids(build)).toEqual(['seam-pass note']);
    build.edit(changeHabits(build.plan, { seamPasses: 'never' }));
    expect(ids(build)).toEqual(['seam-pass mend']);
  });

  test('the sheet sews it over the seam, or joins its ends after the seam is closed', () => {
    const textsOf = (sewn: Seam['sewn']): readonly string[] =>
      sewingSheet(across({ sewn }).build.plan).steps.map(({ text }) => text);
    expect(textsOf('before').join('\n')).toMatch(/over seam A where both its lines are marked/);
    const after = textsOf('after');
    const closing = after.findIndex((text) => /sew seam A/i.test(text));
    const joining = after.findIndex((text) => /sew the two tails of .* over each other/.test(text));
    expect(closing).toBeGreaterThan(0);
    expect(joining).toBeGreaterThan(closing);
  });

  test('the second panel is laid along the seam: both seam lines face each other, 40 mm apart', () => {
    const { build, seamId, second } = across();
    const laid = applyEdit(build.plan, expectOk(layAlongSeam(build.plan, seamId)));
    const { at, turnDeg } = panelOf(laid, { panelId: second }).table;
    expect(turnDeg).toBeCloseTo(0, 6);
    // The first seam line lies at 190; the second panel’s own at 10.
    expect(at.x + 10 - 190).toBeCloseTo(40, 6);
    expect(at.y).toBeCloseTo(0, 6);
  });

  test('a panel is turned over by itself, and laid along the seam with the same face up as the other', () => {
    const { build, seamId, second } = across();
    const first = firstPanel(build.plan);
    const edit = expectOk(turnPanelOver(build.plan, first.id));
    const over = applyEdit(build.plan, edit);
    expect([faceUp(panelOf(over, { panelId: first.id }), 'right'), faceUp(first, 'right')]).toEqual([
      'wrong',
      'right',
    ]);
    expect(expectOk(parsePlan(serializePlan(over)))).toEqual(over);
    expect(applyEdit(over, expectOk(turnPanelOver(over, first.id)))).toEqual(build.plan);
    expect(applyEdit(over, invertEdit(edit))).toEqual(build.plan);
    // Where a panel lies, and which face of it is up, means nothing for the piece.
    expect(checkPlan(over).map(({ message }) => message)).toEqual(
      checkPlan(build.plan).map(({ message }) => message),
    );
    expect(sewingSheet(over).steps).toEqual(sewingSheet(build.plan).steps);
    const laid = applyEdit(over, expectOk(layAlongSeam(over, seamId)));
    const { at, turnDeg, over: isOver } = panelOf(laid, { panelId: second }).table;
    expect([turnDeg, isOver]).toEqual([0, true]);
    // Seen from behind the first seam line lies at 10 and the second at 190.
    expect(at.x + 190 - 10).toBeCloseTo(-40, 6);
    expect(at.y).toBeCloseTo(0, 6);
  });
});
