import { seededRandom } from '@sashiko/core/random/random';
import { describe, expect, test } from 'vitest';
import { gatherNear, type LabelBox, placeLabels } from './labels.ts';

const box = (left: number, top: number, width = 40, height = 12): LabelBox => ({
  left,
  top,
  right: left + width,
  bottom: top + height,
});
const meets = (a: LabelBox, b: LabelBox): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

describe('labels', () => {
  test('take the first place that is free of labels and things', () => {
    const labels = [
      { boxes: [box(0, 0), box(0, 20)], isKept: false },
      { boxes: [box(10, 2), box(100, 0)], isKept: false },
      { boxes: [box(200, 0), box(200, 30)], isKept: false },
    ];
    expect(placeLabels(labels, [box(195, -2)], true)).toEqual([0, 1, 1]);
  });

  test('give way where there is no room, but for those that are kept, which choose first', () => {
    const labels = [
      { boxes: [box(0, 0)], isKept: false },
      { boxes: [box(5, 1)], isKept: true },
      { boxes: [box(8, 1)], isKept: true },
    ];
    expect(placeLabels(labels, [], true)).toEqual([null, 0, 0]);
  });

  test('cover things only where they may, or are kept', () => {
    const labels = [{ boxes: [box(0, 0)], isKept: false }];
    const kept = [{ boxes: [box(0, 0)], isKept: true }];
    expect(placeLabels(labels, [box(5, 0)], true)).toEqual([0]);
    expect(placeLabels(labels, [box(5, 0)], false)).toEqual([null]);
    expect(placeLabels(kept, [box(5, 0)], false)).toEqual([0]);
  });

  test('never lie over one another more than a little, wherever they are strewn', () => {
    const random = seededRandom(7);
    const labels = Array.from({ length: 300 }, () => {
      const [x, y, width] = [random() * 400, random() * 300, 10 + random() * 50];
      return { boxes: [box(x, y, width), box(x - width, y, width), box(x, y + 20, width)], isKept: false };
    });
    const drawn = placeLabels(labels, [], true).flatMap((k, i) =>
      k === null ? [] : [labels[i]?.boxes[k] as LabelBox],
    );
    const shrunk = drawn.map(({ left, top, right, bottom }) => ({
      left: left + 0.12 * (right - left),
      right: right - 0.12 * (right - left),
      top: top + 0.12 * (bottom - top),
      bottom: bottom - 0.12 * (bottom - top),
    }));
    expect(drawn.length).toBeGreaterThan(50);
    expect(drawn.length).toBeLessThan(300);
    for (const [i, a] of shrunk.entries())
      for (const b of shrunk.slice(i + 1)) expect(meets(a, b)).toBe(false);
  });
});

describe('flags', () => {
  test('that fall on one spot are gathered under the first; the chosen one stays', () => {
    const places = [0, 1, 2, 50, 51].map((x) => ({ x, y: 0 }));
    expect(gatherNear(places, 10, () => false)).toEqual([2, null, null, 1, null]);
    expect(gatherNear(places, 10, (i) => i === 2)).toEqual([1, null, 0, 1, null]);
  });

  test('each stands for itself or is counted once', () => {
    const random = seededRandom(3);
    const places = Array.from({ length: 500 }, () => ({ x: random() * 100, y: random() * 100 }));
    const gathered = gatherNear(places, 8, () => false);
    const shown = gathered.filter((more) => more !== null);
    expect(shown.length + shown.reduce((sum, more) => sum + more, 0)).toBe(500);
    const at = places.filter((_, i) => gathered[i] !== null);
    for (const [i, a] of at.entries())
      for (const b of at.slice(i + 1))
        expect(Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y))).toBeGreaterThanOrEqual(8);
  });
});
