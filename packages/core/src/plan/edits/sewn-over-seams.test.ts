/** Every ready piece of several panels, lit over every seam that joins two of them: all that is done with a plan can be done with it. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../../checks/check-plan.ts';
import { clothOutline } from '../../cloth/cloth.ts';
import { PIECE_SETS } from '../../cloth/piece-sets.ts';
import { expectOk } from '../../errors/problem.ts';
import { distance } from '../../geometry/point.ts';
import { boundsOf } from '../../geometry/polygon.ts';
import { sewingSheet } from '../../sewing/sewing-sheet.ts';
import { usePlan } from '../../testing/hostile.ts';
import { PlanBuilder } from '../../testing/plan-builder.ts';
import { applyEdit } from '../edit.ts';
import { panelOf } from '../panels.ts';
import { holePoint } from '../placed.ts';
import { runLegs } from '../run-way.ts';
import type { Plan } from '../schema.ts';
import { seamWords } from '../seam-works.ts';
import { pointOnSeam } from '../seams.ts';
import { partIdOf, placePart } from './part-edits.ts';
import { drawRun, runIdOf } from './run-edits.ts';
import { takeSet } from './set-edits.ts';

function put(plan: Plan, kindId: string, panelId: string): readonly [Plan, string] {
  const [left, top, right, bottom] = boundsOf(clothOutline(panelOf(plan, { panelId })));
  const at = { x: (left + right) / 2, y: (top + bottom) / 2 };
  return [applyEdit(plan, expectOk(placePart(plan, { kindId, panelId, at }))), partIdOf(plan.nextNumber)];
}

const CASES = PIECE_SETS.flatMap((set) => {
  const empty = new PlanBuilder('Set').plan;
  const plan = applyEdit(empty, expectOk(takeSet(empty, set.id)));
  return Object.values(plan.seams)
    .filter(({ a, b }) => a.panelId !== b.panelId)
    .map((seam) => ({ title: `${set.title}, ${seam.id}`, plan, seam }));
});

describe('a light on one panel, its holder on the other', () => {
  test('most sets join panels', () => {
    expect(CASES.length).toBeGreaterThan(15);
  });

  test.each(CASES)('$title', ({ plan: bare, seam }) => {
    const [withLight, light] = put(bare, 'sew-on-light', seam.a.panelId);
    const [withBoth, holder] = put(withLight, 'coin-cell-holder-switched', seam.b.panelId);
    let plan = withBoth;
    for (const [share, from, to] of [
      [0.4, 'minus', 'minus-1'],
      [0.6, 'plus', 'plus-2'],
    ] as const) {
      const id = runIdOf(plan.nextNumber);
      const ends = { from: { partId: light, holeId: from }, to: { partId: holder, holeId: to } };
      const pass = { seamId: seam.id, leaves: 'a', share, bends: 0 } as const;
      plan = applyEdit(plan, expectOk(drawRun(plan, { ...ends, bends: [], passes: [pass] })));
      // As long as it is straight to the seam on one panel, and straight on from the same place on the other.
      const [a, b] = [pointOnSeam(plan, seam, 'a', share), pointOnSeam(plan, seam, 'b', share)];
      const straightMm = distance(holePoint(plan, ends.from), a) + distance(b, holePoint(plan, ends.to));
      const legs = runLegs(plan, plan.runs[id] as Plan['runs'][string]);
      expect(legs.map(({ panelId }) => panelId)).toEqual([seam.a.panelId, seam.b.panelId]);
      expect(legs.at(-1)?.toMm).toBeCloseTo(straightMm, 6);
    }
    usePlan(plan);
    // Corners are pinched, and a piece is turned or stuffed, when every seam is sewn, every layer is on and every tail is joined.
    const order = sewingSheet(plan).steps.map(({ id }) => id);
    const at = (ids: readonly string[]): readonly number[] => ids.map((id) => order.indexOf(id));
    const closing = at(
      Object.values(plan.works)
        .filter(({ kind }) => kind === 'close')
        .map(({ id }) => `work:${id}`),
    );
    const before = at([
      ...[...Object.keys(plan.seams), ...Object.keys(plan.layers)].map((id) => `work:${id}`),
      ...order.filter((id) => id.startsWith('bridge:')),
    ]);
    expect([...before, ...closing]).not.toContain(-1);
    if (closing.length > 0) expect(Math.min(...closing)).toBeGreaterThan(Math.max(...before));
    // A seam that is sewn after the circuit is told with every thread over it.
    expect(checkPlan(plan).some(({ ruleId }) => ruleId === 'seam-pass')).toBe(seam.sewn === 'after');
  });
});

test.each([
  ['boxed-pouch', 'F', 'part of the lower edge of front lining on part of the lower edge of back lining'],
  ['boxed-pouch', 'C', 'the lower edge of front on the lower edge of back'],
  [
    'stuffed-body',
    'A',
    'the edge all round but for the lower left edge of front on the edge all round but for the lower right edge of back',
  ],
])('what is left open to turn a piece through is said: %s, seam %s', (setId, letter, words) => {
  const empty = new PlanBuilder('Set').plan;
  const plan = applyEdit(empty, expectOk(takeSet(empty, setId)));
  const said = Object.values(plan.seams).map((seam) => seamWords(plan, seam));
  expect(said.find((text) => text.startsWith(`seam ${letter}:`))).toContain(words);
});
