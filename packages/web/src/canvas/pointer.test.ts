/** What the pointer does on the cloth, from press to release, without a browser. */
import { expectOk } from '@sashiko/core/errors/problem';
import type { Point } from '@sashiko/core/geometry/point';
import { applyEdit } from '@sashiko/core/plan/edit';
import { addPanels, changePanel, panelIdOf } from '@sashiko/core/plan/edits/panel-edits';
import { partIdOf, placePart } from '@sashiko/core/plan/edits/part-edits';
import { drawRun } from '@sashiko/core/plan/edits/run-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { firstPanel } from '@sashiko/core/plan/panels';
import { holePoint } from '@sashiko/core/plan/placed';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { useJobsStore } from '../stores/jobs-store.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { GESTURES } from './gestures/gestures.ts';
import { facts, gestureFrom, LIFE } from './gestures/testing.ts';
import { Pointer } from './pointer.ts';

const view = () => useViewStore.getState();
const shown = () => usePlanStore.getState().preview;
const PARTS = { movesParts: true, drawsThread: false };
const THREAD = { movesParts: false, drawsThread: true };
const WISHES = { ...THREAD, wishes: true };
const lantern = smallLantern();
const left = lantern.part('left');

beforeEach(() => {
  useJobsStore.setState({ threadsFollow: false });
  usePlanStore.getState().lay(startHistory(lantern.plan));
  useViewStore.setState({ camera: LIFE, face: 'right' });
  view().putDown();
});

const away = (p: Point, x: number, y = 0): Point => ({ x: p.x + x, y: p.y + y });

test('each kind of gesture has a name of its own', () => {
  expect(new Set(GESTURES.map(({ id }) => id)).size).toBe(GESTURES.length);
});

test('with Space held a pull moves the view, whatever lies there', () => {
  view().setPulling(true);
  gestureFrom(PARTS, { part: left.id }, left.at, away(left.at, 10)).end();
  view().setPulling(false);
  expect(currentPlan()).toBe(lantern.plan);
  expect(view().camera?.originX).toBeCloseTo(LIFE.originX + 10 * LIFE.scale, 6);
});

describe('a part that is pulled', () => {
  const pull = (x = 10) =>
    gestureFrom(PARTS, { part: left.id, ground: '' }, left.at, away(left.at, x), { alt: true });

  test('is shown where it would lie, and one edit when it is let go', () => {
    const drag = pull();
    expect(shown()?.parts[left.id]?.at.x).toBe(left.at.x + 10);
    expect(currentPlan()).toBe(lantern.plan);
    drag.end();
    expect(currentPlan().parts[left.id]?.at.x).toBe(left.at.x + 10);
    expect(usePlanStore.getState().history?.past).toHaveLength(1);
    expect(shown()).toBeNull();
    expect(view().selection.partIds).toEqual([left.id]);
  });

  test('pressed and let go in its place it is chosen, and nothing is an edit', () => {
    gestureFrom(PARTS, { part: left.id }, left.at, away(left.at, 2)).end();
    expect(currentPlan()).toBe(lantern.plan);
    expect(view().selection.partIds).toEqual([left.id]);
  });

  test.each<readonly [string, (pointer: Pointer) => void]>([
    ['Escape', (pointer) => void pointer.escape()],
    ['a lost pointer', (pointer) => pointer.lost(1)],
    ['leaving the stage', (pointer) => pointer.leave()],
    ['an undo meanwhile', () => usePlanStore.getState().undo()],
    ['another that shows something', () => usePlanStore.getState().startPreview().end()],
    [
      'a second finger',
      (pointer) => pointer.down(facts({ x: 0, y: 0 }, { id: 2, isTouch: true }), {}, LIFE, PARTS),
    ],
  ])('is taken back by %s, and later moves and the release do nothing', (name, end) => {
    usePlanStore.getState().commit(
      drawRun(lantern.plan, {
        from: lantern.hole('left.plus'),
        to: lantern.hole('right.minus'),
        bends: [],
      }),
    );
    const before = currentPlan();
    const isTouch = name === 'a second finger';
    const drag = gestureFrom(PARTS, { part: left.id }, left.at, away(left.at, 10), { alt: true, isTouch });
    expect(shown()).not.toBeNull();
    end(drag.pointer);
    expect(shown()).toBeNull();
    drag.pointer.move(facts(away(left.at, 20), { isTouch }), LIFE);
    expect(shown()).toBeNull();
    drag.end();
    const undone = name === 'an undo meanwhile' ? lantern.plan : before;
    expect(currentPlan()).toEqual(undone);
    expect(view().snapGuides).toEqual([]);
  });

  test('the selection outlives undo, redo and turning the piece over', () => {
    pull().end();
    usePlanStore.getState().undo();
    view().setFace('wrong');
    usePlanStore.getState().redo();
    expect(view().selection.partIds).toEqual([left.id]);
    expect(view().camera).toBe(LIFE);
  });

  test('catches on what lies in line, and says so, unless Alt is held', () => {
    const right = lantern.part('right');
    const to = { x: left.at.x + 5, y: right.at.y + 2 };
    const drag = gestureFrom(PARTS, { part: left.id }, left.at, to);
    expect(shown()?.parts[left.id]?.at.y).toBe(right.at.y);
    expect(view().snapGuides.length).toBeGreaterThan(0);
    drag.end();
    expect(view().snapGuides).toEqual([]);
  });

  test('on the wrong side, a pull to the right moves it to the left', () => {
    view().setFace('wrong');
    const drag = pull(8);
    expect(shown()?.parts[left.id]?.at.x).toBe(left.at.x - 8);
    drag.cancel();
  });
});

