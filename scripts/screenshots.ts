/**
 * One picture of each main view into docs/screenshots, from the demo plans: `npm run screenshots`. Needs the
 * built application and Chromium; the page of the pattern also needs pdftoppm.
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { buildServer } from '../packages/server/src/build-server.ts';

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
mkdirSync(folder, { recursive: true });
const server = await buildServer(fileURLToPath(new URL('../packages/web/dist', import.meta.url)));
const address = await server.listen({ port: 0, host: '127.0.0.1' });
const browser = await chromium.launch({
  executablePath: process.env['SASHIKO_CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, acceptDownloads: true });

async function shoot(
  name: string,
  path: string,
  prepare: (page: Page) => Promise<void> = async () => {},
): Promise<void> {
  await page.goto(`${address}${path}`);
  await page
    .locator(path === '/' ? '.card' : 'svg.canvas')
    .first()
    .waitFor();
  await prepare(page);
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${folder}${name}.png` });
}

/** The pixel of a place on the cloth, in mm. */
async function spot(x: number, y: number): Promise<readonly [number, number]> {
  const svg = page.locator('svg.canvas');
  const box = await svg.boundingBox();
  const scale = Number(await svg.getAttribute('data-scale'));
  const [originX = 0, originY = 0] = ((await svg.getAttribute('data-origin')) ?? '').split(',').map(Number);
  return [(box?.x ?? 0) + originX + x * scale, (box?.y ?? 0) + originY + y * scale];
}

await shoot('shelf', '/');
await shoot('cloth', '/plan/lighthouse-cushion/cloth');
await shoot('parts', '/plan/lighthouse-cushion/parts', async () => {
  await page.locator('svg.canvas [data-part="p5"]').click();
});
await shoot('check', '/plan/tide-pool-hanging/check', async () => {
  await page.locator('.finding').first().click();
});
await shoot('light', '/plan/lighthouse-cushion/light', async () => {
  await page.getByText('half as bright after').waitFor();
});
await shoot('proposal', '/plan/tide-pool-hanging/thread', async () => {
  await page.getByRole('button', { name: 'Propose threads' }).click();
  await page.getByRole('button', { name: 'Take it' }).waitFor({ timeout: 60_000 });
});
await shoot('sew', '/plan/lighthouse-cushion/sew', async () => {
  await page.getByRole('checkbox', { name: 'Step 1 done' }).check();
  await page.locator('.steps .linkish').nth(8).click();
});
const [download] = await Promise.all([
  page.waitForEvent('download'),
  page.getByRole('button', { name: 'Print 1:1 pattern' }).click(),
]);
const pdf = `${folder}pattern.pdf`;
await download.saveAs(pdf);
execFileSync('pdftoppm', ['-r', '60', '-f', '3', '-l', '3', '-png', '-singlefile', pdf, `${folder}pattern`]);
rmSync(pdf);
await shoot('bench', '/plan/lighthouse-cushion/bench', async () => {
  const reading = page.getByLabel(/^Reading: Cell out: ohms/).first();
  await reading.fill('90');
  await page
    .getByText('Loose loops at holder')
    .evaluate((element) => element.scrollIntoView({ block: 'center' }));
});
await shoot('thread', '/plan/lighthouse-cushion/thread', async () => {
  await page
    .getByRole('button', { name: /^window 2 to window 3.*− side|^window 2 to window 3.*- side/ })
    .first()
    .click();
  await page.keyboard.press('Delete');
  await page.mouse.click(...(await spot(144.5, 174)));
  await page.mouse.click(...(await spot(139, 190)));
  await page.mouse.move(...(await spot(142, 206)), { steps: 4 });
});
await browser.close();
await server.close();
