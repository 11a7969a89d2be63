import { describe, expect, test } from 'vitest';
import { insideDistanceMm } from '../geometry/polygon.ts';
import { LARGEST_PAD_RADIUS_MM } from '../spacing/clearance.ts';
import { leadLengthMm } from './bare-legs.ts';
import { CELL_KINDS, cellAt, cellCapacityMah } from './cells.ts';
import { LIGHT_COLOURS } from './light-colours.ts';
import { holesOfTerminal, type PartKind } from './part-kind.ts';
import { maybePartKind, PART_KINDS } from './part-kinds.ts';

const PLUS_ENDS: readonly string[] = ['plus', 'supply', 'input', 'output'];
const MINUS_ENDS: readonly string[] = ['minus', 'ground'];
const ENDS: readonly string[] = [...PLUS_ENDS, ...MINUS_ENDS, 'a', 'b', 'terminal', 'pin'];

describe.each(PART_KINDS.map((kind) => [kind.id, kind] as const))('%s', (_id, kind: PartKind) => {
  test('has its holes inside its outline, with metal that can be sewn through', () => {
    for (const hole of kind.holes) {
      expect(insideDistanceMm(kind.outline, hole.at), hole.id).toBeGreaterThan(0);
      expect(hole.padRadiusMm).toBeLessThanOrEqual(LARGEST_PAD_RADIUS_MM);
      expect(hole.padRadiusMm * 2).toBeGreaterThan(hole.diameterMm * 0.9);
      expect(hole.plated).toBe(hole.terminal !== '');
    }
    expect(new Set(kind.holes.map((hole) => hole.id)).size).toBe(kind.holes.length);
  });

  test('has a hole for every end of its elements, + and − with the right sign', () => {
    const signs = (terminal: string): readonly string[] =>
      holesOfTerminal(kind, terminal).map((hole) => hole.sign);
    for (const element of kind.elements) {
      for (const [end, terminal] of Object.entries(element)) {
        if (!ENDS.includes(end) || typeof terminal !== 'string') continue;
        if (kind.inner?.includes(terminal) === true) continue;
        expect(signs(terminal).length, `${element.kind} ${end}`).toBeGreaterThan(0);
        const wanted = PLUS_ENDS.includes(end)
          ? '+'
          : MINUS_ENDS.includes(end)
            ? '-'
            : (kind.clasps ?? 'none');
        for (const sign of signs(terminal)) expect(sign, `${element.kind} ${end}`).toBe(wanted);
      }
    }
  });

  test('weighs something and keeps its spots and metal within its outline', () => {
    expect(kind.massG).toBeGreaterThan(0);
    for (const spot of kind.spots) expect(insideDistanceMm(kind.outline, spot.at)).toBeGreaterThan(0);
    for (const line of kind.metal)
      for (const p of line.points) expect(insideDistanceMm(kind.outline, p)).toBeGreaterThan(0);
    if (kind.mateId !== undefined) expect(maybePartKind(kind.mateId)?.mateId).toBe(kind.id);
  });

  test('any choice of options keeps it sound', () => {
    for (const option of kind.options) {
      for (const value of [option.smallest, option.usual, option.largest, Number.MAX_VALUE, -1]) {
        const varied = kind.withOptions?.({ [option.id]: value }) as PartKind;
        for (const hole of varied.holes) {
          expect(insideDistanceMm(varied.outline, hole.at), `${option.id} ${value}`).toBeGreaterThan(0);
          expect(hole.padRadiusMm).toBeLessThanOrEqual(LARGEST_PAD_RADIUS_MM);
        }
      }
    }
  });

  test('says where its dimensions come from and names no brand-like word in capitals', () => {
    expect(kind.source).toMatch(/assumption|memory|common practice|handbook/);
    expect(kind.title).not.toMatch(/\b(?!AAA)[A-Z]{3,}\b/);
  });
});

test('the switched holder has several holes of one sign, and any of them is the same conductor', () => {
  const kind = PART_KINDS.find((candidate) => candidate.id === 'coin-cell-holder-switched') as PartKind;
  expect(holesOfTerminal(kind, 'plus')).toHaveLength(2);
  expect(holesOfTerminal(kind, 'minus')).toHaveLength(2);
});

test('the bigger loop of a bare-leg light is +, and both can be bent from legs cut to 19 and 13 mm (common practice, no source)', () => {
  const kind = PART_KINDS.find((candidate) => candidate.id === 'bare-leg-light-5') as PartKind;
  const [plus] = holesOfTerminal(kind, 'plus');
  const [minus] = holesOfTerminal(kind, 'minus');
  if (plus === undefined || minus === undefined) throw new Error('a loop is missing');
  expect(plus.padRadiusMm).toBeGreaterThan(minus.padRadiusMm);
  expect(leadLengthMm(kind, plus)).toBeLessThanOrEqual(19);
  expect(leadLengthMm(kind, plus)).toBeGreaterThan(18);
  expect(leadLengthMm(kind, minus)).toBeLessThanOrEqual(13);
  expect(leadLengthMm(kind, minus)).toBeGreaterThan(12);
});

test('every colour meets the two datasheet points it was fitted to (from memory): volts at 20 mA and 2 mA', () => {
  const points: Readonly<Record<string, readonly [number, number]>> = {
    red: [2, 1.8],
    amber: [2.1, 1.88],
    yellow: [2.1, 1.87],
    'yellow-green': [2.1, 1.9],
    green: [3.2, 2.76],
    blue: [3.2, 2.82],
    white: [3.2, 2.8],
    'warm-white': [3.2, 2.8],
    pink: [3.2, 2.81],
  };
  for (const colour of LIGHT_COLOURS) {
    const volt = (amp: number): number =>
      colour.ideality * 0.025852 * Math.log1p(amp / colour.saturationA) + amp * colour.seriesOhm;
    const [high, low] = points[colour.id] as readonly [number, number];
    expect(volt(0.02), colour.id).toBeCloseTo(high, 4);
    expect(volt(0.002), colour.id).toBeCloseTo(low, 4);
  }
});

test('a coin cell gives 220, 150 and 80 mAh at 0.2, 3 and 10 mA (handbook table), and less volts the emptier it is', () => {
  const [cell] = CELL_KINDS;
  if (cell === undefined) throw new Error('no cell');
  for (const [mA, mAh] of [
    [0.05, 220],
    [0.2, 220],
    [3, 150],
    [10, 80],
    // Beyond the table: along the line through its last two rows over both logarithms.
    [60, 80 * 6 ** (Math.log(80 / 150) / Math.log(10 / 3))],
  ] as const) {
    expect(cellCapacityMah(cell, mA)).toBeCloseTo(mAh, 9);
  }
  expect(cellAt(cell, 0.7)).toEqual({
    volt: expect.closeTo(2.975, 9) as number,
    ohm: expect.closeTo(14, 9) as number,
  });
  for (let charge = 1; charge >= 0.02; charge -= 0.02) {
    expect(cellAt(cell, charge).volt).toBeGreaterThanOrEqual(cellAt(cell, charge - 0.02).volt);
    expect(cellAt(cell, charge).ohm).toBeLessThanOrEqual(cellAt(cell, charge - 0.02).ohm);
  }
});
