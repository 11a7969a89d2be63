import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { '@sashiko/core': fileURLToPath(new URL('./packages/core/src', import.meta.url)) } },
  test: {
    include: ['packages/*/src/**/*.test.{ts,tsx}'],
    environment: 'node',
    // One worker a core: by default one of them is left idle.
    maxWorkers: '100%',
    testTimeout: 60_000,
    reporters: ['default', ['json', { outputFile: 'test-results/unit.json' }]],
  },
});
