/** Beside each file of unit tests: what it cost, and how slow the machine was, one line for each in `test-results/unit-cost.jsonl`. */
import { appendFileSync, mkdirSync } from 'node:fs';
import { afterAll, expect } from 'vitest';
import { slownessNow } from './pace.mjs';

const slowBefore = slownessNow();
const before = process.cpuUsage();

afterAll(() => {
  const { user, system } = process.cpuUsage(before);
  const slowness = (slowBefore + slownessNow()) / 2;
  mkdirSync('test-results', { recursive: true });
  appendFileSync(
    'test-results/unit-cost.jsonl',
    `${JSON.stringify({ file: expect.getState().testPath, seconds: (user + system) / 1e6, slowness })}\n`,
  );
});
