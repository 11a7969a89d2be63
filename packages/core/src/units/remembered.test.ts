import { afterEach, describe, expect, test, vi } from 'vitest';
import { PIECE_SETS } from '../cloth/piece-sets.ts';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { takeSet } from '../plan/edits/set-edits.ts';
import { seededRandom } from '../random/random.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { randomEdit } from '../testing/random-edits.ts';
import { randomPanelEdit } from '../testing/random-panel-edits.ts';
import { randomPiece } from '../testing/wired-pieces.ts';
import { writtenOutputs } from '../testing/written-outputs.ts';
import { compareRemembered, followed, remembered, rememberedLast } from './remembered.ts';

afterEach(() => compareRemembered(null));

interface Box {
  readonly size: number;
}

describe('an answer that is kept', () => {
  test('is worked out once for the same object, and again when what it rests on is another', () => {
    const work = vi.fn((box: Box, by: number) => ({ sum: box.size * by }));
    const times = remembered(
      { name: 'times', under: (box: Box, _by: number) => box, rests: (_box, by) => [by] },
      work,
    );
    const box = { size: 3 };
    expect(times(box, 2)).toBe(times(box, 2));
    expect(work).toHaveBeenCalledTimes(1);
    expect(times(box, 5)).toEqual({ sum: 15 });
    expect(times({ size: 3 }, 5)).toEqual({ sum: 15 });
    expect(work).toHaveBeenCalledTimes(3);
  });

  test('as many as it says stay under one object, the oldest looked at goes', () => {
    const work = vi.fn((box: Box, by: number) => ({ sum: box.size * by }));
    const times = remembered(
      { name: 'times', under: (box: Box, _by: number) => box, rests: (_box, by) => [by], most: 2 },
      work,
    );
    const box = { size: 3 };
    const [two, five] = [times(box, 2), times(box, 5)];
    expect([times(box, 2), times(box, 5), times(box, 2)]).toEqual([two, five, two]);
    expect(times(box, 2)).toBe(two);
    expect(work).toHaveBeenCalledTimes(2);
    times(box, 7);
    expect(times(box, 2)).toBe(two);
    expect(work).toHaveBeenCalledTimes(3);
    expect(times(box, 5)).toEqual({ sum: 15 });
    expect(work).toHaveBeenCalledTimes(4);
  });

  test('the last one stays as long as nothing differs that matters', () => {
    const work = vi.fn(({ size }: Box) => ({ size }));
    const last = rememberedLast('size', (a: Box, b: Box) => a.size === b.size, work);
    expect(last({ size: 1 })).toBe(last({ size: 1 }));
    expect(last({ size: 2 })).toEqual({ size: 2 });
    expect(work).toHaveBeenCalledTimes(2);
  });

  test('what looks at more than it declares is found out', () => {
    let secret = 1;
    const careless = remembered({ name: 'careless', under: (box: Box) => box }, ({ size }) => size + secret);
    const told: unknown[] = [];
    compareRemembered({ every: 1, compare: (...said) => told.push(said) });
    const box = { size: 1 };
    careless(box);
    secret = 7;
    careless(box);
    expect(told).toEqual([['careless', 2, 8]]);
  });

  test('a follower that forgets something is found out', () => {
    const storeOf = followed('store', () => {
      let last: Box | null = null;
      return {
        moveTo: (box: Box) => {
          last ??= box;
        },
        contents: () => last?.size,
      };
    });
    const told: unknown[] = [];
    compareRemembered({ every: 1, compare: (...said) => told.push(said) });
    storeOf({ size: 1 });
    storeOf({ size: 2 });
    expect(told).toEqual([
      ['store', 1, 1],
      ['store', 1, 2],
    ]);
  });
});

/** So many are compared that only those that differ are handed to the test library. */
function expectSame(name: string, kept: unknown, fresh: unknown): void {
  const [was, is] = [written(kept), written(fresh)];
  if (was !== is) expect(is, name).toBe(was);
}

/** A value as text, functions left out: they stand for what they were made from. */
function written(value: unknown): string {
  const seen = new Map<object, number>();
  return JSON.stringify(value, (_key, part: unknown) => {
    if (typeof part === 'function') return undefined;
    if (part instanceof Map) return [...part];
    if (part instanceof Set) return [...part];
    if (typeof part === 'object' && part !== null) {
      const number = seen.get(part);
      if (number !== undefined) return `again ${number}`;
      seen.set(part, seen.size);
    }
    return part;
  });
}

test('whatever is asked of plans from edit to edit, every answer that is kept is still the right one', {
  timeout: 120_000,
}, () => {
  const names = new Map<string, number>();
  compareRemembered({
    every: 3,
    compare(name, kept, fresh) {
      names.set(name, (names.get(name) ?? 0) + 1);
      expectSame(name, kept, fresh);
    },
  });
  for (let seed = 1; seed <= 10; seed += 1) {
    const random = seededRandom(seed);
    let plan = randomPiece(seed);
    for (let edits = 0; edits < 8; ) {
      const edit = randomEdit(plan, random);
      if (!edit.ok) continue;
      const before = plan;
      plan = applyEdit(plan, edit.value);
      writtenOutputs(plan);
      // Back, and forward again: what was kept for the other plan must not be given out for this one.
      if (edits % 3 === 0) writtenOutputs(before);
      edits += 1;
    }
  }
  expect([...names.keys()].sort()).toEqual(
    expect.arrayContaining([
      'nets',
      'sides',
      'sum of a run',
      'circuits',
      'outline',
      'runs by hole',
      'sources',
    ]),
  );
});

test('and so it is of pieces of several panels, whose seams and layers change', { timeout: 120_000 }, () => {
  let compared = 0;
  compareRemembered({
    every: 19,
    compare(name, kept, fresh) {
      compared += 1;
      expectSame(name, kept, fresh);
    },
  });
  for (const [seed, { id }] of PIECE_SETS.entries()) {
    const random = seededRandom(seed + 1);
    const bare = new PlanBuilder('Several panels').plan;
    let plan = applyEdit(bare, expectOk(takeSet(bare, id)));
    for (let tries = 0; tries < 40; tries += 1) {
      const edit = randomPanelEdit(plan, random);
      if (!edit.ok) continue;
      plan = applyEdit(plan, edit.value);
      if (tries % 8 === 0) writtenOutputs(plan);
    }
  }
  expect(compared).toBeGreaterThan(100);
});
