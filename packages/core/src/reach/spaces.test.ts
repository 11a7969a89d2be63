/** Ways into a piece and how wide they are: by hand, an opening being half as wide as it is round. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { cornersOf } from '../geometry/curve.ts';
import { applyEdit } from '../plan/edit.ts';
import { addMarkings } from '../plan/edits/cloth-edits.ts';
import { addLayer } from '../plan/edits/layer-edits.ts';
import { changePanel } from '../plan/edits/panel-edits.ts';
import { changeSeam } from '../plan/edits/seam-edits.ts';
import { takeSet } from '../plan/edits/set-edits.ts';
import { addWork, changeWork } from '../plan/edits/sewing-edits.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Layer } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { allDone, type Done, spacesWhen } from './spaces.ts';

const NOTHING: Done = new Set();
const box = (left: number, top: number, right: number, bottom: number) =>
  cornersOf([
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ]);
const taken = (setId: string, sizes: Record<string, number> = {}): Plan => {
  const empty = new PlanBuilder('Set').plan;
  return applyEdit(empty, expectOk(takeSet(empty, setId, sizes)));
};
const idOf = (plan: Plan, name: string): string => panelsOf(plan).find((one) => one.name === name)?.id ?? '';
const toWrong = (plan: Plan, name: string, done: Done): number =>
  spacesWhen(plan, done).widestWayToFaceMm(idOf(plan, name), 'wrong');
const seamsOf = (plan: Plan, ...at: readonly number[]): Done => {
  const ids = Object.keys(plan.seams);
  return new Set(at.map((i) => ids[i] as string));
};

describe('panels and their seams', () => {
  test('of flat cloth the right side lies open, and all round its edge one gets to the wrong one', () => {
    const { plan } = new PlanBuilder('Flat', 200, 120);
    const [panel] = panelsOf(plan);
    const spaces = spacesWhen(plan, NOTHING);
    expect(spaces.widestWayToFaceMm(panel?.id ?? '', 'right')).toBe(Number.POSITIVE_INFINITY);
    expect(spaces.widestWayToFaceMm(panel?.id ?? '', 'wrong')).toBe(320);
  });

  test('a pouch closes seam by seam: two sides leave mouth and bottom, the bottom the mouth', () => {
    const plan = taken('boxed-pouch', { widthMm: 260, heightMm: 200 });
    // One side, sewn first: mouth, the other side and the bottom of both, 2 × (280 + 220 + 280) ÷ 2.
    expect(toWrong(plan, 'front', NOTHING)).toBeCloseTo(780, 3);
    expect(toWrong(plan, 'front', seamsOf(plan, 1))).toBeCloseTo(280, 3);
    expect(toWrong(plan, 'back', seamsOf(plan, 1, 2))).toBeCloseTo(280, 3);
    // The lining keeps its gap in the bottom, 0.3 of 280, but its mouth is wider.
    expect(toWrong(plan, 'front lining', seamsOf(plan, 3, 4, 5, 6))).toBeCloseTo(280, 3);
  });

  test('a body that is sewn all round is as open as its turning gap', () => {
    const plan = taken('stuffed-body');
    const mm = toWrong(plan, 'front', new Set(Object.keys(plan.seams)));
    expect(mm).toBeGreaterThan(40);
    expect(mm).toBeLessThan(80);
    // Stuffed, with the gap closed, nothing leads in.
    const { face, at, panelId } = {
      face: 'wrong' as const,
      at: { x: 80, y: 120 },
      panelId: idOf(plan, 'front'),
    };
    expect(spacesWhen(plan, allDone(plan)).widestWayMm({ panelId, face, at })).toBe(0);
    expect(spacesWhen(plan, allDone(plan)).widestWayMm({ panelId, face: 'right', at })).toBe(
      Number.POSITIVE_INFINITY,
    );
  });

  test('a sleeve that is a tube again is as open as its wider end lies flat', () => {
    const plan = taken('opened-sleeve', { widthMm: 380, wristMm: 230 });
    const open = toWrong(plan, 'sleeve', NOTHING);
    const tube = toWrong(plan, 'sleeve', new Set(Object.keys(plan.seams)));
    expect(open).toBeGreaterThan(700);
    // Its cap is an arch over 400 mm of cloth.
    expect(tube).toBeGreaterThan(200);
    expect(tube).toBeLessThan(260);
  });

  test('a mitten stays open at its wrist, also when it is turned', () => {
    const plan = taken('glove');
    const at = { panelId: idOf(plan, 'front'), face: 'wrong' as const, at: { x: 50, y: 120 } };
    const mm = spacesWhen(plan, allDone(plan)).widestWayMm(at);
    expect(mm).toBeGreaterThan(80);
    expect(mm).toBeLessThan(110);
  });

  test('outside is what the maker says of any panel; unsaid again, the right side of the first', () => {
    const plan = taken('stuffed-body');
    const say = (of: Plan, name: string, outside: 'right' | 'wrong' | null): Plan =>
      applyEdit(of, expectOk(changePanel(of, idOf(of, name), { outside })));
    const open = (of: Plan, face: 'right' | 'wrong'): readonly boolean[] =>
      ['front', 'back'].map(
        (name) =>
          spacesWhen(of, allDone(of)).widestWayToFaceMm(idOf(of, name), face) === Number.POSITIVE_INFINITY,
      );
    expect([open(plan, 'right'), open(plan, 'wrong')]).toEqual([
      [true, true],
      [false, false],
    ]);
    // Said of the second panel, it holds for all that is sewn to it.
    const turned = say(plan, 'back', 'wrong');
    expect([open(turned, 'right'), open(turned, 'wrong')]).toEqual([
      [false, false],
      [true, true],
    ]);
    expect(open(say(turned, 'back', null), 'right')).toEqual([true, true]);
    expect(expectOk(parsePlan(serializePlan(turned)))).toEqual(turned);
  });

  test('a seam that is not reversed joins beginning with beginning', () => {
    const plan = taken('opened-sleeve');
    const [id = ''] = Object.keys(plan.seams);
    const seam = plan.seams[id];
    if (seam === undefined) throw new Error('no seam');
    const twisted = applyEdit(plan, expectOk(changeSeam(plan, id, { b: { ...seam.b, reversed: false } })));
    // Cap and wrist are one opening then, as of a strip whose ends are joined with a twist.
    const sum = toWrong(twisted, 'sleeve', new Set([id]));
    expect(sum).toBeGreaterThan(toWrong(plan, 'sleeve', new Set([id])));
  });
});

describe('holes, zips, zones', () => {
  const closed = (): Plan => {
    const plan = taken('stuffed-body');
    return applyEdit(plan, {
      label: 'no works',
      changes: Object.values(plan.works).map((before) => ({
        table: 'works' as const,
        id: before.id,
        before,
        after: null,
      })),
    });
  };
  const withArea = (
    use: 'opening' | 'zip' | 'reach' | 'window' | 'keep-out',
    width: number,
    height: number,
  ): Plan => {
    const plan = closed();
    const nodes = box(80 - width / 2, 120 - height / 2, 80 + width / 2, 120 + height / 2);
    return applyEdit(
      plan,
      expectOk(
        addMarkings(plan, [{ use, name: use, closed: true, nodes }], undefined, {
          panelId: idOf(plan, 'back'),
        }),
      ),
    );
  };
  const gapMm = toWrong(closed(), 'front', allDone(closed()));

  test.each([
    ['opening', 100, 60, 160],
    ['reach', 90, 50, 140],
    ['zip', 120, 10, 120],
  ] as const)('%s of %i × %i lets %i mm in, on both panels', (use, width, height, mm) => {
    const plan = withArea(use, width, height);
    for (const name of ['front', 'back']) expect(toWrong(plan, name, allDone(plan))).toBeCloseTo(mm, 3);
  });

  test('work that sews a zip into an area lets in what a zip drawn there does, and from when it is done', () => {
    const plan = withArea('keep-out', 120, 10);
    const area = Object.keys(plan.panels[idOf(plan, 'back')]?.markings ?? {})[0] ?? '';
    const worked = (kind: 'do' | 'close', zip: boolean): Plan => {
      const added = applyEdit(plan, expectOk(addWork(plan, { title: 'sew it in', kind, place: area })));
      const [id = ''] = Object.keys(added.works);
      return applyEdit(added, expectOk(changeWork(added, id, { zip })));
    };
    const closings = worked('close', true);
    const seamsOnly = new Set(Object.keys(closings.seams));
    for (const name of ['front', 'back']) {
      expect(toWrong(closings, name, allDone(closings))).toBeCloseTo(120, 3);
      expect(toWrong(closings, name, seamsOnly)).toBeCloseTo(gapMm, 3);
      expect(toWrong(worked('do', true), name, seamsOnly)).toBeCloseTo(120, 3);
      expect(toWrong(worked('do', false), name, allDone(plan))).toBeCloseTo(gapMm, 3);
    }
  });

  test('what a zip closes opens again; without one it is closed for good', () => {
    const plan = taken('glove');
    const at = { panelId: idOf(plan, 'front'), face: 'wrong' as const, at: { x: 50, y: 120 } };
    const shut = applyEdit(
      plan,
      expectOk(addWork(plan, { title: 'shut it', kind: 'close', place: 'wrong' })),
    );
    const zipped = applyEdit(
      shut,
      expectOk(changeWork(shut, Object.keys(shut.works).at(-1) ?? '', { zip: true })),
    );
    expect(spacesWhen(shut, allDone(shut)).widestWayMm(at)).toBe(0);
    expect(spacesWhen(zipped, allDone(zipped)).widestWayMm(at)).toBe(
      spacesWhen(plan, allDone(plan)).widestWayMm(at),
    );
  });

  test('a window that is only to be seen through, and a keep-out, let nothing in', () => {
    for (const use of ['window', 'keep-out'] as const) {
      const plan = withArea(use, 110, 80);
      expect(toWrong(plan, 'front', allDone(plan))).toBeCloseTo(gapMm, 3);
    }
  });

  test('work that closes for good hides its face, but for what lies in a zone', () => {
    const plan = withArea('reach', 90, 50);
    const shut = applyEdit(
      plan,
      expectOk(addWork(plan, { title: 'line it', kind: 'close', place: 'wrong' })),
    );
    const spaces = spacesWhen(shut, allDone(shut));
    const on = (x: number, face: 'right' | 'wrong' = 'wrong') =>
      spaces.widestWayMm({ panelId: idOf(plan, 'back'), face, at: { x, y: 120 } });
    expect(on(80)).toBeCloseTo(140, 3);
    expect(on(20)).toBe(0);
    expect(on(20, 'right')).toBe(Number.POSITIVE_INFINITY);
    const nowhere = applyEdit(
      plan,
      expectOk(addWork(plan, { title: 'turn it', kind: 'close', place: 'nowhere' })),
    );
    expect(
      spacesWhen(nowhere, allDone(nowhere)).widestWayMm({
        panelId: idOf(plan, 'back'),
        face: 'wrong',
        at: { x: 20, y: 120 },
      }),
    ).toBeCloseTo(140, 3);
  });
});

describe('layers', () => {
  const laid = (changes: Partial<Layer>, more: readonly Partial<Layer>[] = []): Plan => {
    const build = new PlanBuilder('Pocket', 200, 200);
    const panelId = panelsOf(build.plan)[0]?.id ?? '';
    for (const one of [changes, ...more])
      build.edit(
        addLayer(build.plan, {
          name: 'pocket',
          panelId,
          face: 'right',
          nodes: box(40, 40, 140, 120),
          ...one,
        }),
      );
    return build.plan;
  };
  const under = (plan: Plan, at = { x: 90, y: 80 }, face: 'right' | 'wrong' = 'right'): number =>
    spacesWhen(plan, allDone(plan)).widestWayMm({ panelId: panelsOf(plan)[0]?.id ?? '', face, at });

  test('fastened all round it lets nothing in; beside it, on the other face, and before it is on, all lies open', () => {
    const plan = laid({});
    expect(under(plan)).toBe(0);
    expect(under(plan, { x: 20, y: 20 })).toBe(Number.POSITIVE_INFINITY);
    expect(under(plan, { x: 90, y: 80 }, 'wrong')).toBe(400);
    const panelId = panelsOf(plan)[0]?.id ?? '';
    expect(spacesWhen(plan, NOTHING).widestWayMm({ panelId, face: 'right', at: { x: 90, y: 80 } })).toBe(
      Number.POSITIVE_INFINITY,
    );
  });

  test('an open edge is as wide as it is long, a window as it lies flat; what comes off, and what was there before, hides nothing', () => {
    expect(under(laid({ openEdge: { from: 0, to: 1 } }))).toBe(100);
    expect(under(laid({ openEdge: { from: 1, to: 2 } }))).toBe(80);
    expect(under(laid({ windows: [box(50, 50, 80, 70)] }))).toBe(50);
    expect(under(laid({ fastened: 'comes-off' }))).toBe(Number.POSITIVE_INFINITY);
    expect(under(laid({ laid: 'before' }))).toBe(Number.POSITIVE_INFINITY);
  });

  test('a layer over the whole of another one counts as well, whichever is the narrower', () => {
    const outer = { name: 'flap', nodes: box(20, 20, 180, 180) };
    expect(under(laid({ openEdge: { from: 0, to: 1 } }, [outer]))).toBe(0);
    expect(under(laid({ openEdge: { from: 0, to: 1 } }, [{ ...outer, openEdge: { from: 1, to: 2 } }]))).toBe(
      100,
    );
    expect(under(laid({}, [{ ...outer, fastened: 'comes-off' }]))).toBe(0);
  });
});
