import { describe, expect, test } from 'vitest';
import { benchTests } from '../bench/bench-tests.ts';
import { cautionsFor } from '../checks/cautions.ts';
import { asSeen } from '../cloth/cloth.ts';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { chooseWorkedFace } from '../plan/edits/cloth-edits.ts';
import { markPieces } from '../plan/edits/line-edits.ts';
import { addPatch } from '../plan/edits/patch-edits.ts';
import { changeHabits, stateFacts } from '../plan/edits/plan-edits.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import { addWork, changeKits } from '../plan/edits/sewing-edits.ts';
import { panelOf } from '../plan/panels.ts';
import type { Habits } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { LETTER } from './papers.ts';
import { whatStaysOut } from './power-on-words.ts';
import { sewingSheet } from './sewing-sheet.ts';
import { keptTogether } from './sheet-names.ts';
import type { SewingStep } from './step.ts';
import { StepArtist } from './step-drawing.ts';
import { labelPages } from './wash-label.ts';

const { plan } = smallLantern();

function stepsWith(habits: Partial<Habits>, of: Plan = plan): readonly SewingStep[] {
  return sewingSheet(applyEdit(of, expectOk(changeHabits(of, habits)))).steps;
}

const text = (steps: readonly SewingStep[], prefix: string): string =>
  steps.find(({ id }) => id.startsWith(prefix))?.text ?? '';

/** Lights evenly round a circle, + inside, joined one after the other on both sides and left open. */
function openRing(lights: number): Plan {
  const build = new PlanBuilder('Ring', 400, 400).holder(200, 380);
  for (let i = 0; i < lights; i += 1) {
    const angle = (2 * Math.PI * i) / lights + Math.PI / 2 + 0.2;
    build.light(`l${i}`, 200 + 140 * Math.cos(angle), 200 + 140 * Math.sin(angle), (angle * 180) / Math.PI);
  }
  build.sew('holder.plus', 'l0.plus');
  for (let i = 1; i < lights; i += 1) build.sew(`l${i - 1}.plus`, `l${i}.plus`);
  return build.plan;
}

describe('words of a step', () => {
  test('where to stop: an open ring is not closed, whether in one piece or in many; a row says nothing', () => {
    for (const pieces of ['unbroken', 'each-part', 'spliced'] as const) {
      const steps = stepsWith({ pieces }, openRing(10));
      const said = steps.filter(({ text: words }) => words.includes('do not close the ring to'));
      expect(said.map(({ text: words }) => /to (\w+), the other side/.exec(words)?.[1])).toEqual(['l0']);
      expect(said[0]?.partIds).toEqual(['p11']);
    }
    const row = new PlanBuilder('Row', 500, 100)
      .light('a', 50, 50)
      .light('b', 150, 50)
      .light('c', 250, 50)
      .light('d', 350, 50);
    row.sew('a.plus', 'b.plus').sew('b.plus', 'c.plus').sew('c.plus', 'd.plus');
    expect(sewingSheet(row.plan).steps.some(({ text: words }) => words.includes('close the ring'))).toBe(
      false,
    );
  });

  test('a thread that ends at a switch stops there', () => {
    expect(
      sewingSheet(plan).steps.some(({ text: words }) =>
        /hole b of switch; 5 tight loops\. Stop here: do not sew across/.test(words),
      ),
    ).toBe(true);
  });

  test('each school of ends, seals, legs and holding down has its own words, and none is scolded', () => {
    expect(text(stepsWith({ knots: 'caught' }), 'start:')).toMatch(/Lay the first 50 mm along the line/);
    expect(text(stepsWith({ knots: 'caught' }), 'cut:')).toMatch(/leave its end without a knot/);
    expect(text(stepsWith({ knots: 'each-hole' }), 'sew:')).toMatch(/then knot the thread round them/);
    expect(text(stepsWith({ sealing: 'none' }), 'seal:')).toMatch(
      /^Pull tight both ends of this thread.* trim its tails to 3 mm/,
    );
    expect(text(stepsWith({ holdDowns: 'tape' }), 'hold:')).toMatch(/^Tape or glue holder/);
    const bare = smallLantern().bareLight('spark', 170, 120).sew('right.plus', 'spark.plus').plan;
    expect(text(stepsWith({ legSign: 'ink' }, bare), 'prepare:curl:')).toMatch(
      /ink a mark beside the \+ leg/,
    );
    const late = stepsWith({ legSign: 'minus-curled' }, bare);
    expect(text(late, 'prepare:curl:')).toMatch(/only the − leg/);
    expect(
      late.some(
        ({ text: words }) =>
          words.includes('loop of spark') && words.includes('Curl this leg before you sew it'),
      ),
    ).toBe(true);
  });

  test('a tail that stays is left until it has served, and then finished, before any cell goes in', () => {
    const last = Object.keys(plan.runs).at(-1) as string;
    const tailed = applyEdit(
      plan,
      expectOk(markPieces(plan, last, { tail: { lengthMm: 120, until: 'the bell is sewn on' } })),
    );
    const { steps } = sewingSheet(tailed);
    const at = (prefix: string): number => steps.findIndex(({ id }) => id.startsWith(prefix));
    expect(text(steps, 'tail:')).toMatch(
      /^Leave 120 mm of the thread hanging at the − hole of left until the bell is sewn on/,
    );
    const piece = steps[at('tail:')]?.id.slice('tail:'.length);
    expect(at(`finish:${piece}`)).toBeGreaterThan(at('tail:'));
    expect(at(`finish:${piece}`)).toBeLessThan(at('finish:cell:'));
  });

  test('of sources side by side none goes in for good, and the Bench asks no volts of them', () => {
    const build = smallLantern()
      .holder(170, 130, 0, 'other')
      .place('power-board', 'power', 60, 140)
      .sew('holder.plus', 'other.plus')
      .sew('holder.minus', 'other.minus')
      .sew('other.plus', 'power.plus-1')
      .sew('other.minus', 'power.minus-1');
    const last = sewingSheet(build.plan).steps.filter(({ id }) => id.startsWith('finish:cell:'));
    expect(last.map(({ text: words }) => words.split(':')[0])).toEqual([
      'Keep the coin cell out of holder',
      'Keep the coin cell out of other',
      'Keep the pack unplugged from power',
    ]);
    expect(last.every(({ isCellIn }) => !isCellIn)).toBe(true);
    expect(expectOk(benchTests(build.plan)).filter(({ unit }) => unit === 'V')).toEqual([]);
    // The Bench says in the words of the sheet why it asks nothing; where sources keep apart, nothing stays out.
    expect(whatStaysOut(build.plan)).toEqual(last.map(({ text: words }) => words));
    expect(whatStaysOut(plan)).toEqual([]);
  });

  test('signs and units stay with their words', () => {
    expect(keptTogether('to the − hole of lamp, 85 mm at 2.5 Ω, 5 loops')).toBe(
      'to the −\u00a0hole of lamp, 85\u00a0mm at 2.5\u00a0Ω, 5 loops',
    );
  });
});

