import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { unreadable } from './readable.ts';
import { test } from './test.ts';
import { choose, downloadBytes, goTo, openDemo, waitUntilSaved } from './worktable.ts';

async function openPanel(page: Page, name: string): Promise<void> {
  await page.locator('.tray-tabs').getByText(name, { exact: true }).click();
}

async function openSheet(page: Page): Promise<void> {
  await openDemo(page, 'lighthouse-cushion', 'sew');
  await expect(page.locator('.steps > li').first()).toBeVisible();
}

/** Step ids are not on the screen: the words are. */
async function words(page: Page): Promise<readonly string[]> {
  return (await page.locator('.steps > li .linkish').allTextContents()).map((text) =>
    text.replaceAll('\u00a0', ' ').replace(/^\d+\. /, ''),
  );
}

test('at the table: step by step with the space bar, pause, come back another day, go on', async ({
  page,
}) => {
  await openSheet(page);
  const all = await words(page);
  await page.getByRole('button', { name: 'At the table' }).click();
  const step = page.locator('.table-step .words');
  await expect(step).toContainText(all[0]?.slice(0, 40) ?? '');
  // The lights are tried in one step, one after the other: it stays until the last of them is ticked.
  await page.keyboard.press(' ');
  const ticks = page.locator('.table-ticks > li');
  const lights = await ticks.count();
  expect(lights).toBeGreaterThan(2);
  for (let i = 0; i < lights; i += 1) {
    await expect(step).toContainText('2.');
    await expect(ticks.nth(i)).toHaveAttribute('aria-current', 'step');
    await page.keyboard.press(' ');
  }
  for (let i = 0; i < 6; i += 1) await page.keyboard.press(' ');
  await expect(step).toContainText('9.');
  await expect(page.locator('.table-foot')).toContainText('A thread is half sewn');
  await expect(page.locator('.table-head')).toContainText('The marks fade in about 48 h');
  // Looking about ticks nothing.
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('.table-head')).toContainText('8 done');
  // So does a swipe of a finger; a mouse that marks words does not.
  const swipe = async (pointerType: string): Promise<void> => {
    const at = { pointerType, clientY: 300, bubbles: true };
    await page.locator('.table-step').dispatchEvent('pointerdown', { ...at, clientX: 500 });
    await page.locator('.table-step').dispatchEvent('pointerup', { ...at, clientX: 380 });
  };
  await swipe('mouse');
  await expect(step).toContainText('9.');
  await swipe('touch');
  await expect(step).toContainText('10.');
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('button', { name: 'Pause', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Paused' })).toBeVisible();
  // The space bar ticks nothing while the work rests.
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'At the table' }).click();
  await page.keyboard.press(' ');
  await expect(page.getByRole('heading', { name: 'Paused' })).toBeVisible();
  await waitUntilSavedHere(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Paused' })).toBeVisible();
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(step).toContainText('9.');
  await page.keyboard.press('Escape');
  await expect(page.locator('.worktable[data-stage="sew"]')).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Step 8 done' })).toBeChecked();
  // Steps ticked in a blink were not worked: they teach the pace nothing.
  await openPanel(page, 'Habits');
  await expect(page.getByRole('region', { name: 'Your pace' })).toContainText('estimated at an easy pace');
});

/** The table has no saved state on show: the worktable, looked at in the same tab, has. */
async function waitUntilSavedHere(page: Page): Promise<void> {
  await page.keyboard.press('Escape');
  await waitUntilSaved(page);
  await page.getByRole('button', { name: 'At the table' }).click();
}

