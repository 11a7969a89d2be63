import * as v from 'valibot';
import { describe, expect, test } from 'vitest';
import { benchTests } from '../bench/bench-tests.ts';
import { judgeReading } from '../bench/judge-reading.ts';
import { asSeen } from '../cloth/cloth.ts';
import { expectOk } from '../errors/problem.ts';
import { deriveNets } from '../joining/nets.ts';
import { longestPieceMm } from '../pieces/piece-length.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { applyEdit } from '../plan/edit.ts';
import { tickStep, writeReading } from '../plan/edits/progress-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf } from '../plan/panels.ts';
import { holeKey } from '../plan/placed.ts';
import { runsByHole } from '../plan/run-way.ts';
import { type Plan, PlanSchema } from '../plan/schema.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { patternDrawing } from './pattern-drawing.ts';
import { sewingSheet } from './sewing-sheet.ts';

/** Signs stand beside lines and holes, always upright: they are no mirror images. */
const SIGN_MM = 0.2;

const PLANS: readonly (readonly [number, Plan])[] = [41, 42, 43, 44, 45, 46].map((seed) => [
  seed,
  editedAtRandom(smallLantern().plan, seed, 140).plan,
]);

describe.each(PLANS)('any plan, seed %d', (_seed, plan) => {
  const pieces = cutPieces(plan);
  const steps = sewingSheet(plan).steps;
  const tests = expectOk(benchTests(plan));

  test('every run is sewn once, each piece is unbroken and of one net and one thread', () => {
    const nets = deriveNets(plan);
    expect(pieces.flatMap((piece) => piece.runs.map(({ run }) => run.id)).sort()).toEqual(
      Object.keys(plan.runs).sort(),
    );
    for (const piece of pieces) {
      expect(new Set(piece.runs.map(({ run }) => nets.ofRun(run.id).id)).size).toBe(1);
      expect(new Set(piece.runs.map(({ run }) => `${run.threadId} ${run.strands}`)).size).toBe(1);
      for (const [i, step] of piece.runs.entries()) {
        expect([holeKey(step.run.from), holeKey(step.run.to)].sort()).toEqual(
          [holeKey(step.from), holeKey(step.to)].sort(),
        );
        const next = piece.runs[i + 1];
        if (next !== undefined) expect(next.from).toEqual(step.to);
      }
      // A bobbin is wound for all of a line, however long.
      if (!piece.isLong && piece.manner !== 'machine')
        // What is spliced is cut in several lengths; each is rounded up to a centimetre.
        expect(Math.max(...piece.lengthsMm) - 10).toBeLessThanOrEqual(longestPieceMm(plan));
      expect(piece.cutMm).toBeGreaterThan(piece.netMm);
    }
  });

  test('there is a sewing step for every pair of holes that the plan joins', () => {
    const sewn = new Set<string>();
    for (const step of steps) {
      if (!step.id.startsWith('sew:')) continue;
      const run = plan.runs[step.id.slice('sew:'.length)];
      if (run !== undefined) sewn.add([holeKey(run.from), holeKey(run.to)].sort().join(' '));
    }
    const wanted = new Set(
      Object.values(plan.runs).map((run) => [holeKey(run.from), holeKey(run.to)].sort().join(' ')),
    );
    expect(sewn).toEqual(wanted);
  });

  test('a part with free holes is held down once, one without is not', () => {
    const used = runsByHole(plan);
    for (const part of Object.values(plan.parts)) {
      // Pads of tape are no holes, and what lies loose in a pocket is not held.
      const { holes, isLoose } = kindOf(plan, part);
      const isAnyFree =
        isLoose !== true &&
        holes.some(
          (hole) =>
            hole.form !== 'tape' &&
            hole.form !== 'end' &&
            !used.has(holeKey({ partId: part.id, holeId: hole.id })),
        );
      expect(steps.filter((step) => step.id === `hold:${part.id}`)).toHaveLength(isAnyFree ? 1 : 0);
    }
  });

  test('ids of steps and tests are unique, and the plan file takes ticks and readings under them', () => {
    let ticked = plan;
    for (const { id } of steps) ticked = applyEdit(ticked, expectOk(tickStep(ticked, id, true)));
    for (const { id } of tests) ticked = applyEdit(ticked, expectOk(writeReading(ticked, id, 3)));
    expect(new Set(steps.map((step) => step.id)).size).toBe(steps.length);
    expect(new Set(tests.map((entry) => entry.id)).size).toBe(tests.length);
    expect(v.safeParse(PlanSchema, ticked).success).toBe(true);
  });

  test('a reading as expected is in order; one far off is not, and says why', () => {
    for (const entry of tests) {
      if (Number.isFinite(entry.expected) && entry.expected > 0.5) {
        expect(judgeReading(plan, entry, entry.expected).verdict).toBe('in order');
        const off = judgeReading(plan, entry, entry.expected * 50 + 5);
        expect(off.verdict).toBe('too high');
        expect(off.causes.length).toBeGreaterThan(0);
      }
    }
  });

  test('the pattern of the wrong side is the mirror image of the right side’s', () => {
    const circles = (face: 'right' | 'wrong') =>
      patternDrawing(plan, face)
        .flatMap((item) => (item.kind === 'circle' && item.widthMm !== SIGN_MM ? [item] : []))
        .map(({ at, radiusMm }) => ({ ...at, radiusMm }));
    const mirrored = circles('wrong').map(({ x, y, radiusMm }) => ({
      ...asSeen(panelOf(plan), 'wrong', { x, y }),
      radiusMm,
    }));
    for (const [i, circle] of circles('right').entries()) {
      expect(mirrored[i]?.x).toBeCloseTo(circle.x, 6);
      expect(mirrored[i]?.y).toBeCloseTo(circle.y, 6);
      expect(mirrored[i]?.radiusMm).toBe(circle.radiusMm);
    }
  });
});
