import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const root = fileURLToPath(new URL('../../', import.meta.url));

/** The tests of one room, each file with a state of its own: a changed module must not stay for the next one. */
export default defineConfig({
  root,
  resolve: { alias: { '@sashiko/core': `${root}packages/core/src` } },
  test: {
    environment: 'node',
    isolate: true,
    include: JSON.parse(process.env['SASHIKO_TESTS'] ?? '[]') as string[],
    testTimeout: 60_000,
  },
});
