/** Nothing of one plan is left when another is laid on the table: every field of every store that is not the maker's is as at first. */
import { startHistory } from '@sashiko/core/plan/history';
import { newPlan } from '@sashiko/core/plan/new-plan';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, describe, expect, test } from 'vitest';
import { useCurrentsStore } from './currents-store.ts';
import { useDrawnFindings } from './drawn-findings.ts';
import { useDroppedStore } from './dropped-store.ts';
import { useJobsStore } from './jobs-store.ts';
import { usePlanStore } from './plan-store.ts';
import { clearTable, layOnTable } from './table.ts';
import { useViewStore } from './view-store.ts';

interface Store {
  getState(): object;
  setState(changes: object): void;
}

/** The stores that speak of the plan on the table, with what in them is the maker's. */
const STORES: Readonly<Record<string, readonly [store: Store, ofMaker: readonly string[]]>> = {
  plan: [usePlanStore, ['previewOwner']],
  view: [useViewStore, ['theme', 'hiddenNames', 'dialogs']],
  jobs: [useJobsStore, ['patience', 'threadsFollow']],
  currents: [useCurrentsStore, []],
  findings: [useDrawnFindings, []],
  dropped: [useDroppedStore, []],
};

const LEFTOVER = Symbol('of the plan before');
const first = startHistory(smallLantern().plan);
const second = startHistory(newPlan('second', 'Second'));

/** What a store holds, without what it can do. */
function held(store: Store): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(store.getState()).filter(([, value]) => typeof value !== 'function'),
  );
}

beforeEach(() => clearTable());

describe.each(Object.entries(STORES))('the store of %s', (_name, [store, ofMaker]) => {
  const stain = (): void =>
    store.setState(
      Object.fromEntries(
        Object.keys(held(store))
          .filter((key) => !ofMaker.includes(key))
          .map((key) => [key, LEFTOVER]),
      ),
    );

  test('holds something of a plan', () => {
    expect(Object.keys(held(store)).filter((key) => !ofMaker.includes(key))).not.toEqual([]);
  });

  test('is as at first when another plan is laid over it', () => {
    layOnTable(second);
    const fresh = held(store);
    layOnTable(first);
    stain();
    layOnTable(second);
    expect(held(store)).toEqual(fresh);
  });

  test('is empty when its plan is taken away', () => {
    const empty = held(store);
    layOnTable(first);
    stain();
    clearTable();
    expect(held(store)).toEqual(empty);
  });
});

test('what is the maker’s stays', () => {
  layOnTable(first);
  useViewStore.setState({ theme: 'dark', hiddenNames: new Set(['lights']), dialogs: 1 });
  useJobsStore.setState({ patience: 60, threadsFollow: false });
  layOnTable(second);
  expect(useViewStore.getState()).toMatchObject({ theme: 'dark', dialogs: 1 });
  expect([...useViewStore.getState().hiddenNames]).toEqual(['lights']);
  expect(useJobsStore.getState()).toMatchObject({ patience: 60, threadsFollow: false });
});

test('whoever shows what is not committed is told when its plan goes', () => {
  layOnTable(first);
  let hasEnded = false;
  usePlanStore.getState().startPreview(() => {
    hasEnded = true;
  });
  layOnTable(second);
  expect(hasEnded).toBe(true);
  expect(usePlanStore.getState().previewOwner).toBeNull();
});
