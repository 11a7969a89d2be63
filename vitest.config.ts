import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { paceOfMachine } from './scripts/pace.mjs';

export default defineConfig({
  resolve: { alias: { '@sashiko/core': fileURLToPath(new URL('./packages/core/src', import.meta.url)) } },
  test: {
    environment: 'node',
    projects: [
      // What has no state of its own is loaded once for all its tests.
      {
        extends: true,
        test: { name: 'core', include: ['packages/{core,cli,server}/src/**/*.test.ts'], isolate: false },
      },
      { extends: true, test: { name: 'web', include: ['packages/web/src/**/*.test.{ts,tsx}'] } },
    ],
    // One worker a core: by default one of them is left idle.
    maxWorkers: '100%',
    // Plans are many small frozen things that live briefly: with more room for those a tenth less is spent on collecting them.
    execArgv: ['--max-semi-space-size=64'],
    // On a slow or busy machine as much longer.
    testTimeout: 60_000 * paceOfMachine(),
    setupFiles: [fileURLToPath(new URL('./scripts/count-cost.ts', import.meta.url))],
    reporters: ['default', ['json', { outputFile: 'test-results/unit.json' }]],
  },
});
