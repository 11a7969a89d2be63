import { expect } from '@playwright/test';
import { unreadable } from './readable.ts';
import { test } from './test.ts';
import { goTo, openDemo, type Stage } from './worktable.ts';

const STAGES = [
  'cloth',
  'parts',
  'thread',
  'check',
  'light',
  'sew',
  'bench',
] as const satisfies readonly Stage[];

const SCREENS = [
  { what: 'a desk', width: 1280, height: 800 },
  { what: 'a tablet', width: 820, height: 1180 },
  { what: 'a phone', width: 390, height: 844 },
] as const;

for (const { what, width, height } of SCREENS)
  for (const theme of ['light', 'dark'])
    test(`every view passes an accessibility scan on ${what} in the ${theme} theme`, async ({ page }) => {
      test.slow();
      const scan = async (view: string): Promise<void> => {
        await page.waitForTimeout(400);
        expect(await unreadable(page, view, { rules: theme === 'dark' ? 'colour' : 'all' })).toEqual([]);
      };
      await openDemo(page, 'tide-pool-hanging', 'cloth');
      if (theme === 'dark') await page.getByRole('button', { name: 'Use the dark theme' }).click();
      await page.setViewportSize({ width, height });
      for (const stage of STAGES) {
        await goTo(page, stage);
        await scan(stage);
      }
      await page.goto('/plan/tide-pool-hanging/sew/table');
      await expect(page.getByRole('main')).toBeVisible();
      await scan('at the table');
      await page.goto('/');
      await expect(page.locator('.card').first()).toBeVisible();
      await scan('shelf');
      await page.getByRole('button', { name: 'Rename Lighthouse cushion' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      await scan('a dialog');
    });
