import { expectOk } from '@sashiko/core/errors/problem';
import { applyEdit } from '@sashiko/core/plan/edit';
import { keepOwnPart } from '@sashiko/core/plan/edits/own-part-edits';
import { placePart } from '@sashiko/core/plan/edits/part-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { newPlan } from '@sashiko/core/plan/new-plan';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { copyToClipboard, pasteFromClipboard } from './clipboard.ts';
import { copyParts } from './copy-parts.ts';

const view = () => useViewStore.getState();
let kept = '';

beforeEach(() => {
  kept = '';
  vi.stubGlobal('navigator', {
    clipboard: {
      writeText: async (text: string) => {
        kept = text;
      },
      readText: async () => kept,
    },
  });
  usePlanStore.getState().lay(startHistory(smallLantern().plan));
  view().putDown();
});

afterEach(() => vi.unstubAllGlobals());

describe('copy and paste', () => {
  test('nothing chosen, nothing copied', () => {
    expect(copyToClipboard()).toBe(false);
    expect(kept).toBe('');
  });

  test('into another plan, at the pointer, with thread, and chosen there', async () => {
    view().select({ partIds: ['p3', 'p4'] });
    expect(copyToClipboard()).toBe(true);
    usePlanStore.getState().lay(startHistory(newPlan('other', 'Other')));
    view().setPointer({ x: 100, y: 120 });
    await pasteFromClipboard();
    const parts = Object.values(currentPlan().parts);
    expect(parts.map((part) => part.at)).toEqual([
      { x: 65, y: 120 },
      { x: 135, y: 120 },
    ]);
    expect(Object.keys(currentPlan().runs)).toHaveLength(2);
    expect(view().selection.partIds).toEqual(parts.map((part) => part.id));
  });

  test('a closed clipboard does not matter within one browser; foreign text in it is passed over', async () => {
    view().select({ partIds: ['p3'] });
    copyToClipboard();
    kept = 'a poem';
    await pasteFromClipboard();
    expect(Object.keys(currentPlan().parts)).toHaveLength(5);
    vi.stubGlobal('navigator', {});
    await pasteFromClipboard();
    expect(Object.keys(currentPlan().parts)).toHaveLength(6);
  });

  test('a described part takes its description along', async () => {
    const own = {
      id: 'own-bead',
      title: 'Bead',
      outline: { form: 'round', acrossMm: 12 },
      massG: 1,
      holes: [],
      model: { kind: 'none' },
    } as const;
    usePlanStore.getState().commit(keepOwnPart(currentPlan(), own));
    const placed = expectOk(
      placePart(currentPlan(), { kindId: own.id, at: { x: 30, y: 30 }, name: 'pearl' }),
    );
    usePlanStore.getState().lay(startHistory(applyEdit(currentPlan(), placed)));
    const pearl = Object.values(currentPlan().parts).find((part) => part.name === 'pearl');
    view().select({ partIds: [pearl?.id as string] });
    copyToClipboard();
    usePlanStore.getState().lay(startHistory(newPlan('other', 'Other')));
    await pasteFromClipboard();
    expect(currentPlan().ownParts['own-bead']?.title).toBe('Bead');
  });
});

test('a copy lies beside its part, above it where the cloth ends below', () => {
  copyParts(currentPlan(), ['p3']);
  expect(currentPlan().parts[view().selection.partIds[0] as string]?.at).toEqual({ x: 60, y: 66 });
  copyParts(currentPlan(), ['p1']);
  expect(currentPlan().parts[view().selection.partIds[0] as string]?.at.y).toBe(146);
});
