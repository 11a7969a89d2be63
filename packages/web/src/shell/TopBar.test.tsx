// @vitest-environment happy-dom
import { expectOk } from '@sashiko/core/errors/problem';
import { renamePart } from '@sashiko/core/plan/edits/part-edits';
import { tickStep } from '@sashiko/core/plan/edits/progress-edits';
import { drawRun } from '@sashiko/core/plan/edits/run-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { TopBar } from './TopBar.tsx';

const lantern = smallLantern();

beforeEach(() => usePlanStore.getState().lay(startHistory(lantern.plan)));
afterEach(cleanup);

function Bar() {
  const plan = usePlanStore((state) => state.history?.plan ?? lantern.plan);
  return (
    <MemoryRouter>
      <TopBar plan={plan} onHelp={() => {}} />
    </MemoryRouter>
  );
}

test('undo says what it takes back, and keeps the focus when there is nothing left to take back', () => {
  usePlanStore.getState().commit(renamePart(currentPlan(), lantern.part('left').id, 'owl'));
  render(<Bar />);
  const undo = screen.getByRole('button', { name: /^Undo: / });
  undo.focus();
  fireEvent.click(undo);
  expect(currentPlan()).toEqual(lantern.plan);
  expect(undo.getAttribute('aria-disabled')).toBe('true');
  expect(document.activeElement).toBe(undo);
  fireEvent.click(undo);
  expect(currentPlan()).toEqual(lantern.plan);
});

test('a thread that is sewn by now is not undone, and why is told', () => {
  const from = lantern.hole('left.plus');
  usePlanStore
    .getState()
    .commit(drawRun(currentPlan(), { from, to: lantern.hole('right.minus'), bends: [] }));
  const run = Object.keys(currentPlan().runs).find((id) => lantern.plan.runs[id] === undefined);
  usePlanStore
    .getState()
    .commit({ ok: true, value: expectOk(tickStep(currentPlan(), `sew:${run}`, true, 1)) });
  render(<Bar />);
  fireEvent.click(screen.getByRole('button', { name: /^Undo: sew/ }));
  expect(currentPlan().runs).toHaveProperty(run as string);
  expect(usePlanStore.getState().notice).toMatchObject({ kind: 'problem' });
  expect(usePlanStore.getState().notice?.text).toMatch(/cannot be undone: sew/);
});
