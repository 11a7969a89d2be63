/** On a phone: a light is moved with a finger, what that breaks is seen, and it is mended. */
import { expect, type Page } from '@playwright/test';
import { test } from './test.ts';
import { canvas, goTo, openDemo, pixel } from './worktable.ts';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

/** Presses with one finger, pulls and lets go. */
async function pullByFinger(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
): Promise<void> {
  const touch = await page.context().newCDPSession(page);
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', at: readonly [number, number] | null) =>
    touch.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: at === null ? [] : [{ x: at[0], y: at[1] }],
    });
  await send('touchStart', from);
  for (let i = 1; i <= 8; i += 1)
    await send('touchMove', [from[0] + ((to[0] - from[0]) * i) / 8, from[1] + ((to[1] - from[1]) * i) / 8]);
  await send('touchEnd', null);
}

test('a light is moved with a finger, Check follows, and undo takes it back', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  const check = page.getByRole('navigation', { name: 'Stages' }).locator('a[href$="/check"]');
  await expect(check).toContainText('clear');
  const lamp = canvas(page).locator('[data-part="p1"]').first();
  const before = await lamp.getAttribute('aria-label');
  const [x, y] = await pixel(page, 150, 91);
  const [toX, toY] = await pixel(page, 110, 60);
  // Nothing lies over the light that would take the finger.
  expect(
    await page.evaluate(
      ([px, py]) => document.elementFromPoint(px, py)?.closest('[data-part]')?.getAttribute('data-part'),
      [x, y] as const,
    ),
  ).toBe('p1');
  await pullByFinger(page, [x, y], [toX, toY]);
  await expect(lamp).not.toHaveAttribute('aria-label', before ?? '');
  // What Check says is a tap away.
  await check.tap();
  await expect(page.locator('.worktable[data-stage="check"]')).toBeVisible();
  await expect(page.locator('.tray')).toBeInViewport({ ratio: 0.2 });
  await page.getByRole('button', { name: /^Undo/ }).tap();
  await goTo(page, 'parts');
  await expect(lamp).toHaveAttribute('aria-label', before ?? '');
});

test('nothing of the worktable is cut off, whichever stage is open', async ({ page }) => {
  await openDemo(page, 'night-walk-dog-coat', 'parts');
  for (const stage of ['cloth', 'parts', 'thread', 'check', 'light', 'sew', 'bench'] as const) {
    await goTo(page, stage);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), stage).toBeLessThanOrEqual(390);
    await expect(canvas(page)).toBeInViewport({ ratio: 0.5 });
  }
});
