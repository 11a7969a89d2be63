import { expect } from '@playwright/test';
import { test } from './test.ts';
import { canvas, choose, clickAt, drag, goTo, openDemo, pixel, waitUntilSaved } from './worktable.ts';

test('undo and redo in plain words, all the way back', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  const before = await canvas(page).locator('[data-part="p2"]').getAttribute('aria-label');
  await drag(page, [150, 132], [120, 150]);
  await page.keyboard.press('r');
  await page.keyboard.press('Delete');
  await expect(canvas(page).locator('[data-part="p2"]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo: take away window 1' }).click();
  await expect(page.getByText('Undone: take away window 1')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Undo: move window 1' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(canvas(page).locator('[data-part="p2"]')).toHaveAttribute('aria-label', before ?? '');
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled();
  await page.keyboard.press('Control+Shift+z');
  await page.keyboard.press('Control+y');
  await expect(page.getByRole('button', { name: 'Redo: take away window 1' })).toBeVisible();
});

test('findings follow a drag before it is let go', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'check');
  await expect(page.getByText('✓ Clear')).toBeVisible();
  await page.mouse.move(...(await pixel(page, 150, 174)));
  await page.mouse.down();
  await page.mouse.move(...(await pixel(page, 156, 141)), { steps: 6 });
  await expect(page.locator('.finding').first()).toBeVisible();
  await expect(page.getByTestId('tape-gap')).toContainText('✗');
  await page.mouse.move(...(await pixel(page, 150, 174)), { steps: 6 });
  await expect(page.getByText('✓ Clear')).toBeVisible();
  await page.mouse.up();
});

test('Escape takes a drag back, and after a drag the view stays where the maker put it', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  const part = canvas(page).locator('[data-part="p2"]');
  const before = (await part.getAttribute('aria-label')) ?? '';
  await page.mouse.move(...(await pixel(page, 150, 132)));
  await page.mouse.down();
  await page.mouse.move(...(await pixel(page, 110, 150)), { steps: 5 });
  // It is drawn apart while it moves.
  const moving = canvas(page).locator('.moving');
  await expect(moving).toHaveCount(1);
  await expect(part).toHaveClass(/elsewhere/);
  await page.keyboard.press('Escape');
  await expect(moving).toHaveCount(0);
  await expect(part).not.toHaveClass(/elsewhere/);
  await page.mouse.move(...(await pixel(page, 100, 160)), { steps: 3 });
  await page.mouse.up();
  await expect(part).toHaveAttribute('aria-label', before);
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled();

  await page.keyboard.press('+');
  await page.keyboard.press('+');
  const scale = (await canvas(page).getAttribute('data-scale')) ?? '';
  await drag(page, [150, 132], [140, 136]);
  await expect(part).not.toHaveAttribute('aria-label', before);
  await expect(canvas(page)).toHaveAttribute('data-scale', scale);
});

test('a fix that is only looked at is gone with its stage', async ({ page }) => {
  await openDemo(page, 'tide-pool-hanging', 'check');
  await page.locator('.finding').first().click();
  const hidden = canvas(page).locator('[data-thing].elsewhere');
  await page
    .locator('.remedies')
    .getByRole('button', { name: /^Open the ring/ })
    .focus();
  await expect(hidden).not.toHaveCount(0);
  await page.evaluate(() => {
    // As when a key goes to another stage while the pointer still rests on the fix.
    history.pushState(null, '', location.pathname.replace('check', 'thread'));
    dispatchEvent(new PopStateEvent('popstate'));
  });
  await expect(page.locator('.worktable[data-stage="thread"]')).toBeVisible();
  await expect(page.locator('.tray').getByText('limpet to holder (−)')).toBeVisible();
  await expect(hidden).toHaveCount(0);
});

test('turning the piece over mirrors it as in the hand', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  const middle = async (): Promise<number> => {
    const box = await canvas(page).locator('[data-part="p5"]').boundingBox();
    return (box?.x ?? 0) + (box?.width ?? 0) / 2;
  };
  const [left] = await pixel(page, 0, 0);
  const [right] = await pixel(page, 300, 0);
  const seen = await middle();
  await page.keyboard.press('f');
  await expect(page.getByRole('button', { name: 'Wrong side' })).toHaveAttribute('aria-pressed', 'true');
  await page.waitForTimeout(500);
  expect(await middle()).toBeCloseTo(left + right - seen, -1);
  // A drag to the left goes to the left on the face that is up, and away from the left on the other.
  await drag(page, [64, 66], [44, 66]);
  await expect(page.getByLabel('From the left', { exact: true })).toHaveValue('256');
});

