import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { applyEdit } from '../plan/edit.ts';
import { moveParts } from '../plan/edits/part-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { pauseWork, resumeWork, tickStep, untickSteps } from '../plan/edits/progress-edits.ts';
import { deleteRuns, moveBend } from '../plan/edits/run-edits.ts';
import { maybeParseHouseStyle, takeHabits } from '../plan/house-style.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { DEFAULT_HABITS } from '../plan/usual.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import {
  expectedSeconds,
  formatWorkTime,
  learnPace,
  maybeParsePace,
  paceFactor,
  UNKNOWN_PACE,
} from './pace.ts';
import { type Mishap, repairWays } from './repair-plan.ts';
import { missingBefore, sewingSheet } from './sewing-sheet.ts';
import { AIR_INK_MS, marksDeadline, nextStep, stopAdvice } from './sitting.ts';

const { plan } = smallLantern();
const { steps } = sewingSheet(plan);
const NOON = Date.UTC(2026, 5, 1, 12);

/** The plan with all steps before this one ticked. */
function upTo(stepId: string): Plan {
  let at = plan;
  for (const { id } of steps) {
    if (id === stepId) break;
    at = applyEdit(at, expectOk(tickStep(at, id, true, NOON)));
  }
  return at;
}

describe('laying the work down and taking it up', () => {
  test('it is safe to stop between pieces, not in the middle of one; then the next safe place is named', () => {
    const sew = steps.find(({ id }) => id.startsWith('sew:'));
    const cut = steps.find(({ id }) => id.startsWith('cut:'));
    expect(stopAdvice(upTo(cut?.id ?? ''), steps, cut?.id ?? '')).toMatchObject({
      isSafe: true,
      after: null,
    });
    const inside = stopAdvice(upTo(sew?.id ?? ''), steps, sew?.id ?? '');
    expect(inside.isSafe).toBe(false);
    expect(inside.after?.id).toMatch(/^finish:/);
    expect(inside.text).toMatch(/cell stays out/);
  });

  test('with the cell in, it is to come out', () => {
    const cell = steps.findIndex(({ id }) => id.startsWith('finish:cell:'));
    const after = steps[cell + 1];
    expect(stopAdvice(upTo(after?.id ?? ''), steps, after?.id ?? '').text).toMatch(/Take the coin cell out/);
  });

  test('a pause is kept in the plan with its step; going on, or a tick, ends it', () => {
    const next = nextStep(plan, steps);
    const paused = applyEdit(plan, expectOk(pauseWork(plan, next?.id ?? '', NOON)));
    expect(paused.sitting.paused).toEqual({ atMs: NOON, stepId: steps[0]?.id });
    expect(applyEdit(paused, expectOk(resumeWork(paused))).sitting.paused).toBeNull();
    expect(applyEdit(paused, expectOk(tickStep(paused, 'cut:r1', true, NOON))).sitting.paused).toBeNull();
  });

  test('ink that fades has a deadline from the moment the lines are marked (48 h: common practice, no source)', () => {
    const marked = applyEdit(plan, expectOk(tickStep(plan, 'prepare:mark', true, NOON)));
    expect(AIR_INK_MS).toBe(48 * 3_600_000);
    expect(marksDeadline(marked, steps, NOON + 3_600_000)?.text).toMatch(/fade in about 47 h/);
    expect(marksDeadline(marked, steps, NOON + AIR_INK_MS + 7_200_000)).toMatchObject({
      leftMs: -7_200_000,
      text: expect.stringMatching(/about 2 h past/),
    });
    const chalk = applyEdit(marked, expectOk(changeHabits(marked, { marker: 'chalk' })));
    expect(marksDeadline(chalk, steps, NOON)).toBeNull();
    expect(
      marksDeadline(applyEdit(marked, expectOk(tickStep(marked, 'prepare:mark', false))), steps, NOON),
    ).toBeNull();
    expect(marksDeadline(upTo('none'), steps, NOON)).toBeNull();
  });

  test('a step says what must come first and is not ticked yet', () => {
    const cell = steps.find(({ id }) => id.startsWith('finish:cell:'));
    if (cell === undefined) throw new Error('there is a cell');
    expect(missingBefore(plan, steps, cell).map(({ id }) => id)).toContain('test:apart:p1');
    expect(missingBefore(upTo(cell.id), steps, cell)).toEqual([]);
  });
});

