/**
 * What the demo plans and 50 random plans come out as is what it was: findings, sheet, netlist, cut list, SVG, byte by byte. A
 * difference is either a fault or something that was meant: then `npx vitest run as-before -u` stores it anew, and the commit says why.
 */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { plansToWrite, writtenOutputs } from '../testing/written-outputs.ts';
import { parsePlan } from './plan-file.ts';

const hashed = (outputs: Readonly<Record<string, string>>): Readonly<Record<string, string>> =>
  Object.fromEntries(
    Object.entries(outputs).map(([form, text]) => [
      form,
      createHash('sha256').update(text).digest('hex').slice(0, 16),
    ]),
  );

test.each([
  'lantern-cuff',
  'lighthouse-cushion',
  'night-walk-dog-coat',
  'tide-pool-hanging',
  'night-train-curtain',
  'harbour-pouch',
])('the demo plan %s', (name) => {
  const text = readFileSync(new URL(`../../../../demo/${name}.sashiko.json`, import.meta.url), 'utf8');
  expect(hashed(writtenOutputs(expectOk(parsePlan(text))))).toMatchSnapshot();
});

test.each([...plansToWrite()])('the random plan %s', (_name, plan) => {
  expect(hashed(writtenOutputs(plan))).toMatchSnapshot();
});