describe('a part that is pulled over another panel', () => {
  const first = firstPanel(lantern.plan);
  const far = panelIdOf(lantern.plan.nextNumber);
  const beside = applyEdit(
    lantern.plan,
    expectOk(addPanels(lantern.plan, [{ name: 'back', shape: first.shape, like: first }])),
  );
  const table = { at: { x: 0, y: 500 }, turnDeg: 180 };
  const two = applyEdit(beside, expectOk(changePanel(beside, far, { table })));
  const lone = applyEdit(
    two,
    expectOk(
      placePart(two, { panelId: first.id, kindId: 'sew-on-light', name: 'lone', at: { x: 60, y: 40 } }),
    ),
  );
  const loneId = partIdOf(two.nextNumber);
  // The back lies turned half round: its places count from its lower right corner.
  const [from, over, onBack] = [
    { x: 60, y: 40 },
    { x: -100, y: 430 },
    { x: 100, y: 70 },
  ];

  test('lies there while it is pulled, and is put there when it is let go, with that panel in hand', () => {
    usePlanStore.getState().lay(startHistory(lone));
    const drag = gestureFrom(PARTS, { part: loneId }, from, over);
    expect(shown()?.parts[loneId]).toMatchObject({ panelId: far, at: onBack });
    drag.end();
    expect(currentPlan().parts[loneId]).toMatchObject({ panelId: far, at: onBack });
    expect(usePlanStore.getState().history?.past).toHaveLength(1);
    expect(view().panelId).toBe(far);
  });

  test('stays on its own where a thread holds it', () => {
    usePlanStore.getState().lay(startHistory(lone));
    gestureFrom(PARTS, { part: left.id }, left.at, over).end();
    expect(currentPlan().parts[left.id]?.panelId).toBe(left.panelId);
  });
});

describe('a panel that is pulled about the table', () => {
  const TABLE = { movesParts: false, drawsThread: false, movesPanels: true };
  const pull = (more = {}) => gestureFrom(TABLE, { ground: '' }, { x: 20, y: 20 }, { x: 60.4, y: 9.8 }, more);
  const place = () => firstPanel(currentPlan()).table.at;

  test('is only drawn elsewhere until it is let go on whole millimetres, with Alt held anywhere', () => {
    const drag = pull();
    expect(view().pulledPanel).toEqual({ panelId: firstPanel(lantern.plan).id, by: { x: 40, y: -10 } });
    expect(shown()).toBeNull();
    expect(currentPlan()).toBe(lantern.plan);
    drag.end();
    expect(view().pulledPanel).toBeNull();
    expect(place()).toEqual({ x: 40, y: -10 });
    expect(usePlanStore.getState().history?.past).toHaveLength(1);
    pull({ alt: true }).end();
    expect(place()).toEqual({ x: expect.closeTo(80.4, 6), y: expect.closeTo(-20.2, 6) });
  });

  test('lies where it lay when the pull is given up, or the stage is left', () => {
    pull().cancel();
    expect(view().pulledPanel).toBeNull();
    pull();
    view().putDown();
    expect(view().pulledPanel).toBeNull();
    expect(currentPlan()).toBe(lantern.plan);
  });
});

