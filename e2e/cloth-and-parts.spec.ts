import { expect, type Page } from '@playwright/test';
import { test } from './test.ts';
import {
  canvas,
  choose,
  clickAt,
  describeHolder,
  downloadBytes,
  drag,
  goTo,
  openChosen,
  openDemo,
  pixel,
  place,
  waitUntilSaved,
} from './worktable.ts';

/** A new, empty plan at its Cloth stage. */
async function newPlan(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New plan' }).click();
  await page.getByLabel('Name of the plan').fill(name);
  await page.getByLabel('Name of the plan').press('Enter');
  await expect(canvas(page)).toBeVisible();
}

const panel = (page: Page, name: string) => page.locator('.tray-tabs').getByText(name, { exact: true });

const LEAF =
  '<svg xmlns="http://www.w3.org/2000/svg" width="180mm" height="120mm" viewBox="0 0 360 240"><g transform="translate(20 10)">' +
  '<path id="leaf" d="M20 110C60 0 260 0 300 110C260 220 60 220 20 110Z"/><circle id="hole" cx="100" cy="110" r="24"/>' +
  '<path id="vein" d="M40 110Q160 60 280 110"/></g></svg>';

test('a ready piece is taken, sized in the form and by a handle, and undone', async ({ page }) => {
  await newPlan(page, 'Mitten');
  await page.getByRole('button', { name: 'Mitten', exact: true }).click();
  await expect(canvas(page)).toHaveAttribute('aria-label', /150 mm by 240 mm/);
  await page.getByLabel('Height', { exact: true }).fill('260');
  await page.getByLabel('Height', { exact: true }).press('Enter');
  await expect(canvas(page)).toHaveAttribute('aria-label', /150 mm by 260 mm/);
  await drag(page, [150, 130], [170, 130]);
  await expect(canvas(page)).toHaveAttribute('aria-label', /170 mm by 260 mm/);
  await page.keyboard.press('Control+z');
  await expect(canvas(page)).toHaveAttribute('aria-label', /150 mm by 260 mm/);
});

