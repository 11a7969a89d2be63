/** Operating states on the cloth, a wrong light mended by one click, a tail drawn and sewn on, a board exchanged for another; all undone. */
import { expect } from '@playwright/test';
import type { Plan } from '@sashiko/core/plan/schema';
import { insulated } from '@sashiko/core/testing/insulated';
import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { test } from './test.ts';
import { canvas, choose, clickAt, goTo, openPlan } from './worktable.ts';

/** A board whose pin 0 drives although a button leads it to −, and a light on pin 1. */
function bell(): Plan {
  const build = new PlanBuilder('Ferry bell', 460, 300)
    .place('aaa-holder-2', 'holder', 80, 220)
    .place('board-small', 'board', 230, 150)
    .place('push-switch', 'bell', 380, 230)
    .light('lamp', 380, 60, 90)
    .sew('holder.plus-1', 'board.supply')
    .sew('holder.minus-1', 'board.ground')
    .sew('board.p0', 'bell.a')
    .sew('bell.b', 'board.ground')
    .sew('board.p1', 'lamp.plus')
    .sew('lamp.minus', 'board.ground');
  const board = build.part('board');
  build.plan = {
    ...build.plan,
    parts: { ...build.plan.parts, [board.id]: { ...board, pins: { p0: 'driven' } } },
  };
  return insulated(build.plan);
}

test('a button is pressed on the cloth, Light follows; Check names the state, and one click mends it', async ({
  page,
}) => {
  await openPlan(page, bell());
  await goTo(page, 'light');
  const tray = page.getByRole('complementary', { name: 'Light' });
  await expect(tray.getByRole('checkbox', { name: 'Bell not pressed' })).not.toBeChecked();
  await clickAt(page, 380, 230);
  await expect(tray.getByRole('checkbox', { name: 'Bell pressed' })).toBeChecked();
  await expect(canvas(page).getByText('pressed', { exact: true })).toBeVisible();
  await tray.getByRole('button', { name: 'Let it rest' }).click();
  await expect(tray.getByRole('checkbox', { name: 'Bell not pressed' })).toBeVisible();
  await tray.getByRole('checkbox', { name: 'Holder on' }).click();
  await expect(tray.getByText('holder is off', { exact: false }).first()).toBeVisible();
  await page.keyboard.press('Control+z');

  await goTo(page, 'bench');
  await page.getByText('What it shows like that, with the power in').click();
  await expect(page.getByText(/^lit, /).first()).toBeVisible();

  await goTo(page, 'check');
  const found = page.getByRole('button', { name: /With bell pressed: P0 of board is joined to/ });
  await found.click();
  await page.getByRole('button', { name: 'Let P0 of board be read, not driven', exact: true }).click();
  await expect(found).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(found).toBeVisible();
});

test('paths follow the switches; a light the wrong way round is mended by one click', async ({ page }) => {
  const build = new PlanBuilder('Lamp', 320, 200)
    .holder(60, 160)
    .switch(60, 60, 90, 'gate')
    .light('one', 160, 60, 90)
    .light('two', 260, 60, 90)
    .sew('holder.plus', 'gate.a')
    .sew('gate.b', 'one.plus')
    .sew('holder.minus', 'one.minus')
    .sew('one.plus', 'two.minus')
    .sew('one.minus', 'two.plus');
  await openPlan(page, insulated(build.plan));
  await goTo(page, 'check');
  const tray = page.getByRole('complementary', { name: 'Check' });
  const wrong = tray.getByRole('button', { name: /Wrong way round/ });
  await wrong.click();
  await tray.getByRole('button', { name: 'Turn two round under its threads', exact: true }).click();
  await expect(wrong).toHaveCount(0);
  await tray.locator('.tray-tabs').getByText('Paths').click();
  await expect(tray.getByRole('button', { name: /^two whole/ })).toBeVisible();
  await clickAt(page, 60, 60);
  await expect(tray.getByRole('button', { name: /two open, as it stands now/ })).toContainText(
    'Open at gate',
  );
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  // The next step grows by it, and what is below moves down.
  await expect(tray).toContainText('One thing: Wrong way round.');
  await tray.locator('.tray-tabs').getByText('Findings').click();
  await expect(wrong).toBeVisible();
});

test('a tail is drawn, named, and sewn on when the part comes; all is undone', async ({ page }) => {
  const build = new PlanBuilder('Kite tail', 320, 200).light('lamp', 80, 100, 90).holder(260, 100);
  await openPlan(page, build.plan);
  await goTo(page, 'thread');
  const plus = build.plan.parts[build.part('lamp').id];
  expect(plus?.name).toBe('lamp');
  const tray = page.getByRole('complementary', { name: 'Thread' });
  await expect(tray).toBeVisible();
  await canvas(page)
    .locator(`[data-hole="${build.part('lamp').id}.plus"]`)
    .first()
    .click({ force: true });
  await clickAt(page, 160, 100);
  await choose(page, tray.getByLabel('Its end is'), 'kept for a later part');
  await tray.getByRole('button', { name: 'End it here in a tail' }).click();
  await expect(canvas(page).locator('[data-run]')).toHaveCount(1);
  await expect(page.getByRole('button', { name: 'Undo: sew to tail 1' })).toBeVisible();

  await goTo(page, 'parts');
  await clickAt(page, 160, 100);
  const name = page.getByRole('region', { name: 'Chosen: tail 1' }).getByLabel('Name');
  await name.fill('to the string');
  await name.press('Enter');
  await goTo(page, 'sew');
  await expect(page.getByText(/a part that comes later is sewn on with it/).first()).toBeVisible();

  await goTo(page, 'thread');
  const tail = await canvas(page).locator('[data-hole$=".root"]').first();
  await tail.click({ force: true });
  await canvas(page)
    .locator(`[data-hole="${build.part('holder').id}.plus"]`)
    .first()
    .click({ force: true });
  await expect(canvas(page).locator('[data-run]')).toHaveCount(2);
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Control+z');
  await expect(canvas(page).locator('[data-run]')).toHaveCount(0);
});

test('the board is exchanged for another kind, its threads with it', async ({ page }) => {
  await openPlan(page, bell());
  await goTo(page, 'parts');
  await clickAt(page, 230, 150);
  const chosen = page.getByRole('region', { name: 'Chosen: board' });
  await choose(page, chosen.getByLabel('Exchange for'), /^Long sew-on board/);
  await expect(chosen.getByRole('heading', { name: /^Long sew-on board/ })).toBeVisible();
  await goTo(page, 'thread');
  await expect(canvas(page).locator('[data-run]')).toHaveCount(6);
  await goTo(page, 'parts');
  await page.keyboard.press('Control+z');
  await clickAt(page, 230, 150);
  await expect(chosen.getByRole('heading', { name: /^Small sew-on board/ })).toBeVisible();
});
