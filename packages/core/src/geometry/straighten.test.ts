import { describe, expect, test } from 'vitest';
import { type FourPoints, homographyOf, mapByHomography } from './homography.ts';
import { distance } from './point.ts';
import { planStraightening, straightenPixels } from './straighten.ts';

const SQUARE: FourPoints = [
  { x: 0, y: 0 },
  { x: 100, y: 0 },
  { x: 100, y: 100 },
  { x: 0, y: 100 },
];

const SEEN: FourPoints = [
  { x: 20, y: 30 },
  { x: 180, y: 44 },
  { x: 160, y: 170 },
  { x: 35, y: 150 },
];

describe('the map of four corners', () => {
  test('takes each corner to its partner, straight lines to straight lines, and back again', () => {
    const there = homographyOf(SQUARE, SEEN);
    const back = homographyOf(SEEN, SQUARE);
    if (there === null || back === null) throw new Error('no map');
    for (const [i, p] of SQUARE.entries()) {
      expect(distance(mapByHomography(there, p), SEEN[i] as (typeof SEEN)[0])).toBeLessThan(1e-9);
    }
    const [a, b, c] = [10, 45, 90].map((x) => mapByHomography(there, { x, y: 33 })) as [
      { x: number; y: number },
      { x: number; y: number },
      { x: number; y: number },
    ];
    expect((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)).toBeCloseTo(0, 6);
    const p = { x: 37, y: 61 };
    expect(distance(mapByHomography(back, mapByHomography(there, p)), p)).toBeLessThan(1e-9);
  });

  test('there is none for corners on one line, nor for a bow tie', () => {
    const flat: FourPoints = [SQUARE[0], SQUARE[1], { x: 50, y: 0.2 }, SQUARE[3]];
    expect(homographyOf(flat, SQUARE)).toBeNull();
    expect(
      planStraightening({ width: 200, height: 200 }, [SEEN[0], SEEN[2], SEEN[1], SEEN[3]], 100, 100),
    ).toBeNull();
  });
});

test('a chequered sheet seen at a slant becomes chequered at an even size again', () => {
  const toSheet = homographyOf(SEEN, SQUARE);
  if (toSheet === null) throw new Error('no map');
  const [width, height] = [220, 200];
  const isDark = (x: number, y: number): boolean => (Math.floor(x / 25) + Math.floor(y / 25)) % 2 === 0;
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const p = mapByHomography(toSheet, { x: x + 0.5, y: y + 0.5 });
      const shade = isDark(p.x, p.y) ? 20 : 230;
      data.set([shade, shade, shade, 255], (y * width + x) * 4);
    }
  }
  const how = planStraightening({ width, height }, SEEN, 100, 100);
  if (how === null) throw new Error('no way');
  const work = straightenPixels({ data, width, height }, how);
  let step = work.next();
  while (step.done !== true) step = work.next();
  const straight = step.value;
  // The middles of the sheet's sixteen fields, at the scale the picture says it has.
  for (let row = 0; row < 4; row += 1) {
    for (let column = 0; column < 4; column += 1) {
      const x = Math.floor(how.cornerPx.x + (column * 25 + 12.5) / how.mmPerPx);
      const y = Math.floor(how.cornerPx.y + (row * 25 + 12.5) / how.mmPerPx);
      const shade = straight.data[(y * straight.width + x) * 4] as number;
      expect(shade < 128).toBe(isDark(column * 25 + 12.5, row * 25 + 12.5));
    }
  }
});
