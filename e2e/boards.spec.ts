/** A board with a sensor, a button, lights in two banks and a holder of the maker's own: routed, taken, a bank moved to another pin, all undone. */
import { expect, type Page } from '@playwright/test';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { test } from './test.ts';
import { canvas, choose, clickAt, describeHolder, goTo, place } from './worktable.ts';

async function openBare(page: Page): Promise<void> {
  await page.goto('/');
  const { plan } = new PlanBuilder('Tram cushion', 400, 320);
  await page.getByLabel('Plan file').setInputFiles({
    name: 'tram.sashiko.json',
    mimeType: 'application/json',
    buffer: Buffer.from(serializePlan(plan)),
  });
  await expect(canvas(page)).toBeVisible();
  await goTo(page, 'parts');
}

async function bank(page: Page, places: ReadonlyArray<readonly [number, number]>): Promise<void> {
  const [first, ...rest] = places;
  await clickAt(page, ...(first as readonly [number, number]));
  await page.keyboard.down('Shift');
  for (const one of rest) await clickAt(page, ...one);
  await page.keyboard.up('Shift');
  await page.getByRole('button', { name: 'One bank on one pin' }).click();
  await expect(page.getByRole('button', { name: 'Each by itself' })).toBeVisible();
  await page.keyboard.press('Escape');
}

test('board, sensor, button, two banks, own holder: proposed, taken, a bank put on another pin, undone', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await openBare(page);
  await describeHolder(page);
  await place(page, 'Tin holder', 200, 275);
  await place(page, 'Round sew-on board, 44 mm, 16 holes', 200, 175);
  await place(page, 'Light sensor', 335, 185);
  await place(page, 'Push switch', 65, 185);
  const lights = [
    [80, 50],
    [130, 50],
    [270, 50],
    [320, 50],
  ] as const;
  for (const [x, y] of lights) await place(page, 'Sew-on light with resistor', x, y);
  await page.keyboard.press('Escape');
  await bank(page, lights.slice(0, 2));
  await bank(page, lights.slice(2));
  await expect(page.getByRole('button', { name: 'Undo: put 2 parts together as bank 2' })).toBeVisible();

  await goTo(page, 'thread');
  await page.getByRole('button', { name: 'Propose threads' }).click();
  await page.getByRole('button', { name: 'Take it' }).click({ timeout: 60_000 });
  // Of many threads all come in slices.
  const threads = canvas(page).locator('[data-run]');
  await expect.poll(() => threads.count(), { timeout: 30_000 }).toBeGreaterThan(10);
  await page.locator('.tray-tabs').getByText('Wishes', { exact: true }).click();
  await expect(page.getByText('Everything is joined as wished')).toBeVisible();
  const own = page.getByRole('heading', { name: /^bank 2 on / });
  await expect(own).toBeVisible();
  // Whichever pin it was led to: another one is asked for. In the list a pin says what it can do.
  const [other, listed] = ((await own.textContent()) ?? '').includes('P4')
    ? ['P3', 'P3 (fade)']
    : ['P4', 'P4'];

  await goTo(page, 'parts');
  const pin = page.getByLabel('Pin', { exact: true });
  // The stage may still be unfolding.
  await expect(async () => {
    await clickAt(page, 270, 50);
    await expect(pin).toBeVisible({ timeout: 1000 });
  }).toPass();
  await choose(page, pin, listed);
  await expect(page.getByRole('button', { name: `Undo: put 2 parts on ${other} of board 1` })).toBeVisible();
  await goTo(page, 'thread');
  await page.locator('.tray-tabs').getByText('Wishes', { exact: true }).click();
  const moved = page.getByRole('region', { name: `bank 2 on ${other}` });
  await expect(moved).toContainText('you gave it this pin');
  await expect(moved).toContainText('to draw');

  const nothing = page.getByRole('button', { name: 'Nothing to undo' });
  for (let step = 0; step < 40 && (await nothing.count()) === 0; step += 1)
    await page.keyboard.press('Control+z');
  await expect(nothing).toBeVisible();
  await expect(canvas(page).locator('[data-part]')).toHaveCount(0);
  await expect(canvas(page).locator('[data-run]')).toHaveCount(0);
});
