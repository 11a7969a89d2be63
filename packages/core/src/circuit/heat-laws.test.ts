/** The three balances against the figures of the handbook (section 5) and against closed forms. */
import { describe, expect, test } from 'vitest';
import { bareLoss, partC, pointC, threadC } from './heat-laws.ts';

describe('a thread', () => {
  test.each([
    [0.01, 36],
    [0.02, 50],
    [0.05, 85],
    [0.1, 130],
  ])(
    'bare 0.4 mm steel that takes %d W/cm in a room of 20 °C (handbook, computed there)',
    (wattPerCm, celsius) => {
      expect(Math.abs(threadC(wattPerCm, 0.4, 20, 'open') - celsius)).toBeLessThan(0.12 * (celsius - 20));
    },
  );

  test('gives off about 0.07 W/(m·K) (handbook)', () => {
    expect(bareLoss(0.0004, 30, 20)).toBeGreaterThan(0.06);
    expect(bareLoss(0.0004, 30, 20)).toBeLessThan(0.08);
  });

  test('on skin of a worn piece 43 °C comes at about 0.03 W/cm (handbook)', () => {
    expect(threadC(0.03, 0.4, 34, 'skin')).toBeGreaterThan(41);
    expect(threadC(0.03, 0.4, 34, 'skin')).toBeLessThan(45);
  });

  test('covered it is warmer than open, on skin cooler; at no power as warm as what is around', () => {
    expect(threadC(0.02, 0.4, 34, 'covered')).toBeCloseTo(34 + 2 / 0.05, 6);
    expect(threadC(0.02, 0.4, 34, 'open')).toBeLessThan(threadC(0.02, 0.4, 34, 'covered'));
    expect(threadC(0.02, 0.4, 34, 'skin')).toBeLessThan(threadC(0.02, 0.4, 34, 'open'));
    expect(threadC(0, 0.4, 20, 'open')).toBeCloseTo(20, 6);
  });
});

describe('a point', () => {
  test('the thread both ways carries about 0.5 mW/K away, the disc of cloth a quarter more (handbook)', () => {
    const perK = 0.02 / (pointC(0.02, 0.4, 20, 'open') - 20);
    expect(perK).toBeGreaterThan(0.0006);
    expect(perK).toBeLessThan(0.0009);
  });

  test('on skin of a worn piece 43 °C comes at about 33 mW (handbook)', () => {
    expect(Math.abs(pointC(0.033, 0.4, 34, 'skin') - 43)).toBeLessThan(2);
  });

  test('2 W in a contact burn', () => {
    expect(pointC(2, 0.4, 20, 'open')).toBeGreaterThan(500);
  });
});

test('a part by its own area: 0.3 W on a board of 44 mm rise by 0.3 / (2 · 10 · π · 0.022²)', () => {
  const face = Math.PI * 22 ** 2;
  expect(partC(0.3, face, 20, 'open')).toBeCloseTo(20 + 0.3 / (2 * 10 * face * 1e-6), 9);
  expect(partC(0.3, face, 20, 'skin')).toBeLessThan(partC(0.3, face, 20, 'open'));
});
