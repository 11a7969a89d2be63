import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { test } from './test.ts';
import { canvas, downloadBytes, goTo, openDemo, place } from './worktable.ts';

test('copy, rename, delete with undo, search', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Copy Lighthouse cushion' }).click();
  await expect(page.locator('.card')).toHaveCount(7);
  await page.getByRole('button', { name: 'Rename Lighthouse cushion, copy' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Harbour cushion');
  await page.getByLabel('Name', { exact: true }).press('Enter');
  await expect(page.getByRole('link', { name: 'Harbour cushion' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete Harbour cushion' }).click();
  await expect(page.locator('.card')).toHaveCount(6);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.card')).toHaveCount(7);
  await page.getByLabel('Search plans').fill('harbour cu');
  await expect(page.locator('.card')).toHaveCount(1);
});

test('a plan goes out as a file and comes in again', async ({ page }) => {
  await page.goto('/');
  const file = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Export Lighthouse cushion' }).click(),
  );
  expect(file.name).toBe('lighthouse-cushion.sashiko.json');
  expect(file.bytes.toString()).toBe(readFileSync('demo/lighthouse-cushion.sashiko.json', 'utf8'));
  await page
    .getByLabel('Plan file')
    .setInputFiles({ name: file.name, mimeType: 'application/json', buffer: file.bytes });
  await expect(canvas(page)).toBeVisible();
  await page.goto('/');
  await expect(page.locator('.card')).toHaveCount(7);
});

test('all plans are checked at once; a card says what Check says, until its plan is changed', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.locator('.card')).toHaveCount(6);
  const card = page.locator('.card', { hasText: 'Tide-pool wall hanging' });
  await page.getByRole('button', { name: 'Check all' }).click();
  await expect(page.locator('.card .verdict')).toHaveCount(6);
  const words = (await card.locator('.verdict a').textContent()) ?? '';
  expect(words).toMatch(/^\d+ to put right$/);
  await expect(page.locator('.card .verdict.clear')).toHaveCount(5);
  await card.locator('.verdict a').click();
  const check = page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /^Check/ });
  await expect(check).toContainText(words);
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await page.getByRole('button', { name: 'Check all' }).click();
  await expect(card.locator('.verdict')).toHaveText(new RegExp(words));
  await card.getByRole('button', { name: /^Rename/ }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Tide-pool wall hanging, renamed');
  await page.getByRole('button', { name: 'Rename', exact: true }).last().click();
  await expect(card).toContainText('renamed');
  await expect(card.locator('.verdict')).toHaveCount(0);
});

test('bad files are refused in words, and the shelf stays as it is', async ({ page }) => {
  await page.goto('/');
  const good = readFileSync('demo/lighthouse-cushion.sashiko.json', 'utf8');
  const cases = [
    ['cut.json', Buffer.from(good.slice(0, 900)), /not readable JSON/],
    ['other.json', Buffer.from('{"cat": true}'), /not a Sashiko plan/],
    ['newer.json', Buffer.from(good.replace(/"version": \d+/, '"version": 70')), /newer Sashiko/],
    [
      'zero.json',
      Buffer.from(good.replace('"widthMm": 300', '"widthMm": 0')),
      /panels\.a\.shape\.sizes\.widthMm/,
    ],
  ] as const;
  // A large file is not sent through the test, but chosen where it lies.
  const huge = join(mkdtempSync(join(tmpdir(), 'sashiko-')), 'huge.json');
  writeFileSync(huge, Buffer.alloc(48_000_000, 'x'));
  const files = cases.map(
    ([name, buffer, words]) => [{ name, mimeType: 'application/json', buffer }, words] as const,
  );
  for (const [file, words] of [...files, [huge, /larger than a plan can be. It has 48 MB/] as const]) {
    await page.getByLabel('Plan file').setInputFiles(file);
    await expect(page.getByRole('alert')).toContainText(words);
    await expect(page.getByRole('alert')).toContainText('Nothing was changed');
    await expect(page.locator('.card')).toHaveCount(6);
  }
});

