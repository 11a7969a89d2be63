import { expect, test } from 'vitest';
import { gridPlan } from '../testing/grid-plan.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { ideaOf } from './stage-ideas.ts';
import type { WorkPlace } from './what-next.ts';

const PLACES: readonly WorkPlace[] = ['cloth', 'parts', 'thread', 'check', 'light', 'sew', 'bench'];

test.each(PLACES)('%s: what is said is of the plan, and what is drawn is in it', (place) => {
  for (const plan of [smallLantern().plan, gridPlan(2, 10), new PlanBuilder().plan]) {
    const { sentences, partIds, runIds } = ideaOf(plan, place);
    expect(sentences.length).toBeGreaterThan(0);
    for (const sentence of sentences) {
      expect(sentence).toMatch(/^[A-Z].*[.]$/);
      expect(sentence).not.toMatch(/undefined|NaN|null|stitchs/);
    }
    for (const id of partIds) expect(plan.parts[id]).toBeDefined();
    for (const id of runIds) expect(plan.runs[id]).toBeDefined();
  }
});

test('with a board lights hang on its pins, and nothing is said of a holder that is not there', () => {
  const build = new PlanBuilder('Board').light('lamp', 60, 60).place('board-round', 'board', 120, 120);
  expect(ideaOf(build.plan, 'parts').sentences[1]).toMatch(/^What board turns on and off hangs on a pin/);
  const none = new PlanBuilder('Lamp').light('lamp', 60, 60);
  expect(ideaOf(none.plan, 'parts').sentences[1]).toContain('the + of what feeds them');
});

test('the tightest gap of the lantern, its longest thread, and the light it begins with are named', () => {
  const { plan } = smallLantern();
  const longest = ideaOf(plan, 'thread');
  expect(longest.runIds).toHaveLength(1);
  expect(longest.sentences[0]).toContain('from the ');
  expect(ideaOf(plan, 'parts').sentences[0]).toContain('left');
  expect(ideaOf(plan, 'check').sentences[0]).toMatch(/[\d.]+ mm are left; [\d.]+ mm are wanted/);
  expect(ideaOf(plan, 'bench').sentences[0]).toMatch(/about [\d.]+\s?(ohm|Ω)/);
});
