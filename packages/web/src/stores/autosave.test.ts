import { expectOk } from '@sashiko/core/errors/problem';
import { renamePlan } from '@sashiko/core/plan/edits/plan-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { addCopy, savePlan } from '../storage/repository.ts';
import { hasUnsavedEdits, startAutosave, takeUnsaved } from './autosave.ts';
import { currentPlan, usePlanStore } from './plan-store.ts';
import { useShelfStore } from './shelf-store.ts';

vi.mock('../storage/repository.ts', () => ({ savePlan: vi.fn(), addCopy: vi.fn() }));
const saved = vi.mocked(savePlan);
const copied = vi.mocked(addCopy);

/** The two page events autosave listens to, without a browser. */
const listeners = new Map<string, () => void>();
const target = {
  addEventListener: (name: string, act: () => void) => listeners.set(name, act),
  removeEventListener: (name: string) => listeners.delete(name),
};

let stop = (): void => {};
const rename = (name: string): void => {
  usePlanStore.getState().commit(renamePlan(currentPlan(), name));
};
const names = (): readonly string[] => saved.mock.calls.map(([history]) => history.plan.name);

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('document', { ...target, visibilityState: 'visible' });
  vi.stubGlobal('window', target);
  saved.mockReset();
  copied.mockReset();
  copied.mockResolvedValue('copy');
  useShelfStore.getState().hush();
  saved.mockImplementation(async (_history, base) => ({ kind: 'saved', revision: base + 1 }));
  usePlanStore.getState().lay(startHistory(smallLantern().plan));
  stop = startAutosave(7);
});

