/**
 * `npm run bench -- files`: what large files from outside cost the built application in a real browser: a backup of 300 plans brought back
 * (wall and processor time), and drawings at every limit, each read or refused. Processor seconds of the page and its workers; medians of five.
 */
import { fileURLToPath } from 'node:url';
import { type CDPSession, chromium, type Page } from '@playwright/test';
import { serializeShelf } from '@sashiko/core/formats/shelf-file';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { buildServer } from '../packages/server/src/build-server.ts';
import { chromiumPath } from './chromium.mjs';
import { median } from './measuring.ts';

const ROUNDS = Number(process.argv[2] ?? 5);
const PLANS = 300;

const svg = (inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="180mm" height="120mm" viewBox="0 0 360 240">${inner}</svg>`;
const DRAWINGS: Readonly<Record<string, string>> = {
  'a path of 1,000,000 letters': svg(`<path d="M0 0${'L1 1 2 2'.repeat(125_000)}"/>`),
  'a path of 290,000 numbers': svg(`<path d="M0 0${'L9 9 2 7'.repeat(72_500)}"/>`),
  'groups 10,000 deep': svg(`${'<g>'.repeat(10_000)}<path d="M0 0L9 9"/>${'</g>'.repeat(10_000)}`),
  'groups 60 deep': svg(
    `${'<g transform="translate(1 1)">'.repeat(60)}<path d="M0 0L90 9L9 90Z"/>${'</g>'.repeat(60)}`,
  ),
  '20,000 lines': svg('<path d="M0 0L9 9"/>'.repeat(20_000)),
  '490 lines': svg('<path d="M0 0L9 9"/>'.repeat(490)),
  '5,000 rules on 5,000 elements': svg(
    `<style>${'g .a path{fill:red}'.repeat(5000)}</style>${'<path class="a" d="M0 0L9 9"/>'.repeat(5000)}`,
  ),
};

interface Cost {
  readonly wallS: number;
  readonly processorS: number;
  readonly words: string;
}

/** Processor seconds of the page's process: main thread, workers and what they have begun. */
async function processorSeconds(session: CDPSession): Promise<number> {
  const { processInfo } = (await session.send('SystemInfo.getProcessInfo')) as {
    processInfo: ReadonlyArray<{ readonly type: string; readonly cpuTime: number }>;
  };
  return processInfo.filter(({ type }) => type === 'renderer').reduce((sum, { cpuTime }) => sum + cpuTime, 0);
}

/** A new browser each time: what was compiled or kept before helps nobody. */
async function inNewBrowser(
  address: string,
  trial: (
    page: Page,
  ) => Promise<{ readonly start: () => Promise<void>; readonly end: () => Promise<string> }>,
): Promise<Cost> {
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const session = await browser.newBrowserCDPSession();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  await page.goto(address);
  await page.locator('.card').first().waitFor();
  const { start, end } = await trial(page);
  await page.waitForTimeout(1000);
  const [wall, before] = [performance.now(), await processorSeconds(session)];
  await start();
  const words = await end();
  const cost = {
    wallS: (performance.now() - wall) / 1000,
    processorS: (await processorSeconds(session)) - before,
    words,
  };
  await browser.close();
  return cost;
}

function tell(title: string, costs: readonly Cost[]): void {
  const figure = (of: 'wallS' | 'processorS'): string => median(costs.map((cost) => cost[of])).toFixed(2);
  console.log(
    `${title.padEnd(32)} ${figure('processorS')} processor s, ${figure('wallS')} s on the wall: ${costs[0]?.words ?? ''}`,
  );
}

const server = await buildServer(fileURLToPath(new URL('../packages/web/dist', import.meta.url)));
const address = await server.listen({ port: 0, host: '127.0.0.1' });
const times = Array.from({ length: ROUNDS }, (_, i) => i);

const plan = gridPlan(2, 10);
const plans = Array.from({ length: PLANS }, (_, i) => ({ ...plan, id: `plan-${i}`, name: `Grid ${i}` }));
const backup = Buffer.from(serializeShelf({ plans, ownParts: [] }, 7));
const restores: Cost[] = [];
for (const _ of times)
  restores.push(
    await inNewBrowser(address, async (page) => {
      await page
        .getByLabel('Backup file')
        .setInputFiles({ name: 'shelf.sashiko-shelf.json', mimeType: 'application/json', buffer: backup });
      const dialog = page.getByRole('dialog', { name: 'Bring back a backup' });
      await dialog.waitFor();
      const said = page.getByText(/^Brought back: .*/);
      return {
        start: () => dialog.getByRole('button', { name: 'Bring back' }).click(),
        end: async () => (await said.textContent({ timeout: 120_000 })) ?? '',
      };
    }),
  );
tell(`${PLANS} plans, ${(backup.length / 1e6).toFixed(1)} MB, brought back`, restores);

for (const [title, text] of Object.entries(DRAWINGS)) {
  const costs: Cost[] = [];
  for (const _ of times)
    costs.push(
      await inNewBrowser(address, async (page) => {
        await page.getByRole('button', { name: 'New plan' }).click();
        const field = page.getByLabel('SVG file');
        await field.waitFor({ state: 'attached' });
        const buffer = Buffer.from(text);
        // That the browser may clear plans is told beside it.
        const refused = page.locator('.notice').filter({ hasNotText: 'This browser may clear' });
        const answer = page.getByRole('dialog').or(refused).first();
        return {
          start: () => field.setInputFiles({ name: 'x.svg', mimeType: 'image/svg+xml', buffer }),
          end: async () => ((await answer.textContent({ timeout: 120_000 })) ?? '').slice(0, 90),
        };
      }),
    );
  tell(title, costs);
}
await server.close();
