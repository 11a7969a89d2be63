/** Beside each file of unit tests: what it cost, one line for each in `test-results/unit-cost.jsonl`. */
import { appendFileSync, mkdirSync } from 'node:fs';
import { afterAll, expect } from 'vitest';

const before = process.cpuUsage();

afterAll(() => {
  const { user, system } = process.cpuUsage(before);
  mkdirSync('test-results', { recursive: true });
  appendFileSync(
    'test-results/unit-cost.jsonl',
    `${JSON.stringify({ file: expect.getState().testPath, seconds: (user + system) / 1e6 })}\n`,
  );
});
