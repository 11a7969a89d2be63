/** A look that failed is neither clear nor wrong: the badge, the list and the next step say so, and a second try mends it. */
import { expect } from '@playwright/test';
import { test } from './test.ts';

test('where the work of Check breaks, nothing is clear until it is tried again', async ({ page }) => {
  // The worker breaks whenever it is asked for the currents, until the page is told otherwise.
  await page.addInitScript(() => {
    const send = Worker.prototype.postMessage;
    Worker.prototype.postMessage = function (this: Worker, message: unknown, ...rest: unknown[]) {
      const isCurrents = (message as { readonly name?: string }).name === 'currents';
      if (isCurrents && !('mended' in window)) {
        setTimeout(() => this.dispatchEvent(new ErrorEvent('error')), 20);
        return;
      }
      Reflect.apply(send, this, [message, ...rest]);
    };
  });
  await page.goto('/');
  await page.locator('.card').first().waitFor();
  await page.goto('/plan/lantern-cuff/check');
  const badge = page.locator('nav[aria-label="Stages"] a[href$="/check"]');
  await expect(badge).toContainText('not checked');
  await expect(page.getByText('? Not checked.')).toBeVisible();
  await expect(page.getByLabel('What next')).toContainText('Have it checked again');
  await expect(page.getByText('✓ Clear')).toHaveCount(0);
  await page.evaluate(() => Object.assign(window, { mended: true }));
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('✓ Clear')).toBeVisible();
  await expect(badge).toContainText('clear');
});
