/**
 * `npm run bench -- screen`: what the built application costs the main thread of a real browser, in processor time (the browser's thread
 * ticks): a frame while a light is dragged, a frame of panning and zooming, a change of stage, opening a plan. The longest task is wall time.
 */
import { fileURLToPath } from 'node:url';
import { type CDPSession, chromium, type Page } from '@playwright/test';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { buildServer } from '../packages/server/src/build-server.ts';

const LIGHTS = [10, 50, 200, 400] as const;
const ROUNDS = 3;
const STEPS = 40;
const STAGES = ['thread', 'check', 'light', 'sew', 'bench', 'parts'] as const;
/** A stage has come to rest when nothing happens for so long, ms. */
const REST_MS = 1500;

type Row = Readonly<Record<'drag' | 'pan' | 'stage' | 'open' | 'longest' | 'heapMb' | 'elements', number>>;

const sorted = (values: readonly number[]): readonly number[] => [...values].sort((a, b) => a - b);
const median = (values: readonly number[]): number =>
  sorted(values)[Math.floor(values.length / 2)] ?? Number.NaN;
const p95 = (values: readonly number[]): number =>
  sorted(values)[Math.floor(0.95 * (values.length - 1))] ?? Number.NaN;

class Meter {
  readonly #page: Page;
  readonly #session: CDPSession;

  constructor(page: Page, session: CDPSession) {
    this.#page = page;
    this.#session = session;
  }

  static async of(page: Page): Promise<Meter> {
    const session = await page.context().newCDPSession(page);
    await session.send('Performance.enable', { timeDomain: 'threadTicks' });
    await page.addInitScript(() => {
      const seen = window as unknown as { longest: number };
      seen.longest = 0;
      new PerformanceObserver((list) => {
        for (const { duration } of list.getEntries()) seen.longest = Math.max(seen.longest, duration);
      }).observe({ type: 'longtask' });
    });
    return new Meter(page, session);
  }

  async read(name: 'TaskDuration' | 'JSHeapUsedSize'): Promise<number> {
    const { metrics } = await this.#session.send('Performance.getMetrics');
    return metrics.find((metric) => metric.name === name)?.value ?? Number.NaN;
  }

  /** Processor time of the main thread, ms. */
  async cost(work: () => Promise<unknown>): Promise<number> {
    const before = await this.read('TaskDuration');
    await work();
    return 1000 * ((await this.read('TaskDuration')) - before);
  }

  async heapMb(): Promise<number> {
    await this.#session.send('HeapProfiler.collectGarbage');
    return (await this.read('JSHeapUsedSize')) / 1e6;
  }

  longest(): Promise<number> {
    return this.#page.evaluate(() => (window as unknown as { longest: number }).longest);
  }

  /** What a pointer does in a frame, frame after frame. */
  async frames(step: (i: number) => Promise<void>): Promise<number> {
    const costs: number[] = [];
    for (let i = 0; i < STEPS; i += 1)
      costs.push(
        await this.cost(async () => {
          await step(i);
          await this.#page.evaluate(
            () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
          );
        }),
      );
    return p95(costs);
  }
}

async function measure(page: Page, address: string, lights: number): Promise<Row> {
  const meter = await Meter.of(page);
  const rest = (): Promise<void> => page.waitForTimeout(REST_MS);
  await page.goto(address);
  await page.locator('.card').first().waitFor();
  await rest();
  const file = { name: 'grid.sashiko.json', mimeType: 'application/json' };
  const buffer = Buffer.from(serializePlan(gridPlan(Math.ceil(lights / 10), 10)));
  const open = await meter.cost(async () => {
    await page.getByLabel('Plan file').setInputFiles({ ...file, buffer });
    await page.locator('.canvas').waitFor();
    await rest();
  });
  const stages: number[] = [];
  for (const stage of STAGES)
    stages.push(
      await meter.cost(async () => {
        await page.locator(`nav a[href$="/${stage}"]`).first().click();
        await page.locator(`.worktable[data-stage="${stage}"]`).waitFor();
        await rest();
      }),
    );
  const elements = await page.locator('.canvas *').count();
  const box = await page
    .locator('[data-part]')
    .nth(Math.min(6, lights - 1))
    .boundingBox();
  if (box === null) throw new Error('no light in view');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 8, y);
  const drag = await meter.frames((i) => page.mouse.move(x + 8 + (i % 9), y + (i % 3)));
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await page.mouse.move(600, 700);
  const pan = await meter.frames((i) => page.mouse.wheel(0, i % 2 === 0 ? -40 : 40));
  return {
    drag,
    pan,
    stage: Math.max(...stages),
    open,
    longest: await meter.longest(),
    heapMb: await meter.heapMb(),
    elements,
  };
}

const server = await buildServer(fileURLToPath(new URL('../packages/web/dist', import.meta.url)));
const address = await server.listen({ port: 0, host: '127.0.0.1' });
const browser = await chromium.launch({
  executablePath: process.env['SASHIKO_CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
console.log('lights   drag p95   pan p95   stage, dearest   open   longest task   heap MB   elements drawn');
for (const lights of LIGHTS) {
  const rows: Row[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    rows.push(await measure(await context.newPage(), address, lights));
    await context.close();
  }
  const of = (name: keyof Row, width: number, digits = 0): string =>
    median(rows.map((row) => row[name]))
      .toFixed(digits)
      .padStart(width);
  console.log(
    `${String(lights).padStart(6)}${of('drag', 11, 1)}${of('pan', 10, 1)}${of('stage', 17)}${of('open', 7)}${of('longest', 15)}${of('heapMb', 10)}${of('elements', 17)}`,
  );
}
await browser.close();
await server.close();
