// @vitest-environment happy-dom

import type { Plan } from '@sashiko/core/plan/schema';
import { newPanel } from '@sashiko/core/plan/usual';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { cleanup, render } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { useViewStore } from '../stores/view-store.ts';
import { ClothDrawing } from './ClothDrawing.tsx';
import { tableTransform } from './seen.ts';
import { useGhosts } from './use-ghosts.ts';

afterEach(cleanup);
const { plan } = smallLantern();

describe('panels', () => {
  const lining = {
    ...newPanel('felt', 80, 60),
    id: 'b',
    name: 'lining',
    table: { at: { x: 260, y: 0 }, turnDeg: 90 },
  };
  const parts = Object.values(plan.parts);
  const moved = parts[1];
  if (moved === undefined) throw new Error('no part');
  const two: Plan = {
    ...plan,
    runs: {},
    panels: { ...plan.panels, b: lining },
    parts: { ...plan.parts, [moved.id]: { ...moved, panelId: 'b', at: { x: 20, y: 20 } } },
  };

  test('each is drawn where it lies on the table, with what is on it and nothing else', () => {
    const { container } = render(
      <svg>
        <title>Two panels</title>
        <ClothDrawing plan={two} face="right" hands={{ takes: 'parts' }} />
      </svg>,
    );
    const [first, second] = [...container.querySelectorAll('svg > g > g')];
    const partsIn = (group: Element | undefined): readonly string[] =>
      [...(group?.querySelectorAll('[data-part]') ?? [])].map((one) => one.getAttribute('data-part') ?? '');
    expect(first?.getAttribute('transform')).toBeNull();
    expect(second?.getAttribute('transform')).toBe('translate(260 0) rotate(90)');
    expect(partsIn(second)).toEqual([moved.id]);
    expect(partsIn(first)).toHaveLength(parts.length - 1);
  });

  test('turned over, a panel turns the other way', () => {
    expect(tableTransform(lining, 'wrong')).toBe('translate(260 0) rotate(-90)');
  });
});

const ghost = (x: number) => ({
  kindId: 'sew-on-light',
  at: { x, y: 0 },
  turnDeg: 0,
  face: 'right' as const,
});

function Tray({ xs }: { readonly xs: readonly number[] }) {
  useGhosts(xs.map(ghost));
  return null;
}

describe('ghosts', () => {
  const shown = (): readonly number[] => useViewStore.getState().ghosts.map(({ at }) => at.x);

  test('are there as long as who shows them, and nobody takes another’s away', () => {
    const first = render(<Tray xs={[1, 2]} />);
    expect(shown()).toEqual([1, 2]);
    first.rerender(<Tray xs={[3]} />);
    expect(shown()).toEqual([3]);
    const second = render(<Tray xs={[7]} />);
    first.unmount();
    expect(shown()).toEqual([7]);
    second.unmount();
    expect(shown()).toEqual([]);
  });
});
