/** Pieces of several panels: from measures to a lit pouch, over a side seam by hand, and all of it taken back. */
import { expect, type Locator, type Page } from '@playwright/test';
import { test } from './test.ts';
import { canvas, choose, clickAt, downloadBytes, goTo, openDemo, place } from './worktable.ts';

const panels = (page: Page) => page.getByLabel('Panel in hand');
const panel = (page: Page, name: string) => page.locator('.tray-tabs').getByText(name, { exact: true });

test('a pouch from its measures: lights on the front, holder in the pocket, a thread over the side seam, finished view, print, undo', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New plan' }).first().click();
  await expect(canvas(page)).toBeVisible();
  await goTo(page, 'cloth');
  // One click, and three measures.
  await page.getByRole('button', { name: 'Lined pouch with zip and boxed corners' }).click();
  for (const [label, mm] of [
    ['Width at the mouth', '240'],
    ['Height before the corners are boxed', '170'],
    ['Depth of the bottom', '40'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(mm);
    await page.getByLabel(label, { exact: true }).press('Enter');
  }
  await expect(panels(page)).toContainText('back lining');
  await expect(canvas(page)).toHaveAttribute('aria-label', /4 panels; front in hand.*260 mm by 190 mm/);

  await goTo(page, 'parts');
  await place(page, 'Sew-on light with resistor', 190, 90);
  // The back lies to the right of the front, with 40 mm of table between them.
  await place(page, 'Coin-cell holder', 300 + 80, 100);
  await expect(canvas(page)).toHaveAttribute('aria-label', /back in hand/);

  await goTo(page, 'cloth');
  await panel(page, 'Panels').click();
  await page.getByRole('button', { name: 'Sew a pocket on' }).click();
  const layers = page.getByRole('region', { name: 'Layers on back' });
  await expect(layers).toContainText('pocket');

  await goTo(page, 'thread');
  const hole = async (name: string): Promise<void> => {
    const box = await page.getByRole('button', { name, exact: true }).boundingBox();
    if (box === null) throw new Error(`no hole ${name}`);
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 3 });
    await page.mouse.down();
    await page.mouse.up();
  };
  await hole('the + hole of light 1');
  // The seam line lies 10 mm inside the cut edge of 260.
  await clickAt(page, 250, 110);
  await expect(canvas(page)).toHaveAttribute('aria-label', /back in hand/);
  await hole('the + hole of holder 1');
  await expect(page.getByRole('button', { name: /light 1 to holder 1 \(\+\)/ }).first()).toBeVisible();

  await goTo(page, 'light');
  await panel(page, 'Finished').click();
  const finished = page.getByRole('region', { name: 'As finished' });
  await expect(finished.getByRole('img')).toHaveAttribute('aria-label', /front, right side, 240 mm × 180 mm/);
  const picture = await downloadBytes(page, () =>
    finished.getByRole('button', { name: 'Save as PNG' }).click(),
  );
  expect(picture.bytes.subarray(1, 4).toString()).toBe('PNG');

  await goTo(page, 'sew');
  await panel(page, 'Print').click();
  const pattern = await downloadBytes(page, () =>
    page.getByRole('button', { name: '1:1 pattern', exact: true }).click(),
  );
  expect(pattern.bytes.subarray(0, 5).toString()).toBe('%PDF-');

  // Back to the empty cloth, edit by edit.
  await goTo(page, 'cloth');
  await expect(async () => {
    await page.keyboard.press('Control+z');
    await expect(canvas(page)).toHaveAttribute('aria-label', /200 mm by 200 mm/, { timeout: 300 });
  }).toPass();
  await expect(canvas(page)).toHaveAttribute('aria-label', /200 mm by 200 mm/);
  await expect(panels(page)).toHaveCount(0);
});

