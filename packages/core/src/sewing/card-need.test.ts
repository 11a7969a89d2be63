/** Sewing inside a closed tube: a card goes between the layers first. */
import { expect, test } from 'vitest';
import type { Seam } from '../plan/records.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { sewingSheet } from './sewing-sheet.ts';

/** A sleeve of one panel with a lit light, its long seam sewn before or after. */
function sleeve(sewn: Seam['sewn']) {
  const build = new PlanBuilder('Sleeve', 240, 200).light('lamp', 150, 60).holder(80, 60);
  return build.sew('holder.plus', 'lamp.plus').sew('holder.minus', 'lamp.minus').seam({ sewn }).plan;
}

test('it comes after the seam that closes the tube and before the first stitch, and is laid out', () => {
  const { steps, gather } = sewingSheet(sleeve('before'));
  const at = (pattern: RegExp): number => steps.findIndex(({ id }) => pattern.test(id));
  const card = at(/^prepare:card:/);
  expect(steps[card]?.text).toMatch(/^Slip a card between the layers under the face you sew on/);
  expect(at(/^work:s/)).toBeLessThan(card);
  expect(at(/^start:/)).toBeGreaterThan(card);
  expect(steps.find(({ id }) => id.startsWith('start:'))?.needs.map(({ stepId }) => stepId)).toContain(
    steps[card]?.id,
  );
  expect(gather.map(({ what }) => what)).toContain('Smooth card, to slip between the layers');
});

test('a tube that is closed afterwards needs none', () => {
  const { steps, gather } = sewingSheet(sleeve('after'));
  expect(steps.some(({ id }) => id.startsWith('prepare:card:'))).toBe(false);
  expect(gather.some(({ what }) => /card/.test(what))).toBe(false);
});