test('the screen claims nothing the browser has not granted', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(navigator, 'wakeLock', {
      value: { request: () => Promise.reject(new Error('not now')) },
    });
    Object.defineProperty(window, 'speechSynthesis', {
      value: { getVoices: () => [], addEventListener() {}, removeEventListener() {} },
    });
  });
  await openSheet(page);
  await page.getByRole('button', { name: 'At the table' }).click();
  await expect(page.getByRole('button', { name: 'Read aloud' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Keep the screen on' }).click();
  await expect(page.getByText('This browser does not keep the screen on now.')).toBeVisible();
  await expect(page.getByText('The screen stays on')).toHaveCount(0);
});

test('a step is dragged where it can go, stays there, and is refused where it cannot, with the reason', async ({
  page,
}) => {
  await openSheet(page);
  const before = await words(page);
  const handle = (number: number) => page.getByRole('button', { name: `Move step ${number}`, exact: true });
  /** Takes a step by its handle and moves it up by one, waiting for what is announced to those who do not see it. */
  const moveUp = async (number: number): Promise<void> => {
    const said = page.locator('[id^="DndLiveRegion"]');
    await handle(number).focus();
    await page.keyboard.press('Space');
    await expect(said).toContainText(/Picked up|was moved over/);
    await expect(page.locator('.steps > li.dragged')).toHaveCount(1);
    await page.waitForTimeout(300);
    await page.keyboard.press('ArrowUp');
    await expect(said).toHaveText(/item (\S+) was moved over droppable area (?!\1\.)/);
    await page.keyboard.press('Space');
  };
  // The holder is held down before the lights are tried: they are tried in one step, which stays whole.
  await moveUp(3);
  await expect.poll(async () => (await words(page))[1]).toBe(before[2]);
  expect((await words(page))[2]).toBe(before[1]);
  // A thread cannot be started before it is cut.
  await moveUp(5);
  await expect(page.getByText(/The step cannot go there\. It comes after/)).toBeVisible();
  expect((await words(page))[4]).toBe(before[4]);
  await page.getByRole('button', { name: 'Usual order' }).click();
  await expect.poll(async () => (await words(page))[1]).toBe(before[1]);
});

test('habits change the steps, are kept as house style, and a new plan begins with them', async ({
  page,
}) => {
  await openSheet(page);
  await openPanel(page, 'Habits');
  await choose(page, page.getByRole('combobox', { name: 'Knots are sealed' }), 'with hot glue');
  await choose(page, page.getByRole('combobox', { name: 'Sewn first' }), 'the + side');
  await page.getByRole('textbox', { name: 'New work' }).fill('sew the back on');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  // A zip opens again: nothing has its last chance then.
  const zip = page.getByRole('checkbox', { name: 'It sews in a zip, which opens again: sew the back on' });
  await zip.check();
  await openPanel(page, 'Steps');
  await expect.poll(async () => (await words(page)).join(' ')).toContain('Its zip opens again.');
  await expect(page.locator('.steps .last-chance')).toHaveCount(0);
  await openPanel(page, 'Habits');
  await zip.uncheck();
  await page.getByRole('button', { name: 'Keep as house style' }).click();
  await expect(page.getByText('This plan follows your house style.')).toBeVisible();
  await openPanel(page, 'Steps');
  await expect(page.locator('.steps .last-chance')).toContainText('Last chance for lamp');
  await expect
    .poll(async () => (await words(page)).filter((text) => text.includes('hot glue')).length)
    .toBeGreaterThan(0);
  const all = await words(page);
  expect(all.findIndex((text) => text.startsWith('Start at the + hole'))).toBeLessThan(
    all.findIndex((text) => text.startsWith('Start at the − hole')),
  );
  await page.goto('/');
  await page
    .getByRole('button', { name: /new plan|begin/i })
    .first()
    .click();
  await goTo(page, 'sew');
  await openPanel(page, 'Habits');
  await expect(page.getByText('This plan follows your house style.')).toBeVisible();
});

test('a class set: counts for thirty kits, prices summed, taken out as CSV', async ({ page }) => {
  await openSheet(page);
  await openPanel(page, 'Gather');
  const kits = page.getByRole('spinbutton', { name: 'Kits' });
  // What cannot be is refused with a word, and stays as it was typed.
  await kits.fill('1200');
  await kits.blur();
  await expect(page.getByText('From 1 to 500, please.')).toBeVisible();
  await expect(kits).toHaveValue('1200');
  await kits.fill('abc');
  await expect(page.getByText('“abc” is not a number.')).toBeVisible();
  await kits.fill('30');
  await expect(page.locator('.field-word')).toHaveCount(0);
  await page.getByLabel('Laid by, %').fill('10');
  await page.getByLabel('Currency').fill('€');
  await page.getByLabel(/^Price of one.*Coin-cell holder/).fill('2');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('region', { name: 'Cost' })).toContainText('66.00 €');
  const { name, bytes } = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Take out as CSV' }).click(),
  );
  expect(name).toBe('lighthouse-cushion-gather.csv');
  expect(bytes.toString()).toContain('Parts,Coin-cell holder,33,pieces,,2,66');
});

