// @vitest-environment happy-dom
import { expectOk } from '@sashiko/core/errors/problem';
import { applyEdit } from '@sashiko/core/plan/edit';
import { renamePlan } from '@sashiko/core/plan/edits/plan-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { usePlanStore } from './plan-store.ts';
import { useCalmPlan } from './use-calm-plan.ts';

const { plan } = smallLantern();
const named = (name: string) => applyEdit(plan, expectOk(renamePlan(plan, name)));

beforeEach(() => {
  vi.useFakeTimers();
  usePlanStore.getState().lay(startHistory(plan));
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

test('while a gesture is under way it follows when that pauses, to what is shown then', () => {
  let renders = 0;
  const { result } = renderHook(() => {
    renders += 1;
    return useCalmPlan();
  });
  const before = renders;
  for (let i = 0; i < 20; i += 1)
    act(() => {
      usePlanStore.setState({ preview: named(`step ${i}`) });
      vi.advanceTimersByTime(16);
    });
  expect(result.current).toBe(plan);
  expect(renders).toBe(before);
  act(() => vi.advanceTimersByTime(200));
  expect(result.current.name).toBe('step 19');
  // Once, or once more to see that nothing else changed.
  expect(renders - before).toBeLessThanOrEqual(2);
});

test('at rest it is the plan itself, at once', () => {
  const { result } = renderHook(useCalmPlan);
  act(() => usePlanStore.setState({ preview: named('shown') }));
  act(() => usePlanStore.setState({ preview: null }));
  expect(result.current).toBe(plan);
  act(() => {
    usePlanStore.getState().commit(renamePlan(plan, 'Lantern two'));
  });
  expect(result.current.name).toBe('Lantern two');
});