describe('the drawing of a step', () => {
  const items = (of: Plan, step: SewingStep) => new StepArtist(of).draw(step, 100, 60)?.items ?? [];
  const sew = sewingSheet(plan).steps.find(({ id }) => id.startsWith('sew:')) as SewingStep;

  test('shows this line bold from a dot to an arrow, within its frame; a step about no place has none', () => {
    const drawn = items(plan, sew);
    expect(drawn.filter((item) => item.kind === 'circle' && item.filled === true)).toHaveLength(1);
    expect(drawn.some((item) => item.kind === 'line' && item.widthMm === 0.7)).toBe(true);
    for (const item of drawn)
      for (const p of item.kind === 'line' ? item.points : [item.at]) {
        expect(p.x).toBeGreaterThanOrEqual(0);
        expect(p.x).toBeLessThanOrEqual(100);
        expect(p.y).toBeGreaterThanOrEqual(0);
        expect(p.y).toBeLessThanOrEqual(60);
      }
    const mark = sewingSheet(plan).steps.find(({ id }) => id === 'prepare:mark') as SewingStep;
    expect(new StepArtist(plan).draw(mark, 100, 60)).toBeNull();
  });

  test('the needle goes from the dot: the start of the run as it is sewn, not as it was drawn', () => {
    const { steps, pieces } = sewingSheet(plan);
    for (const piece of pieces) {
      for (const { run, from } of piece.runs) {
        const step = steps.find(({ id }) => id === `sew:${run.id}`) as SewingStep;
        const drawn = items(plan, step);
        const dot = drawn.find((item) => item.kind === 'circle' && item.filled === true);
        // Its hole is drawn round the same middle.
        const holes = drawn.filter((item) => item.kind === 'circle' && item.filled !== true);
        if (dot?.kind !== 'circle') throw new Error('there is a dot');
        expect(
          holes.some(
            (hole) => hole.kind === 'circle' && Math.hypot(hole.at.x - dot.at.x, hole.at.y - dot.at.y) < 1e-6,
          ),
        ).toBe(true);
        const isForward = run.from.partId === from.partId && run.from.holeId === from.holeId;
        const other = new StepArtist(plan).draw(
          { ...step, partIds: [isForward ? run.from.partId : run.to.partId] },
          100,
          60,
        );
        expect(other?.items).not.toEqual(drawn);
      }
    }
  });

  test('worked from the wrong side it is the mirror image, as in the hand', () => {
    const turned = applyEdit(plan, expectOk(chooseWorkedFace(plan, 'wrong')));
    const circles = (of: Plan) =>
      items(of, sew).flatMap((item) => (item.kind === 'circle' && item.filled === true ? [item.at] : []));
    const [right] = circles(plan);
    const [wrong] = circles(turned);
    expect(wrong?.x).toBeCloseTo(100 - (right?.x ?? 0), 6);
    expect(wrong?.y).toBeCloseTo(right?.y ?? 0, 6);
    expect(asSeen(panelOf(plan), 'wrong', { x: 0, y: 0 }).x).toBe(200);
  });
});

