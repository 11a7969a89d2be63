/** Threads by hand in every way, wishes, fixes, paths, gaps: as a maker would. */
import { expect } from '@playwright/test';
import { unreadable } from './readable.ts';
import { test } from './test.ts';
import { choose, openDemo, waitUntilSaved } from './worktable.ts';

test('a finding is mended by a fix that is previewed, taken and undone', async ({ page }) => {
  await openDemo(page, 'tide-pool-hanging', 'check');
  const tray = page.getByRole('complementary', { name: 'Check' });
  await tray.getByRole('button', { name: /Wrong way round/ }).click();
  const fix = tray.getByRole('button', { name: 'Turn mussel round under its threads' });
  await fix.hover();
  await expect(tray.getByText('4 to put right')).toBeVisible();
  await page.mouse.move(300, 300);
  await expect(tray.getByText('5 to put right')).toBeVisible();
  await fix.click();
  await expect(tray.getByText('4 to put right')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(tray.getByText('5 to put right')).toBeVisible();
});

test('all of a kind are mended at once, and a finding is lived with for a reason', async ({ page }) => {
  await openDemo(page, 'tide-pool-hanging', 'check');
  const tray = page.getByRole('complementary', { name: 'Check' });
  await tray
    .getByRole('button', { name: /Not joined/ })
    .first()
    .click();
  await tray.getByRole('button', { name: /Mend all 2 of this kind/ }).click();
  await expect(tray.getByRole('button', { name: /Not joined/ })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(tray.getByRole('button', { name: /Not joined/ })).toHaveCount(2);
  await tray.getByRole('button', { name: /Nothing switches it off/ }).click();
  await tray.getByLabel('Why it may stay as it is').fill('the cell is the switch');
  await tray.getByRole('button', { name: 'Leave it as it is' }).click();
  await expect(tray.getByRole('region', { name: 'Accepted' })).toContainText('the cell is the switch');
  await tray.getByRole('button', { name: 'take up again' }).click();
  await expect(tray.getByRole('button', { name: /Nothing switches it off/ })).toBeVisible();
});

test('the way of the current is followed light by light', async ({ page }) => {
  await openDemo(page, 'tide-pool-hanging', 'check');
  await page.getByText('Paths', { exact: true }).click();
  const tray = page.getByRole('complementary', { name: 'Check' });
  await expect(tray.getByRole('button', { name: /urchin lost on the way/ })).toBeVisible();
  await tray.getByRole('button', { name: /^crab/ }).click();
  await expect(tray.getByText('Through crab, from + to −')).toBeVisible();
  await expect(page.locator('.beads').first()).toBeAttached();
});

test('gaps: the tightest places, the price of a wider gap, and sewing it over and over', async ({ page }) => {
  await openDemo(page, 'tide-pool-hanging', 'check');
  await page.getByText('Gaps', { exact: true }).click();
  const tray = page.getByRole('complementary', { name: 'Check' });
  await expect(
    tray.getByRole('region', { name: 'Tightest places' }).getByRole('listitem').first(),
  ).toContainText('✗');
  await expect(tray.getByRole('img', { name: /1 stitches: \d+ findings/ })).toBeVisible();
  await tray.getByRole('button', { name: 'Try it' }).click();
  await expect(tray.getByText(/Touched in 200 of 200 trials/)).toBeVisible({ timeout: 30_000 });
});

test('a run is couched, curved, turned round and slid aside; undone step by step', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'thread');
  const tray = page.getByRole('complementary', { name: 'Thread' });
  await tray.getByRole('button', { name: /holder to switch/ }).click();
  await choose(page, tray.getByLabel('Stitch kind'), 'Couched');
  await expect(tray.getByText('the other face stays clear')).toBeVisible();
  await tray.getByText('Smoothly through its bends').click();
  await tray.getByText('Where it goes').click();
  await tray.getByRole('button', { name: 'Sew it the other way round' }).click();
  await expect(tray.getByText(/^From hole [ab] of switch to the \+ hole of holder/)).toBeVisible();
  await page
    .locator('.canvas')
    .focus()
    .catch(() => {});
  await page.locator('body').press(']');
  for (const word of ['slide', 'the other way round', 'change the stitches', 'change the stitches']) {
    await page.keyboard.press('Control+z');
    await expect(page.getByText(new RegExp(`Undone: .*${word}`))).toBeVisible();
  }
});

test('wishes: what is missing is seen, a hole is taken out, and all is derived anew', async ({ page }) => {
  await openDemo(page, 'tide-pool-hanging', 'thread');
  await page.getByText('Wishes', { exact: true }).click();
  const tray = page.getByRole('complementary', { name: 'Thread' });
  await expect(tray.getByText(/4 threads to draw/)).toBeVisible();
  await tray.getByRole('button', { name: /Take the \+ loop of whelk out/ }).click();
  await expect(tray.getByText('Your own wishes.')).toBeVisible();
  await expect(tray.getByText(/3 threads to draw/)).toBeVisible();
  await tray.getByRole('button', { name: 'Derive them anew' }).click();
  await expect(tray.getByText(/4 threads to draw/)).toBeVisible();
});

test('a swatch that was measured takes the place of the table', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'thread');
  await page.getByText('Spools', { exact: true }).click();
  const tray = page.getByRole('complementary', { name: 'Thread' });
  await tray.getByLabel('It reads, Ω').fill('6');
  await tray.getByRole('button', { name: 'Take this reading' }).click();
  await expect(tray.getByText('here 30.00 Ω/m')).toHaveCount(0);
  await waitUntilSaved(page);
  await page.reload();
  await page.getByText('Spools', { exact: true }).click();
  await expect(tray.getByLabel('It reads, Ω')).toHaveValue('6');
});

test('the leaves of thread and check pass an accessibility scan', async ({ page }) => {
  test.slow();
  for (const [stage, tab] of [
    ['check', 'Findings'],
    ['check', 'Gaps'],
    ['check', 'Paths'],
    ['thread', 'Wishes'],
    ['thread', 'Spools'],
  ] as const) {
    await openDemo(page, 'tide-pool-hanging', stage);
    await page.locator('.tray-tabs').getByText(tab, { exact: true }).click();
    if (stage === 'check' && tab !== 'Gaps') await page.locator('.tray .finding').first().click();
    expect(await unreadable(page, tab)).toEqual([]);
  }
});
