import { expectOk } from '@sashiko/core/errors/problem';
import { applyEdit } from '@sashiko/core/plan/edit';
import { addBend } from '@sashiko/core/plan/edits/run-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { chooseHole, putBend, stepBack } from '../canvas/thread-tool.ts';
import type { StageId } from '../stages/stages.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { COMMANDS } from './commands.ts';

/** Presses a key as the worktable does; says whether any command took it. */
function press(key: string, stage: StageId = 'parts', held: Partial<KeyboardEvent> = {}): boolean {
  const event = {
    key,
    ctrlKey: false,
    metaKey: false,
    shiftKey: false,
    altKey: false,
    ...held,
  } as KeyboardEvent;
  return COMMANDS.some((command) => command.act(event, stage));
}

const view = () => useViewStore.getState();
const xOf = (id: string): number => currentPlan().parts[id]?.at.x as number;

beforeEach(() => {
  usePlanStore.getState().lay(startHistory(smallLantern().plan));
  view().putDown();
  view().setFace('right');
  view().setCamera({ scale: 2, originX: 10, originY: 10 });
});

test('Ctrl A chooses all parts, where parts can be moved', () => {
  expect(press('a', 'light', { ctrlKey: true })).toBe(false);
  expect(press('a', 'parts')).toBe(false);
  expect(press('a', 'parts', { ctrlKey: true })).toBe(true);
  expect(view().selection.partIds).toEqual(Object.keys(currentPlan().parts));
});

describe('moving and turning', () => {
  test('arrows nudge by 1 mm, with Shift 5, with Alt a tenth; a held key is one step back', () => {
    view().select({ partIds: ['p3'] });
    expect(press('ArrowRight')).toBe(true);
    press('ArrowRight');
    press('ArrowRight', 'parts', { shiftKey: true });
    press('ArrowLeft', 'parts', { altKey: true });
    expect(xOf('p3')).toBeCloseTo(60 + 1 + 1 + 5 - 0.1, 9);
    usePlanStore.getState().undo();
    expect(xOf('p3')).toBe(60);
  });

  test('nudges far apart are steps of their own, though nothing came between', () => {
    vi.useFakeTimers({ toFake: ['performance'] });
    view().select({ partIds: ['p3'] });
    press('ArrowRight');
    press('ArrowRight');
    vi.advanceTimersByTime(60 * 60 * 1000);
    press('ArrowRight');
    expect(xOf('p3')).toBe(63);
    usePlanStore.getState().undo();
    expect(xOf('p3')).toBe(62);
    usePlanStore.getState().undo();
    expect(xOf('p3')).toBe(60);
    vi.useRealTimers();
  });

  test('on the face that is up, left is left', () => {
    view().select({ partIds: ['p3'] });
    view().setFace('wrong');
    press('ArrowLeft');
    expect(xOf('p3')).toBe(61);
  });

  test('a nudge stops at the edge of the cloth', () => {
    view().select({ partIds: ['p3'] });
    for (let i = 0; i < 40; i += 1) press('ArrowLeft', 'parts', { shiftKey: true });
    expect(xOf('p3')).toBe(5.5);
  });

  test('R turns by 15 degrees, Shift R back; nothing chosen, nothing done', () => {
    expect(press('r')).toBe(false);
    view().select({ partIds: ['p3'] });
    press('r');
    press('R', 'parts', { shiftKey: true });
    press('R', 'parts', { shiftKey: true });
    expect(currentPlan().parts['p3']?.turnDeg).toBe(165);
  });

  test('a chosen bend is nudged', () => {
    const edit = expectOk(addBend(currentPlan(), 'r5', 0, { x: 70, y: 100 }));
    usePlanStore.getState().lay(startHistory(applyEdit(currentPlan(), edit)));
    view().select({ runId: 'r5', bend: 0 });
    press('ArrowDown', 'thread', { shiftKey: true });
    expect(currentPlan().runs['r5']?.bends).toEqual([{ x: 70, y: 105 }]);
    press('Delete', 'thread');
    expect(currentPlan().runs['r5']?.bends).toEqual([]);
    expect(view().selection).toMatchObject({ partIds: [], runId: 'r5', bend: null });
  });
});

describe('taking away, copying, undo', () => {
  test('Delete takes parts with their runs, or a run; Ctrl Z brings them back', () => {
    view().select({ partIds: ['p3', 'p4'] });
    press('Delete');
    expect(Object.keys(currentPlan().parts)).toEqual(['p1', 'p2']);
    expect(view().selection.partIds).toEqual([]);
    press('z', 'parts', { ctrlKey: true });
    expect(currentPlan()).toEqual(smallLantern().plan);
    view().select({ runId: 'r5' });
    press('Backspace', 'thread');
    expect(currentPlan().runs['r5']).toBeUndefined();
    press('z', 'thread', { metaKey: true });
    press('y', 'thread', { ctrlKey: true });
    expect(currentPlan().runs['r5']).toBeUndefined();
  });

  test('Ctrl D copies on the Parts stage only, and chooses the copies', () => {
    view().select({ partIds: ['p3'] });
    expect(press('d', 'check', { ctrlKey: true })).toBe(false);
    press('d', 'parts', { ctrlKey: true });
    expect(view().selection.partIds).toEqual([`p${smallLantern().plan.nextNumber}`]);
  });
});

describe('sewing by keyboard', () => {
  test('hole, needle moved by arrows, bend, hole', () => {
    chooseHole({ partId: 'p3', holeId: 'minus' });
    expect(view().pointer).toEqual({ x: 65.5, y: 50 });
    press('ArrowDown', 'thread', { shiftKey: true });
    expect(press('b', 'thread')).toBe(true);
    chooseHole({ partId: 'p4', holeId: 'minus' });
    expect(view().tool).toEqual({ kind: 'hand' });
    const run = Object.values(currentPlan().runs).at(-1);
    expect(run).toMatchObject({ from: { partId: 'p3' }, to: { partId: 'p4' }, bends: [{ x: 65.5, y: 75 }] });
  });

  test('a bend is kept on the cloth; Escape takes it, then the run, then the choice', () => {
    chooseHole({ partId: 'p3', holeId: 'minus' });
    putBend({ x: 999, y: -5 });
    expect(view().tool).toMatchObject({ bends: [{ x: 200, y: 0 }] });
    press('Escape', 'thread');
    expect(view().tool).toMatchObject({ kind: 'draw', bends: [] });
    press('Escape', 'thread');
    expect(view().tool.kind).toBe('hand');
    expect(stepBack()).toBe(false);
    view().select({ partIds: ['p3'] });
    press('Escape');
    expect(view().selection.partIds).toEqual([]);
  });

  test('the same hole again puts the needle down', () => {
    chooseHole({ partId: 'p3', holeId: 'minus' });
    chooseHole({ partId: 'p3', holeId: 'minus' });
    expect(view().tool.kind).toBe('hand');
    expect(currentPlan()).toEqual(smallLantern().plan);
  });
});

test('F turns the piece over; keys nobody knows are left alone; every command is listed once', () => {
  press('f');
  expect(view().face).toBe('wrong');
  expect(press('q')).toBe(false);
  expect(press('f', 'parts', { ctrlKey: true })).toBe(false);
  expect(new Set(COMMANDS.map((command) => command.keys)).size).toBe(COMMANDS.length);
});