describe('more fingers', () => {
  const touch = (id: number) => ({ id, isTouch: true });
  const two = (): Pointer => {
    const pointer = new Pointer();
    pointer.down(facts({ x: 100, y: 100 }, touch(1)), {}, LIFE, PARTS);
    pointer.down(facts({ x: 200, y: 100 }, touch(2)), {}, LIFE, PARTS);
    return pointer;
  };

  test('two move the view; a third begins nothing, and the last to stay draws nothing', () => {
    const pointer = two();
    pointer.move(facts({ x: 300, y: 100 }, touch(2)), LIFE);
    expect(view().camera?.scale).toBeCloseTo(2, 9);
    pointer.down(facts(left.at, touch(3)), { part: left.id }, LIFE, PARTS);
    expect(view().selection.partIds).toEqual([]);
    pointer.up(facts({ x: 300, y: 100 }, touch(2)), LIFE);
    pointer.move(facts(away(left.at, 30), touch(3)), LIFE);
    pointer.up(facts(left.at, touch(3)), LIFE);
    view().setTool({ kind: 'place', kindId: 'sew-on-light', colourId: 'warm-white', turnDeg: 0 });
    pointer.up(facts({ x: 100, y: 100 }, touch(1)), LIFE);
    expect(currentPlan()).toBe(lantern.plan);
  });

  test('when all are gone the next press is a press again', () => {
    const pointer = two();
    pointer.lost(1);
    pointer.up(facts({ x: 200, y: 100 }, touch(2)), LIFE);
    pointer.down(facts(left.at, touch(4)), { part: left.id }, LIFE, PARTS);
    expect(view().selection.partIds).toEqual([left.id]);
  });
});

describe('tools in hand', () => {
  test('a part of the drawer is placed where it is let go, pressed here or not', () => {
    const count = Object.keys(lantern.plan.parts).length;
    const light = { kind: 'place', kindId: 'sew-on-light', colourId: 'warm-white', turnDeg: 0 } as const;
    view().setTool(light);
    new Pointer().up(facts({ x: 30, y: 30 }), LIFE);
    expect(Object.keys(currentPlan().parts)).toHaveLength(count + 1);
    expect(view().tool.kind).toBe('hand');
    view().setTool(light);
    gestureFrom(PARTS, {}, { x: 60, y: 30 }, { x: 60, y: 31 }, { shift: true }).end();
    expect(Object.keys(currentPlan().parts)).toHaveLength(count + 2);
    // With Shift the next one is in hand already.
    expect(view().tool.kind).toBe('place');
  });

  test('the pen, pulled, is given up without its node', () => {
    view().setTool({ kind: 'pen', use: 'mark', nodes: [] });
    gestureFrom({ ...PARTS, shapesCloth: true }, {}, { x: 10, y: 10 }, { x: 40, y: 10 }).cancel();
    expect(view().tool).toEqual({ kind: 'pen', use: 'mark', nodes: [] });
    gestureFrom({ ...PARTS, shapesCloth: true }, {}, { x: 10, y: 10 }, { x: 40, y: 10 }).end();
    expect(view().tool).toMatchObject({ nodes: [{ after: { x: 40, y: 10 } }] });
  });

  test('the middle button pulls the view with any tool, the right one does nothing', () => {
    view().setTool({ kind: 'pen', use: 'mark', nodes: [] });
    gestureFrom(PARTS, {}, { x: 10, y: 10 }, { x: 40, y: 15 }, { button: 1 }).end();
    expect(view().camera).toEqual({ scale: 1, originX: 30, originY: 5 });
    gestureFrom(PARTS, {}, { x: 10, y: 10 }, { x: 40, y: 15 }, { button: 2 }).end();
    expect(view().tool).toMatchObject({ nodes: [] });
  });
});

