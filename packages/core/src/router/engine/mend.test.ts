/** Lines led anew among those that stay: round them, over them on a patch, or with a part turned; and pins exchanged and given back. */
import { describe, expect, test } from 'vitest';
import { seededRandom } from '../../random/random.ts';
import { boardLight, boardProblem } from '../../testing/strewn-board.ts';
import { withChosenPins } from '../chosen-pins.ts';
import type { RoutingProblem } from '../routing-problem.ts';
import { hindranceOf } from '../why-left-out.ts';
import { prepareBoard } from './board.ts';
import { ExactCloth, type ExactLine } from './exact.ts';
import { boardAsItIs, pinSwap, swapPins, swapped } from './exchange.ts';
import { Ground } from './ground.ts';
import { covers, laidPatch, laidPatchOn } from './laid-patch.ts';
import { mend } from './mend.ts';
import { Weaving } from './weaving.ts';

/** A cross of two wishes between four lights; `fromEdgeMm` decides whether there is a way round. */
function cross(fromEdgeMm: number, more: Partial<RoutingProblem> = {}): RoutingProblem {
  const far = 200 - fromEdgeMm;
  const places = [
    [fromEdgeMm, 100],
    [far, 100],
    [100, fromEdgeMm],
    [100, far],
  ];
  const parts = places.map(([x, y], i) => boardLight(`l${i}`, { x: x as number, y: y as number }, [0]));
  return {
    ...boardProblem(parts, 200, 200, more),
    nets: [
      { title: 'across', stops: [[{ part: 0, pad: 0 }], [{ part: 1, pad: 1 }]] },
      { title: 'down', stops: [[{ part: 2, pad: 0 }], [{ part: 3, pad: 0 }]] },
    ],
  };
}

/** The two lines as straight as they can be, which cross. */
function crossed(problem: RoutingProblem): { readonly cloth: ExactCloth; readonly ground: Ground } {
  const board = prepareBoard(problem);
  const turns = new Int32Array(board.partCount);
  const line = (
    net: number,
    [a, b]: readonly [number, number],
    [c, d]: readonly [number, number],
  ): ExactLine => {
    const [from, to] = [board.padIndex(a, b), board.padIndex(c, d)];
    const at = (pad: number): readonly [number, number] => {
      const part = problem.parts[board.partOfPad[pad] as number];
      const own = part?.pads[board.placeOfPad[pad] as number]?.at ?? { x: 0, y: 0 };
      return [(part?.at.x ?? 0) + own.x, (part?.at.y ?? 0) + own.y];
    };
    return { net, from, to, xy: [...at(from), ...at(to)] };
  };
  const cloth = new ExactCloth(board, turns, [line(0, [0, 0], [1, 1]), line(1, [2, 0], [3, 0])]);
  return { cloth, ground: new Ground(board, 2) };
}

describe('mending', () => {
  test('goes round where there is a way', () => {
    const { cloth, ground } = crossed(cross(60));
    expect(cloth.violations()).toBeGreaterThan(0);
    mend(cloth, ground);
    expect(cloth.violations()).toBe(0);
    expect(cloth.patches).toEqual([]);
  });

  test('goes over on a patch where there is none, at a right angle, and stays as it was where patches are unwanted', () => {
    const { cloth, ground } = crossed(cross(13));
    mend(cloth, ground);
    expect(cloth.violations()).toBe(0);
    expect(cloth.patches).toHaveLength(1);
    const [patch] = cloth.patches;
    const lower = cloth.lines[patch?.j ?? 0] as ExactLine;
    const [ax, ay] = lower.xy as [number, number];
    const [bx, by] = lower.xy.slice(-2) as [number, number];
    const along =
      ((bx - ax) * (patch?.ux ?? 1) + (by - ay) * (patch?.uy ?? 1)) / Math.hypot(bx - ax, by - ay);
    expect(Math.abs(along)).toBeLessThan(0.1);

    const never = crossed(cross(13, { neverPatched: true }));
    mend(never.cloth, never.ground);
    expect(never.cloth.violations()).toBeGreaterThan(0);
    expect(never.cloth.patches).toEqual([]);
  });

  test('what stops a line is what it would cross, or what lies nearest where not even alone it has a way', () => {
    const { cloth, ground } = crossed(cross(13));
    const line = cloth.lines[1] as ExactLine;
    cloth.replaceLine(1, { ...line, xy: [] });
    expect(hindranceOf(cloth, ground, 1, line)).toMatchObject({ kind: 'other-threads', nets: [0] });
    // A wall from rim to rim.
    const wall = [
      [0, 140],
      [200, 140],
      [200, 150],
      [0, 150],
    ].map(([x, y]) => ({ x: x as number, y: y as number }));
    const walled = crossed(cross(13, { forbidden: [{ area: wall, marginMm: 2 }] }));
    const down = walled.cloth.lines[1] as ExactLine;
    walled.cloth.replaceLine(1, { ...down, xy: [] });
    expect(hindranceOf(walled.cloth, walled.ground, 1, down).kind).toBe('no-way');
  });

  test('a weaving takes lines off and puts them back as they were', () => {
    const { cloth, ground } = crossed(cross(60));
    const before = cloth.lines.map(({ xy }) => [...xy]);
    const weaving = new Weaving(cloth, ground);
    const [one] = cloth.lines as [ExactLine, ExactLine];
    weaving.takeOff(0);
    expect(cloth.lines[0]?.xy).toEqual([]);
    expect(weaving.lead(0, { from: [one.from], to: [one.to] }, false)).toBe(true);
    expect(cloth.brokenLegs(0)).toBe(0);
    weaving.takeOff(0);
    weaving.put(0, one);
    expect(cloth.lines.map(({ xy }) => xy)).toEqual(before);
  });
});

