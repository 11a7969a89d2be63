import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { formatCurrent, formatHours, formatOhm } from './electrical.ts';
import { formatLength, maybeParseLengthMm } from './length.ts';

describe('reading lengths', () => {
  test.each([
    ['12', 'mm', 12],
    ['12,5 mm', 'in', 12.5],
    ['1.2 cm', 'mm', 12],
    ['3 1/2 in', 'mm', 88.9],
    ['3/4"', 'mm', 19.05],
    ['2', 'in', 50.8],
    ['0.3 m', 'mm', 300],
    ['-4', 'mm', -4],
  ] as const)('%s (bare in %s) is %d mm', (text, unit, mm) => {
    expect(maybeParseLengthMm(text, unit)).toBeCloseTo(mm, 9);
  });

  test.each(['', 'wide', '3 1/0 in', '1e3', '12 furlongs', '--3', '<b>4</b>'])('%j is no length', (text) => {
    expect(maybeParseLengthMm(text, 'mm')).toBeNull();
  });

  test('what is printed is read back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3_000_000 }),
        fc.constantFrom('mm', 'in'),
        (micrometres, unit) => {
          const mm = micrometres / 1000;
          const back = maybeParseLengthMm(formatLength(mm, unit, 3), unit) as number;
          expect(Math.abs(back - mm)).toBeLessThan(0.002);
        },
      ),
      { seed: 11 },
    );
  });
});

test('ohms, currents and hours read like a meter and promise no more', () => {
  expect(formatOhm(2.64)).toBe('2.6\u202fΩ');
  expect(formatOhm(118.2)).toBe('118\u202fΩ');
  expect(formatOhm(4700)).toBe('4.7\u202fkΩ');
  expect(formatOhm(1e6)).toBe('1\u202fMΩ');
  expect(formatOhm(Number.POSITIVE_INFINITY)).toBe('open');
  expect(formatCurrent(0.00221)).toBe('2.2\u202fmA');
  expect(formatCurrent(0.00002)).toBe('20\u202fµA');
  expect(formatHours(0.5)).toBe('about 30 min');
  expect(formatHours(51)).toBe('about 2 days');
  expect(formatHours(Number.POSITIVE_INFINITY)).toBe('over a month');
});
