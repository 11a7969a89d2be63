/** The Light stage, as a maker would use it: charge, what-ifs, trials, assumptions, shorts. */
import { expect, type Locator, type Page } from '@playwright/test';
import { gridPlan } from '../packages/core/src/testing/grid-plan.ts';
import { unreadable } from './readable.ts';
import { test } from './test.ts';
import { canvas, downloadBytes, goTo, openDemo, openPlan } from './worktable.ts';

const tray = (page: Page): Locator => page.getByRole('complementary', { name: 'Light' });
const tab = (page: Page, name: string): Promise<void> =>
  tray(page).locator('.tray-tabs').getByText(name, { exact: true }).click();
const row = (page: Page, name: string): Locator =>
  tray(page).locator('.sorted-table .line').filter({ hasText: name }).first();

test('with less in the cell the lights are dimmer, and in the end dark, with the reason', async ({
  page,
}) => {
  await openDemo(page, 'lighthouse-cushion', 'light');
  await expect(row(page, 'lamp')).toContainText('2.3');
  await expect(tray(page).getByText('good light for')).toBeVisible();
  await expect(tray(page)).toContainText('about 7.6 h');
  const slider = page.getByRole('slider', { name: 'Charge left in the cell, percent' });
  await slider.focus();
  for (let i = 0; i < 60; i += 1) await page.keyboard.press('ArrowLeft');
  await expect(tray(page).getByText('40 % left').first()).toBeVisible();
  await expect(row(page, 'lamp')).not.toContainText('2.3');
  await page.keyboard.press('Home');
  await expect(row(page, 'lamp')).toContainText('dark');
  await expect(
    tray(page)
      .getByRole('button', { name: /too far used/ })
      .first(),
  ).toBeVisible();
  await page.keyboard.press('End');
  await expect(row(page, 'lamp')).toContainText('2.3');
});

test('a what-if is taken by a click and undone', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'light');
  await tab(page, 'What if');
  await expect(row(page, 'as it is')).toContainText('2', { timeout: 30_000 });
  const hours = await row(page, 'holder for two AAA').locator('td').last().textContent();
  await tray(page).getByRole('button', { name: 'Take it: with holder for two AAA', exact: true }).click();
  // Now that is how it is.
  await expect(row(page, 'as it is').locator('td').last()).toHaveText(hours ?? '', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row(page, 'as it is').locator('td').last()).not.toHaveText(hours ?? '', { timeout: 30_000 });
  await expect(row(page, 'holder for two AAA').locator('td').last()).toHaveText(hours ?? '');
});

test('a thousand pieces are made, stopped, and made to the end', async ({ page }) => {
  // So many lights that no machine is done before it is stopped.
  await openPlan(page, gridPlan(6, 10));
  await goTo(page, 'light');
  await tab(page, 'Sure?');
  const make = tray(page).getByRole('button', { name: 'Make them', exact: true });
  await make.click();
  await tray(page).getByRole('button', { name: 'Stop' }).click();
  await expect(make).toBeVisible();
  await expect(tray(page).getByText('Lights as planned')).toHaveCount(0);
  await openDemo(page, 'night-walk-dog-coat', 'light');
  await tab(page, 'Sure?');
  await make.click();
  await expect(tray(page).getByText(/Lights as planned in [\d,]+ of 1,000/)).toBeVisible({ timeout: 60_000 });
  await expect(tray(page).getByText('What it hangs on most')).toBeVisible();
  await expect(tray(page).getByRole('img', { name: /Current of each light/ })).toBeVisible();
  const file = await downloadBytes(page, () =>
    tray(page).getByRole('button', { name: 'Save as CSV' }).click(),
  );
  expect(file.name).toBe('night-walk-dog-coat-trials.csv');
  expect(file.bytes.toString().split('\r\n')[0]).toContain('median, mA');
});

