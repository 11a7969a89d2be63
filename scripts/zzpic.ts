import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { buildServer } from '../packages/server/src/build-server.ts';
const server = await buildServer(fileURLToPath(new URL('../packages/web/dist', import.meta.url)));
const address = await server.listen({ port: 0, host: '127.0.0.1' });
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('console', (m) => { if (m.type() === 'error') console.log('console', m.text()); });
page.on('pageerror', (e) => console.log('pageerror', e.message));
const [plan = 'lighthouse-cushion', tab = 'Now', out = '/tmp/p.png', ...acts] = process.argv.slice(2);
await page.goto(address); await page.locator('.card').first().waitFor();
await page.goto(`${address}/plan/${plan}/light`);
await page.locator('svg.canvas').waitFor();
await page.waitForTimeout(1500);
if (tab !== 'Now') await page.locator('.tray-tabs').getByText(tab, { exact: true }).click();
for (const act of acts) { const [kind, what] = act.split('='); if (kind === 'click') await page.getByText(what!, { exact: false }).first().click(); if (kind === 'wait') await page.waitForTimeout(Number(what)); if (kind === 'scroll') await page.locator('.tray-scroll').evaluate((e, y) => e.scrollTo(0, Number(y)), what); }
await page.waitForTimeout(1200);
await page.screenshot({ path: out });
await browser.close(); await server.close();
