/**
 * `npm run bench -- screen [ROUNDS] [LIGHTS,…]`: what the built application costs the main thread of a real browser, in processor time (the
 * browser's thread ticks): a frame while a light is dragged and while the view is panned and zoomed, a change of stage, opening from the
 * shelf; the longest task of a tour with routing, taking and printing (wall time: tasks are not told otherwise); and the heap.
 */
import { fileURLToPath } from 'node:url';
import { type CDPSession, chromium, type Page } from '@playwright/test';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { buildServer } from '../packages/server/src/build-server.ts';
import { chromiumPath } from './chromium.mjs';

const ROUNDS = Number(process.argv[2] ?? 5);
const LIGHTS = (process.argv[3] ?? '10,50,200,400').split(',').map(Number);
const STEPS = 40;
const STAGES = ['thread', 'check', 'light', 'sew', 'bench', 'cloth', 'parts'] as const;
/** A stage has come to rest when nothing happens for so long, ms. */
const REST_MS = 1500;
/** So often a plan is opened and closed to see whether the heap grows. */
const OPENINGS = 10;

const MEASURES = {
  hover: 1,
  drag: 1,
  pan: 1,
  stage: 0,
  settled: 0,
  open: 0,
  longest: 0,
  heapMb: 1,
  heapGrowth: 2,
  elements: 0,
} as const;
type Measure = keyof typeof MEASURES;
type Row = Readonly<Record<Measure, number>>;

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
    // What is freed by one collection may hold what the next one frees.
    for (let i = 0; i < 3; i += 1) await this.#session.send('HeapProfiler.collectGarbage');
    return (await this.read('JSHeapUsedSize')) / 1e6;
  }

  longest(): Promise<number> {
    return this.#page.evaluate(() => (window as unknown as { longest: number }).longest);
  }

  async nextFrame(): Promise<void> {
    await this.#page.evaluate(
      () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
    );
  }

  /** What a pointer does in a frame, frame after frame. */
  async frames(step: (i: number) => Promise<void>): Promise<number> {
    const costs: number[] = [];
    for (let i = 0; i < STEPS; i += 1)
      costs.push(
        await this.cost(async () => {
          await step(i);
          await this.nextFrame();
        }),
      );
    return p95(costs);
  }
}

/** Threads proposed and taken, a light moved, the sheet printed, every stage seen: as a maker would, without the waiting. */
async function use(page: Page, goTo: (stage: string) => Promise<void>): Promise<void> {
  await goTo('thread');
  await page.getByRole('button', { name: 'Propose threads' }).click();
  // As soon as there is something to keep, it is kept; a small plan is done before that.
  const take = page.getByRole('button', { name: 'Take it' });
  const enough = page.getByRole('button', { name: 'Stop: keep the best so far' }).click({ timeout: 240_000 });
  await Promise.race([take.waitFor({ timeout: 300_000 }), enough.catch(() => new Promise(() => {}))]);
  await take.click({ timeout: 120_000 });
  for (const stage of STAGES) await goTo(stage);
  await goTo('sew');
  await page.locator('.tray-tabs').getByText('Print', { exact: true }).click();
  const saved = page.waitForEvent('download', { timeout: 120_000 });
  await page.getByRole('button', { name: 'Sewing sheet', exact: true }).click();
  await (await saved).cancel();
}

/** A page on which a disc follows the pointer and a word says where it is: what the browser itself takes for a step of any drag. */
const PLAIN_PAGE = `<!doctype html><body style="margin:0">
<p style="contain:strict;width:200px;height:20px"></p>
<svg style="position:absolute;inset:0;width:100%;height:100%;will-change:transform"><circle r="6"/></svg>
<script>
const [word, disc] = [document.querySelector('p'), document.querySelector('circle')];
addEventListener('pointermove', ({ clientX, clientY }) => {
  word.textContent = clientX + ', ' + clientY;
  disc.setAttribute('transform', 'translate(' + clientX + ' ' + clientY + ')');
});
</script>`;

/** The plain reference: a step of a drag on a page with nothing else, p95. */
async function plainDrag(page: Page): Promise<number> {
  const meter = await Meter.of(page);
  await page.setContent(PLAIN_PAGE);
  await page.mouse.move(300, 300);
  await page.mouse.down();
  return meter.frames((i) => page.mouse.move(308 + (i % 9), 300 + (i % 3)));
}

