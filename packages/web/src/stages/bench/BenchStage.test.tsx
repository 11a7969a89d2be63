// @vitest-environment happy-dom
import { benchTests } from '@sashiko/core/bench/bench-tests';
import { expectOk } from '@sashiko/core/errors/problem';
import { startHistory } from '@sashiko/core/plan/history';
import type { Plan } from '@sashiko/core/plan/schema';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { BenchStage } from './BenchStage.tsx';

// The worker's answer, without the worker.
vi.mock('../../workers/workshop.ts', () => ({
  Cancelled: class extends Error {},
  ask: (_: 'bench', { plan }: { readonly plan: Plan }) => ({
    answer: Promise.resolve({
      tests: expectOk(benchTests(plan)),
      staysOut: Object.keys(plan.runs).length === 0 ? ['The pack stays out.'] : [],
    }),
    cancel: () => {},
  }),
}));

afterEach(cleanup);
const { plan } = smallLantern();

test('a reading is judged, goes into the log once with its time, and is not undone with the plan', async () => {
  usePlanStore.getState().lay(startHistory(plan));
  render(<BenchStage />, { wrapper: MemoryRouter });
  const ohms = expectOk(benchTests(plan)).find(({ kind }) => kind === 'ohms');
  if (ohms === undefined) throw new Error('no test');
  const field = await screen.findByLabelText<HTMLInputElement>(`Reading: ${ohms.text}`);
  for (const text of ['9', '90', '900', '9000000']) fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
  expect(currentPlan().readings[ohms.id]).toMatchObject({ value: 9_000_000 });
  expect(currentPlan().log).toHaveLength(1);
  expect(currentPlan().log[0]?.atMs).toBeGreaterThan(1e12);
  expect(screen.getAllByText(/broken or never reached/).length).toBeGreaterThan(0);
  expect(usePlanStore.getState().history?.past).toEqual([]);
  usePlanStore.getState().undo();
  expect(currentPlan().readings[ohms.id]?.value).toBe(9_000_000);
});

test('what must not get power is said even where there is nothing to measure yet', async () => {
  const bare = { ...plan, parts: {}, runs: {} };
  expect(expectOk(benchTests(bare))).toEqual([]);
  usePlanStore.getState().lay(startHistory(bare));
  render(<BenchStage />, { wrapper: MemoryRouter });
  expect((await screen.findByRole('alert')).textContent).toContain('The pack stays out.');
});
