import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { parsePart, serializePart } from '../formats/part-file.ts';
import { distance } from '../geometry/point.ts';
import { applyEdit } from '../plan/edit.ts';
import { deleteOwnPart, keepOwnPart } from '../plan/edits/own-part-edits.ts';
import { tickStep } from '../plan/edits/progress-edits.ts';
import { sewingTick } from '../plan/edits/sewn-problem.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holePoint } from '../plan/placed.ts';
import type { Run } from '../plan/records.ts';
import { sumRun } from '../plan/run-way.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { kindOfOwnPart, ownPartProblem, spreadOnCircle, spreadOnEdge } from './own-part.ts';
import type { OwnHole, OwnPart } from './own-part-schema.ts';
import { elementsOf } from './part-element.ts';
import { holesOfTerminal } from './part-kind.ts';

const hole = (id: string, x: number, y: number, more: Partial<OwnHole> = {}): OwnHole => ({
  id,
  x,
  y,
  diameterMm: 2,
  padMm: 4,
  role: 'pin',
  label: id.toUpperCase(),
  joinedAs: '',
  abilities: [],
  ...more,
});

/** A board of twenty holes as a maker would read it off a ruler. */
function twentyHoleBoard(): OwnPart {
  const holes = spreadOnCircle(20, 22).map(({ x, y }, i) =>
    hole(`h${i}`, x, y, i === 0 ? { role: 'plus' } : i === 10 || i === 15 ? { role: 'minus' } : {}),
  );
  return {
    id: 'own-board',
    title: 'Grandmother’s board',
    outline: { form: 'round', acrossMm: 52 },
    massG: 7,
    holes,
    model: { kind: 'board', volt: 3, mostMa: 90 },
  };
}

test('a board of twenty holes becomes a part with pins, supply and ground', () => {
  const part = twentyHoleBoard();
  expect(ownPartProblem(part, 'part')).toBeNull();
  const kind = kindOfOwnPart(part);
  expect(kind.holes).toHaveLength(20);
  expect(elementsOf(kind, 'pin')).toHaveLength(17);
  expect(holesOfTerminal(kind, 'ground')).toHaveLength(2);
  expect(kind.mostMaTogether).toBe(90);
  expect(kindOfOwnPart(part)).toBe(kind);
});

test('the metal round a hole is as wide as it was measured, and never less than the hole', () => {
  const board = twentyHoleBoard();
  const sizes = [
    { padMm: 6, diameterMm: 2 },
    { padMm: 1, diameterMm: 4 },
    { padMm: 3, diameterMm: 3 },
  ];
  const holes = board.holes.map((own, i) => ({ ...own, ...sizes[i % 3] }));
  const radii = kindOfOwnPart({ ...board, holes }).holes.map(({ padRadiusMm }) => padRadiusMm);
  expect(radii.slice(0, 6)).toEqual([3, 2, 1.5, 3, 2, 1.5]);
});

test('holes spread evenly on a circle and along an edge', () => {
  const ring = spreadOnCircle(16, 19);
  expect(ring[0]).toEqual({ x: 0, y: -19 });
  expect(ring[4]).toEqual({ x: 19, y: 0 });
  // Chord of a sixteenth of a circle: 2·r·sin(π/16) (geometry), to the hundredth a ruler never reads.
  expect(distance(ring[0] as never, ring[1] as never)).toBeCloseTo(2 * 19 * Math.sin(Math.PI / 16), 1);
  expect(spreadOnEdge(3, { x: -5, y: 8 }, 2.54, 'x')).toEqual([
    { x: -5, y: 8 },
    { x: -2.46, y: 8 },
    { x: 0.08, y: 8 },
  ]);
});

describe('what is not described well enough is said, with the hole', () => {
  const board = twentyHoleBoard();
  test.each<readonly [string, Partial<OwnPart>, RegExp]>([
    ['a hole off the part', { holes: [...board.holes, hole('far', 80, 0)] }, /FAR lies off the part/],
    ['two holes of one name', { holes: [...board.holes, hole('h3', 0, 0)] }, /called “h3”/],
    [
      'no −',
      { holes: board.holes.map((one) => ({ ...one, role: 'plus' as const })) },
      /one \+ hole and one − hole/,
    ],
    ['a switch with one hole', { model: { kind: 'switch', onOhm: 1 } }, /two holes that are apart/],
    [
      'a cell nobody has',
      { model: { kind: 'cell', cellId: 'potato', count: 1, switched: false } },
      /no cell "potato"/,
    ],
  ])('%s', (_what, change, words) => {
    expect(ownPartProblem({ ...board, ...change }, 'part')?.detail).toMatch(words);
  });
});

