/** Hands for the browser tests: places on the cloth in millimetres, stages, parts by name. */
import { expect, type Locator, type Page } from '@playwright/test';
import { serializePlan } from '../packages/core/src/formats/plan-file.ts';
import type { Plan } from '../packages/core/src/plan/schema.ts';

export type Stage = 'cloth' | 'parts' | 'thread' | 'check' | 'light' | 'sew' | 'bench';

/** Opens a demo plan at a stage by its address. (By its card on the shelf: `whole-path` and `shelf`.) */
export async function openDemo(page: Page, id: string, stage: Stage): Promise<void> {
  await page.goto(`/plan/${id}/${stage}`);
  await expect(canvas(page)).toBeVisible();
  await stageIsThere(page);
}

/** Reads a plan in on the shelf, which opens it. */
export async function openPlan(page: Page, plan: Plan): Promise<void> {
  await page.goto('/');
  await page.getByLabel('Plan file').setInputFiles({
    name: 'piece.sashiko.json',
    mimeType: 'application/json',
    buffer: Buffer.from(serializePlan(plan)),
  });
  await expect(canvas(page)).toBeVisible();
  await stageIsThere(page);
  // Of a large plan parts and threads come in slices.
  await expect(canvas(page).locator('.layer:not(.over) [data-part]')).toHaveCount(
    Object.keys(plan.parts).length,
  );
}

/** Until its stage is there the cloth is looked at only. */
async function stageIsThere(page: Page): Promise<void> {
  await expect(page.locator('.tray:not([aria-busy])').first()).toBeVisible();
}

export function canvas(page: Page): Locator {
  return page.locator('.canvas');
}

export async function goTo(page: Page, stage: Stage): Promise<void> {
  await page.getByRole('navigation', { name: 'Stages' }).locator(`a[href$="/${stage}"]`).click();
  await expect(page.locator(`.worktable[data-stage="${stage}"]`)).toBeVisible();
  await stageIsThere(page);
}

/** The pixel of a place on the cloth, in mm as seen on the face that is up. */
export async function pixel(page: Page, x: number, y: number): Promise<readonly [number, number]> {
  const svg = canvas(page);
  const box = await svg.boundingBox();
  const scale = Number(await svg.getAttribute('data-scale'));
  const [originX, originY] = ((await svg.getAttribute('data-origin')) ?? '').split(',').map(Number) as [
    number,
    number,
  ];
  if (box === null) throw new Error('the canvas is not on screen');
  return [box.x + originX + x * scale, box.y + originY + y * scale];
}

export async function clickAt(page: Page, x: number, y: number): Promise<void> {
  const [px, py] = await pixel(page, x, y);
  await page.mouse.move(px, py, { steps: 3 });
  await page.mouse.down();
  await page.mouse.up();
}

export async function drag(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
): Promise<void> {
  await page.mouse.move(...(await pixel(page, ...from)));
  await page.mouse.down();
  await page.mouse.move(...(await pixel(page, ...to)), { steps: 8 });
  await page.mouse.up();
}

/** Takes a part from the drawer and places it. */
export async function place(page: Page, card: string, x: number, y: number): Promise<void> {
  const back = page.getByRole('button', { name: 'Back to the drawer' });
  if (await back.isVisible()) await back.click();
  await page.getByRole('button', { name: card, exact: true }).click();
  await clickAt(page, x, y);
}

/** Opens what is known of the parts that were just placed. */
export async function openChosen(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Chosen: / }).click();
}

export async function waitUntilSaved(page: Page): Promise<void> {
  await expect(page.locator('.save-state')).toHaveAttribute('data-state', 'saved');
}

/** The text of a PDF or plan file that a click downloads. */
export async function downloadBytes(
  page: Page,
  click: () => Promise<void>,
): Promise<{ readonly name: string; readonly bytes: Buffer }> {
  const [download] = await Promise.all([page.waitForEvent('download'), click()]);
  const stream = await download.createReadStream();
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(chunk as Buffer);
  return { name: download.suggestedFilename(), bytes: Buffer.concat(chunks) };
}

/** Chooses an option of a drop-down, and waits until its list is gone, so that the next one is not mistaken for it. */
export async function choose(page: Page, box: Locator, option: string | RegExp): Promise<void> {
  await box.click();
  const lists = page.locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden)');
  await lists.getByTitle(option, { exact: true }).click();
  await expect(lists).toHaveCount(0);
}

/** Describes a holder of two holes in the dialog for own parts, which is opened first where it is not. */
export async function describeHolder(page: Page): Promise<void> {
  const dialog = page.getByRole('dialog');
  if ((await dialog.count()) === 0) await page.getByRole('button', { name: 'Describe a part' }).click();
  await dialog.getByLabel('What it is called').fill('Tin holder');
  await choose(page, dialog.getByLabel('In the circuit it is'), 'a holder for cells');
  for (const [hole, role] of [
    [1, '+'],
    [2, '−'],
  ] as const) {
    await dialog.getByLabel(`right of hole ${hole}`, { exact: true }).fill(String(hole * 20 - 30));
    await dialog.getByLabel(`right of hole ${hole}`, { exact: true }).press('Enter');
    await choose(page, dialog.getByLabel(`Role of hole ${hole}`, { exact: true }), role);
  }
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(dialog).toHaveCount(0);
}
