import { expect, test } from 'vitest';
import { asName, withEnding } from './letters.ts';

test('what no file can hold is dropped, line breaks become spaces', () => {
  expect(asName('  lan\u0000tern\u0007\uFFFE \u2028two\nthree\uD800 ')).toBe('lantern  two three');
  expect(asName('🧵 Ünï – “one” עברית 日本')).toBe('🧵 Ünï – “one” עברית 日本');
});

test('a letter keeps four marks', () => {
  expect(asName(`a${'\u0301'.repeat(40)}b`)).toBe(`a${'\u0301'.repeat(4)}b`);
  expect(asName('ệ e\u0323\u0302')).toBe('ệ e\u0323\u0302');
});

test('what turns the way of writing is closed, in order', () => {
  expect(asName('a\u202Eb')).toBe('a\u202Eb\u202C');
  expect(asName('a\u2067b\u202Ec')).toBe('a\u2067b\u202Ec\u202C\u2069');
  // The end of an isolate closes what was opened in it.
  expect(asName('\u2067b\u202Ec\u2069d')).toBe('\u2067b\u202Ec\u2069d');
  expect(asName('a\u202C\u2069')).toBe('a\u202C\u2069');
  expect(asName(asName('a\u202Eb\u2066'))).toBe(asName('a\u202Eb\u2066'));
});

test('a text is cut by whole letters', () => {
  expect(withEnding('lantern', ', copy', 20)).toBe('lantern, copy');
  const family = '👩‍👩‍👧';
  expect(withEnding(family.repeat(3), ', copy', family.length + 8)).toBe(`${family}, copy`);
  expect(withEnding('e\u0301e\u0301', '', 3)).toBe('e\u0301');
  expect(withEnding('\u202Eabcdef', '!', 5)).toBe('\u202Eab\u202C!');
});
