// @vitest-environment happy-dom
import type { Plan } from '@sashiko/core/plan/schema';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { useAnswer } from './use-answer.ts';
import { ask, Cancelled } from './workshop.ts';

vi.mock('./workshop.ts', () => ({ Cancelled: class extends Error {}, ask: vi.fn() }));
const asked = vi.mocked(ask);
const { plan } = smallLantern();
const other: Plan = { ...plan, name: 'Other' };

/** The questions that are waited for. */
let waiting: { resolve: (answer: unknown) => void; reject: (error: Error) => void; cancel: () => void }[] =
  [];

beforeEach(() => {
  waiting = [];
  asked.mockReset();
  asked.mockImplementation((() => {
    const job = { resolve: (_: unknown) => {}, reject: (_: Error) => {}, cancel: vi.fn() };
    const answer = new Promise((resolve, reject) => Object.assign(job, { resolve, reject }));
    waiting.push(job);
    return { answer, cancel: job.cancel, finish: () => {} };
  }) as unknown as typeof ask);
});
afterEach(cleanup);

const hook = (first: Plan | null) =>
  renderHook(({ of }) => useAnswer('bench', of === null ? null : { plan: of }), {
    initialProps: { of: first },
  });

test('the last answer stays until the next is there, and says at once that it is due', async () => {
  const { result, rerender } = hook(plan);
  expect(result.current).toEqual({ answer: null, problem: null, isDue: true, share: 0 });
  await act(async () => waiting[0]?.resolve('first'));
  expect(result.current).toEqual({ answer: 'first', problem: null, isDue: false, share: 0 });
  rerender({ of: plan });
  expect(asked).toHaveBeenCalledTimes(1);
  rerender({ of: other });
  expect(result.current).toEqual({ answer: 'first', problem: null, isDue: true, share: 0 });
  // Another question calls off the one that is waited for.
  rerender({ of: plan });
  expect(waiting[1]?.cancel).toHaveBeenCalled();
  rerender({ of: other });
  await act(async () => waiting[3]?.resolve('second'));
  expect(result.current).toEqual({ answer: 'second', problem: null, isDue: false, share: 0 });
});

test('what goes wrong is told in words; what was called off is not', async () => {
  const { result, rerender } = hook(plan);
  await act(async () => waiting[0]?.reject(new Error('No thread.')));
  expect(result.current).toEqual({ answer: null, problem: 'No thread.', isDue: false, share: 0 });
  rerender({ of: other });
  await act(async () => waiting[1]?.reject(new Cancelled()));
  expect(result.current).toEqual({ answer: null, problem: 'No thread.', isDue: true, share: 0 });
});

test('nothing is asked where there is no question', () => {
  const { result } = hook(null);
  expect(asked).not.toHaveBeenCalled();
  expect(result.current.answer).toBeNull();
});