describe('threads and holes', () => {
  const from = lantern.hole('left.plus');
  const to = lantern.hole('right.minus');
  const [a, b] = [holePoint(lantern.plan, from), holePoint(lantern.plan, to)];
  const runs = (): number => Object.keys(currentPlan().runs).length;
  const before = Object.keys(lantern.plan.runs).length;

  test('two clicks sew from hole to hole, and so does one pull', () => {
    gestureFrom(THREAD, {}, a, a).end();
    expect(view().tool).toMatchObject({ kind: 'draw', from });
    gestureFrom(THREAD, {}, { x: 90, y: 20 }, { x: 90, y: 20 }).end();
    expect(view().tool).toMatchObject({ bends: [{ x: 90, y: 20 }] });
    gestureFrom(THREAD, {}, b, b).end();
    expect(runs()).toBe(before + 1);
    usePlanStore.getState().undo();
    gestureFrom(THREAD, {}, a, b).end();
    expect(runs()).toBe(before + 1);
    expect(view().tool.kind).toBe('hand');
  });

  test('a pull to nowhere, or given up, sews nothing and leaves no needle in hand', () => {
    gestureFrom(THREAD, {}, a, { x: 90, y: 20 }).end();
    gestureFrom(THREAD, {}, a, { x: 90, y: 20 }).cancel();
    expect(view().tool.kind).toBe('hand');
    expect(runs()).toBe(before);
  });

  test('wishes: by two clicks or one pull; a click on bare cloth leaves the first hole chosen', () => {
    gestureFrom(WISHES, {}, a, a).end();
    gestureFrom(WISHES, {}, { x: 90, y: 20 }, { x: 90, y: 20 }).end();
    expect(view().tool).toMatchObject({ kind: 'wish', from });
    gestureFrom(WISHES, {}, b, b).end();
    expect(currentPlan().wishes).not.toEqual(lantern.plan.wishes);
    usePlanStore.getState().undo();
    gestureFrom(WISHES, {}, a, b).end();
    expect(currentPlan().wishes).not.toEqual(lantern.plan.wishes);
  });

  test('a bend is pulled out of a leg, chosen, and moved', () => {
    const id = Object.keys(lantern.plan.runs)[0] as string;
    gestureFrom(THREAD, { run: id, leg: '0' }, { x: 90, y: 90 }, { x: 95, y: 80 }).end();
    expect(currentPlan().runs[id]?.bends[0]).toEqual({ x: 95, y: 80 });
    expect(view().selection).toMatchObject({ runId: id, bend: 0 });
    gestureFrom(THREAD, { run: id, bend: '0' }, { x: 95, y: 80 }, { x: 105, y: 82 }).end();
    expect(currentPlan().runs[id]?.bends[0]).toEqual({ x: 105, y: 82 });
  });
});

test('a box over bare cloth chooses what lies in it, a click there lays the choice down', () => {
  const box = gestureFrom(PARTS, { ground: '' }, { x: 0, y: 0 }, { x: 190, y: 190 });
  expect(view().marquee).toEqual({ from: { x: 0, y: 0 }, to: { x: 190, y: 190 } });
  box.end();
  expect(view().marquee).toBeNull();
  expect(view().selection.partIds.length).toBeGreaterThan(1);
  gestureFrom(PARTS, { ground: '' }, { x: 5, y: 5 }, { x: 5, y: 5 }).end();
  expect(view().selection.partIds).toEqual([]);
});

test('where a stage shows parts, a click shows and a pull does nothing', () => {
  const onPart = vi.fn();
  const abilities = { movesParts: false, drawsThread: false, onPart };
  gestureFrom(abilities, { part: left.id }, left.at, left.at).end();
  gestureFrom(abilities, { part: left.id }, left.at, away(left.at, 30)).end();
  expect(onPart.mock.calls).toEqual([[left.id]]);
});

test('edits under way are laid over the plan as it is, and a refused one leaves the last', () => {
  const preview = usePlanStore.getState().startPreview();
  preview.layOver({ label: '', changes: [] });
  expect(shown()).toBeNull();
  const edit = expectOk(
    drawRun(lantern.plan, { from: lantern.hole('left.plus'), to: lantern.hole('right.minus'), bends: [] }),
  );
  preview.show({ ok: true, value: edit });
  preview.show({ ok: false, problem: { code: 'unknown-run', message: '', path: '' } as never });
  expect(shown()).toEqual(applyEdit(lantern.plan, edit));
  preview.end();
});