describe('what is sewn stays', () => {
  const [runId] = Object.keys(plan.runs) as [string];
  const sewn = applyEdit(plan, expectOk(tickStep(plan, `sew:${runId}`, true)));
  const partId = plan.runs[runId]?.from.partId as string;

  test('neither the thread nor its parts can be moved or taken away; all else can', () => {
    expect(deleteRuns(sewn, [runId])).toMatchObject({ problem: { code: 'run-sewn' } });
    expect(moveParts(sewn, [partId], { x: 1, y: 0 })).toMatchObject({ problem: { code: 'part-sewn' } });
    const bent = Object.values(plan.runs).find(({ bends, id }) => bends.length > 0 && id !== runId);
    expect(moveBend(sewn, bent?.id ?? '', 0, { x: 50, y: 50 }).ok).toBe(true);
  });

  test('the tick taken back, it can', () => {
    const open = applyEdit(sewn, expectOk(tickStep(sewn, `sew:${runId}`, false)));
    expect(deleteRuns(open, [runId]).ok).toBe(true);
  });
});

describe('times', () => {
  const work = { kind: 'sew', seconds: 100 } as const;

  test('an estimate moves towards the maker’s own times, and keeps to their sort of work', () => {
    let pace = UNKNOWN_PACE;
    expect(expectedSeconds(work, pace)).toBe(100);
    let before = 100;
    for (let i = 0; i < 20; i += 1) {
      pace = learnPace(pace, work, 200);
      const now = expectedSeconds(work, pace);
      expect(now).toBeGreaterThan(before);
      before = now;
    }
    expect(before).toBeGreaterThan(185);
    expect(before).toBeLessThan(200);
    expect(paceFactor(pace, 'test')).toBe(1);
  });

  test('a step that lay overnight, or was ticked afterwards, teaches nothing; one odd time hardly anything', () => {
    expect(learnPace(UNKNOWN_PACE, work, 50_000)).toBe(UNKNOWN_PACE);
    expect(learnPace(UNKNOWN_PACE, work, 1)).toBe(UNKNOWN_PACE);
    let pace = UNKNOWN_PACE;
    for (const seconds of [100, 110, 90, 1000, 105, 95, 100]) pace = learnPace(pace, work, seconds);
    expect(Math.abs(expectedSeconds(work, pace) - 100)).toBeLessThan(5);
  });

  test('a pace is kept as text; nonsense is none', () => {
    const pace = learnPace(UNKNOWN_PACE, work, 150);
    expect(maybeParsePace(JSON.stringify(pace))).toEqual(pace);
    for (const text of ['', 'x', '[]', '{"sew": 3}', '{"prepare":[],"sew":[-1],"test":[],"finish":[]}'])
      expect(maybeParsePace(text)).toBeUndefined();
  });

  test('is said no more exactly than it is known', () => {
    expect([20, 90, 1800, 6000, 8100].map(formatWorkTime)).toEqual([
      'under a minute',
      'about 2 min',
      'about 30 min',
      'about 1 h 45 min',
      'about 2 h 15 min',
    ]);
  });
});

describe('a house style', () => {
  test('is read back, completed where an older one lacks a habit, and refused where it is none', () => {
    const own = { ...DEFAULT_HABITS, knots: 'caught', firstSide: 'power' } as const;
    expect(maybeParseHouseStyle(JSON.stringify(own))).toEqual(own);
    const { marker: _marker, ...older } = own;
    expect(maybeParseHouseStyle(JSON.stringify(older))).toEqual(own);
    for (const text of ['', '7', '{"knots":"sailor"}', '{"threadId":"gold"}'])
      expect(maybeParseHouseStyle(text)).toBeUndefined();
  });

  test('is taken by a plan whole, legs of placed lights included, in one edit', () => {
    const build = smallLantern().bareLight('spark', 170, 120);
    const after = applyEdit(
      build.plan,
      expectOk(takeHabits(build.plan, { ...DEFAULT_HABITS, legSign: 'square-loop', loops: 6 })),
    );
    expect(after.habits).toMatchObject({ legSign: 'square-loop', loops: 6 });
    expect(Object.values(after.parts).find(({ name }) => name === 'spark')?.options).toMatchObject({
      plusSquare: 1,
    });
  });
});