test('an assumption that is changed is seen in the hours and in the gaps, and taken back', async ({
  page,
}) => {
  await openDemo(page, 'lighthouse-cushion', 'light');
  await expect(tray(page)).toContainText('about 7.6 h');
  await tab(page, 'Assumed');
  const capacity = tray(page).getByRole('spinbutton', {
    name: 'What a coin cell gives at a light load, mAh',
  });
  await capacity.fill('110');
  await capacity.press('Enter');
  await tab(page, 'Now');
  await expect(tray(page)).toContainText('about 3.8 h');
  await tab(page, 'Assumed');
  const wander = tray(page).getByRole('spinbutton', { name: 'How far a hand strays from its line, mm' });
  await wander.fill('4');
  await wander.press('Enter');
  await goTo(page, 'check');
  await expect(page.getByRole('complementary', { name: 'Check' })).toContainText(/to put right/);
  await expect(page.getByRole('complementary', { name: 'Check' })).toContainText('Threads too close');
  await goTo(page, 'light');
  await tab(page, 'Assumed');
  await tray(page).getByRole('button', { name: 'All as usual' }).click();
  await tab(page, 'Now');
  await expect(tray(page)).toContainText('about 7.6 h');
  await goTo(page, 'check');
  await expect(page.getByText('✓ Clear')).toBeVisible();
});

test('a short is told first, in amperes, watts and minutes, shown where it is, and gone when nothing touches', async ({
  page,
}) => {
  await openDemo(page, 'tide-pool-hanging', 'light');
  const alert = tray(page).getByRole('alert');
  await expect(alert).toContainText('Short: the + and − of holder are joined');
  await expect(alert).toContainText('119 mA');
  await expect(alert).toContainText('0.38 W');
  await expect(alert).toContainText(/empty in about \d+ min/);
  await expect(alert).toContainText('Take the power out.');
  await alert.getByRole('button', { name: 'Show where' }).click();
  await expect(row(page, 'crab')).toContainText('dark');
  await tray(page)
    .getByRole('checkbox', { name: /places where threads touch/ })
    .uncheck();
  await expect(tray(page).getByRole('alert')).toHaveCount(0);
  await expect(row(page, 'crab')).toContainText('22');
  await expect(tray(page).getByRole('button', { name: /wrong way round/ })).toBeVisible();
});

test('a short that is drawn is told, and gone when it is undone', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'thread');
  const hole = (name: string): Locator => canvas(page).getByRole('button', { name, exact: true });
  await hole('the + hole of window 2').focus();
  await page.keyboard.press('Enter');
  await hole('the − hole of window 2').focus();
  await page.keyboard.press('Enter');
  await goTo(page, 'light');
  const alert = tray(page).getByRole('alert');
  await expect(alert).toContainText('Short: the + and − of holder are joined');
  await expect(alert).toContainText(/empty in about \d+ min/);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(tray(page).getByRole('alert')).toHaveCount(0);
  await expect(row(page, 'lamp')).toContainText('2.3');
});

test('the volts along the threads are shown on the cloth, and the sums beside', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'light');
  await tray(page).getByRole('checkbox', { name: 'Show the volts along the threads on the cloth' }).check();
  await expect(page.locator('.volts text').first()).toContainText('V');
  await tab(page, 'Sums');
  await expect(tray(page)).toContainText('no resistor');
  const wanted = tray(page).getByRole('spinbutton', { name: /Wanted current/ });
  await wanted.fill('1');
  await expect(tray(page).getByText('next that is sold')).toBeVisible();
  await expect(tray(page)).toContainText('Where to feed 4 lights in a row');
});

test('every tray of the light can be read by everyone', async ({ page }) => {
  await openDemo(page, 'tide-pool-hanging', 'light');
  for (const name of ['Now', 'What if', 'Sums', 'Assumed']) {
    await tab(page, name);
    await expect(tray(page).locator('[aria-busy="true"]')).toHaveCount(0, { timeout: 30_000 });
    expect(await unreadable(page, name, { within: '.tray' })).toEqual([]);
  }
});
