/** Threads proposed, taken, following a dragged light, and undone: as a maker would. */
import { expect, type Page } from '@playwright/test';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { crosswise } from '@sashiko/core/testing/crosswise';
import { unreadable } from './readable.ts';
import { test } from './test.ts';
import { choose, clickAt, drag, goTo, openDemo } from './worktable.ts';

/** How every thread is drawn, to see whether it was led anew. */
async function paths(page: Page): Promise<readonly (string | null)[]> {
  await goTo(page, 'thread');
  // The threads can be taken hold of a moment after the stage is there.
  await expect(page.locator('.canvas [data-run]').first()).toBeAttached();
  return await page
    .locator('.canvas [data-run] path')
    .evaluateAll((list) => list.map((path) => path.getAttribute('d')));
}

async function gapFindings(page: Page): Promise<number> {
  await goTo(page, 'check');
  await expect(page.getByText(/to put right|to mend|note/).first()).toBeVisible();
  const count = await page.locator('.finding', { hasText: /too close|cross/i }).count();
  await goTo(page, 'parts');
  return count;
}

test('the twelve-light wall hanging is routed, a light dragged, the threads follow, all is undone', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await openDemo(page, 'tide-pool-hanging', 'thread');
  const before = await paths(page);
  await page.getByRole('button', { name: 'Propose threads' }).click();
  await page.getByRole('button', { name: 'Take it' }).click({ timeout: 60_000 });
  await expect(page.getByRole('button', { name: 'Propose threads' })).toBeVisible();
  const routed = await paths(page);
  expect(routed).not.toEqual(before);
  expect(await gapFindings(page)).toBe(0);
  // Kelp is pulled into the ring, so far that its straight threads would touch its neighbours' holes.
  await drag(page, [150, 73], [150, 137]);
  expect(await gapFindings(page)).toBe(0);
  const followed = await paths(page);
  await goTo(page, 'parts');
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/Undone: move kelp/)).toBeVisible();
  // Without threads that follow, the same drag breaks the rules: it was the repair that kept them.
  await clickAt(page, 150, 73);
  await page.getByRole('checkbox', { name: /draw threads anew/ }).uncheck();
  await drag(page, [150, 73], [150, 137]);
  expect(await gapFindings(page)).toBeGreaterThan(0);
  expect(await paths(page)).not.toEqual(followed);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/Undone: take the proposed threads/)).toBeVisible();
  expect(await paths(page)).toEqual(before);
});

test('one side alone, part of a proposal, a locked thread, and threads pulled tight', async ({ page }) => {
  test.setTimeout(120_000);
  await openDemo(page, 'lighthouse-cushion', 'thread');
  const tray = page.getByRole('complementary', { name: 'Thread' });
  await tray.getByRole('button', { name: /holder to switch/ }).click();
  await tray.getByRole('checkbox', { name: /routing leaves it/ }).check();
  await page.keyboard.press('Escape');
  await tray.getByText('What is proposed', { exact: true }).click();
  await choose(page, tray.getByLabel('Lead', { exact: true }), 'the − side');
  await tray.getByRole('button', { name: 'Propose threads' }).click();
  await expect(tray.getByText(/stay/)).toBeVisible({ timeout: 60_000 });
  await tray.getByRole('button', { name: 'Leave it' }).click();
  await tray.getByText('How threads go').click();
  await choose(page, tray.getByLabel('Strands'), 'one of its own for each light');
  await choose(page, tray.getByLabel('Lead', { exact: true }), 'everything');
  await tray.getByRole('button', { name: 'Propose threads' }).click();
  await expect(tray.getByRole('button', { name: 'Take it' })).toBeVisible({ timeout: 60_000 });
  const first = tray.getByRole('group', { name: 'To take' }).getByRole('checkbox').first();
  await first.uncheck();
  await expect(tray.getByRole('button', { name: 'Take these' })).toBeEnabled();
  await first.check();
  await tray.getByRole('button', { name: 'Take it' }).click();
  await tray.getByRole('button', { name: 'Pull tight' }).click();
  await expect(page.getByText(/as tight as they get|Undo/).first()).toBeVisible();
});

test('a patch that is needed is drawn with its size and place, and a way without it is shown and taken', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.goto('/');
  const buffer = Buffer.from(serializePlan(crosswise(14)));
  await page
    .getByLabel('Plan file')
    .setInputFiles({ name: 'crosswise.json', mimeType: 'application/json', buffer });
  await expect(page.locator('.canvas')).toBeVisible();
  await goTo(page, 'thread');
  await page.getByText('What is proposed', { exact: true }).click();
  await choose(page, page.getByLabel('Lights turn', { exact: true }), 'not at all');
  await page.getByRole('button', { name: 'Propose threads' }).click();
  const patches = page.getByRole('list', { name: 'Patches it needs' });
  await expect(patches).toContainText(/A patch of \d+ mm by \d+ mm, 11\d mm across, 11\d mm down/, {
    timeout: 60_000,
  });
  const drawn = page.locator('.canvas polygon[data-patch]');
  await expect(drawn).toHaveCount(1);
  await page.getByRole('button', { name: /What would do without/ }).click();
  const ways = page.getByRole('list', { name: 'Ways without a patch' });
  await ways.getByRole('button', { name: 'Show' }).first().click({ timeout: 60_000 });
  await expect(ways.getByText(/Move \w+ 20 mm .* No patch; \d+ mm of thread more/).first()).toBeVisible();
  await expect(drawn).toHaveCount(0);
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.locator('.canvas [data-run]')).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/Undone: take the proposed threads/)).toBeVisible();
});

test('a home for the holder is looked for, shown and taken; the tray is accessible', async ({ page }) => {
  test.setTimeout(120_000);
  await openDemo(page, 'tide-pool-hanging', 'thread');
  await page.getByText('How threads go').click();
  await page.getByRole('button', { name: /Where should holder go/ }).click();
  await expect(page.locator('.homes li').first()).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Show', exact: true }).first().click();
  await expect(page.getByRole('button', { name: 'Shown' })).toHaveAttribute('aria-pressed', 'true');
  expect(await unreadable(page, 'homes', { within: '.tray' })).toEqual([]);
  await page
    .getByRole('button', { name: /Move it there/ })
    .first()
    .click();
  await expect(page.getByText(/^Give holder another home, with the threads drawn anew/)).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByRole('row', { name: /^stops/ })).toBeVisible();
  await page.getByRole('button', { name: /^Take/ }).click();
  await page.keyboard.press('Control+z');
  await expect(
    page.getByText(/Undone: take the proposed threads|Undone: give holder another home/),
  ).toBeVisible();
});
