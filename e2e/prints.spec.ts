import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { test } from './test.ts';
import { downloadBytes, goTo, openDemo } from './worktable.ts';

async function textOf(bytes: Buffer): Promise<readonly string[]> {
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let number = 1; number <= document.numPages; number += 1) {
    const content = await (await document.getPage(number)).getTextContent();
    pages.push(content.items.map((item) => ('str' in item ? item.str : '')).join(' '));
  }
  return pages;
}

test('the sewing sheet of a plan with mistakes says them first', async ({ page }) => {
  await openDemo(page, 'tide-pool-hanging', 'sew');
  await expect(page.getByText('7 findings to put right first')).toBeVisible();
  await page.locator('.tray-tabs').getByText('Print', { exact: true }).click();
  const { bytes } = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Sewing sheet', exact: true }).click(),
  );
  const [first = ''] = await textOf(bytes);
  expect(first.indexOf('Still to be put right')).toBeGreaterThan(-1);
  expect(first.indexOf('Still to be put right')).toBeLessThan(first.indexOf('Cautions'));
});

test('the pattern has a cover and a page for every tile', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  const { bytes } = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Print 1:1', exact: true }).click(),
  );
  const pages = await textOf(bytes);
  expect(pages).toHaveLength(5);
  expect(pages[0]).toContain('Check square');
  expect(pages.slice(1).map((text) => /page ([A-Z]\d)/.exec(text)?.[1])).toEqual(['A1', 'A2', 'B1', 'B2']);
  // One that was asked for comes, also when its plan is left before it is written.
  const again = await downloadBytes(page, async () => {
    await page.getByRole('button', { name: 'Print 1:1', exact: true }).click();
    await page.getByRole('link', { name: 'Back to the shelf' }).click();
  });
  expect(await textOf(again.bytes)).toHaveLength(5);
});

test('what the browser exports, the command line reads', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'sew');
  await page.getByRole('checkbox', { name: 'Step 2 done' }).check();
  await goTo(page, 'bench');
  await page.getByRole('button', { name: 'It lights' }).first().click();
  const { bytes } = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Export', exact: true }).click(),
  );
  const file = join(mkdtempSync(join(tmpdir(), 'sashiko-e2e-')), 'plan.json');
  writeFileSync(file, bytes);
  const run = (command: string): string =>
    execFileSync('npx', ['tsx', 'packages/cli/src/main.ts', command, file], { encoding: 'utf8' });
  expect(run('validate')).toContain('a sound plan');
  expect(run('check')).toContain('Clear under the stated assumptions');
  const raw = JSON.parse(bytes.toString()) as {
    ticks: Record<string, true>;
    readings: Record<string, unknown>;
  };
  // Four lights are tried in that step, each with a tick of its own.
  expect(Object.keys(raw.ticks)).toHaveLength(4);
  expect(Object.keys(raw.readings)).toEqual(['lights:p1']);
});