test('an outline is drawn, curved and changed node by node, by pointer and by keyboard', async ({ page }) => {
  await newPlan(page, 'Leaf');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await clickAt(page, 20, 20);
  await clickAt(page, 180, 30);
  await drag(page, [150, 150], [120, 180]);
  await clickAt(page, 30, 140);
  await clickAt(page, 20, 20);
  await expect(page.getByRole('button', { name: 'Undo: draw the outline' })).toBeVisible();
  const node = canvas(page).getByRole('button', { name: /^node 2 of the outline/ });
  await node.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('button', { name: 'Undo: move a node' })).toBeVisible();
  await page.keyboard.press('c');
  await expect(page.getByRole('button', { name: 'Undo: curve a node' })).toBeVisible();
  await canvas(page).getByRole('button', { name: 'add a node after node 1' }).focus();
  await page.keyboard.press('Enter');
  await expect(canvas(page).getByRole('button', { name: /^node 5 of the outline/ })).toHaveCount(1);
  await canvas(page)
    .getByRole('button', { name: /^node 5 of the outline/ })
    .focus();
  await page.keyboard.press('Delete');
  await expect(canvas(page).getByRole('button', { name: /^node 5 of the outline/ })).toHaveCount(0);

  // A mark, by keyboard alone: the pen is moved with arrows, N puts a node, Enter ends the line.
  await panel(page, 'Lines').click();
  await page.getByRole('button', { name: 'Mark', exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.locator('body').press('ArrowRight');
  await page.keyboard.press('n');
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('n');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Undo: draw a mark' })).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('mark 1');
});

test('an outline that crosses itself is refused in words, and the piece stays', async ({ page }) => {
  await newPlan(page, 'Bow');
  await page.getByRole('button', { name: 'Draw it' }).click();
  for (const [x, y] of [
    [20, 20],
    [150, 150],
    [150, 20],
    [20, 150],
    [20, 20],
  ] as const)
    await clickAt(page, x, y);
  await expect(page.getByText(/crosses or touches itself/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo: rename the plan' })).toBeVisible();
});

test('an SVG comes in: outline, opening and mark are chosen; bad ones are refused in words', async ({
  page,
}) => {
  await newPlan(page, 'Leaf');
  const bring = (text: string) =>
    page
      .getByLabel('SVG file')
      .setInputFiles({ name: 'x.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
  for (const [text, words] of [
    ['<svg xmlns="http://www.w3.org/2000/svg"><path d="M0', /no readable SVG/],
    [LEAF.replace('<g', '<script>alert(1)</script><g'), /more than a drawing.*<script>/],
    [LEAF.replace('<circle', '<image href="https://example.org/a.png"/><circle'), /links to/],
    ['<svg xmlns="http://www.w3.org/2000/svg"><text>x</text></svg>', /no lines/],
  ] as const) {
    await bring(text);
    await expect(page.locator('.notice')).toContainText(words);
  }
  await bring(LEAF);
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('3 lines, 140 mm × 83 mm');
  await choose(page, dialog.getByLabel('hole'), 'Opening');
  await dialog.getByRole('button', { name: 'Take them' }).click();
  await expect(canvas(page)).toHaveAttribute('aria-label', /140 mm by 83 mm/);
  await panel(page, 'Lines').click();
  await expect(page.getByRole('button', { name: 'hole opening' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'vein mark' })).toBeVisible();
  const { bytes } = await (async () => {
    await panel(page, 'Piece').click();
    return await downloadBytes(page, () => page.getByRole('button', { name: 'Save as SVG' }).click());
  })();
  expect(bytes.toString()).toContain('aria-label="vein"');
});

/** A picture of a grey sheet on a light table, seen at a slant, made in the page. */
async function slantedPhoto(page: Page): Promise<Buffer> {
  const data = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(400, 300);
    const drawing = canvas.getContext('2d');
    if (drawing === null) return '';
    drawing.fillStyle = '#eee';
    drawing.fillRect(0, 0, 400, 300);
    drawing.fillStyle = '#456';
    drawing.beginPath();
    drawing.moveTo(80, 60);
    drawing.lineTo(320, 80);
    drawing.lineTo(300, 240);
    drawing.lineTo(60, 220);
    drawing.fill();
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    return btoa(String.fromCharCode(...new Uint8Array(await blob.arrayBuffer())));
  });
  return Buffer.from(data, 'base64');
}

test('a photo is laid under, made true by two points, straightened by four, kept and exported', async ({
  page,
}) => {
  await newPlan(page, 'From a photo');
  await panel(page, 'Photo').click();
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'x.txt', mimeType: 'text/plain', buffer: Buffer.from('no') });
  await expect(page.getByText(/no picture this browser can read/)).toBeVisible();
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'photo.png', mimeType: 'image/png', buffer: await slantedPhoto(page) });
  // 400 px across the 200 mm of the piece: half a millimetre to the pixel.
  await expect(page.getByText('200 mm × 150 mm')).toBeVisible();
  await page.getByRole('button', { name: 'By a known distance' }).click();
  await clickAt(page, 40, 30);
  await clickAt(page, 160, 40);
  await page.getByLabel('They are apart').fill('60');
  await page.getByLabel('They are apart').press('Enter');
  await page.getByRole('button', { name: 'Make it true', exact: true }).click();
  // What was hypot(120, 10) mm is 60 mm now: the picture shrinks to that share.
  await expect(page.getByText('100 mm × 75 mm')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Straighten it' }).click();
  for (const [x, y] of [
    [40, 30],
    [160, 40],
    [150, 120],
    [30, 110],
  ] as const)
    await clickAt(page, x, y);
  await page.getByLabel('Its width').fill('120');
  await page.getByLabel('Its width').press('Enter');
  await page.getByLabel('Its height').fill('80');
  await page.getByLabel('Its height').press('Enter');
  await page.getByRole('button', { name: 'Straighten', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Undo: straighten the picture' })).toBeVisible();
  const image = canvas(page).locator('image');
  await expect(image).toHaveCount(1);
  await waitUntilSaved(page);
  await page.reload();
  await expect(canvas(page).locator('image')).toHaveCount(1);
  await page.goto('/');
  const { bytes } = await downloadBytes(page, () =>
    page.getByRole('button', { name: 'Export From a photo' }).click(),
  );
  const plan = JSON.parse(bytes.toString()) as {
    backdrop: { mmPerPx: number };
    images: Record<string, { data: string }>;
  };
  expect(plan.backdrop.mmPerPx).toBeGreaterThan(0.3);
  expect(Object.values(plan.images)[0]?.data.length).toBeGreaterThan(100);
});

test('facts are asked once, may be skipped, and bring their cautions', async ({ page }) => {
  await newPlan(page, 'Bib');
  await panel(page, 'Facts').click();
  await expect(page.locator('.cautions')).not.toContainText('small child');
  await choose(page, page.getByLabel('It is for'), 'a child under 3');
  await expect(page.locator('.cautions')).toContainText('small child');
  await expect(page.getByRole('button', { name: 'Undo: say what the piece is for' })).toBeVisible();
});

test('lights are spread along a drawn line with an anchor, seen before they are placed', async ({ page }) => {
  await openDemo(page, 'tide-pool-hanging', 'parts');
  await panel(page, 'Lay out').click();
  await page.getByText('Drawn', { exact: true }).click();
  await choose(page, page.getByLabel('Line to spread along'), /^pool, /);
  await page.getByLabel('How many').fill('9');
  await page.getByRole('button', { name: 'Anchor at the start' }).click();
  await expect(page.getByLabel('Anchor 1, along the line')).toHaveValue('0');
  await page.getByRole('button', { name: 'Place 9' }).click();
  await expect(page.getByRole('button', { name: 'Undo: spread 9 parts along a line' })).toBeVisible();
  await page.getByRole('button', { name: 'Chosen: 9 parts' }).click();
  await expect(page.getByText('9 parts chosen')).toBeVisible();
  await page.getByRole('button', { name: 'Number them' }).click();
  await expect(canvas(page).getByRole('button', { name: /^light 9, Sew-on light/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'Group', exact: true }).click();
  await page.keyboard.press('Escape');
  await canvas(page)
    .getByRole('button', { name: /^light 3, / })
    .click();
  await expect(page.getByText('9 parts chosen')).toBeVisible();
});

test('a strand is laid along a line: how many fit is said first', async ({ page }) => {
  await openDemo(page, 'night-walk-dog-coat', 'parts');
  await panel(page, 'Lay out').click();
  await choose(page, page.getByLabel('Line for the strand'), /^chase, /);
  await expect(page.getByText('Lights that fit').locator('..')).toContainText('7');
  await page.getByLabel('Lights of the strand').fill('4');
  await page.getByRole('button', { name: 'Lay the strand' }).click();
  await expect(page.getByRole('button', { name: 'Undo: lay a strand of 4 lights' })).toBeVisible();
});

test('a mirrored light turns the other way, and follows', async ({ page }) => {
  await newPlan(page, 'Owl');
  await goTo(page, 'parts');
  await place(page, 'Sew-on light with resistor', 60, 80);
  await openChosen(page);
  await page.getByLabel('Turned by', { exact: true }).fill('30');
  await page.getByLabel('Turned by', { exact: true }).press('Enter');
  await page.getByRole('button', { name: 'Mirror', exact: true }).click();
  await expect(page.getByLabel('From the left', { exact: true })).toHaveValue('140');
  await expect(page.getByLabel('Turned by', { exact: true })).toHaveValue('150');
  await drag(page, [140, 80], [150, 90]);
  await canvas(page).locator('[data-part="p1"]').click();
  await expect(page.getByLabel('From the left', { exact: true })).toHaveValue('50');
  await expect(page.getByLabel('From the top', { exact: true })).toHaveValue('90');
  await page.getByRole('button', { name: 'Lock', exact: true }).click();
  await drag(page, [50, 90], [70, 100]);
  await expect(page.locator('.notice')).toContainText('locked');
  await expect(page.getByLabel('From the left', { exact: true })).toHaveValue('50');
});

test('parts and their thread are copied to another plan', async ({ page }) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  await drag(page, [110, 120], [190, 230]);
  await expect(page.getByText('3 parts chosen')).toBeVisible();
  await page.keyboard.press('Control+c');
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await page.getByRole('link', { name: 'Lantern tea-light cuff for a jar' }).last().click();
  await expect(canvas(page)).toBeVisible();
  await page.keyboard.press('Control+v');
  await expect(page.locator('.notice')).toContainText(/outside the cloth/);
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await page.getByRole('button', { name: 'New plan' }).click();
  await goTo(page, 'parts');
  await page.mouse.move(...(await pixel(page, 100, 100)));
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('button', { name: 'Undo: paste 3 parts' })).toBeVisible();
  await expect(canvas(page).locator('[data-part]')).toHaveCount(3);
});

test('a board of twenty holes is described from ruler readings, kept, placed, sent and forgotten', async ({
  page,
}) => {
  await newPlan(page, 'Own board');
  await goTo(page, 'parts');
  await page.getByRole('button', { name: 'Describe a part' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What it is called').fill('Attic board');
  await dialog.getByLabel('Across', { exact: true }).fill('50');
  await dialog.getByLabel('Across', { exact: true }).press('Enter');
  await choose(page, dialog.getByLabel('In the circuit it is'), 'a board with pins');
  await expect(dialog.getByRole('status')).toContainText('at least one + hole');
  await dialog.getByLabel('How many holes').fill('20');
  await dialog.getByLabel('Radius').fill('21');
  await dialog.getByLabel('Radius').press('Enter');
  await dialog.getByRole('button', { name: 'Spread them' }).click();
  await dialog.getByLabel('Names in order').fill('D1');
  await dialog.getByRole('button', { name: 'Name in order' }).click();
  await expect(dialog.getByLabel('Name of hole 20')).toHaveValue('D20');
  await dialog.getByLabel('metal of hole 1', { exact: true }).fill('3.2');
  await dialog.getByLabel('metal of hole 1', { exact: true }).press('Enter');
  await dialog.getByRole('button', { name: 'copy down' }).first().click();
  await expect(dialog.getByLabel('metal of hole 20')).toHaveValue('3.2');
  for (const [hole, role] of [
    [1, '+'],
    [2, '−'],
  ] as const) {
    await choose(page, dialog.getByLabel(`Role of hole ${hole}`, { exact: true }), role);
  }
  await expect(dialog.getByRole('status')).toContainText('Seen from the side that faces you');
  const file = await downloadBytes(page, () =>
    dialog.getByRole('button', { name: 'Save as a file' }).click(),
  );
  expect(file.bytes.toString()).toContain('"sashiko-part"');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await place(page, 'Attic board', 100, 100);
  await expect(canvas(page).getByRole('button', { name: /Attic board/ })).toHaveCount(1);

  // Another plan of this browser has it in its drawer too.
  await newPlan(page, 'Second');
  await goTo(page, 'parts');
  await place(page, 'Attic board', 100, 100);
  await page.getByRole('button', { name: 'Change Attic board' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Forget it' }).click();
  await expect(page.getByRole('dialog').locator('.notice')).toContainText(
    'Parts of this kind are on the cloth',
  );
});

test('a holder for a coin cell is described; what is no part file is refused in the dialog, in words', async ({
  page,
}) => {
  await newPlan(page, 'Own holder');
  await goTo(page, 'parts');
  await page.getByRole('button', { name: 'Describe a part' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Part file').setInputFiles({
    name: 'torn.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format": "sashiko-part", "version": 1, "part": {"id": "OWN!"}}'),
  });
  await expect(dialog.locator('.notice')).toBeVisible();
  await expect(dialog.locator('.notice')).not.toContainText(/Invalid|Expected|\^/);
  await describeHolder(page);
  await place(page, 'Tin holder', 100, 100);
  await expect(canvas(page).getByRole('button', { name: /Tin holder|holder/ })).toHaveCount(1);
});

test('a holder with a sensor is fitted behind openings: places are found, shown and taken', async ({
  page,
}) => {
  await newPlan(page, 'Hidden holder');
  await page.getByLabel('SVG file').setInputFiles({
    name: 'openings.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="0 0 200 200"><rect id="piece" width="200" height="200"/><rect id="eye" x="90" y="60" width="9" height="9"/><rect id="slot" x="89" y="70" width="12" height="10"/></svg>',
    ),
  });
  for (const name of ['eye', 'slot']) {
    await choose(page, page.getByRole('dialog').getByLabel(name), 'Window');
  }
  await page.getByRole('button', { name: 'Take them' }).click();
  await goTo(page, 'parts');
  await place(page, 'Light-sensing coin-cell holder', 60, 150);
  await panel(page, 'Lay out').click();
  await page.getByLabel('Room round each').fill('0.5');
  await page.getByLabel('Room round each').press('Enter');
  await page.getByRole('button', { name: 'Search', exact: true }).click();
  await expect(page.getByRole('status').filter({ hasText: /fit/ })).toContainText(/fits?/);
  await page.getByRole('button', { name: 'Take place 1' }).click();
  await expect(page.getByRole('button', { name: 'Undo: fit holder 1' })).toBeVisible();
  await page.getByLabel('Room round each').fill('8');
  await page.getByLabel('Room round each').press('Enter');
  await page.getByRole('button', { name: 'Search', exact: true }).click();
  await expect(page.getByText(/^Nowhere:/)).toBeVisible();
});

test('what the parts weigh and where they pull is shown', async ({ page }) => {
  await openDemo(page, 'night-walk-dog-coat', 'parts');
  await panel(page, 'Weight').click();
  await expect(page.getByText('36.0 g')).toBeVisible();
  await expect(page.getByText(/low enough to hang well/)).toBeVisible();
});

test('a part is traced over a photo: the photo is pulled and sized, a hole is pulled on to its own', async ({
  page,
}) => {
  await openDemo(page, 'lighthouse-cushion', 'parts');
  await page.getByRole('button', { name: 'Describe a part' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'One hole', exact: true }).click();
  // A square of 4 by 4 pixels is picture enough.
  const png =
    'iVBORw0KGgoAAAANSUhEUgAAAAQAAAAECAIAAAAmkwkpAAAAEUlEQVR4nGM4sCABjhiI4wAA3lIcAT4JRAUAAAAASUVORK5CYII=';
  await dialog.getByLabel('Photo to trace').setInputFiles({
    name: 'board.png',
    mimeType: 'image/png',
    buffer: Buffer.from(png, 'base64'),
  });
  const photo = dialog.locator('.own-part-picture image');
  await expect(photo).toHaveCount(1);
  const pull = async (target: typeof photo, dx: number, dy: number) => {
    const box = await target.boundingBox();
    if (box === null) throw new Error('not in view');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + dx, box.y + box.height / 2 + dy, { steps: 4 });
    await page.mouse.up();
  };
  const hole = dialog.locator('[data-own-hole]').first();
  await pull(hole, 40, 20);
  expect(Number(await hole.getAttribute('cx'))).toBeGreaterThan(3);
  await expect(dialog.getByLabel('right of hole 1')).not.toHaveValue(/^0/);
  await dialog.getByLabel('The photo is wide').fill('30');
  await dialog.getByLabel('The photo is wide').press('Enter');
  await expect(photo).toHaveAttribute('width', '30');
  await dialog.getByRole('button', { name: 'Take the photo away' }).click();
  await expect(photo).toHaveCount(0);
});

test('two edges are sewn together: their strips stay free, the sheet closes the tube, undo takes it apart', async ({
  page,
}) => {
  await openDemo(page, 'lantern-cuff', 'cloth');
  await panel(page, 'Seams').click();
  await page.getByRole('button', { name: 'Sew two edges together' }).click();
  const seam = page.getByRole('region', { name: 'Seam A' });
  await expect(seam).toContainText('320 mm on 320 mm along the seam line');
  // The thread at the edge lies in the strip; with less allowance it does not.
  const check = page.getByRole('navigation', { name: 'Stages' }).locator('a[href$="/check"]');
  await expect(check).not.toContainText('clear');
  await seam.getByLabel('Allowance').fill('4');
  await seam.getByLabel('Allowance').press('Enter');
  await expect(check).toContainText('clear');
  await goTo(page, 'sew');
  await expect(
    page.locator('.steps, .step-section').filter({ hasText: 'Sew seam A' }).first(),
  ).toBeAttached();
  await goTo(page, 'cloth');
  await panel(page, 'Seams').click();
  await page.getByRole('button', { name: 'Take it apart' }).click();
  await expect(seam).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(seam).toBeVisible();
});
