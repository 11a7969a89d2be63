import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect } from '@playwright/test';
import { buildServer } from '../packages/server/src/build-server.ts';
import { test } from './test.ts';
import { canvas, downloadBytes, goTo } from './worktable.ts';

test.use({ serviceWorkers: 'allow' });

const BUILT = 'packages/web/dist';

/** A server that can be taken away. */
async function serve(folder: string): Promise<{ readonly url: string; close(): Promise<void> }> {
  const server = await buildServer(resolve(folder));
  const url = await server.listen({ port: 0, host: '127.0.0.1' });
  return { url: url.replace('127.0.0.1', 'localhost'), close: () => server.close() };
}

test('after the first visit it opens, routes and prints without a network', async ({ page }) => {
  const server = await serve(BUILT);
  await page.goto(server.url);
  await expect(page.getByText('Sashiko opens without a network, too.')).toBeVisible({ timeout: 30_000 });
  await server.close();
  await page.reload();
  await expect(page.locator('.card')).toHaveCount(6);
  await page.getByRole('link', { name: 'Lighthouse cushion' }).click();
  await expect(canvas(page)).toBeVisible();
  await page.reload();
  await expect(canvas(page)).toBeVisible();
  await goTo(page, 'thread');
  await page.getByRole('button', { name: 'Propose threads' }).click();
  await expect(page.getByRole('button', { name: 'Take it' })).toBeVisible({ timeout: 60_000 });
  const { bytes } = await downloadBytes(page, () => page.getByRole('button', { name: 'Print 1:1' }).click());
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
});

test('a script that was damaged where it is kept is fetched anew', async ({ page }) => {
  const server = await serve(BUILT);
  await page.goto(server.url);
  await expect(page.getByText('Sashiko opens without a network, too.')).toBeVisible({ timeout: 30_000 });
  const damaged = await page.evaluate(async () => {
    const [name = ''] = await caches.keys();
    const cache = await caches.open(name);
    const scripts = (await cache.keys())
      .map(({ url }) => url)
      .filter((url) => /\/assets\/index-.*\.js$/.test(url));
    for (const url of scripts)
      await cache.put(url, new Response('throw 1', { headers: { 'content-type': 'text/javascript' } }));
    return scripts.length;
  });
  expect(damaged).toBeGreaterThan(0);
  // A worker looks at a file once as long as it lives.
  const session = await page.context().newCDPSession(page);
  await session.send('ServiceWorker.enable');
  await session.send('ServiceWorker.stopAllWorkers');
  await page.reload();
  await expect(page.locator('.card')).toHaveCount(6);
  await server.close();
  await page.reload();
  await expect(page.locator('.card')).toHaveCount(6);
});

test('a newer version is told, and taken at the next start', async ({ page, context }) => {
  const folder = mkdtempSync(join(tmpdir(), 'sashiko-'));
  cpSync(BUILT, folder, { recursive: true });
  const server = await serve(folder);
  await page.goto(server.url);
  await expect(page.getByText('Sashiko opens without a network, too.')).toBeVisible({ timeout: 30_000 });
  const change = (name: string, from: RegExp, to: string): void => {
    const file = join(folder, name);
    writeFileSync(file, readFileSync(file, 'utf8').replace(from, to));
  };
  change('index.html', /<html lang="en">/, '<html lang="en" data-newer="yes">');
  change('service-worker.js', /"version":"[^"]+"/, '"version":"0123456789abcdef"');
  // The compressed copies are of the old ones.
  for (const name of ['service-worker.js', 'index.html'])
    for (const ending of ['br', 'gz']) rmSync(join(folder, `${name}.${ending}`), { force: true });
  await page.reload();
  await expect(page.getByText('A newer Sashiko has been fetched.')).toBeVisible({ timeout: 30_000 });
  await expect(page.locator('html')).not.toHaveAttribute('data-newer', 'yes');
  await page.close();
  await server.close();
  const next = await context.newPage();
  await next.goto(server.url);
  await expect(next.locator('html')).toHaveAttribute('data-newer', 'yes');
  await expect(next.locator('.card')).toHaveCount(6);
});
