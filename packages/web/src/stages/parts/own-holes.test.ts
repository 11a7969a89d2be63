import { ownPartProblem } from '@sashiko/core/parts/own-part';
import { expect, test } from 'vitest';
import { copiedDown, edgesFrom, namedInOrder, newHole, usualHoles, withHole } from './own-holes.ts';
import { MODELS } from './own-models.ts';

const three: ReturnType<typeof newHole>[] = [];
for (const x of [0, 1, 2]) three.push(newHole(three, x, 0));
const labels = (holes: readonly { readonly label: string }[]): readonly string[] =>
  holes.map(({ label }) => label);

test('each new hole has an id of its own, also after one in the middle went', () => {
  expect(three.map(({ id }) => id)).toEqual(['hole-1', 'hole-2', 'hole-3']);
  const [first, , third] = three;
  const left = [first, third].flatMap((hole) => hole ?? []);
  expect(newHole(left, 0, 0).id).toBe('hole-4');
});

test('names in order: from a number on, or word by word, never longer than is printed', () => {
  expect(labels(namedInOrder(three, 'P0'))).toEqual(['P0', 'P1', 'P2']);
  expect(labels(namedInOrder(three, '9'))).toEqual(['9', '10', '11']);
  expect(labels(namedInOrder(three, 'SDA, SCL'))).toEqual(['SDA', 'SCL', '']);
  expect(labels(namedInOrder(three, 'reset'))).toEqual(['reset', '', '']);
  expect(labels(namedInOrder(three, 'a very long name, b'))[0]).toBe('a very l');
});

test('a row is changed alone; what it has is copied to all below it and to none above', () => {
  const wide = withHole(three, 1, { diameterMm: 3, role: 'minus', mostMa: 20 });
  expect(wide[0]).toBe(three[0]);
  expect(wide[1]).toMatchObject({ diameterMm: 3, role: 'minus', mostMa: 20, x: 1 });
  const copied = copiedDown(wide, 1);
  expect(copied[0]).toBe(three[0]);
  expect(copied[2]).toMatchObject({ diameterMm: 3, role: 'minus', mostMa: 20, x: 2, id: 'hole-3' });
  expect(withHole(copied, 2, { mostMa: null })[2]).not.toHaveProperty('mostMa');
  expect(copiedDown(three, 7)).toBe(three);
});

test('every sort of part but a board begins with holes with which it can be kept', () => {
  for (const outline of [
    { form: 'round', acrossMm: 24 },
    { form: 'box', widthMm: 40, heightMm: 20 },
  ] as const)
    for (const { kind, usual } of MODELS) {
      const holes = usualHoles(usual, outline);
      const part = { id: 'own-part-1', title: 'Mine', outline, massG: 1, holes, model: usual };
      if (kind !== 'board') expect(ownPartProblem(part, 'part')).toBeNull();
      expect(new Set(holes.map(({ id }) => id)).size).toBe(holes.length);
    }
});

test('measured from the edges, the middle of a rectangle is half its width and height', () => {
  expect(edgesFrom({ form: 'box', widthMm: 40, heightMm: 20 })).toEqual({ x: 20, y: 10 });
  expect(edgesFrom({ form: 'round', acrossMm: 24 })).toEqual({ x: 12, y: 12 });
});