test('drawing by keyboard alone: hole, bend, hole; bends are moved and removed', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'thread');
  await page
    .getByRole('button', { name: /^window 2 to window 3.*\+ side/ })
    .first()
    .click();
  await page.keyboard.press('Delete');
  const hole = canvas(page).getByRole('button', { name: 'the + hole of window 2' });
  await hole.focus();
  // Turned over and back, the focus stays where it was.
  await page.keyboard.press('f');
  await expect(hole).toBeFocused();
  await page.keyboard.press('f');
  await expect(hole).toBeFocused();
  await page.keyboard.press('Enter');
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('b');
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('Shift+ArrowDown');
  await expect(page.locator('.tape')).toContainText('this run');
  await canvas(page).getByRole('button', { name: 'the + hole of window 3' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Undo: sew window 2 to window 3' })).toBeVisible();
  await page
    .getByRole('button', { name: /^window 2 to window 3.*\+ side/ })
    .first()
    .click();
  await drag(page, [175.5, 174], [170, 190]);
  await expect(page.getByRole('button', { name: 'Undo: move a bend' })).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: 'Undo: remove a bend' })).toBeVisible();
});

test('Escape steps back: a bend, then the run', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'thread');
  await clickAt(page, 155.5, 216);
  await clickAt(page, 200, 230);
  await clickAt(page, 210, 200);
  await expect(page.locator('.canvas-hint')).toContainText('Click for a bend');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(page.locator('.canvas-hint')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.locator('.canvas-hint')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled();
});

test('routing can be stopped, and a proposal left', async ({ page }) => {
  await openDemo(page, 'tide-pool-hanging', 'thread');
  await page.getByRole('button', { name: 'Propose threads' }).click();
  await page.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByRole('button', { name: 'Propose threads' })).toBeVisible();
  await page.getByRole('button', { name: 'Propose threads' }).click();
  await expect(page.getByRole('button', { name: 'Take it' })).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Leave it' }).click();
  // It may look longer than anybody waits: stopped when there is something, the best so far is offered.
  await page.getByText('What is proposed', { exact: true }).click();
  await choose(page, page.getByLabel('It may look for', { exact: true }), 'a minute');
  await page.getByRole('button', { name: 'Propose threads' }).click();
  await page.getByRole('button', { name: /keep the best so far/ }).click();
  await expect(page.getByRole('button', { name: 'Take it' })).toBeVisible();
  await page.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled();
  await goTo(page, 'check');
  await expect(page.locator('.finding')).toHaveCount(13);
});

test('a killed tab loses nothing older than a second', async ({ context, page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  await drag(page, [150, 216], [110, 220]);
  await page.waitForTimeout(900);
  // Killed: no unload handlers run.
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto('/plan/lighthouse-cushion/parts');
  await expect(canvas(again).locator('[data-part="p4"]')).toHaveAttribute(
    'aria-label',
    /110 mm from the left, 220 mm from the top/,
  );
  await again.getByRole('button', { name: 'Undo: move window 3' }).click();
  await expect(canvas(again).locator('[data-part="p4"]')).toHaveAttribute(
    'aria-label',
    /150 mm from the left/,
  );
});

test('two tabs: the later one is told, and keeps its work as a copy', async ({ context, page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  const other = await context.newPage();
  await other.goto('/plan/lighthouse-cushion/parts');
  await expect(canvas(other)).toBeVisible();
  await drag(page, [150, 216], [110, 220]);
  await waitUntilSaved(page);
  await drag(other, [150, 132], [90, 132]);
  await expect(other.locator('.save-state')).toContainText('changed in another tab');
  await other.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(other.getByLabel('Name of the plan')).toHaveValue('Lighthouse cushion, this tab');
  await expect(canvas(other).locator('[data-part="p2"]')).toHaveAttribute(
    'aria-label',
    /90 mm from the left/,
  );
});

test('a switch is flicked on the dimmed cloth', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'light');
  await expect(page.locator('.sorted-table .line').first()).toContainText('mA');
  await canvas(page).locator('[data-part="p6"]').click();
  await expect(page.locator('.sorted-table .line').first()).toContainText('dark');
});

test('bends are pulled, moved and removed by keyboard alone', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'thread');
  await canvas(page)
    .getByRole('button', { name: /^thread lamp to window 1/ })
    .first()
    .focus();
  await page.keyboard.press('Enter');
  await canvas(page).getByRole('button', { name: 'add a bend in leg 1' }).focus();
  await page.keyboard.press('Enter');
  await canvas(page)
    .getByRole('button', { name: /^bend 1/ })
    .focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('button', { name: 'Undo: move a bend' })).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: 'Undo: remove a bend' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled();
});

