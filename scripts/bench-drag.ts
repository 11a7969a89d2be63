/**
 * How the worktable bears a large plan: the time to open it, and the frames while a part, or a panel, is dragged, each beside
 * the same on a plan of eight parts in the same run. Needs the built application and Chromium; part of `npm run bench`.
 */
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { hasSeveralPanels } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { gridPanels } from '@sashiko/core/testing/grid-panels';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { buildServer } from '../packages/server/src/build-server.ts';
import { chromiumPath } from './chromium.mjs';

interface Drag {
  readonly medianMs: number;
  readonly p95Ms: number;
  readonly frames: number;
}

/** Lays a plan file on the shelf and opens it at the Parts stage; milliseconds from asking to the drawn cloth. */
async function open(page: Page, address: string, plan: Plan): Promise<number> {
  await page.goto(address);
  const file = {
    name: 'bench.sashiko.json',
    mimeType: 'application/json',
    buffer: Buffer.from(serializePlan(plan)),
  };
  await page.getByLabel('Plan file').setInputFiles(file);
  await page.locator('.canvas').waitFor();
  const route = page.url();
  await page.goto(address);
  await page.locator('.card').first().waitFor();
  const id = route.split('/').at(-2) ?? '';
  // From the click on the shelf to all parts drawn: what a maker waits for.
  return await page.evaluate(
    async ([planId, count]) => {
      const start = performance.now();
      document.querySelector<HTMLAnchorElement>(`a[href="/plan/${planId}/parts"]`)?.click();
      while (document.querySelectorAll('.canvas [data-part]').length < Number(count))
        await new Promise((resolve) => requestAnimationFrame(resolve));
      return performance.now() - start;
    },
    [id, String(Object.keys(plan.parts).length)] as const,
  );
}

/** Drags one part to and fro. */
async function dragPart(page: Page): Promise<Drag> {
  const box = await page.locator('.canvas [data-part]').nth(4).boundingBox();
  if (box === null) throw new Error('the part is not on screen');
  return await drag(page, box.x + box.width / 2, box.y + box.height / 2);
}

/** Pulls the first panel to and fro on the table, by its upper left corner. */
async function dragPanel(page: Page): Promise<Drag> {
  await page.goto(page.url().replace(/parts$/, 'cloth'));
  await page.locator('.tray-tabs').getByText('Panels', { exact: true }).click();
  const box = await page.locator('.canvas path[data-ground]').first().boundingBox();
  if (box === null) throw new Error('the panel is not on screen');
  return await drag(page, box.x + 3, box.y + 3);
}

/** Drags what lies at a place to and fro for two seconds and counts the frames. */
async function drag(page: Page, x: number, y: number): Promise<Drag> {
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 8, y);
  // As text, because named functions of compiled code are not known in the page.
  await page.evaluate(
    `window.frames_ = []; window.last_ = performance.now();
     requestAnimationFrame(function tick(now) {
       window.frames_.push(now - window.last_); window.last_ = now; requestAnimationFrame(tick);
     });`,
  );
  const until = Date.now() + 2000;
  for (let i = 0; Date.now() < until; i += 1) {
    await page.mouse.move(x + 8 + 6 * Math.sin(i / 6), y + 6 * Math.cos(i / 6));
  }
  const frames = (await page.evaluate('window.frames_.slice(2)')) as number[];
  await page.mouse.up();
  const sorted = [...frames].sort((a, b) => a - b);
  const at = (share: number): number =>
    sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
  return { medianMs: at(0.5), p95Ms: at(0.95), frames: frames.length };
}

const server = await buildServer(fileURLToPath(new URL('../packages/web/dist', import.meta.url)));
const address = await server.listen({ port: 0, host: '127.0.0.1' });
const browser = await chromium.launch({
  executablePath: chromiumPath(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const measured: Array<{ readonly name: string; readonly openMs: number; readonly drag: Drag }> = [];
const cases: ReadonlyArray<readonly [name: string, plan: Plan]> = [
  ['8 parts', gridPlan(1, 7)],
  ['101 parts', gridPlan(10, 10)],
  ['201 parts', gridPlan(10, 20)],
  ['204 parts on 6 panels', gridPanels(6, 3, 11)],
  ['301 parts', gridPlan(15, 20)],
];
for (const [k, [name, plan]] of cases.entries()) {
  const openMs = await open(page, address, { ...plan, id: `bench-${k}` });
  measured.push({ name, openMs, drag: await dragPart(page) });
  if (hasSeveralPanels(plan))
    measured.push({ name: `${name}, a panel on the table`, openMs, drag: await dragPanel(page) });
}
const [small] = measured;
for (const { name, openMs, drag: frames } of measured) {
  const ratio = (frames.medianMs / (small?.drag.medianMs ?? 1)).toFixed(1);
  console.log(
    `${name}: opens in ${openMs.toFixed(0)} ms; dragging: median frame ${frames.medianMs.toFixed(1)} ms (${ratio} x the small plan), p95 ${frames.p95Ms.toFixed(1)} ms, ${frames.frames} frames`,
  );
}
await browser.close();
await server.close();
