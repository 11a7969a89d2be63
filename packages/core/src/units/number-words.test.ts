import { expect, test } from 'vitest';
import { formatNumber, readNumber } from './number-words.ts';

test.each([
  ['12', 12],
  [' 3,5 ', 3.5],
  ['−4', -4],
  ['.25', 0.25],
  ['', null],
] as const)('“%s” is %s', (text, value) => {
  expect(readNumber(text)).toEqual({ ok: true, value });
});

test.each([
  ['abc', {}, /“abc” is not a number/],
  ['1e9', {}, /is not a number/],
  ['12', { min: 1, max: 4 }, /From 1 to 4, please/],
  ['0', { min: 0.5 }, /At least 0.5, please/],
  ['9', { max: 3 }, /At most 3, please/],
  ['2.5', { isWhole: true }, /whole number/],
] as const)('“%s” in %o is refused with a word, and never bent to what fits', (text, range, word) => {
  const read = readNumber(text, range);
  expect(read.ok ? '' : read.problem.detail).toMatch(word);
});

test('numbers are written without needless digits, and read back as they were', () => {
  for (const value of [0, 1.5, -2, 1e-4, 123456.78])
    expect(readNumber(formatNumber(value))).toEqual({ ok: true, value });
  expect(formatNumber(1 / 3)).toBe('0.3333');
});
