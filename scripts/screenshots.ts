/**
 * One picture of each main view into docs/screenshots, from the demo plans: `npm run screenshots`, or only those that are
 * named: `npm run screenshots thread bench`. Needs the built application and Chromium; the page of the pattern also pdftoppm.
 */
import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { buildServer } from '../packages/server/src/build-server.ts';
import { chromiumPath } from './chromium.mjs';

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
mkdirSync(folder, { recursive: true });
const server = await buildServer(fileURLToPath(new URL('../packages/web/dist', import.meta.url)));
const address = await server.listen({ port: 0, host: '127.0.0.1' });
const browser = await chromium.launch({
  executablePath: chromiumPath(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, acceptDownloads: true });

// The shelf brings the demo plans.
await page.goto(address);
await page.locator('.card').first().waitFor();

const named = process.argv.slice(2);
const isWanted = (name: string): boolean => named.length === 0 || named.includes(name);

async function shoot(
  name: string,
  path: string,
  prepare: (page: Page) => Promise<void> = async () => {},
): Promise<void> {
  if (!isWanted(name)) return;
  await page.goto(`${address}${path}`);
  await page
    .locator(path === '/' ? '.card' : '.canvas')
    .first()
    .waitFor();
  await prepare(page);
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${folder}${name}.png` });
}

/** The pixel of a place on the cloth, in mm. */
async function spot(x: number, y: number): Promise<readonly [number, number]> {
  const svg = page.locator('.canvas');
  const box = await svg.boundingBox();
  const scale = Number(await svg.getAttribute('data-scale'));
  const [originX = 0, originY = 0] = ((await svg.getAttribute('data-origin')) ?? '').split(',').map(Number);
  return [(box?.x ?? 0) + originX + x * scale, (box?.y ?? 0) + originY + y * scale];
}

await shoot('shelf', '/');
await shoot('cloth', '/plan/night-walk-dog-coat/cloth');
await shoot('lines', '/plan/tide-pool-hanging/cloth', async () => {
  await page.locator('.tray-tabs').getByText('Lines', { exact: true }).click();
  await page.getByRole('button', { name: /^pool/ }).click();
  await page.locator('[data-node="2"]').focus();
});
await shoot('svg', '/plan/lantern-cuff/cloth', async () => {
  await page.getByLabel('SVG file').setInputFiles({
    name: 'leaf.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="180mm" height="120mm" viewBox="0 0 360 240"><g transform="translate(20 10)"><path id="leaf" d="M20 110C60 0 260 0 300 110C260 220 60 220 20 110Z"/><circle id="hole" cx="100" cy="110" r="24"/><path id="vein" d="M40 110Q160 60 280 110"/></g></svg>',
    ),
  });
});
await shoot('laying-out', '/plan/tide-pool-hanging/parts', async () => {
  await page.locator('.tray-tabs').getByText('Lay out', { exact: true }).click();
  await page.getByText('Drawn', { exact: true }).click();
  await page.getByLabel('Line to spread along').click();
  await page
    .getByTitle(/^pool, /)
    .last()
    .click();
  await page.getByLabel('How many').fill('9');
  await page.getByLabel('How many').press('Enter');
});
await shoot('own-part', '/plan/lantern-cuff/parts', async () => {
  await page.getByRole('button', { name: 'Describe a part' }).click();
  await page.getByLabel('How many holes').fill('20');
  await page.getByRole('button', { name: 'Spread them' }).click();
  await page.getByRole('button', { name: 'Name in order' }).click();
});
await shoot('parts', '/plan/night-train-curtain/parts', async () => {
  await page.locator('.canvas [data-part]').nth(4).click();
});
await shoot('check', '/plan/tide-pool-hanging/check', async () => {
  await page.locator('.finding').first().click();
});
await shoot('gaps', '/plan/tide-pool-hanging/check', async () => {
  await page.locator('.tray-tabs').getByText('Gaps', { exact: true }).click();
  await page.getByText('Show on the cloth the room that is left').click();
  await page.locator('.gap-prices').waitFor();
});
await shoot('finished', '/plan/harbour-pouch/light', async () => {
  await page.locator('.tray-tabs').getByText('Finished', { exact: true }).click();
});
await shoot('wishes', '/plan/night-train-curtain/thread', async () => {
  await page.locator('.tray-tabs').getByText('Wishes', { exact: true }).click();
});
await shoot('light', '/plan/lighthouse-cushion/light', async () => {
  await page.getByText('good light for').waitFor();
  await page.locator('.sorted-table .line').first().waitFor();
});
await shoot('proposal', '/plan/tide-pool-hanging/thread', async () => {
  await page.getByRole('button', { name: 'Propose threads' }).click();
  await page.getByRole('button', { name: 'Take it' }).waitFor({ timeout: 60_000 });
});
await shoot('panels', '/plan/harbour-pouch/cloth', async () => {
  await page.locator('.tray-tabs').getByText('Panels', { exact: true }).click();
});
await shoot('sew', '/plan/lighthouse-cushion/sew', async () => {
  await page.getByRole('checkbox', { name: 'Step 1 done' }).check();
  await page.locator('.steps .linkish').nth(8).click();
});
await shoot('at-table', '/plan/lighthouse-cushion/sew', async () => {
  await page.getByRole('button', { name: 'At the table' }).click();
  await page.locator('.table-step').waitFor();
  for (let i = 0; i < 7; i += 1) await page.keyboard.press(' ');
});
if (isWanted('pattern')) await shootPattern();
await shoot('bench', '/plan/lighthouse-cushion/bench', async () => {
  const reading = page.getByLabel(/^Reading: Coin cell out: ohms/).first();
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

/** The third page of a printed pattern; without pdftoppm the picture stays as it was, and that is said. */
async function shootPattern(): Promise<void> {
  await page.goto(`${address}/plan/lighthouse-cushion/sew`);
  await page.locator('.canvas').waitFor();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Print 1:1', exact: true }).click(),
  ]);
  const pdf = `${folder}pattern.pdf`;
  await download.saveAs(pdf);
  const toPicture = ['-r', '60', '-f', '3', '-l', '3', '-png', '-singlefile', pdf, `${folder}pattern`];
  const { error, status } = spawnSync('pdftoppm', toPicture);
  if (status !== 0)
    console.warn(`The pattern was not drawn anew: ${error?.message ?? `pdftoppm gave ${status}`}`);
  rmSync(pdf);
}