afterEach(() => {
  stop();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('autosave', () => {
  test('saves within a quarter second of the first of many edits, not after the last', async () => {
    for (let i = 0; i < 10; i += 1) {
      rename(`name ${i}`);
      await vi.advanceTimersByTimeAsync(100);
    }
    expect(saved.mock.calls.length).toBeGreaterThanOrEqual(3);
    await vi.advanceTimersByTimeAsync(300);
    expect(names().at(-1)).toBe('name 9');
    expect(usePlanStore.getState().saveState).toBe('saved');
  });

  test('every save starts from the revision the last one made', async () => {
    rename('one');
    await vi.advanceTimersByTimeAsync(300);
    rename('two');
    await vi.advanceTimersByTimeAsync(300);
    expect(saved.mock.calls.map(([, base]) => base)).toEqual([7, 8]);
  });

  test('shows that something waits, and saves at once when the page is put away', async () => {
    rename('away');
    expect(usePlanStore.getState().saveState).toBe('waiting');
    vi.stubGlobal('document', { ...target, visibilityState: 'hidden' });
    listeners.get('visibilitychange')?.();
    await vi.advanceTimersByTimeAsync(0);
    expect(names()).toEqual(['away']);
  });

  test('saves what is left when the plan is closed', async () => {
    rename('last words');
    stop();
    await vi.advanceTimersByTimeAsync(0);
    expect(names()).toEqual(['last words']);
  });

  test('a store that refuses is said, and tried again until it takes the plan', async () => {
    saved.mockRejectedValueOnce(new Error('full'));
    rename('kept');
    await vi.advanceTimersByTimeAsync(300);
    expect(usePlanStore.getState().saveState).toBe('failed');
    await vi.advanceTimersByTimeAsync(2500);
    expect(usePlanStore.getState().saveState).toBe('saved');
    expect(names()).toEqual(['kept', 'kept']);
  });

  test('another tab’s plan is not overwritten', async () => {
    saved.mockResolvedValue({ kind: 'elsewhere' });
    rename('mine');
    await vi.advanceTimersByTimeAsync(300);
    expect(usePlanStore.getState().saveState).toBe('elsewhere');
  });

  test('a failed save is tried again with its own history, whatever plan is open by then', async () => {
    saved.mockRejectedValueOnce(new Error('full'));
    rename('first plan');
    await vi.advanceTimersByTimeAsync(300);
    const other = { ...smallLantern().plan, id: 'other-piece', name: 'other' };
    stop();
    usePlanStore.getState().lay(startHistory(other));
    stop = startAutosave(1);
    await vi.advanceTimersByTimeAsync(2500);
    expect(saved.mock.calls.map(([history]) => history.plan.id)).toEqual(['test-piece', 'test-piece']);
    expect(names()).toEqual(['first plan', 'first plan']);
    expect(usePlanStore.getState().saveState).toBe('saved');
    expect(hasUnsavedEdits()).toBe(false);
  });

  test('a plan that was closed unsaved is opened again with its edits, and then saved', async () => {
    saved.mockRejectedValue(new Error('full'));
    rename('not kept yet');
    stop();
    await vi.advanceTimersByTimeAsync(300);
    usePlanStore.getState().lay(null);
    expect(hasUnsavedEdits()).toBe(true);
    const left = takeUnsaved('test-piece');
    expect(left?.history.plan.name).toBe('not kept yet');
    expect(takeUnsaved('test-piece')).toBeUndefined();
    saved.mockReset();
    saved.mockResolvedValue({ kind: 'saved', revision: 8 });
    usePlanStore.getState().lay(left?.history ?? startHistory(smallLantern().plan));
    stop = startAutosave(left?.revision ?? 0, true);
    await vi.advanceTimersByTimeAsync(5000);
    expect(saved.mock.calls.map(([history, base]) => [history.plan.name, base])).toEqual([
      ['not kept yet', 7],
    ]);
    expect(hasUnsavedEdits()).toBe(false);
  });

  test.each(['elsewhere', 'gone'] as const)(
    'a tab that lost its plan (%s) is told once, warned on leaving, and saves no more',
    async (kind) => {
      saved.mockResolvedValue({ kind });
      rename('mine');
      await vi.advanceTimersByTimeAsync(300);
      expect(usePlanStore.getState().saveState).toBe(kind);
      expect(usePlanStore.getState().notice).toMatchObject({ kind: 'problem' });
      expect(hasUnsavedEdits()).toBe(true);
      usePlanStore.getState().hush();
      rename('mine again');
      await vi.advanceTimersByTimeAsync(3000);
      expect(saved).toHaveBeenCalledTimes(1);
      expect(usePlanStore.getState().saveState).toBe(kind);
      expect(usePlanStore.getState().notice).toBeNull();
    },
  );

  test('undo is an edit like any other: it is saved', async () => {
    rename('short-lived');
    await vi.advanceTimersByTimeAsync(300);
    usePlanStore.getState().undo();
    await vi.advanceTimersByTimeAsync(300);
    expect(names()).toEqual(['short-lived', smallLantern().plan.name]);
    expect(expectOk(renamePlan(currentPlan(), 'x')).label).toBe('rename the plan');
  });
});

describe('edits that have no place any more', () => {
  test('are laid on the shelf when the plan is closed, and the shelf says so', async () => {
    saved.mockResolvedValue({ kind: 'elsewhere' });
    rename('late');
    await vi.advanceTimersByTimeAsync(300);
    expect(copied).not.toHaveBeenCalled();
    stop();
    await vi.advanceTimersByTimeAsync(1);
    expect(copied.mock.calls.map(([plan, name]) => [plan.name, name])).toEqual([
      ['late', 'late, from another tab'],
    ]);
    expect(useShelfStore.getState().notice?.text).toContain('“late, from another tab”');
  });

  test('are not, when the maker has chosen what becomes of them', async () => {
    saved.mockResolvedValue({ kind: 'gone' });
    rename('late');
    await vi.advanceTimersByTimeAsync(300);
    usePlanStore.getState().setSaveState('saved');
    stop();
    await vi.advanceTimersByTimeAsync(1);
    expect(copied).not.toHaveBeenCalled();
  });

  test('a plan that was taken off the shelf in another tab is saved all the same, and that is said once', async () => {
    saved.mockImplementation(async (_history, base) => ({
      kind: 'saved',
      revision: base + 1,
      isRemoved: true,
    }));
    rename('one');
    await vi.advanceTimersByTimeAsync(300);
    expect(usePlanStore.getState().notice?.text).toContain('taken off the shelf');
    usePlanStore.getState().hush();
    rename('two');
    await vi.advanceTimersByTimeAsync(300);
    expect(usePlanStore.getState().notice).toBeNull();
    expect(usePlanStore.getState().saveState).toBe('saved');
  });
});

test('where the browser keeps nothing, it asks before the page goes, also from the shelf', () => {
  expect(hasUnsavedEdits()).toBe(false);
  useShelfStore.setState({ isForThisPage: true });
  expect(hasUnsavedEdits()).toBe(true);
  usePlanStore.getState().lay(null);
  expect(hasUnsavedEdits()).toBe(true);
  useShelfStore.setState({ isForThisPage: false });
});
