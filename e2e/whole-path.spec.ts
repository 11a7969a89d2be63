import { expect } from '@playwright/test';
import { test } from './test.ts';
import {
  canvas,
  clickAt,
  downloadBytes,
  drag,
  goTo,
  openChosen,
  pixel,
  place,
  waitUntilSaved,
} from './worktable.ts';

test('from an empty cloth to a sewn plan, closed and found again', async ({ page }) => {
  const problems: string[] = [];
  page.on('pageerror', (error) => problems.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error') problems.push(message.text());
  });

  // Shelf: a new plan.
  await page.goto('/');
  await page.getByRole('button', { name: 'New plan' }).click();
  await page.getByLabel('Name of the plan').fill('Owl cushion');
  await page.getByLabel('Name of the plan').press('Enter');

  // Cloth: size in mm, kind.
  await page.getByLabel('Width', { exact: true }).fill('240');
  await page.getByLabel('Width', { exact: true }).press('Enter');
  await page.getByLabel('Height', { exact: true }).fill('18 cm');
  await page.getByLabel('Height', { exact: true }).press('Enter');
  await expect(canvas(page)).toHaveAttribute('aria-label', /240 mm by 180 mm/);

  // Parts: placed by click, dragged, turned, nudged.
  await goTo(page, 'parts');
  await place(page, 'Coin-cell holder', 120, 150);
  await openChosen(page);
  await page.getByLabel('Turned by', { exact: true }).fill('180');
  await page.getByLabel('Turned by', { exact: true }).press('Enter');
  await place(page, 'Slide switch', 40, 110);
  await place(page, 'Sew-on light with resistor', 80, 60);
  await drag(page, [80, 60], [70, 50]);
  await expect(page.getByLabel('From the left', { exact: true })).toHaveValue('70');
  await expect(page.getByLabel('From the top', { exact: true })).toHaveValue('50');
  await canvas(page).locator('[data-part="p3"]').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Escape');
  await place(page, 'Sew-on light with resistor', 160, 50);
  await openChosen(page);
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('light 2');

  // Thread: one run by hand, with a bend and the live gap, then the rest proposed.
  await goTo(page, 'thread');
  await clickAt(page, 132, 150);
  await clickAt(page, 200, 130);
  await expect(page.locator('.tape')).toContainText('stitches');
  await page.mouse.move(...(await pixel(page, 180, 60)), { steps: 4 });
  await expect(page.getByTestId('tape-gap')).toContainText('nearest other');
  await clickAt(page, 154.5, 50);
  await expect(page.locator('.tray')).toContainText('holder 1 to light 2');
  await page.getByRole('button', { name: 'Propose threads' }).click();
  await expect(page.getByText('no patch, all gaps kept')).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByText('Runs on the cloth')).toBeVisible();

  // Check: clear.
  await goTo(page, 'check');
  await expect(page.getByText('✓ Clear')).toBeVisible();

  // Light: two lights, hours at most.
  await goTo(page, 'light');
  await expect(page.locator('.sorted-table .line')).toHaveCount(2);
  await expect(page.locator('.sorted-table')).toContainText('mA');
  await expect(page.getByText('How long, at most')).toBeVisible();

  // Sew: steps, cut list, the pattern as PDF.
  await goTo(page, 'sew');
  await page.getByRole('checkbox', { name: 'Step 1 done' }).check();
  await page.getByText('Cut', { exact: true }).click();
  await expect(page.locator('.cut').first()).toContainText('stays in the cloth');
  const pdf = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Print 1:1', exact: true }).click(),
  );
  expect(pdf.name).toBe('owl-cushion-pattern.pdf');
  expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');

  // Bench: a reading far too high is marked with its likely cause.
  await goTo(page, 'bench');
  const reading = page.getByLabel(/^Reading: Coin cell out: ohms/).first();
  await reading.fill('90');
  await expect(page.getByText('✗ too high: not touching that should')).toBeVisible();
  // No power before + and − are proved apart; below nothing is reversed, not nothing.
  await expect(page.getByText(/No power goes in before the tests between \+ and −/)).toBeVisible();
  await page
    .locator('.test', { hasText: 'it must show open' })
    .first()
    .getByRole('button', { name: 'shows open' })
    .click();
  await expect(
    page.getByText('✓ + and − are apart: power may go in where a test asks for it.'),
  ).toBeVisible();
  await page
    .getByLabel(/^Reading: The coin cell in.*volts between/)
    .first()
    .fill('-3');
  await expect(page.getByText('✗ reversed: the part itself')).toBeVisible();

  // Close, come back, find it all.
  await waitUntilSaved(page);
  const address = page.url();
  await page.goto('/');
  await expect(page.getByText('Owl cushion')).toBeVisible();
  await page.goto(address);
  await expect(page.getByLabel(/^Reading: Coin cell out: ohms/).first()).toHaveValue('90');
  await goTo(page, 'sew');
  await expect(page.getByRole('checkbox', { name: 'Step 1 done' })).toBeChecked();
  await goTo(page, 'check');
  await expect(page.getByText('✓ Clear')).toBeVisible();
  expect(problems).toEqual([]);
});