test('a length that cannot make its run is challenged; nothing is lost', async ({ page }) => {
  await openSheet(page);
  await openPanel(page, 'Cut');
  const field = page.getByLabel('Length cut for piece 1');
  await field.fill('75');
  await field.press('Enter');
  await expect(page.getByText(/75 mm cannot make this run/)).toBeVisible();
  await field.fill('much');
  await expect(page.getByText('Type a length, such as 420 mm.')).toBeVisible();
  await field.fill('600 mm');
  await field.press('Enter');
  await expect(page.getByText(/It is enough/)).toBeVisible();
  await openPanel(page, 'Gather');
  await openPanel(page, 'Cut');
  await expect(field).toHaveValue('600');
});

test('every print comes out; the sheet for a phone opens by itself and keeps its ticks', async ({
  page,
  context,
}) => {
  await openSheet(page);
  await openPanel(page, 'Print');
  await choose(page, page.getByRole('combobox', { name: 'Paper' }), 'US Letter');
  for (const [button, ending] of [
    ['1:1 pattern', '-pattern.pdf'],
    ['Sewing sheet', '-sewing-sheet.pdf'],
    ['1:1 pattern as SVG', '-pattern-right-side.svg'],
    ['Cutting layer', '-cutting.svg'],
    ['Stitches for a machine, SVG', '-stitches.svg'],
    ['Stitch list, JSON', '-stitches.json'],
  ] as const) {
    const { name, bytes } = await downloadBytes(page, () =>
      page.locator('.print-row').getByRole('button', { name: button, exact: true }).click(),
    );
    expect(name).toBe(`lighthouse-cushion${ending}`);
    expect(bytes.length).toBeGreaterThan(300);
  }
  const { bytes } = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Sheet for a phone' }).click(),
  );
  const file = join(mkdtempSync(join(tmpdir(), 'sashiko-e2e-')), 'sheet.html');
  writeFileSync(file, bytes);
  const phone = await context.newPage();
  const asked: string[] = [];
  phone.on('request', (request) => asked.push(request.url()));
  await phone.setViewportSize({ width: 390, height: 800 });
  await phone.goto(`file://${file}`);
  await phone.getByRole('checkbox').first().check();
  await expect(phone.locator('#count')).toHaveText(/^1 of \d+ done$/);
  await phone.getByRole('button', { name: 'One step at a time' }).click();
  await expect(phone.locator('.step.now')).toHaveCount(1);
  await phone.reload();
  await expect(phone.getByRole('checkbox').first()).toBeChecked();
  expect(asked.every((url) => url.startsWith('file://'))).toBe(true);
});

test('mending: the least work is to be tried first, and its steps are open again', async ({ page }) => {
  await openSheet(page);
  for (const number of [7, 8, 9, 10])
    await page.getByRole('checkbox', { name: `Step ${number} done` }).check();
  await openPanel(page, 'Mend');
  await expect(page.locator('.tray section.cut').first()).toContainText('try this first');
  await page
    .getByRole('button', { name: /^Open its \d+ ticked/ })
    .first()
    .click();
  await openPanel(page, 'Steps');
  await expect(page.getByRole('checkbox', { name: 'Step 9 done' })).not.toBeChecked();
});

test('sewn threads stay where they are until their tick is taken back', async ({ page }) => {
  await openSheet(page);
  await page.getByRole('checkbox', { name: 'Step 6 done' }).check();
  await goTo(page, 'thread');
  await page
    .getByRole('button', { name: /^holder to lamp/ })
    .first()
    .click();
  await page.keyboard.press('Delete');
  await expect(page.getByText(/The thread is sewn already, so it stays as it is/)).toBeVisible();
});

test('the sheet and the table are accessible', async ({ page }) => {
  await openSheet(page);
  const check = async (): Promise<void> => {
    expect(await unreadable(page, 'sheet')).toEqual([]);
  };
  await check();
  for (const panel of ['Cut', 'Gather', 'Habits', 'Print', 'Mend']) {
    await openPanel(page, panel);
    await page.waitForTimeout(200);
    await check();
  }
  await openPanel(page, 'Steps');
  await page.getByRole('button', { name: 'At the table' }).click();
  await expect(page.locator('.table-step')).toBeVisible();
  await check();
});
