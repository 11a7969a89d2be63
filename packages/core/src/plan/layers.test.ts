/** Layers: what they cover, what Check says of lights and cells under them, when the sheet lays them on. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { patternDrawing } from '../sewing/pattern-drawing.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { moveIntoWindows } from './arrange/into-windows.ts';
import { applyEdit, type Edit, invertEdit } from './edit.ts';
import { addLayer, changeLayer, cutWindows, deleteLayer, layerIdOf } from './edits/layer-edits.ts';
import { addPanels, deletePanel, panelIdOf } from './edits/panel-edits.ts';
import { moveParts } from './edits/part-edits.ts';
import { covers, layersOn, looksOut } from './layers.ts';
import { panelOf } from './panels.ts';
import type { Layer } from './records.ts';
import type { Plan } from './schema.ts';

const { plan } = smallLantern();
const laid = (
  changes: Partial<Layer> = {},
): { readonly plan: Plan; readonly id: string; readonly edit: Edit } => {
  const edit = expectOk(
    addLayer(plan, { name: 'overlay', panelId: panelOf(plan).id, face: 'right', ...changes }),
  );
  return { plan: applyEdit(plan, edit), id: layerIdOf(plan.nextNumber), edit };
};
const of = (one: Plan, ruleId: string): readonly string[] =>
  checkPlan(one)
    .filter((finding) => finding.ruleId === ruleId)
    .map(({ message }) => message);
const lights = Object.values(plan.parts).filter(({ kindId }) => kindId.includes('light'));

test('a layer is laid, taken off, written and read; a box covers what lies in it and its windows nothing', () => {
  const { plan: covered, edit, id } = laid();
  expect(applyEdit(covered, invertEdit(edit))).toEqual(plan);
  expect(expectOk(parsePlan(serializePlan(covered)))).toEqual(covered);
  const box = [
    { at: { x: 20, y: 20 } },
    { at: { x: 120, y: 20 } },
    { at: { x: 120, y: 80 } },
    { at: { x: 20, y: 80 } },
  ];
  const window = [{ at: { x: 40, y: 40 } }, { at: { x: 60, y: 40 } }, { at: { x: 60, y: 60 } }];
  const part = applyEdit(covered, expectOk(changeLayer(covered, id, { nodes: box, windows: [window] })));
  const layer = part.layers[id] as Layer;
  expect([
    covers(part, layer, { x: 30, y: 30 }),
    covers(part, layer, { x: 55, y: 45 }),
    covers(part, layer, { x: 10, y: 10 }),
  ]).toEqual([true, false, false]);
  expect(applyEdit(part, expectOk(deleteLayer(part, id))).layers).toEqual({});
});

describe('what is found', () => {
  test('lights under an overlay are told, until windows are cut over them', () => {
    const { plan: covered, id } = laid();
    expect(of(covered, 'layer-window')).toHaveLength(lights.length);
    const open = applyEdit(covered, expectOk(cutWindows(covered, id)));
    expect(open.layers[id]?.windows).toHaveLength(lights.length);
    expect(of(open, 'layer-window')).toEqual([]);
    expect(cutWindows(open, id)).toMatchObject({ problem: { code: 'window-none' } });
    // On the other face nothing shows that it could hide.
    expect(of(laid({ face: 'wrong' }).plan, 'layer-window')).toEqual([]);
  });

  test('lights beside their windows move into them, each into one of its own; what is there already is left in it', () => {
    const { plan: covered, id } = laid();
    const aside = lights.map(({ at: { x, y } }) =>
      [
        { x: -6, y: -6 },
        { x: 6, y: -6 },
        { x: 6, y: 6 },
        { x: -6, y: 6 },
      ].map((corner) => ({ at: { x: x + 4 + corner.x, y: y + 9 + corner.y } })),
    );
    const off = applyEdit(covered, expectOk(changeLayer(covered, id, { windows: aside })));
    expect(of(off, 'layer-window')).toHaveLength(lights.length);
    const ids = Object.keys(off.parts);
    const edit = expectOk(moveIntoWindows(off, ids));
    const moved = applyEdit(off, edit);
    expect(applyEdit(moved, invertEdit(edit))).toEqual(off);
    expect(of(moved, 'layer-window')).toEqual([]);
    for (const { id: light, at } of lights) {
      const { x, y } = moved.parts[light]?.at ?? { x: 0, y: 0 };
      expect([x - at.x, y - at.y]).toEqual([expect.closeTo(4, 1), expect.closeTo(9, 1)]);
    }
    const holder = Object.values(off.parts).find((part) => !looksOut(off, part));
    expect(moved.parts[holder?.id ?? '']).toBe(off.parts[holder?.id ?? '']);
    // All are in windows now: there is nothing left to move.
    expect(moveIntoWindows(moved, ids)).toMatchObject({ problem: { code: 'window-to-move-to' } });
    expect(moveIntoWindows(plan, ids)).toMatchObject({ problem: { code: 'window-to-move-to' } });
    // A window that one light has is not offered to another.
    const [first, second] = lights.map((light) => light.id) as [string, string];
    const one = applyEdit(moved, expectOk(moveParts(moved, [first], { x: 12, y: 0 })));
    expect(moveIntoWindows(one, [second])).toMatchObject({ ok: false });
    // Nor is one that another layer covers, or one of another layer than was asked for.
    const veiled = applyEdit(
      off,
      expectOk(addLayer(off, { name: 'veil', panelId: panelOf(off).id, face: 'right' })),
    );
    expect(moveIntoWindows(veiled, ids)).toMatchObject({ problem: { code: 'window-to-move-to' } });
    expect(moveIntoWindows(off, ids, 'l0')).toMatchObject({ problem: { code: 'window-to-move-to' } });
    expect(applyEdit(one, expectOk(moveIntoWindows(one, [first]))).parts[first]).toEqual(moved.parts[first]);
  });

  test('cell and switch under a layer that is fastened for good are told; under one that comes off they are not', () => {
    expect(of(laid({ fastened: 'sewn' }).plan, 'layer-holder')).toHaveLength(2);
    expect(of(laid({ fastened: 'comes-off' }).plan, 'layer-holder')).toEqual([]);
  });
});

describe('in the other words', () => {
  test('the sheet lays it on after the last test, with what it hides; one that is there first comes first', () => {
    const after = sewingSheet(laid().plan).steps;
    const at = after.findIndex(({ text }) => /Sew overlay onto the right side of the piece/.test(text));
    expect(at).toBeGreaterThan(after.findLastIndex(({ id }) => id.startsWith('sew:')));
    expect(after[at]?.lastChance).toMatch(/Last chance for/);
    const before = sewingSheet(laid({ laid: 'before' }).plan).steps;
    expect(before.findIndex(({ text }) => /Sew overlay onto/.test(text))).toBeLessThan(
      before.findIndex(({ id }) => id.startsWith('sew:')),
    );
    expect(sewingSheet(laid().plan).gather.some(({ what }) => /for overlay$/.test(what))).toBe(true);
  });

  test('the pattern of its face shows it with two crosses to lay it on by', () => {
    const words = (one: Plan, face: 'right' | 'wrong') =>
      patternDrawing(one, face).flatMap((item) => (item.kind === 'text' ? [item.text] : []));
    expect(words(laid().plan, 'right')).toContain('overlay');
    expect(words(laid().plan, 'wrong')).not.toContain('overlay');
  });

  test('it goes with its panel', () => {
    const two = applyEdit(
      plan,
      expectOk(addPanels(plan, [{ shape: panelOf(plan).shape, like: panelOf(plan) }])),
    );
    const panelId = panelIdOf(plan.nextNumber);
    const lined = applyEdit(two, expectOk(addLayer(two, { name: 'lining', panelId, face: 'wrong' })));
    expect(layersOn(lined, panelId)).toHaveLength(1);
    expect(applyEdit(lined, expectOk(deletePanel(lined, panelId))).layers).toEqual({});
  });
});
