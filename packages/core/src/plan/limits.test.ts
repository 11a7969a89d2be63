import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { gridPlan } from '../testing/grid-plan.ts';
import { LIMIT_PLANS } from '../testing/limit-plans.ts';
import { applyEdit } from './edit.ts';
import { placePart } from './edits/part-edits.ts';
import { changeStitching } from './edits/run-edits.ts';
import { countProblem, countStitches, stitchesOf } from './limits.ts';
import type { Plan } from './schema.ts';

const words = (plan: unknown): string => {
  const read = parsePlan(JSON.stringify(plan));
  return read.ok ? '' : `${read.problem.code} ${read.problem.detail}`;
};

/** The records of a table so many times over. */
function many<T extends { readonly id: string }>(record: T, count: number): Record<string, T> {
  return Object.fromEntries(
    Array.from({ length: count }, (_, i) => [`x${i}`, { ...record, id: `x${i}` }] as const),
  );
}

describe('how much one plan holds', () => {
  const plan = gridPlan(2, 3);
  const [part] = Object.values(plan.parts);
  const [run] = Object.values(plan.runs);

  test('a file is counted before anything else is done with it', () => {
    expect(words({ ...plan, parts: many({ id: '', odd: 1 }, 2051) })).toBe(
      'plan-too-large It has 2051 parts; 2050 are the most.',
    );
    expect(words({ ...plan, runs: many({ id: '' }, 5001) })).toContain('5001 threads; 5000 are the most');
    expect(words({ ...plan, cloth: { markings: many({ id: '' }, 501) } })).toContain('501 lines and areas');
    const bends = Array.from({ length: 400 }, () => null);
    expect(words({ ...plan, runs: many({ id: '', bends }, 126) })).toContain('50400 bends together');
    expect(countProblem(null)).toBeNull();
    expect(countProblem({ parts: 'many', runs: [null, 7], cloth: 5 })).toBeNull();
  });

  test('stitches are counted together', () => {
    const dense = { ...plan.runs, ...many({ ...run, stitchMm: 1, lines: 4 } as typeof run & object, 4900) };
    const total = countStitches({ ...plan, runs: dense } as Plan);
    expect(total).toBeGreaterThan(300_000);
    expect(words({ ...plan, runs: dense })).toMatch(
      /threads have 30\d{4} stitches together; 300000 are the most/,
    );
  });

  test('curves of a kilometre and more are refused before they are worked out', () => {
    const bends = Array.from({ length: 500 }, (_, i) => ({ x: 20 + 80 * (i % 2), y: 20 + i / 10 }));
    const long = { ...run, bends, curved: true, stitchMm: 1, gapMm: 1, lines: 4 } as typeof run & object;
    expect(words({ ...plan, runs: many(long, 100) })).toContain('stitches together; 300000 are the most');
  });

  test('what may be read may be written: every plan at a limit comes back', () => {
    for (const [name, make] of Object.entries(LIMIT_PLANS)) {
      if (name === 'areas and their corners' || name === 'curves') continue;
      const limit = make();
      expect(expectOk(parsePlan(serializePlan(limit))), name).toEqual(limit);
    }
  });

  test('no edit goes beyond a limit; below it, and back from it, all do', () => {
    const { id: _id, ...rest } = part as typeof part & object;
    const full = {
      ...plan,
      parts: { ...plan.parts, ...many({ ...rest, id: '' }, 2042) },
      nextNumber: 5000,
    } as Plan;
    const placing = { kindId: 'sew-on-light', at: { x: 100, y: 60 } };
    const last = expectOk(placePart(full, placing));
    const next = applyEdit(full, last);
    expect(Object.keys(next.parts)).toHaveLength(2050);
    const beyond = placePart(next, placing);
    expect(beyond.ok ? '' : beyond.problem.detail).toBe('It has 2051 parts; 2050 are the most.');
    const fine = { ...run, stitchMm: 1, lines: 4 } as typeof run & object;
    const count = Math.ceil((300_000 - countStitches(plan)) / stitchesOf(plan, fine));
    const coarse = { ...fine, id: 'x0', stitchMm: 10 };
    const dense = { ...plan, runs: { ...plan.runs, ...many(fine, count), x0: coarse } } as Plan;
    expect(words(dense)).toBe('');
    const finer = changeStitching(dense, 'x0', { stitchMm: 1 });
    expect(finer.ok ? '' : finer.problem.code).toBe('plan-too-large');
  });
});