async function measure(page: Page, address: string, lights: number): Promise<Row> {
  const meter = await Meter.of(page);
  const rest = (): Promise<void> => page.waitForTimeout(REST_MS);
  // The pointer stands where it is to press, and the page itself tells when it is ready: what looks for elements from outside costs half as
  // much again as a change of stage.
  const goTo = async (stage: string): Promise<void> => {
    await point(stage);
    await press(stage);
  };
  const point = async (stage: string): Promise<void> => {
    const link = await page.locator(`nav a[href$="/${stage}"]`).first().boundingBox();
    if (link === null) throw new Error(`no way to ${stage}`);
    await page.mouse.move(link.x + link.width / 2, link.y + link.height / 2);
    await meter.nextFrame();
  };
  const press = async (stage: string): Promise<void> => {
    await page.mouse.down();
    await page.mouse.up();
    await page.waitForFunction(
      (id) => document.querySelector(`.worktable[data-stage="${id}"] .tray:not([aria-busy])`) !== null,
      stage,
    );
    await meter.nextFrame();
  };
  const shelf = async (): Promise<void> => {
    await page.getByRole('link', { name: 'Back to the shelf' }).click();
    await page.locator('.card').first().waitFor();
    await rest();
  };
  const open = async (): Promise<void> => {
    await page.getByRole('link', { name: 'Grid' }).click();
    await page.locator('.canvas').waitFor();
    await rest();
  };
  await page.goto(address);
  await page.locator('.card').first().waitFor();
  const file = { name: 'grid.sashiko.json', mimeType: 'application/json' };
  const buffer = Buffer.from(serializePlan(gridPlan(Math.ceil(lights / 10), 10)));
  await page.getByLabel('Plan file').setInputFiles({ ...file, buffer });
  await page.locator('.canvas').waitFor();
  await rest();
  await shelf();
  const opened = await meter.cost(open);

  const usable: number[] = [];
  const settled: number[] = [];
  for (const stage of STAGES) {
    await point(stage);
    const first = await meter.cost(() => press(stage));
    usable.push(first);
    settled.push(first + (await meter.cost(rest)));
  }
  const elements = await page.locator('.canvas *').count();

  const box = await page
    .locator('.canvas [data-part]')
    .nth(Math.min(6, lights - 1))
    .boundingBox();
  if (box === null) throw new Error('no light in view');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const hover = await meter.frames((i) => page.mouse.move(x + 60 + (i % 9), y + 40 + (i % 3)));
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 8, y);
  const drag = await meter.frames((i) => page.mouse.move(x + 8 + (i % 9), y + (i % 3)));
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await page.mouse.move(600, 700);
  const pan = await meter.frames((i) => page.mouse.wheel(0, i % 2 === 0 ? -40 : 40));
  await rest();

  const heapMb = await meter.heapMb();
  for (let i = 0; i < OPENINGS; i += 1) {
    await shelf();
    await open();
  }
  const heapGrowth = (await meter.heapMb()) / heapMb;
  await use(page, goTo);
  return {
    hover,
    drag,
    pan,
    stage: Math.max(...usable),
    settled: Math.max(...settled),
    open: opened,
    longest: await meter.longest(),
    heapMb,
    heapGrowth,
    elements,
  };
}

const server = await buildServer(fileURLToPath(new URL('../packages/web/dist', import.meta.url)));
const address = await server.listen({ port: 0, host: '127.0.0.1' });
const browser = await chromium.launch({
  executablePath: chromiumPath(),
  args: ['--no-sandbox', '--disable-gpu'],
});
const plain: number[] = [];
for (let round = 0; round < ROUNDS; round += 1) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  plain.push(await plainDrag(await context.newPage()));
  await context.close();
}
console.log(`a step of a drag on a plain page, p95: ${median(plain).toFixed(1)}`);
const names = Object.keys(MEASURES) as Measure[];
console.log(['lights', ...names].map((name) => name.padStart(11)).join(''));
for (const lights of LIGHTS) {
  const rows: Row[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    rows.push(await measure(await context.newPage(), address, lights));
    await context.close();
  }
  const figures = names.map((name) => median(rows.map((row) => row[name])).toFixed(MEASURES[name]));
  console.log([String(lights), ...figures].map((figure) => figure.padStart(11)).join(''));
}
await browser.close();
await server.close();
