// @vitest-environment happy-dom
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { useJob } from './use-job.ts';
import { ask, Cancelled } from './workshop.ts';

vi.mock('./workshop.ts', () => ({ Cancelled: class extends Error {}, ask: vi.fn() }));
const { plan } = smallLantern();
const other = { ...plan, name: 'Other' };

interface Waiting {
  resolve(answer: unknown): void;
  reject(error: Error): void;
  report(share: number): void;
}
let waiting: Waiting[] = [];

beforeEach(() => {
  waiting = [];
  vi.mocked(ask).mockReset();
  vi.mocked(ask).mockImplementation(((_name: string, _question: unknown, report: Waiting['report']) => {
    let [resolve, reject]: [Waiting['resolve'], Waiting['reject']] = [() => {}, () => {}];
    const answer = new Promise((yes, no) => {
      [resolve, reject] = [yes, no];
    });
    waiting.push({ resolve, reject, report });
    return { answer, cancel: () => reject(new Cancelled()), finish: () => {} };
  }) as unknown as typeof ask);
});
afterEach(cleanup);

const hook = () => renderHook(({ of }) => useJob('bench', { plan: of }), { initialProps: { of: plan } });

test('nothing is asked until the maker says so; then its share, its answer, and when that is of another plan', async () => {
  const { result, rerender } = hook();
  expect(ask).not.toHaveBeenCalled();
  expect(result.current).toMatchObject({ share: null, answer: null, problem: null, isStale: true });
  await act(async () => void result.current.ask());
  expect(result.current).toMatchObject({ share: 0, isStale: true });
  await act(async () => waiting[0]?.report(0.25));
  expect(result.current.share).toBe(0.25);
  await act(async () => waiting[0]?.resolve('found'));
  expect(result.current).toMatchObject({ share: null, answer: 'found', isStale: false });
  rerender({ of: other });
  expect(result.current).toMatchObject({ answer: 'found', isStale: true });
  rerender({ of: plan });
  expect(result.current.isStale).toBe(false);
});

test('stopped, what was found before stays; failed, it says why, and can be asked again', async () => {
  const { result } = hook();
  await act(async () => void result.current.ask());
  await act(async () => waiting[0]?.resolve('found'));
  await act(async () => void result.current.ask());
  await act(async () => result.current.cancel());
  expect(result.current).toMatchObject({ share: null, answer: 'found', problem: null });
  await act(async () => void result.current.ask());
  await act(async () => waiting[2]?.reject(new Error('No thread.')));
  expect(result.current).toMatchObject({ share: null, problem: 'No thread.', isStale: false });
  await act(async () => void result.current.ask());
  await act(async () => waiting[3]?.resolve('found again'));
  expect(result.current).toMatchObject({ answer: 'found again', problem: null });
});

test('a job ends with its leaf', async () => {
  const { result, unmount } = hook();
  let outcome: unknown;
  await act(async () => void result.current.ask().then((it) => (outcome = it)));
  unmount();
  await vi.waitFor(() => expect(outcome).toMatchObject({ kind: 'cancelled' }));
});
