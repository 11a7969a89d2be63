import { expect, type Page } from '@playwright/test';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { test } from './test.ts';
import { canvas, goTo, openDemo, pixel } from './worktable.ts';

/** Drops a file on the middle of the page, as from another window. */
async function drop(page: Page, name: string, type: string, text: string): Promise<void> {
  const data = await page.evaluateHandle(
    ({ name: file, type: kind, text: content }) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([content], file, { type: kind }));
      return transfer;
    },
    { name, type, text },
  );
  await page.locator('.tape').dispatchEvent('dragover', { dataTransfer: data });
  await expect(page.getByText('Let go to take it in.')).toBeVisible();
  await page.locator('.tape').dispatchEvent('drop', { dataTransfer: data });
  await expect(page.getByText('Let go to take it in.')).toHaveCount(0);
}

test('the other button opens what can be done with a part, several parts, bare cloth, a run; keys go through it', async ({
  page,
}) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  const menu = page.getByRole('menu', { name: 'What can be done here' });
  const lamp = canvas(page)
    .locator('[data-part]')
    .filter({ hasNot: page.locator('nothing') })
    .nth(1);
  await lamp.click({ button: 'right' });
  await expect(menu.getByRole('menuitem', { name: 'Quarter turn' })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(menu.getByRole('menuitem', { name: /^To the wrong side/ })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(menu).toHaveCount(0);
  await lamp.click({ button: 'right' });
  await menu.getByRole('menuitem', { name: 'Lock', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Undo: lock/ })).toBeVisible();
  // Bare cloth.
  await page.mouse.click(...(await pixel(page, 20, 20)), { button: 'right' });
  await menu.getByRole('menuitem', { name: 'Choose all parts' }).click();
  await lamp.click({ button: 'right' });
  await expect(menu.getByRole('menuitem', { name: /^Take \d+ parts away/ })).toBeVisible();
  await page.mouse.click(...(await pixel(page, 20, 20)));
  await expect(menu).toHaveCount(0);
  await goTo(page, 'thread');
  await canvas(page).locator('[data-run]').first().focus();
  await page.keyboard.press('Shift+F10');
  await canvas(page).locator('[data-run]').first().dispatchEvent('contextmenu', { clientX: 0, clientY: 0 });
  await menu.getByRole('menuitem', { name: 'Take this run out' }).click();
  await expect(page.getByRole('button', { name: /^Undo: / })).toBeEnabled();
});

test('a plan, a part, an SVG and what is none of these are dropped on the table', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  await drop(page, 'notes.txt', 'text/plain', 'hello');
  await expect(page.locator('.notice')).toContainText(/no plan, part, SVG or picture/);
  await drop(page, 'torn.sashiko-part.json', 'application/json', '{"format": "sashiko-part", "version": 1}');
  await expect(page.locator('.notice')).toContainText(/was not taken in/);
  await drop(
    page,
    'leaf.svg',
    'image/svg+xml',
    '<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="60mm" viewBox="0 0 90 60"><rect id="leaf" width="90" height="60"/></svg>',
  );
  await expect(page.getByRole('dialog')).toContainText('1 line');
  await page.keyboard.press('Escape');
  const { plan } = new PlanBuilder('Dropped plan').light('lamp', 40, 40);
  await drop(page, 'dropped.sashiko.json', 'application/json', serializePlan(plan));
  await expect(page.getByLabel('Name of the plan')).toHaveValue('Dropped plan');
});