describe('what a plan cannot follow is said in words', () => {
  test('a switch in the − side of a board, crossings that are never made, pieces that cannot be short', () => {
    const board = new PlanBuilder('Board', 300, 200)
      .place('board-small', 'board', 150, 100)
      .switch(60, 150)
      .holder(240, 150);
    board.edit(changeHabits(board.plan, { switchSide: '-' }));
    const said = (of: Plan): string =>
      sewingSheet(of)
        .unfollowed.map(({ text: words }) => words)
        .join(' ');
    expect(said(board.plan)).toMatch(/with a board the \+ side must be switched/);
    const [under, over] = Object.keys(plan.runs) as [string, string];
    const patched = applyEdit(
      plan,
      expectOk(
        addPatch(plan, {
          at: { x: 100, y: 100 },
          lengthMm: 20,
          widthMm: 12,
          turnDeg: 0,
          underRunId: under,
          overRunId: over,
        }),
      ),
    );
    expect(said(applyEdit(patched, expectOk(changeHabits(patched, { crossings: 'never' }))))).toMatch(
      /You never cross, but this plan still holds a patch/,
    );
    expect(said(applyEdit(plan, expectOk(changeHabits(plan, { longestPieceMm: 150 }))))).toMatch(
      /longer than your longest piece/,
    );
    expect(
      said(applyEdit(plan, expectOk(changeHabits(plan, { longestPieceMm: 150, pieces: 'spliced' })))),
    ).toMatch(/splices would eat it up/);
    expect(said(plan)).toBe('');
  });
});

describe('cautions and labels', () => {
  const ids = (of: Plan): readonly string[] => cautionsFor(of).map(({ id }) => id);

  test('come where habits, facts and works call for them, the graver before the lighter', () => {
    const of = (habits: Partial<Habits>): Plan => applyEdit(plan, expectOk(changeHabits(plan, habits)));
    expect(ids(of({ sealing: 'hot-glue' }))).toContain('hot-glue');
    expect(ids(of({ sealing: 'none' }))).not.toContain('wet-glue');
    expect(ids(of({ marker: 'heat' }))).toContain('iron');
    const child = applyEdit(plan, expectOk(stateFacts(plan, { forWhom: 'child', worn: true })));
    expect(ids(child)).not.toContain('closed-toy');
    const closed = applyEdit(
      child,
      expectOk(addWork(child, { title: 'sew it shut', kind: 'close', place: 'piece' })),
    );
    const all = ids(closed);
    expect(all).toEqual(expect.arrayContaining(['closed-toy', 'neck', 'pry']));
    expect(all.indexOf('swallow')).toBe(0);
    expect(all.indexOf('closed-toy')).toBeLessThan(all.indexOf('tools'));
    expect(sewingSheet(closed).steps.some(({ id }) => id === 'finish:needles')).toBe(true);
  });

  test('a label for every kit, none of them off the paper', () => {
    const thirty = applyEdit(plan, expectOk(changeKits(plan, { count: 30 })));
    const pages = labelPages(thirty, LETTER);
    const frames = pages.flatMap(({ items }) =>
      items.filter((item) => item.kind === 'line' && item.closed === true),
    );
    expect(frames).toHaveLength(30);
    for (const page of pages)
      for (const item of page.items)
        for (const p of item.kind === 'line' ? item.points : [item.at]) {
          expect(p.x).toBeLessThanOrEqual(LETTER.widthMm - 10);
          expect(p.y).toBeLessThanOrEqual(LETTER.heightMm - 10);
        }
  });
});

test('round bends corners are counted; a smooth line through them has none', () => {
  const build = new PlanBuilder('Bow', 200, 160).holder(40, 120, 90).light('lamp', 150, 60, 90);
  build.sew('holder.plus', 'lamp.plus', [
    [70, 60],
    [100, 50],
  ]);
  const [run] = Object.values(build.plan.runs);
  if (run === undefined) throw new Error('no run');
  const sewn = (plan: Plan) => sewingSheet(plan).steps.find(({ id }) => id === `sew:${run.id}`)?.text;
  expect(sewn(build.plan)).toContain(', round 2 bends to');
  const smooth = applyEdit(build.plan, expectOk(changeStitching(build.plan, run.id, { curved: true })));
  expect(sewn(smooth)).toContain(', in a smooth bow as the pattern shows to');
});
