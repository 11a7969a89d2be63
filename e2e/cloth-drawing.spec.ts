/** The drawn cloth against stored pictures, and what lies under the pointer against geometry. */
import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { expectOk } from '../packages/core/src/errors/problem.ts';
import { parsePlan } from '../packages/core/src/formats/plan-file.ts';
import type { Point } from '../packages/core/src/geometry/point.ts';
import { polygonContains } from '../packages/core/src/geometry/polygon.ts';
import { pointToSegmentMm } from '../packages/core/src/geometry/segment.ts';
import { placePointExactly } from '../packages/core/src/geometry/transform.ts';
import { kindOf } from '../packages/core/src/plan/kind-of.ts';
import { poseOf } from '../packages/core/src/plan/placed.ts';
import { seededRandom } from '../packages/core/src/random/random.ts';
import { test } from './test.ts';
import { goTo, openPlan, pixel } from './worktable.ts';

const plan = expectOk(parsePlan(readFileSync('demo/night-train-curtain.sashiko.json', 'utf8')));

test.use({ viewport: { width: 1100, height: 700 } });

/** The plan, with nothing over the cloth that the browser had to say about keeping it. */
async function open(page: Page): Promise<void> {
  await openPlan(page, plan);
  await page.getByRole('button', { name: 'Close the notice' }).click();
}

/** Zooms by the wheel about the middle of the cloth, and waits until all is drawn for it. */
async function zoom(page: Page, turns: number): Promise<void> {
  const area = page.getByTestId('cloth-area');
  const box = await area.boundingBox();
  if (box === null) throw new Error('no cloth');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  for (let i = 0; i < Math.abs(turns); i += 1) await page.mouse.wheel(0, turns > 0 ? -240 : 240);
  await page.mouse.move(2, 2);
  await expect(page.locator('.layers')).toHaveAttribute('style', /scale\(1\)/);
}

/** Turns of the wheel from one to the next, the first from the whole cloth. */
const DISTANCES = [
  ['whole', 0],
  ['near', 3],
  ['far', -7],
] as const;

for (const face of ['right', 'wrong'] as const)
  test(`the cloth as it is stored: ${face} side, whole, near and far`, async ({ page }) => {
    await open(page);
    await goTo(page, 'thread');
    if (face === 'wrong') await page.getByRole('button', { name: 'Wrong side' }).click();
    await page.evaluate(() => document.fonts.ready.then(() => true));
    for (const [distance, turns] of DISTANCES) {
      await zoom(page, turns);
      // Letters and rims may be smoothed otherwise on another machine; anything moved or missing is more than that.
      await expect(page.getByTestId('cloth-area')).toHaveScreenshot(`cloth-${face}-${distance}.png`, {
        maxDiffPixelRatio: 0.01,
        threshold: 0.3,
      });
    }
  });

test('under the pointer lies what geometry says, at random places', async ({ page }) => {
  await open(page);
  const shapes = Object.values(plan.parts).map((part) => ({
    id: part.id,
    outline: kindOf(plan, part).outline.map((corner) => placePointExactly(poseOf(part), corner)),
  }));
  const random = seededRandom(11);
  const xs = shapes.flatMap(({ outline }) => outline.map(({ x }) => x));
  const ys = shapes.flatMap(({ outline }) => outline.map(({ y }) => y));
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
  const looked: Array<{ readonly p: Point; readonly meant: readonly string[] }> = [];
  for (let i = 0; i < 400; i += 1) {
    // Every other place lies near a part, so that there are as many hits as misses.
    const near = Object.values(plan.parts)[Math.floor(random() * shapes.length)]?.at;
    const p =
      i % 2 === 0 || near === undefined
        ? { x: left + random() * (right - left), y: top + random() * (bottom - top) }
        : { x: near.x + (random() - 0.5) * 16, y: near.y + (random() - 0.5) * 16 };
    const rim = Math.min(
      ...shapes.flatMap(({ outline }) =>
        outline.map((a, k) => pointToSegmentMm(p, a, outline[(k + 1) % outline.length] ?? a)),
      ),
    );
    // On a rim the browser may decide either way.
    if (rim < 0.6) continue;
    const meant = shapes.filter(({ outline }) => polygonContains(outline, p)).map(({ id }) => id);
    looked.push({ p, meant });
  }
  // All at once: the cloth lies still meanwhile.
  const [left0, top0] = await pixel(page, 0, 0);
  const [left1, top1] = await pixel(page, 1, 1);
  const places = looked.map(({ p }) => [left0 + p.x * (left1 - left0), top0 + p.y * (top1 - top0)] as const);
  const hits = await page.evaluate(
    (all) =>
      all.map(
        ([x, y]) =>
          document.elementFromPoint(x, y)?.closest('[data-part]')?.getAttribute('data-part') ?? null,
      ),
    places,
  );
  for (const [i, { p, meant }] of looked.entries())
    if (meant.length === 0) expect(hits[i], `${p.x}, ${p.y}`).toBeNull();
    else expect(meant, `${p.x}, ${p.y}`).toContain(hits[i]);
  expect(looked.filter(({ meant }) => meant.length > 0).length).toBeGreaterThan(60);
});
