import { expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { asTemplate } from './as-template.ts';
import { applyEdit } from './edit.ts';
import { pauseWork, tickStep, writeReading } from './edits/progress-edits.ts';
import { validatePlan } from './validate.ts';

test('a template holds the plan and nothing of the piece that was made from it', () => {
  const { plan } = smallLantern();
  let made = applyEdit(plan, expectOk(tickStep(plan, 'prepare:mark', true, 5)));
  made = applyEdit(made, expectOk(writeReading(made, 'apart:p1', 1e12, 6)));
  made = applyEdit(made, expectOk(pauseWork(made, 'sew:r1', 7)));
  expect(made.log.length).toBeGreaterThan(2);
  const template = asTemplate(made);
  expect(template).toEqual(plan);
  expect(validatePlan(template).ok).toBe(true);
});
