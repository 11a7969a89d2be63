import { expect, test } from 'vitest';
import { lightRows } from '../testing/light-rows.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { firstSteps, firstStepsPages } from './first-steps-page.ts';
import { A4, LETTER } from './papers.ts';
import { roundsOf } from './rounds.ts';
import { sewingSheet } from './sewing-sheet.ts';

test('first steps fit one page on every paper, whatever the plan, and say its numbers', () => {
  const { plan } = smallLantern();
  for (const of of [plan, lightRows(60), new PlanBuilder('Empty').plan])
    for (const paper of [A4, LETTER]) {
      const pages = firstStepsPages(of, paper);
      expect(pages).toHaveLength(1);
      for (const item of pages[0]?.items ?? [])
        if (item.kind === 'text') {
          expect(item.at.y).toBeLessThan(paper.heightMm - 8);
          expect(item.at.x).toBeGreaterThan(0);
        }
    }
  // Lights that wait for a program light by no cell alone: nothing is said of holding them to one.
  const told = new PlanBuilder('Told by data').place('addressable-light', 'told', 60, 60).plan;
  expect(firstSteps(told).map(({ title }) => title)).not.toContain('Try');
  expect(firstSteps(plan).map(({ title }) => title)).toContain('Try');
  const words = firstSteps(plan)
    .map(({ text }) => text)
    .join(' ');
  expect(words).toContain(`${Object.keys(plan.runs).length} lines of stitches`);
  expect(words).toContain(`${roundsOf(sewingSheet(plan).steps).length} steps`);
});
