// @vitest-environment happy-dom
import { cleanup, render, waitFor } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { useArriving } from './use-arriving.ts';

afterEach(cleanup);
const things = (count: number, from = 0) => Array.from({ length: count }, (_, i) => ({ id: `t${from + i}` }));

/** How many were there each time they were drawn. */
let counts: number[] = [];
function List({ all }: { readonly all: readonly { readonly id: string }[] }) {
  const here = useArriving(all, 10);
  counts.push(here.length);
  return here.map(({ id }) => <i key={id}>{id} </i>);
}

test('many new ones come in slices, all of them come, and what is there stays', async () => {
  counts = [];
  const { container, rerender } = render(<List all={things(34)} />);
  expect(counts[0]).toBe(10);
  await waitFor(() => expect(container.children).toHaveLength(34));
  expect(counts.every((count, i) => count - (counts[i - 1] ?? 0) <= 10)).toBe(true);
  counts = [];
  rerender(<List all={[...things(5, 100), ...things(30)]} />);
  expect(counts[0]).toBe(35);
  expect(container.textContent).toMatch(/^t100 .* t29 $/);
  rerender(<List all={things(3)} />);
  expect(container.children).toHaveLength(3);
});
