/** Bodies on each other, edges through bodies, layers past their panel: by hand, with numbers of plain geometry. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import type { Finding } from '../checks/finding.ts';
import { fixesFor } from '../checks/fix.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { applyEdit } from './edit.ts';
import { addLayer } from './edits/layer-edits.ts';
import { copyPanel } from './edits/panel-edits.ts';
import { lockParts } from './edits/part-edits.ts';
import { overlappingBodies } from './overlaps.ts';
import { panelsOf } from './panels.ts';
import type { Plan } from './schema.ts';

const told = ({ plan }: { readonly plan: Plan }, ruleId: string): readonly Finding[] =>
  checkPlan(plan).filter((finding) => finding.ruleId === ruleId);
const box = (left: number, top: number, right: number, bottom: number) =>
  [
    [left, top],
    [right, top],
    [right, bottom],
    [left, bottom],
  ].map(([x = 0, y = 0]) => ({ at: { x, y } }));

describe('bodies', () => {
  const two = (x: number, face: 'right' | 'wrong' = 'right'): PlanBuilder => {
    const build = new PlanBuilder('Two', 200, 120).holder(60, 60);
    return build.place(build.part('holder').kindId, 'other', 60 + x, 60, { face });
  };

  test('two holders on each other are a stop, as the metal of both can touch; beside each other, or on two faces, they are none', () => {
    const [finding] = told(two(3), 'parts-overlap');
    expect(finding?.severity).toBe('stop');
    expect(finding?.message).toBe(
      'holder and other lie on each other, and metal of both that must stay apart can touch.',
    );
    expect(told(two(60), 'parts-overlap')).toEqual([]);
    expect(told(two(3, 'wrong'), 'parts-overlap')).toEqual([]);
  });

  test('bodies that merely touch are none, and what they share is how far one has to move', () => {
    const [shared] = overlappingBodies(two(10).plan);
    if (shared === undefined) throw new Error('not found');
    // Moved so far, they are clear; a millimetre less, and they are not.
    expect(overlappingBodies(two(10 + shared.depthMm + 0.5).plan)).toEqual([]);
  });

  test('at one place of two panels they are none', () => {
    const build = two(3);
    const [panel] = panelsOf(build.plan);
    build.edit(copyPanel(build.plan, panel?.id ?? '', false));
    const [, second] = panelsOf(build.plan);
    const other = { ...build.part('other'), panelId: second?.id ?? '' };
    const apart = { ...build.plan, parts: { ...build.plan.parts, [other.id]: other } };
    expect(told(build, 'parts-overlap')).toHaveLength(1);
    expect(told({ plan: apart }, 'parts-overlap')).toEqual([]);
  });

  test('the metal of the two is told with them, not once more as gaps; that of parts beside each other is', () => {
    expect(told(two(3), 'gap')).toEqual([]);
    const beside = two(31.5);
    expect(told(beside, 'parts-overlap')).toEqual([]);
    expect(told(beside, 'gap').length).toBeGreaterThan(0);
  });

  test('it is mended by moving one of them, and by neither where both are locked', () => {
    const build = two(3);
    const [finding] = told(build, 'parts-overlap');
    if (finding === undefined) throw new Error('not told');
    const [fix] = fixesFor(build.plan, finding).fixes;
    expect(fix?.label).toMatch(/^move (other|holder) \d+\.\d mm away from (holder|other)$/);
    expect(
      fix === undefined ? [finding] : told({ plan: applyEdit(build.plan, fix.edit) }, 'parts-overlap'),
    ).toEqual([]);
    build.edit(lockParts(build.plan, Object.keys(build.plan.parts), true));
    expect(fixesFor(build.plan, finding).fixes).toEqual([]);
  });

  test('every part of the drawer on itself is told, but for the bare end of a thread and what lies there loose', () => {
    for (const kind of PART_KINDS) {
      const build = new PlanBuilder('Drawer', 400, 400);
      for (const name of ['one', 'two']) build.place(kind.id, name, 200, 200);
      const bodies = Object.keys(build.plan.parts).length;
      const isBare = kind.threadEnd !== undefined || kind.isLoose === true;
      expect(overlappingBodies(build.plan).length > 0, `${kind.id}, ${bodies} parts`).toBe(!isBare);
    }
  });
});

describe('layers', () => {
  const covered = (edge: number, laid: 'before' | 'after' = 'after'): PlanBuilder => {
    const build = new PlanBuilder('Pocket', 200, 120).holder(60, 60);
    const [panelId = ''] = Object.keys(build.plan.panels);
    return build.edit(
      addLayer(build.plan, { panelId, face: 'right', name: 'pocket', nodes: box(20, 20, edge, 100), laid }),
    );
  };

  test('the edge of a pocket through a holder is told; round it, over the whole of it, or under it, it is not', () => {
    expect(told(covered(60), 'parts-overlap').map(({ message }) => message)).toEqual([
      'The edge of pocket goes through holder.',
    ]);
    expect(told(covered(110), 'parts-overlap')).toEqual([]);
    expect(told(covered(30), 'parts-overlap')).toEqual([]);
    expect(told(covered(60, 'before'), 'parts-overlap')).toEqual([]);
  });

  test('a layer past its panel is told with how far', () => {
    expect(told(covered(212), 'layer-past')).toMatchObject([
      { message: 'pocket reaches 12 mm past the edge of piece.', found: { value: 12 } },
    ]);
    expect(told(covered(200), 'layer-past')).toEqual([]);
  });
});
