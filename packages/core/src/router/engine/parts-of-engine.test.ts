/** The rooms of the engine one by one: geometry against the core's own, halos against plain distances, plans, detours, patches. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { closestOfSegments, segmentMeeting } from '../../geometry/segment.ts';
import { seededRandom } from '../../random/random.ts';
import { planOrder } from '../../testing/plan-order.ts';
import { boardLight, boardProblem, strewnBoard, turnsOf } from '../../testing/strewn-board.ts';
import { prepareBoard } from './board.ts';
import { detoursBetweenParts } from './detours.ts';
import { ExactCloth } from './exact.ts';
import { Field } from './field.ts';
import { Ground } from './ground.ts';
import { legsCross, legToLeg, pointToLeg } from './legs.ts';
import { PlanState } from './order-plan.ts';
import { patchCrossings } from './patching.ts';
import { PathSearch } from './path-search.ts';
import { Realisation } from './realise.ts';

const coordinate = fc.integer({ min: 0, max: 60_000 }).map((um) => um / 1000);
const point = fc.record({ x: coordinate, y: coordinate });

describe('numbers instead of objects', () => {
  test('distances and crossings are those of the core’s exact geometry', () => {
    fc.assert(
      fc.property(point, point, point, point, (a, b, c, d) => {
        const exact = closestOfSegments(a, b, c, d);
        expect(legToLeg(a.x, a.y, b.x, b.y, c.x, c.y, d.x, d.y)).toBeCloseTo(exact.distanceMm, 6);
        if (segmentMeeting(a, b, c, d) === 'cross')
          expect(legsCross(a.x, a.y, b.x, b.y, c.x, c.y, d.x, d.y)).toBe(true);
        if (exact.distanceMm > 0) expect(legsCross(a.x, a.y, b.x, b.y, c.x, c.y, d.x, d.y)).toBe(false);
        expect(pointToLeg(c.x, c.y, a.x, a.y, b.x, b.y)).toBeGreaterThanOrEqual(exact.distanceMm - 1e-9);
      }),
      { seed: 31, numRuns: 400 },
    );
  });
});

describe('a prepared board', () => {
  test('knows which net and stop every pad is of, and how deep it lies in its body', () => {
    const board = prepareBoard(strewnBoard(1, 4, 200));
    expect([...board.netOfPad]).toEqual([0, 1, 0, 1, 0, 1, 0, 1]);
    expect([...board.stopOfPad]).toEqual([0, 0, 1, 1, 2, 2, 3, 3]);
    for (const depth of board.depth) expect(depth).toBeCloseTo(2, 9);
    // 10 mm from middle to middle less two radii of 2: there is room for the whole gap.
    expect([...board.isTight]).toEqual(new Array(8).fill(0));
  });

  test('pads that are nearer than the gap are tight: half of the room, or their pitch', () => {
    const pads = [0, 1, 2].map((i) => ({ holeId: `p${i}`, at: { x: 5.5 * i - 5.5, y: 0 }, radiusMm: 2 }));
    const body = [
      { x: -20, y: -3 },
      { x: 20, y: -3 },
      { x: 20, y: 3 },
      { x: -20, y: 3 },
    ];
    const part = { ...boardLight('board', { x: 100, y: 100 }, [0]), pads, body };
    const nets = pads.map((_, pad) => ({ title: `${pad}`, stops: [[{ part: 0, pad }]] }));
    const half = prepareBoard(boardProblem([part], 200, 200, { nets }));
    expect([...half.localGap]).toEqual([0.75, 0.75, 0.75]);
    const pitch = prepareBoard(boardProblem([part], 200, 200, { nets, fanOut: 'pitch', padGapMm: 5.7 }));
    for (const pad of [0, 1, 2]) {
      expect(pitch.localPadGap[pad]).toBeCloseTo(3.5, 1);
      // It leaves straight out, past the rim of its body.
      const exit = pitch.exitPlaces[0]?.[0] as Float64Array;
      expect(exit[2 * pad]).toBeCloseTo(100 + 5.5 * pad - 5.5, 6);
      expect(Math.abs((exit[2 * pad + 1] as number) - 100)).toBeCloseTo(4.5, 6);
    }
  });
});

describe('the grid', () => {
  test('cells near edges, in openings and under bodies are not free', () => {
    const opening = [
      { x: 90, y: 90 },
      { x: 110, y: 90 },
      { x: 110, y: 110 },
      { x: 90, y: 110 },
    ];
    const problem = boardProblem([boardLight('a', { x: 40, y: 40 }, [0])], 200, 200, {
      forbidden: [{ area: opening, marginMm: 6 }],
    });
    const field = new Field(new Ground(prepareBoard(problem), 2), Int32Array.of(0));
    for (const [x, y, free] of [
      [3, 100, 0],
      [100, 100, 0],
      [85, 100, 0],
      [80, 100, 1],
      [150, 150, 1],
    ] as const)
      expect(field.ground.free[field.ground.cellAt(x, y)]).toBe(free);
    expect(field.bodyCount[field.ground.cellAt(40, 40)]).toBe(1);
    expect(field.bodyCount[field.ground.cellAt(60, 40)]).toBe(0);
  });

  test('what is stamped and taken up again leaves no trace', () => {
    const board = prepareBoard(strewnBoard(2, 5, 200));
    const field = new Field(new Ground(board, 2), new Int32Array(5));
    const before = [field.bodyCount, field.padTotal, field.lineNets, field.coreNets, field.busy].map(
      (layer) => layer.slice(),
    );
    const cells = Int32Array.from({ length: 30 }, (_, i) => field.ground.cellAt(30 + 2 * i, 90));
    field.stampLine(0, cells, new Uint8Array(cells.length), 1);
    expect(field.lineNets[field.ground.cellAt(60, 93)]).toBe(1);
    field.stampLine(0, cells, new Uint8Array(cells.length), -1);
    field.stampPart(3, -1);
    field.turns[3] = 2;
    field.stampPart(3, 1);
    field.stampPart(3, -1);
    field.turns[3] = 0;
    field.stampPart(3, 1);
    expect([field.bodyCount, field.padTotal, field.lineNets, field.coreNets, field.busy]).toEqual(before);
  });

  test('free neighbouring cells keep a line its distance from a stamped one', () => {
    const board = prepareBoard(boardProblem([boardLight('a', { x: 30, y: 30 }, [0])], 200, 200));
    const field = new Field(new Ground(board, 1.7), Int32Array.of(0));
    const line = Int32Array.from({ length: 60 }, (_, i) =>
      field.ground.cellAt(60 + 1.7 * i, 60 + 1.7 * (i % 20)),
    );
    field.stampLine(0, line, new Uint8Array(line.length), 1);
    let [checked, nearest] = [0, Infinity];
    for (let cell = 0; cell < field.size - field.width - 1; cell += 7) {
      for (const next of [cell + 1, cell + field.width, cell + field.width + 1]) {
        if ((field.lineNets[cell] as number) + (field.lineNets[next] as number) > 0) continue;
        for (let i = 1; i < 20; i += 1) {
          const [p, q] = [line[i - 1] as number, line[i] as number];
          const apart = legToLeg(
            field.ground.x(cell),
            field.ground.y(cell),
            field.ground.x(next),
            field.ground.y(next),
            field.ground.x(p),
            field.ground.y(p),
            field.ground.x(q),
            field.ground.y(q),
          );
          nearest = Math.min(nearest, apart);
          checked += 1;
        }
      }
    }
    expect(nearest).toBeGreaterThanOrEqual(5 - 1e-9);
    expect(checked).toBeGreaterThan(1000);
  });

  test('a line is led round what lies between, and not at all past its bound', () => {
    const wall = [
      { x: 95, y: 0 },
      { x: 105, y: 0 },
      { x: 105, y: 140 },
      { x: 95, y: 140 },
    ];
    const parts = [boardLight('a', { x: 40, y: 60 }, [0]), boardLight('b', { x: 160, y: 60 }, [180])];
    const nets = [{ title: 'n', stops: [[{ part: 0, pad: 0 }], [{ part: 1, pad: 0 }]] }];
    const board = prepareBoard(
      boardProblem(parts, 200, 200, { nets, forbidden: [{ area: wall, marginMm: 0 }] }),
    );
    const search = new PathSearch(new Field(new Ground(board, 2), new Int32Array(2)));
    const prices = { perMm: 14, entering: 120, nearWeight: 3.5, reachMm: 150 };
    const found = search.find(0, [0], [2], prices, Number.POSITIVE_INFINITY);
    // Down past the wall and up again: at least the two slanted ways.
    expect(found?.cost).toBeGreaterThan(2 * Math.hypot(55, 78));
    expect(found?.cost).toBeLessThan(2 * Math.hypot(55, 78) * 1.15);
    expect(search.find(0, [0], [2], prices, 150)).toBeNull();
  });
});

describe('order plans', () => {
  test('the running cost is the cost worked out anew, whatever moves were made', () => {
    for (const seed of [1, 2, 3]) {
      const state = new PlanState(prepareBoard(strewnBoard(seed, 9, 260)), seededRandom(seed));
      for (let i = 0; i < 1500; i += 1) state.tryMove(30, i < 700);
      expect(Math.abs(state.drift())).toBeLessThan(1e-6);
    }
  });

  test('a longer search is no worse, and a row of lights is planned as two rails', () => {
    const board = prepareBoard(strewnBoard(4, 12, 300));
    const plan = (moves: number) => planOrder(board, seededRandom(1), (done) => done / moves).cost;
    expect(plan(20_000)).toBeLessThanOrEqual(plan(300) + 1e-6);
    const row = prepareBoard(
      boardProblem(
        [0, 1, 2, 3, 4].map((i) => boardLight(`l${i}`, { x: 30 + 40 * i, y: 40 }, turnsOf(4))),
        240,
        80,
      ),
    );
    const { edges, cost } = planOrder(row, seededRandom(2), (done) => done / 8000);
    expect(edges).toHaveLength(8);
    expect(cost).toBeLessThan(2 * 4 * 40 + 1);
  });

  test('between parts on either side of a notch the way round is known; elsewhere there is no detour', () => {
    const outline = [
      { x: 0, y: 0 },
      { x: 90, y: 0 },
      { x: 100, y: 150 },
      { x: 110, y: 0 },
      { x: 200, y: 0 },
      { x: 200, y: 200 },
      { x: 0, y: 200 },
    ];
    const parts = [
      boardLight('a', { x: 40, y: 40 }),
      boardLight('b', { x: 160, y: 40 }),
      boardLight('c', { x: 40, y: 160 }),
    ];
    const detours = detoursBetweenParts(prepareBoard(boardProblem(parts, 200, 200, { outline })));
    const round = 2 * Math.hypot(60, 115) - 120;
    expect(detours[1]).toBeGreaterThan(round * 0.85);
    expect(detours[1]).toBeLessThan(round * 1.35);
    expect(detours[3]).toBe(detours[1]);
    expect(detours[2]).toBe(0);
  });
});

describe('lines pulled tight', () => {
  const straightened = (bends: readonly number[]) => {
    const parts = [boardLight('a', { x: 40, y: 60 }, [0]), boardLight('b', { x: 160, y: 60 }, [180])];
    const nets = [{ title: 'n', stops: [[{ part: 0, pad: 0 }], [{ part: 1, pad: 0 }]] }];
    const board = prepareBoard(boardProblem(parts, 200, 120, { nets }));
    return new ExactCloth(board, new Int32Array(2), [
      { net: 0, from: 0, to: 2, xy: [45, 60, ...bends, 155, 60] },
    ]);
  };

  test('a crooked line in the open becomes straight', () => {
    const cloth = straightened([60, 90, 80, 30, 120, 80, 140, 61]);
    cloth.tighten(4);
    expect(cloth.lines[0]?.xy).toEqual([45, 60, 155, 60]);
    expect(cloth.violations()).toBe(0);
  });

  test('tightening twice is tightening once', () => {
    const problem = strewnBoard(5, 6, 220);
    const board = prepareBoard(problem);
    const plan = planOrder(board, seededRandom(1), (done) => done / 4000);
    const work = new Realisation(new Ground(board, 1.7), plan.turns);
    work.leadAll(plan.edges);
    const cloth = new ExactCloth(
      board,
      work.field.turns,
      work.lines.map((line) => ({
        net: line.net,
        from: line.from,
        to: line.to,
        xy: [
          ...work.search.padXY(line.from),
          ...[...line.cells.subarray(1, -1)].flatMap((cell) => [
            work.field.ground.x(cell),
            work.field.ground.y(cell),
          ]),
          ...work.search.padXY(line.to),
        ],
      })),
    );
    const before = cloth.lengthMm();
    cloth.tighten(8);
    const once = cloth.lengthMm();
    cloth.tighten(8);
    expect(once).toBeLessThan(before);
    expect(cloth.lengthMm()).toBeGreaterThan(once - 0.5);
  });

  test('a patch goes where two lines cross at a slant, at a right angle, off the pads', () => {
    const parts = [
      boardLight('a', { x: 30, y: 60 }, [0]),
      boardLight('b', { x: 270, y: 140 }, [180]),
      boardLight('c', { x: 30, y: 140 }, [0]),
      boardLight('d', { x: 270, y: 60 }, [180]),
    ];
    const nets = [
      { title: 'down', stops: [[{ part: 0, pad: 0 }], [{ part: 1, pad: 0 }]] },
      { title: 'up', stops: [[{ part: 2, pad: 0 }], [{ part: 3, pad: 0 }]] },
    ];
    const board = prepareBoard(boardProblem(parts, 300, 200, { nets }));
    const cloth = new ExactCloth(board, new Int32Array(4), [
      { net: 0, from: 0, to: 2, xy: [35, 60, 265, 140] },
      { net: 1, from: 4, to: 6, xy: [35, 140, 265, 60] },
    ]);
    expect(cloth.violations()).toBeGreaterThan(0);
    patchCrossings(cloth);
    expect(cloth.patches).toHaveLength(1);
    expect(cloth.violations()).toBe(0);
    const { i, j } = cloth.patches[0] as { i: number; j: number };
    const directions = [i, j].map((line) => {
      const xy = cloth.lines[line]?.xy ?? [];
      for (let k = 2; k < xy.length; k += 2) {
        const [ax, ay, bx, by] = xy.slice(k - 2, k + 2) as [number, number, number, number];
        if (pointToLeg(cloth.patches[0]?.x ?? 0, cloth.patches[0]?.y ?? 0, ax, ay, bx, by) < 0.01)
          return Math.atan2(by - ay, bx - ax);
      }
      return Number.NaN;
    });
    expect(Math.abs(Math.sin((directions[0] as number) - (directions[1] as number)))).toBeGreaterThan(
      Math.sin(Math.PI / 4),
    );
  });
});