describe('repairs', () => {
  const pieces = cutPieces(plan);
  const piece = pieces.find(({ runs }) => runs.length === 2);
  const [first, second] = piece?.runs ?? [];
  const pathMm = second === undefined ? 0 : sumRun(plan, second.run).pathMm;
  const ways = (mishap: Mishap) => expectOk(repairWays(plan, mishap));
  const runId = second?.run.id ?? '';

  test('ran out early on a line: going back to the hole is little; near its end, joining is less', () => {
    const cost = (alongMm: number) =>
      Object.fromEntries(ways({ kind: 'ran-out', runId, alongMm }).map((way) => [way.id, way]));
    const early = cost(5);
    const late = cost(pathMm - 5);
    expect(Object.keys(early).sort()).toEqual(['again', 'back-to-hole', 'splice']);
    expect(late['back-to-hole']?.undoneMm).toBeCloseTo(pathMm - 5, 9);
    expect(late['splice']?.undoneMm).toBe(0);
    expect((late['back-to-hole']?.seconds ?? 0) - (late['splice']?.seconds ?? 0)).toBeGreaterThan(
      (early['back-to-hole']?.seconds ?? 0) - (early['splice']?.seconds ?? 0),
    );
    // The new thread is as long as what is left, its knots and the hold.
    expect(late['splice']?.cutMm ?? 0).toBeLessThan(early['splice']?.cutMm ?? 0);
    expect(early['again']?.cutMm).toBe(piece?.cutMm);
  });

  test('a broken thread is bridged with less thread than a whole line takes', () => {
    const [least, ...rest] = ways({ kind: 'broke', runId, alongMm: pathMm / 2 });
    expect(least?.id).toBe('bridge');
    for (const way of rest) expect(way.cutMm).toBeGreaterThan(least?.cutMm ?? 0);
    expect(least?.unticks).toContain(`test:piece:${piece?.id}`);
  });

  test('a short: look for a hair first, cell out; then take it round', () => {
    const found = ways({ kind: 'short', runId, otherRunId: first?.run.id ?? '', alongMm: 10 });
    expect(found[0]).toMatchObject({ id: 'trim', cutMm: 0 });
    expect(found[0]?.doings[0]).toBe('Take the coin cell out.');
    expect(found.map(({ id }) => id)).toContain('around');
  });

  test('a replaced part names every hole that is joined anew', () => {
    const [least] = ways({ kind: 'part-replaced', partId: 'p4' });
    const holes = new Set(
      pieces.flatMap(({ runs }) =>
        runs.flatMap(({ from, to }) =>
          [from, to].filter(({ partId }) => partId === 'p4').map(({ holeId }) => holeId),
        ),
      ),
    );
    expect(holes.size).toBeGreaterThan(0);
    expect(least?.doings.join(' ')).toMatch(/− hole of right/);
    expect(least?.unticks).toContain('prepare:try:p4');
  });

  test('least work first, and what is nowhere is refused in words', () => {
    for (const mishap of [
      { kind: 'ran-out', runId, alongMm: 20 },
      { kind: 'broke', runId, alongMm: 1e6 },
      { kind: 'short', runId, otherRunId: first?.run.id ?? '', alongMm: -4 },
    ] as const) {
      const all = ways(mishap);
      // To begin a piece again is the last resort, however short it is; of the others the least work comes first.
      expect(all.at(-1)?.id).toBe('again');
      const seconds = all.slice(0, -1).map((way) => way.seconds);
      expect(seconds).toEqual([...seconds].sort((a, b) => a - b));
      for (const way of ways(mishap))
        expect(Math.min(way.undoneMm, way.cutMm, way.seconds)).toBeGreaterThanOrEqual(0);
    }
    expect(repairWays(plan, { kind: 'broke', runId: 'r999', alongMm: 3 })).toMatchObject({
      problem: { code: 'repair-nothing' },
    });
    expect(repairWays(plan, { kind: 'part-replaced', partId: 'p999' })).toMatchObject({
      problem: { code: 'repair-nothing' },
    });
  });

  test('its steps are open again in one edit', () => {
    const all = upTo('none');
    const [way] = ways({ kind: 'ran-out', runId, alongMm: 20 });
    const after = applyEdit(all, expectOk(untickSteps(all, way?.unticks ?? [], 'mend a thread')));
    expect(Object.keys(all.ticks).length - Object.keys(after.ticks).length).toBeGreaterThanOrEqual(3);
    expect(after.ticks[`sew:${runId}`]).toBeUndefined();
  });
});
