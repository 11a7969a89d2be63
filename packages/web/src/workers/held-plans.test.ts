import { newPlan } from '@sashiko/core/plan/new-plan';
import { expect, test } from 'vitest';
import { HeldPlans, MOST_HELD } from './held-plans.ts';

const about = (planId: string, revision = 1) => ({ planId, revision });

test('several plans are held, each in its last state; the one asked about least lately goes', () => {
  const plans = new HeldPlans();
  for (const id of ['a', 'b', 'c', 'd']) plans.take(about(id), newPlan(id, id));
  expect(plans.find(about('a'))?.plan.id).toBe('a');
  plans.take(about('e'), newPlan('e', 'e'));
  expect(['a', 'b', 'c', 'd', 'e'].filter((id) => plans.find(about(id)) !== undefined)).toEqual([
    'a',
    'c',
    'd',
    'e',
  ]);
  expect(MOST_HELD).toBe(4);
});

test('a plan in another state is not the one that is asked about; its checks go on from state to state', () => {
  const plans = new HeldPlans();
  plans.take(about('a', 1), newPlan('a', 'a'));
  const first = plans.find(about('a', 1));
  expect(plans.find(about('a', 2))).toBeUndefined();
  plans.take(about('a', 2), newPlan('a', 'renamed'));
  expect(plans.find(about('a', 1))).toBeUndefined();
  expect(plans.find(about('a', 2))?.plan.name).toBe('renamed');
  expect(plans.find(about('a', 2))?.session).toBe(first?.session);
});

test('each plan has checks of its own', () => {
  const plans = new HeldPlans();
  plans.take(about('a'), newPlan('a', 'a'));
  plans.take(about('b'), newPlan('b', 'b'));
  expect(plans.find(about('a'))?.session).not.toBe(plans.find(about('b'))?.session);
});