test('every model turns into its element between the right holes', () => {
  const ends = [hole('a', -8, 0, { role: 'plus' }), hole('b', 8, 0, { role: 'minus' })];
  const joined = [
    hole('a', -8, 0, { role: 'joined', joinedAs: 'one' }),
    hole('b', 8, 0, { role: 'joined', joinedAs: 'other' }),
    hole('c', 0, 8, { role: 'joined', joinedAs: 'one' }),
  ];
  const kind = (model: OwnPart['model'], holes: readonly OwnHole[]) => {
    const part: OwnPart = { ...twentyHoleBoard(), holes, model };
    expect(ownPartProblem(part, 'part')).toBeNull();
    return kindOfOwnPart(part);
  };
  expect(kind({ kind: 'light', seriesOhm: 47 }, ends).elements).toMatchObject([
    { kind: 'light', plus: 'supply', minus: 'ground', seriesOhm: 47 },
  ]);
  const toggle = kind({ kind: 'switch', onOhm: 0.4 }, joined);
  expect(toggle.elements).toMatchObject([{ kind: 'switch', a: 'joined-one', b: 'joined-other', onOhm: 0.4 }]);
  expect(holesOfTerminal(toggle, 'joined-one').map((one) => one.id)).toEqual(['a', 'c']);
  expect(kind({ kind: 'load', volt: 3, ma: 8 }, ends).elements).toMatchObject([{ kind: 'load', ma: 8 }]);
  expect(kind({ kind: 'none' }, []).elements).toEqual([]);
});

describe('with a plan, and alone', () => {
  const part = twentyHoleBoard();

  test('a described part is placed, saved with the plan, and kept while it is in use', () => {
    const build = new PlanBuilder();
    build.edit(keepOwnPart(build.plan, part)).place('own-board', 'brain', 100, 100);
    expect(kindOf(build.plan, build.part('brain')).title).toBe('Grandmother’s board');
    expect(deleteOwnPart(build.plan, part.id)).toMatchObject({ problem: { code: 'own-part-in-use' } });
    // A description that would take a sewn hole away is refused.
    build.light('a', 100, 30).sew('brain.h1', 'a.plus');
    const less = { ...part, holes: part.holes.filter((one) => one.id !== 'h1') };
    expect(keepOwnPart(build.plan, less)).toMatchObject({ problem: { code: 'run-to-nowhere' } });
    const heavier = applyEdit(build.plan, expectOk(keepOwnPart(build.plan, { ...part, massG: 9 })));
    expect(kindOf(heavier, build.part('brain')).massG).toBe(9);
  });

  test('a hole that is described elsewhere takes its threads along, unless they are sewn', () => {
    const build = new PlanBuilder();
    build.edit(keepOwnPart(build.plan, part)).place('own-board', 'brain', 100, 100);
    build.light('a', 100, 30).sew('brain.h1', 'a.plus');
    const run = Object.values(build.plan.runs)[0] as Run;
    const before = sumRun(build.plan, run);
    const wider = {
      ...part,
      holes: part.holes.map((one) => (one.id === 'h1' ? { ...one, y: one.y + 8 } : one)),
    };
    const after = applyEdit(build.plan, expectOk(keepOwnPart(build.plan, wider)));
    expect(sumRun(after, run).pathMm).toBeCloseTo(
      distance(holePoint(after, run.from), holePoint(after, run.to)),
      6,
    );
    expect(sumRun(after, run).pathMm).toBeGreaterThan(before.pathMm + 5);
    expect(sumRun(after, run).ohm).toBeGreaterThan(before.ohm);
    expect(sumRun(build.plan, run)).toEqual(before);
    build.edit(tickStep(build.plan, sewingTick(run.id), true));
    expect(keepOwnPart(build.plan, wider)).toMatchObject({ problem: { code: 'part-sewn' } });
    expect(keepOwnPart(build.plan, { ...part, title: 'Another name', massG: 8 }).ok).toBe(true);
  });

  test('a part file is read back as it was, and what is none is refused with the spot', () => {
    expect(expectOk(parsePart(serializePart(part)))).toEqual(part);
    expect(parsePart('{')).toMatchObject({ problem: { code: 'part-file-foreign' } });
    expect(parsePart('{"format":"sashiko-plan"}')).toMatchObject({ problem: { code: 'part-file-foreign' } });
    const bad = serializePart(part).replace('"massG": 7', '"massG": -1');
    expect(parsePart(bad)).toMatchObject({ problem: { code: 'file-wrong-shape', path: 'part.massG' } });
  });
});

test('an overlay: what must show is no hole but a spot, which the fit finder can place', () => {
  const overlay: OwnPart = {
    ...twentyHoleBoard(),
    holes: [
      hole('w1', -10, 0, { role: 'shows', diameterMm: 6, label: 'moon' }),
      hole('w2', 10, 0, { role: 'shows', diameterMm: 4, label: '' }),
    ],
    model: { kind: 'none' },
  };
  expect(ownPartProblem(overlay, 'part')).toBeNull();
  const kind = kindOfOwnPart(overlay);
  expect(kind.holes).toEqual([]);
  expect(kind.spots).toEqual([
    { id: 'w1', title: 'moon', at: { x: -10, y: 0 }, radiusMm: 3 },
    { id: 'w2', title: 'w2', at: { x: 10, y: 0 }, radiusMm: 2 },
  ]);
});
