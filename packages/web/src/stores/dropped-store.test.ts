import { expect, test } from 'vitest';
import { droppedKind, useDroppedStore } from './dropped-store.ts';

test('a file is told by its name, its type and how it begins', () => {
  const kind = (name: string, type = '', beginning = '') => droppedKind({ name, type }, beginning);
  expect(kind('leaf.SVG')).toBe('svg');
  expect(kind('x', 'image/svg+xml')).toBe('svg');
  expect(kind('bag.jpg', 'image/jpeg')).toBe('picture');
  expect(kind('tin.sashiko-part.json', 'application/json', '{ "format": "sashiko-part"')).toBe('part');
  expect(kind('owl.sashiko.json', '', '{"format":"sashiko-plan"')).toBe('plan');
  expect(kind('notes.txt', 'text/plain')).toBeNull();
});

test('a file that waits is taken once, and only by who takes such files', () => {
  const file = { name: 'leaf.svg' } as File;
  useDroppedStore.getState().leave('svg', file);
  expect(useDroppedStore.getState().take('picture')).toBeNull();
  expect(useDroppedStore.getState().take('svg')).toBe(file);
  expect(useDroppedStore.getState().take('svg')).toBeNull();
});