test('two outlines of an SVG become a seamed pouch in at most 14 pointer actions', async ({ page }) => {
  let actions = 0;
  const press = async (name: string): Promise<void> => {
    await page.getByRole('button', { name, exact: true }).first().click();
    actions += 1;
  };
  await page.goto('/');
  await press('New plan');
  await expect(canvas(page)).toBeVisible();
  await page.getByRole('navigation', { name: 'Stages' }).locator('a[href$="/cloth"]').click();
  actions += 1;
  await page.getByLabel('SVG file').setInputFiles({
    name: 'pouch.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="460mm" height="150mm" viewBox="0 0 460 150"><rect id="front" width="200" height="150"/><rect id="back" x="240" width="200" height="150"/></svg>',
    ),
  });
  actions += 1;
  await expect(page.getByRole('dialog')).toContainText('2 outlines: each becomes a panel');
  await press('Take them');
  await expect(panels(page)).toContainText('back');
  await panel(page, 'Seams').click();
  actions += 1;
  // Bottom, and both sides: each time the best match that is still free is proposed.
  for (let i = 0; i < 3; i += 1) await press('Sew two edges together');
  for (const letter of ['A', 'B', 'C'])
    await expect(page.getByRole('region', { name: `Seam ${letter}` })).toBeVisible();
  expect(actions).toBeLessThanOrEqual(14);

  // The piece is told to be worn with its wrong side out, and is put back.
  await panel(page, 'Panels').click();
  const outside = page.getByRole('combobox', { name: 'Outside when finished' });
  await choose(page, outside, 'its wrong side');
  const front = page.getByRole('region', { name: 'Panel front' });
  await expect(front.getByTitle('its wrong side')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(front.getByTitle('not said')).toBeVisible();
  await panel(page, 'Seams').click();

  // The same by pressing edge and edge on the cloth.
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: /^Seam / })).toHaveCount(0);
  actions -= 3;
  await press('Choose two edges on the cloth');
  for (const [one, other] of [
    ['lower edge of front', 'lower edge of back'],
    ['left edge of front', 'right edge of back'],
    ['right edge of front', 'left edge of back'],
  ]) {
    for (const edge of [one, other]) {
      await canvas(page)
        .getByRole('button', { name: new RegExp(`^${edge}, `) })
        .click();
      actions += 1;
    }
  }
  expect(actions).toBeLessThanOrEqual(14);
  const seams = page.getByRole('region', { name: /^Seam / });
  await expect(seams).toHaveCount(3);
  // By keyboard: an edge is chosen and put back, then the two that are left become a seam.
  const upperEdge = (name: string): Locator =>
    canvas(page).getByRole('button', { name: new RegExp(`^upper edge of ${name}, `) });
  const [upper, back] = [upperEdge('front'), upperEdge('back')];
  await upper.press('Enter');
  await expect(back).toHaveAccessibleName(/as long$/);
  await page.keyboard.press('Escape');
  await expect(upper).toHaveAttribute('aria-pressed', 'false');
  await upper.press('Enter');
  await back.press('Enter');
  await expect(seams).toHaveCount(4);
});

test('panels are added, mirrored, named, moved about the table and taken away', async ({ page }) => {
  await openDemo(page, 'lantern-cuff', 'cloth');
  await panel(page, 'Panels').click();
  await page.getByRole('button', { name: 'Once more, mirrored' }).click();
  await expect(panels(page)).toContainText('piece, mirrored');
  const name = page.getByLabel('Name', { exact: true });
  await name.fill('inside');
  await name.press('Enter');
  await expect(panels(page)).toContainText('inside');
  await page.getByLabel('From the top', { exact: true }).fill('200');
  await page.getByLabel('From the top', { exact: true }).press('Enter');
  await expect(page.locator('.panel-names')).toContainText('inside');
  // Turned over by itself it shows its other face, and is told so.
  await page.getByRole('button', { name: 'Turn it over', exact: true }).click();
  await expect(page.locator('.panel-names')).toContainText('inside, wrong side up');
  await page.getByRole('button', { name: 'Turn it back over' }).click();
  // Pulled about the table it is drawn elsewhere, and lies there when it is let go.
  const left = page.getByLabel('From the left of the table', { exact: true });
  const before = Number(await left.inputValue());
  const box = await canvas(page).locator('path[data-ground]').last().boundingBox();
  if (box === null) throw new Error('the panel is not on screen');
  await page.mouse.move(box.x + 4, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 44, box.y + box.height / 2, { steps: 4 });
  expect(Number(await left.inputValue())).toBe(before);
  await page.mouse.up();
  await expect.poll(async () => Number(await left.inputValue())).toBeGreaterThan(before);
  await page.keyboard.press('Control+z');
  await expect(left).toHaveValue(String(before));
  await page.getByRole('button', { name: 'Take it away' }).click();
  await expect(panels(page)).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(panels(page)).toContainText('inside');
});

test('of many sizes those that are measured are seen, the others opened when they are wanted', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New plan' }).first().click();
  await goTo(page, 'cloth');
  await page.getByRole('button', { name: 'Pullover body', exact: true }).click();
  const sizes = page.getByRole('region', { name: 'Sizes' });
  await expect(sizes.getByLabel('Chest', { exact: true })).toHaveValue('900');
  const shoulder = sizes.getByLabel('Drop of the shoulder', { exact: true });
  await expect(shoulder).toHaveCount(0);
  await sizes.getByText('Further sizes').click();
  await shoulder.fill('55');
  await shoulder.press('Enter');
  // The back has the sizes of the front.
  await panels(page).getByText('back', { exact: true }).click();
  await expect(shoulder).toHaveValue('55');
});
