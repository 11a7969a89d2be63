import { expect, test } from 'vitest';
import { OwnTime } from './own-time.ts';

test('a second counts for as much as the machine was to be had: the fastest the same work ever was, to what it takes now', () => {
  const took = [4, 2, 20, 2, 1];
  const time = new OwnTime(() => took.shift() ?? 0);
  expect(time.shareOfSecond()).toBe(1);
  expect(time.shareOfSecond()).toBe(1);
  expect(time.shareOfSecond()).toBeCloseTo(0.1);
  expect(time.shareOfSecond()).toBe(1);
  expect(time.shareOfSecond()).toBe(1);
});

test('a clock too coarse to see the work says that all of it was there', () => {
  const time = new OwnTime(() => 0);
  expect([time.shareOfSecond(), time.shareOfSecond()]).toEqual([1, 1]);
});

test('the work takes time that can be told', () => {
  const time = new OwnTime();
  const shares = Array.from({ length: 5 }, () => time.shareOfSecond());
  for (const share of shares) {
    expect(share).toBeGreaterThan(0);
    expect(share).toBeLessThanOrEqual(1);
  }
});
