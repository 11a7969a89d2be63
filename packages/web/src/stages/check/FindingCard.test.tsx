// @vitest-environment happy-dom
import { CheckSession } from '@sashiko/core/checks/check-session';
import type { Finding } from '@sashiko/core/checks/finding';
import { fixesFor } from '@sashiko/core/checks/fix';
import { startHistory } from '@sashiko/core/plan/history';
import type { Plan } from '@sashiko/core/plan/schema';
import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { usePlanStore } from '../../stores/plan-store.ts';
import { FindingCard } from './FindingCard.tsx';

// A light with its + at the −: turning it round mends that.
const build = new PlanBuilder('Turned')
  .holder(40, 100, 90)
  .light('a', 140, 100)
  .sew('holder.plus', 'a.minus')
  .sew('holder.minus', 'a.plus');
const { plan } = build;
const finding = new CheckSession().update(plan).find((one) => fixesFor(plan, one).fixes.length > 0);
if (finding === undefined) throw new Error('nothing to mend');
/** The worker's answer, without a worker. */
vi.mock('../../workers/workshop.ts', () => ({
  Cancelled: class extends Error {},
  ask: (_name: string, request: { readonly plan: Plan; readonly finding: Finding }) => ({
    answer: Promise.resolve(fixesFor(request.plan, request.finding)),
    cancel: () => {},
  }),
}));
const onTry = vi.fn();

beforeEach(() => {
  vi.useFakeTimers();
  onTry.mockReset();
  usePlanStore.getState().lay(startHistory(plan));
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const shown = () => usePlanStore.getState().preview;

async function card() {
  const rendered = render(
    <FindingCard
      finding={finding as NonNullable<typeof finding>}
      number={1}
      isChosen
      onChoose={() => {}}
      onTry={onTry}
    />,
  );
  await act(async () => void (await vi.advanceTimersByTimeAsync(100)));
  const button = screen.getAllByRole('button')[1];
  if (button === undefined) throw new Error('no fix');
  return { ...rendered, button };
}

test('a fix that is pointed at is shown, and gone when the pointer or the card is', async () => {
  const { button, unmount } = await card();
  fireEvent.mouseEnter(button);
  expect(shown()).not.toBeNull();
  expect(onTry.mock.calls.flat()).toEqual([true]);
  fireEvent.mouseLeave(button);
  expect(shown()).toBeNull();
  expect(onTry.mock.calls.flat()).toEqual([true, false]);
  fireEvent.focus(button);
  expect(shown()).not.toBeNull();
  unmount();
  expect(shown()).toBeNull();
  expect(usePlanStore.getState().history?.plan).toBe(plan);
});

test('what another shows meanwhile is not taken away by the card', async () => {
  const { button, unmount } = await card();
  fireEvent.mouseEnter(button);
  const other = usePlanStore.getState().startPreview();
  other.show({
    ok: true,
    value: { label: '', changes: [{ field: 'name', before: plan.name, after: 'Other' }] },
  });
  expect(onTry).toHaveBeenLastCalledWith(false);
  unmount();
  expect(shown()?.name).toBe('Other');
  other.end();
});

test('a click takes the fix, and a reason lives with the finding', async () => {
  const { button } = await card();
  fireEvent.click(button);
  expect(usePlanStore.getState().history?.past).toHaveLength(1);
  usePlanStore.getState().undo();
  fireEvent.change(screen.getByLabelText('Why it may stay as it is'), {
    target: { value: 'It is for show' },
  });
  fireEvent.click(screen.getByText('Leave it as it is'));
  expect(Object.values(usePlanStore.getState().history?.plan.accepted ?? {})).toEqual([
    { key: finding?.key, reason: 'It is for show' },
  ]);
});