test('a kept plan that cannot be read says why and can be taken out as it is', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  await page.goto('/');
  await expect(page.locator('.card')).toHaveCount(6);
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.open('sashiko');
        request.onerror = () => reject(request.error);
        request.onsuccess = () => {
          const store = request.result.transaction('plans', 'readwrite').objectStore('plans');
          const read = store.get('lighthouse-cushion');
          read.onsuccess = () => {
            read.result.plan.panels.a.looseness = 99;
            store.put(read.result).onsuccess = () => {
              request.result.close();
              resolve();
            };
          };
        };
      }),
  );
  await page.goto('/plan/lighthouse-cushion/parts');
  await expect(page.getByText('99 is not possible here: at most 3.')).toBeVisible();
  await expect(page.getByText('(at panels.a.looseness)')).toBeVisible();
  const { bytes } = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Take out what is kept' }).click(),
  );
  expect(bytes.toString()).toContain('"looseness": 99');
  await page.getByRole('button', { name: 'Back to the shelf' }).click();
  await expect(page.locator('.card').filter({ hasText: 'cannot be read' })).toHaveCount(1);
});

test('names with markup are text everywhere', async ({ page }) => {
  let alarmed = false;
  page.on('dialog', (dialog) => {
    alarmed = true;
    void dialog.dismiss();
  });
  const name = '<img src=x onerror=alert(1)>';
  await openDemo(page, 'lighthouse-cushion', 'parts');
  await page.getByLabel('Name of the plan').fill(name);
  await page.getByLabel('Name of the plan').press('Enter');
  await canvas(page).locator('[data-part="p1"]').click();
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Name', { exact: true }).press('Enter');
  for (const stage of ['check', 'light', 'sew', 'bench'] as const) await goTo(page, stage);
  await expect(page.locator('.tray')).toContainText(name);
  await page.goto('/');
  await expect(page.getByText(name)).toBeVisible();
  // The one picture of a card is Sashiko's own drawing.
  const pictures = page.locator('.card img');
  await expect(pictures).toHaveCount(await page.locator('.card').count());
  for (const picture of await pictures.all())
    expect(decodeURIComponent((await picture.getAttribute('src')) ?? '')).toMatch(
      /^data:image\/svg\+xml,<svg xmlns="[^"]*"(?!.*<(?:img|script|foreignObject|image)\b)/s,
    );
  await expect(page.locator('.tray img')).toHaveCount(0);
  expect(alarmed).toBe(false);
});

test('bad sizes and places are refused on the table', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'cloth');
  await page.getByLabel('Width', { exact: true }).fill('0');
  await page.getByLabel('Width', { exact: true }).press('Enter');
  await expect(page.getByText('A size must be larger than zero')).toBeVisible();
  await page.getByLabel('Width', { exact: true }).fill('-20');
  await page.getByLabel('Width', { exact: true }).press('Enter');
  await expect(page.getByText('A size must be larger than zero')).toBeVisible();
  await page.getByLabel('Width', { exact: true }).fill('120');
  await page.getByLabel('Width', { exact: true }).press('Enter');
  await expect(page.getByText('would lie outside the cloth')).toBeVisible();
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('300');
  await goTo(page, 'parts');
  await canvas(page).locator('[data-part="p1"]').click();
  await page.getByLabel('From the left', { exact: true }).fill('900');
  await page.getByLabel('From the left', { exact: true }).press('Enter');
  await expect(page.getByText('would lie outside the cloth')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled();
});

test('inches on choice', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'cloth');
  await page.locator('.tape').getByRole('button', { name: 'inch' }).click();
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('11.81');
  await page.getByLabel('Width', { exact: true }).fill('12 1/2');
  await page.getByLabel('Width', { exact: true }).press('Enter');
  await page.locator('.tape').getByRole('button', { name: 'mm' }).click();
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('317.5');
});

test('number keys go to stages, ? lists the keys, and afterwards they go on working', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'cloth');
  await page.keyboard.press('5');
  await expect(page.locator('.worktable[data-stage="light"]')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Turn the piece over');
  await page.keyboard.press('2');
  await expect(page.locator('.worktable[data-stage="light"]')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await expect(page.locator('.worktable[data-stage="parts"]')).toBeVisible();
});

test('a part is placed from the drawer by keyboard, and one by dragging it over', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  await page.getByRole('button', { name: 'Bare-leg light, 5 mm', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Undo: place light 1' })).toBeVisible();
  await page.getByRole('button', { name: 'Slide switch', exact: true }).scrollIntoViewIfNeeded();
  const card = await page.getByRole('button', { name: 'Slide switch', exact: true }).boundingBox();
  const cloth = await canvas(page).boundingBox();
  if (card === null || cloth === null) throw new Error('not on screen');
  await page.mouse.move(card.x + 20, card.y + 20);
  await page.mouse.down();
  await page.mouse.move(cloth.x + 400, cloth.y + 500, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Undo: place switch 1' })).toBeVisible();
  await place(page, 'Coin-cell holder with switch', 60, 60);
  await expect(page.getByRole('button', { name: 'Undo: place holder 1' })).toBeVisible();
});
