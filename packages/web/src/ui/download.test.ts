import { expect, test } from 'vitest';
import { perceived } from '../canvas/Glow.tsx';
import { isStageId, STAGES } from '../stages/stages.ts';
import { fileName } from './download.ts';

test('file names keep to what every system takes', () => {
  expect(fileName('Lighthouse cushion', '.json')).toBe('lighthouse-cushion.json');
  expect(fileName('Été à la mer / 2', '.pdf')).toBe('ete-a-la-mer-2.pdf');
  expect(fileName('../../etc', '.pdf')).toBe('etc.pdf');
  expect(fileName('灯', '.pdf')).toBe('plan.pdf');
});

test('a glow grows with the current, never beyond full', () => {
  expect(perceived(0)).toBe(0);
  expect(perceived(-1)).toBe(0);
  expect(perceived(0.02)).toBe(1);
  expect(perceived(0.2)).toBe(1);
  expect(perceived(0.0025)).toBeCloseTo(0.5, 9);
});

test('seven stages, in the order of the work', () => {
  expect(STAGES.map((stage) => stage.title)).toEqual([
    'Cloth',
    'Parts',
    'Thread',
    'Check',
    'Light',
    'Sew',
    'Bench',
  ]);
  expect(isStageId('sew')).toBe(true);
  expect(isStageId('schematic')).toBe(false);
  expect(isStageId(undefined)).toBe(false);
});