test('several parts are chosen with a box or with Shift, moved and copied together', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  await drag(page, [110, 120], [190, 230]);
  await expect(page.getByText('3 parts chosen')).toBeVisible();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('button', { name: 'Undo: move 3 parts' })).toBeVisible();
  await page.keyboard.press('Escape');
  await canvas(page).locator('[data-part="p5"]').click();
  await canvas(page)
    .locator('[data-part="p6"]')
    .click({ modifiers: ['Shift'] });
  await expect(page.getByText('2 parts chosen')).toBeVisible();
  await page.keyboard.press('Control+d');
  await expect(page.getByRole('button', { name: 'Undo: copy 2 parts' })).toBeVisible();
  await expect(canvas(page).locator('[data-part]')).toHaveCount(8);
});

test('Space pulls the view over the cloth, and still ticks a box beside it', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'light');
  const box = page.getByRole('complementary', { name: 'Light' }).getByRole('checkbox').first();
  await box.focus();
  const was = await box.isChecked();
  await page.keyboard.press('Space');
  await expect(page.getByRole('complementary', { name: 'Light' }).getByRole('checkbox').first()).toBeChecked({
    checked: !was,
  });
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  const origin = (await canvas(page).getAttribute('data-origin')) ?? '';
  await page.keyboard.down('Space');
  await drag(page, [150, 132], [170, 140]);
  await page.keyboard.up('Space');
  await expect(canvas(page)).not.toHaveAttribute('data-origin', origin);
});

test('two fingers zoom and pan, and move no part', async ({ page, context }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  const scale = async (): Promise<number> => Number(await canvas(page).getAttribute('data-scale'));
  const before = await scale();
  const [x, y] = await pixel(page, 150, 132);
  const touch = await context.newCDPSession(page);
  const send = (
    type: 'touchStart' | 'touchMove' | 'touchEnd',
    points: readonly (readonly [number, number])[],
  ) =>
    touch.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: points.map(([px, py], id) => ({ x: px, y: py, id })),
    });
  await send('touchStart', [[x, y]]);
  await send('touchStart', [
    [x, y],
    [x + 100, y],
  ]);
  for (const step of [20, 40, 60, 80, 100]) {
    await send('touchMove', [
      [x - step, y],
      [x + 100 + step, y],
    ]);
  }
  await send('touchEnd', []);
  await expect.poll(scale).toBeGreaterThan(before * 2);
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled();
});

test('the cloth is one stop of Tab; within it the focus travels, takes, moves and lets go', async ({
  page,
}) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  await page.getByRole('button', { name: 'Keys', exact: true }).focus();
  await page.keyboard.press('Tab');
  const focused = () =>
    page.evaluate(() => document.activeElement?.getAttribute('data-part') ?? document.activeElement?.tagName);
  const first = await focused();
  expect(first).toMatch(/^p\d+$/);
  const reached = new Set([first]);
  for (let i = 0; i < 20; i += 1) {
    await page.keyboard.press('PageDown');
    reached.add(await focused());
  }
  expect(reached.size).toBe(await canvas(page).locator('.layer:not(.over) [data-part]').count());
  // Nothing is chosen on the way; Enter chooses, and then arrows move it.
  await expect(canvas(page).locator('[aria-pressed="true"]')).toHaveCount(0);
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(canvas(page).locator('[aria-pressed="true"]')).toHaveCount(1);
  const chosen = await focused();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: /^Undo: move/ })).toBeVisible();
  expect(await focused()).toBe(chosen);
  // With Ctrl the focus goes on even so; after Esc it does without.
  await page.keyboard.press('Control+ArrowDown');
  expect(await focused()).not.toBe(chosen);
  await page.keyboard.press('Escape');
  await page.keyboard.press('ArrowDown');
  expect(await focused()).toMatch(/^p\d+$/);
  // One stop: the next is beyond the cloth, and the way back leads to where it was.
  const last = await focused();
  await page.keyboard.press('Tab');
  expect(await page.evaluate(() => document.activeElement?.closest('.canvas') === null)).toBe(true);
  await page.keyboard.press('Shift+Tab');
  expect(await focused()).toBe(last);
  await page.keyboard.press('Shift+Tab');
  await expect(page.getByRole('button', { name: 'Keys', exact: true })).toBeFocused();
});
