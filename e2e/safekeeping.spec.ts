import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { test } from './test.ts';
import { canvas, downloadBytes, goTo, openDemo, place, waitUntilSaved } from './worktable.ts';

const cards = (page: Page) => page.locator('.card');

async function backUp(page: Page): Promise<{ readonly name: string; readonly bytes: Buffer }> {
  return await downloadBytes(page, () =>
    page
      .getByRole('region', { name: 'Safekeeping' })
      .getByRole('button', { name: 'Back up the shelf' })
      .click(),
  );
}

async function bringBack(page: Page, bytes: Buffer): Promise<void> {
  await page
    .getByLabel('Backup file')
    .setInputFiles({ name: 'shelf.sashiko-shelf.json', mimeType: 'application/json', buffer: bytes });
}

test('the whole shelf goes into one file and comes back, with a choice for what is there in another state', async ({
  page,
}) => {
  await page.goto('/');
  await expect(cards(page)).toHaveCount(6);
  const { name, bytes } = await backUp(page);
  expect(name).toMatch(/^shelf-\d{4}-\d\d-\d\d\.sashiko-shelf\.json$/);
  await expect(page.getByText('The shelf was backed up to one file')).toBeVisible();
  await expect(page.getByText(/Last backup: \d+/)).toBeVisible();
  // One plan goes for good, another changes, the others stay.
  await page.getByRole('button', { name: 'Delete Night-walk dog coat' }).click();
  await page.getByRole('button', { name: 'Delete for good' }).click();
  await page.getByRole('button', { name: 'Rename Lighthouse cushion' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Harbour cushion');
  await page.getByLabel('Name', { exact: true }).press('Enter');
  await expect(page.getByRole('link', { name: 'Harbour cushion' })).toBeVisible();
  await bringBack(page, bytes);
  const dialog = page.getByRole('dialog', { name: 'Bring back a backup' });
  await expect(dialog).toContainText('New: 1 plan. On the shelf just so: 4 plans.');
  await expect(dialog).toContainText('“Lighthouse cushion”');
  await dialog.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByText('Brought back: 2 plans and 0 described parts.')).toBeVisible();
  await expect(cards(page)).toHaveCount(7);
  await expect(page.getByRole('link', { name: 'Lighthouse cushion, from a backup' })).toBeVisible();
  // The file is a shelf, also for those who drop it on “Import”; nothing in it is missing now but the renamed plan.
  await page
    .getByLabel('Plan file')
    .setInputFiles({ name: 'any.json', mimeType: 'application/json', buffer: bytes });
  await expect(dialog).toContainText('On the shelf just so: 5 plans.');
  await dialog.getByText('Take the one of the backup in its place').click();
  await dialog.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByRole('link', { name: 'Harbour cushion' })).toHaveCount(0);
  await bringBack(page, Buffer.from('{"format":"sashiko-plan"}'));
  await expect(page.getByRole('alert')).toContainText('The file is no backup of a shelf.');
});

test('where the browser keeps nothing, that is said, everything works, and plans go out as files', async ({
  page,
}) => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('not allowed', 'SecurityError');
    };
  });
  await page.goto('/');
  await expect(page.getByText('plans last only while this page is open')).toBeVisible();
  await expect(cards(page)).toHaveCount(6);
  await page.getByLabel('Plan file').setInputFiles('demo/lighthouse-cushion.sashiko.json');
  await expect(canvas(page)).toBeVisible();
  await expect(page.locator('.save-state')).toContainText('kept only while this page is open');
  await place(page, 'Slide switch', 100, 100);
  await expect(page.getByRole('button', { name: /^Undo: place/ })).toBeVisible();
  const { bytes } = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Save as a file' }).click(),
  );
  expect(bytes.toString()).toContain('"format": "sashiko-plan"');
});

test('damaged records neither blank the shelf nor get lost', async ({ page }) => {
  await page.goto('/');
  await expect(cards(page)).toHaveCount(6);
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.open('sashiko');
        request.onerror = () => reject(request.error);
        request.onsuccess = () => {
          const transaction = request.result.transaction('plans', 'readwrite');
          const store = transaction.objectStore('plans');
          store.put({
            id: 'odd',
            name: { not: 'a name' },
            plan: [1, 2, 3],
            changedAt: 'never',
            removedAt: null,
          });
          store.put({ id: 'torn', name: 'Torn shawl' });
          transaction.oncomplete = () => {
            request.result.close();
            resolve();
          };
        };
      }),
  );
  await page.reload();
  await expect(cards(page)).toHaveCount(8);
  await expect(cards(page).filter({ hasText: 'cannot be read' })).toHaveCount(2);
  const { bytes } = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Export A plan whose name is lost' }).click(),
  );
  expect(JSON.parse(bytes.toString())).toEqual([1, 2, 3]);
  await page.getByRole('link', { name: 'Torn shawl' }).click();
  await expect(page.getByText('This plan cannot be opened.')).toBeVisible();
});

test('a view that breaks offers the plan as a file', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  await page.evaluate(() => {
    const { fromEntries } = Object;
    Object.fromEntries = () => {
      throw new Error('broken for the test');
    };
    window.addEventListener('mended', () => {
      Object.fromEntries = fromEntries;
    });
  });
  await page.getByRole('link', { name: /Light/ }).click();
  await expect(page.getByRole('alert')).toContainText('This view broke');
  const { bytes } = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Save the plan as a file' }).click(),
  );
  expect(JSON.parse(bytes.toString())).toEqual(
    JSON.parse(readFileSync('demo/lighthouse-cushion.sashiko.json', 'utf8')),
  );
  await page.evaluate(() => window.dispatchEvent(new Event('mended')));
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('what a tab could not save, because another was first, is kept beside it on the shelf', async ({
  page,
  context,
}) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  const other = await context.newPage();
  await openDemo(other, 'lighthouse-cushion', 'parts');
  await place(other, 'Slide switch', 100, 60);
  await waitUntilSaved(other);
  await place(page, 'Slide switch', 60, 100);
  await expect(page.locator('.save-state')).toHaveAttribute('data-state', 'elsewhere');
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByText('is kept as “Lighthouse cushion, from another tab”')).toBeVisible();
  await expect(cards(page)).toHaveCount(7);
  await goTo(other, 'thread');
});
