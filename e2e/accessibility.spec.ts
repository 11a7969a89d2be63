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

const THEMES = ['light', 'dark'] as const;
type Theme = (typeof THEMES)[number];

for (const { what, width, height } of SCREENS)
  test(`every view passes an accessibility scan on ${what}, in the light and the dark theme`, async ({
    page,
  }) => {
    test.slow();
    let theme: Theme = 'light';
    const use = async (wanted: Theme): Promise<void> => {
      if (theme === wanted) return;
      theme = wanted;
      await page.getByRole('button', { name: `Use the ${wanted} theme` }).click();
    };
    const scan = async (view: string): Promise<void> => {
      await page.waitForTimeout(400);
      const rules = theme === 'dark' ? 'colour' : 'all';
      expect(await unreadable(page, `${view}, ${theme}`, { rules })).toEqual([]);
    };
    await openDemo(page, 'tide-pool-hanging', 'cloth');
    await page.setViewportSize({ width, height });
    for (const stage of STAGES) {
      await goTo(page, stage);
      // In the theme of the stage before first: half as many changes.
      for (const one of [theme, theme === 'light' ? 'dark' : 'light'] as const) {
        await use(one);
        await scan(stage);
      }
    }
    for (const one of THEMES) {
      await goTo(page, 'sew');
      await use(one);
      await page.getByRole('button', { name: 'At the table' }).click();
      await expect(page.locator('.at-table')).toBeVisible();
      await scan('at the table');
      await page.goBack();
      await page.getByRole('link', { name: 'Shelf' }).click();
      await expect(page.locator('.card').first()).toBeVisible();
      await scan('shelf');
      await page.getByRole('button', { name: 'Rename Lighthouse cushion' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      await scan('a dialog');
      await page.keyboard.press('Escape');
      await page.goBack();
    }
  });