test('on a patch two lines may be near, and beside it not', () => {
  const problem = cross(60);
  const patch = laidPatch([0, 1], [50, 50], [40, 50, 60, 50]);
  expect(covers(patch, problem, 50, 50, 51, 50)).toBe(true);
  expect(covers(patch, problem, 55.5, 50, 56, 50)).toBe(true);
  expect(covers(patch, problem, 57, 50, 58, 50)).toBe(false);
  expect(covers(patch, problem, 50, 56, 50, 57)).toBe(false);
  const found = laidPatchOn([0, 1], [50, 50], [0, 0, 10, 50, 90, 50, 90, 90]);
  expect([found.ux, found.uy]).toEqual([1, 0]);
});

describe('pins', () => {
  /** A board of three pins in a row, two lights on the outer ones, all three pins good for either. */
  const problem: RoutingProblem = {
    ...cross(60),
    parts: [
      {
        ...boardLight('board', { x: 100, y: 160 }, [0]),
        pads: [-12, 0, 12].map((x, i) => ({ holeId: `p${i}`, at: { x, y: 0 }, radiusMm: 2 })),
      },
      boardLight('a', { x: 60, y: 40 }, [0]),
      boardLight('b', { x: 140, y: 40 }, [0]),
    ],
    nets: [
      { title: 'a', stops: [[{ part: 0, pad: 0 }], [{ part: 1, pad: 0 }]] },
      { title: 'b', stops: [[{ part: 0, pad: 2 }], [{ part: 2, pad: 0 }]] },
    ],
    exchanges: [
      {
        stops: [0, 1].map((net) => ({ net, stop: 0, pads: [0, 1, 2].map((pad) => ({ part: 0, pad })) })),
      },
    ],
  };

  test('are swapped and given back without a trace, and every swap leaves each stop a pin of its own', () => {
    const board = prepareBoard(problem);
    const asItWas = boardAsItIs(board);
    const random = seededRandom(5);
    let swaps = 0;
    for (let i = 0; i < 60; i += 1) {
      const swap = pinSwap(board, random, () => false);
      if (swap === null) continue;
      swaps += 1;
      swapPins(board, swap);
      const used = [0, 1].map((net) => board.stops[net]?.[0]?.pads[0] as number);
      expect(new Set(used).size).toBe(2);
      for (const [net, pad] of used.entries()) expect(board.netOfPad[pad]).toBe(net);
      expect(swapped({ net: swap.one.net, from: swap.from, to: 9 }, swap).from).toBe(swap.to);
      swapPins(board, swap, true);
      expect([...board.netOfPad]).toEqual([...asItWas.netOfPad]);
      expect([...board.stopOfPad]).toEqual([...asItWas.stopOfPad]);
    }
    expect(swaps).toBeGreaterThan(20);
  });

  test('that a solution chose become those of its problem; a stop without lines takes one that is free', () => {
    const at = { x: 0, y: 0 };
    const traces = [{ net: 0, from: { part: 0, pad: 2 }, to: { part: 1, pad: 0 }, points: [at] }];
    const chosen = withChosenPins(problem, { turnDeg: [0, 0, 0], traces, lengthMm: 0, conflicts: 0 });
    expect(chosen.nets[0]?.stops[0]).toEqual([{ part: 0, pad: 2 }]);
    const [other] = chosen.nets[1]?.stops[0] ?? [];
    expect(other?.pad).not.toBe(2);
  });
});
