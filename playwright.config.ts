import { defineConfig } from '@playwright/test';
import { findChromium } from './scripts/chromium.mjs';
import { paceOfMachine } from './scripts/pace.mjs';

const PORT = 4517;
/** A machine that is slow, or busy with something else, gets as much more time: a true test never fails for that. */
const pace = paceOfMachine();
/** These settings are read where there is no Chromium too; that it is missing is said when journeys begin. */
const executablePath = findChromium();

export default defineConfig({
  testDir: './e2e',
  globalSetup: './e2e/needs-chromium.ts',
  testMatch: '*.spec.ts',
  timeout: 90_000 * pace,
  expect: { timeout: 10_000 * pace },
  workers: 2,
  // A machine busy with something else may miss a deadline once; a real fault fails twice.
  retries: 1,
  fullyParallel: true,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  outputDir: 'test-results/e2e',
  snapshotPathTemplate: 'e2e/stored/{arg}{ext}',
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // Each test starts with an empty browser; only those about being offline keep the application in it.
    serviceWorkers: 'block',
    launchOptions: {
      ...(executablePath === null ? {} : { executablePath }),
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: `npx tsx packages/server/src/main.ts`,
    env: { PORT: String(PORT) },
    url: `http://localhost:${PORT}`,
    reuseExistingServer: false,
  },
});
