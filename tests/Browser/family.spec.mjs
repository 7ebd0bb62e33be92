import { expect, good, pixel, printed, readyBatch, test } from './shop.mjs';

const cropOf = async (page) => JSON.parse(await page.locator('[data-layout]').getAttribute('data-layout')).crop;

/** Red tells how far across the picture a pixel came from, green how far down. */
function expectCorners({ file, output }, left, top, right, bottom) {
  const near = (level, share) => expect(Math.abs(level - 255 * share)).toBeLessThanOrEqual(4);
  const [r1, g1] = pixel(file, 1, 1);
  const [r2, g2] = pixel(file, output.width_px - 2, output.height_px - 2);
  near(r1, left);
  near(g1, top);
  near(r2, right);
  near(g2, bottom);
}

/** Two more products that pictures fill, as a person would add them: a square with bleed each. */
test.beforeAll(async ({ browser, baseURL }) => {
  const page = await browser.newPage({ baseURL });
  for (const [name, size, bleed] of [
    ['Tile', '3 x 3 in', '0.0625 in'],
    ['Plate', '95 x 95 mm', '3 mm'],
  ]) {
    await page.goto('/shelf/new');
    await page.getByLabel('Name').fill(name);
    await page.getByLabel('Code').fill(name.toLowerCase());
    await page.getByLabel('Trim size').fill(size);
    await page.getByLabel('Bleed').fill(bleed);
    await page.getByLabel('Target ppi').fill('300');
    await page.getByRole('button', { name: 'Save', exact: true }).last().click();
    await page.waitForURL(/shelf#/);
  }
  await page.close();
});

test('a family is framed once with the mouse, and every product of it prints the drawn window', async ({ page }) => {
  // 605 × 405; three of the products are 1 : 1.
  const batch = await readyBatch(page, 'A family by mouse', [good()[4]], ['5x5', 'tile', 'plate', '4x6']);
  await page.locator('.cell > a[href$="/tile"]').click();
  await page.waitForURL(/framing/);
  await expect(page.locator('.siblings li')).toHaveCount(3);
  await expect(page.locator('.siblings-said')).toContainText('for 3 products of 1 : 1');
  const stage = await page.locator('.stage').boundingBox();
  await page.mouse.move(stage.x + stage.width / 2, stage.y + stage.height / 2);
  await page.mouse.wheel(0, -300);
  await expect.poll(async () => (await cropOf(page)).width).toBeLessThan(300);
  await page.mouse.down();
  await page.mouse.move(stage.x + stage.width / 2 - 120, stage.y + stage.height / 2 + 60, { steps: 6 });
  const kept = page.waitForResponse((answer) => answer.request().method() === 'POST' && answer.url().endsWith('/tile'));
  await page.mouse.up();
  await kept;
  await expect(page.locator('.state')).toContainText('Framed by hand');
  const crop = await cropOf(page);
  const files = await printed(page, batch);
  expect(Object.keys(files).sort()).toEqual(['4x6', '5x5', 'plate', 'tile']);
  for (const code of ['5x5', 'tile', 'plate']) {
    const theirs = files[code].crop;
    expect(Math.abs(theirs.x + theirs.width / 2 - crop.x - crop.width / 2)).toBeLessThanOrEqual(1);
    expect(Math.abs(theirs.width - crop.width)).toBeLessThanOrEqual(1);
    expectCorners(files[code], theirs.x / 604, theirs.y / 404, (theirs.x + theirs.width) / 604, (theirs.y + theirs.height) / 404);
  }
  expect(files['4x6'].crop.width, 'another proportion stays as it was').toBeGreaterThan(590);
});

test('a family is framed with keys; one product leaves it and comes back', async ({ page }) => {
  const batch = await readyBatch(page, 'A family by keys', [good()[4]], ['5x5', 'tile', 'plate']);
  await page.locator('.cell > a[href$="/5x5"]').focus();
  await page.keyboard.press('Enter');
  await page.waitForURL(/framing/);
  await page.keyboard.press('f');
  await expect(page.locator('[data-name="flip-0"]')).toHaveAttribute('aria-pressed', 'true');
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => (await cropOf(page)).x).toBe(140);
  await expect(page.locator('.state')).toContainText('Framed by hand');

  await page.locator('.siblings a', { hasText: 'Tile' }).click();
  await page.waitForURL(/tile$/);
  expect((await cropOf(page)).x).toBe(140);
  await page.getByRole('button', { name: 'Frame Tile by itself' }).click();
  await expect(page.locator('.siblings-said')).toContainText('Framed by itself');
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => (await cropOf(page)).x).toBe(110);

  const files = await printed(page, batch);
  expect([files['5x5'].crop.x, files.plate.crop.x, files.tile.crop.x]).toEqual([140, 140, 110]);
  // Mirrored: what is left in the window is right in the picture.
  for (const code of ['5x5', 'plate', 'tile']) {
    const { x, width } = files[code].crop;
    expectCorners(files[code], 1 - x / 604, 0, 1 - (x + width) / 604, 1);
  }

  await page.goto(`/batches/${batch}/fit`);
  await page.locator('.cell > a[href$="/tile"]').click();
  await page.getByRole('button', { name: 'Back to its family' }).click();
  await expect(page.locator('.siblings-said')).toContainText('for 3 products');
  expect((await cropOf(page)).x).toBe(140);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.siblings-said')).toContainText('Framed by itself');
});

test('a box of what must stay is drawn once and holds on every product', async ({ page }) => {
  const batch = await readyBatch(page, 'What must stay', [good()[4]], ['5x5', '4x6', 'apparel-pocket']);
  await page.locator('.cell > a[href$="/5x5"]').click();
  await page.waitForURL(/framing/);
  await page.keyboard.press('k');
  const picture = await page.locator('[data-picture]').boundingBox();
  const at = (x, y) => page.mouse.move(picture.x + x * picture.width, picture.y + y * picture.height, { steps: 3 });
  await at(0.7, 0.2);
  await page.mouse.down();
  await at(0.95, 0.8);
  await page.mouse.up();
  await expect(page.locator('[data-boxes] .keep')).toHaveCount(1);
  await expect(page.locator('[data-figure=kept]')).toContainText('what must stay is whole');
  const crop = await cropOf(page);
  expect(crop.x + crop.width, 'as far right as the picture goes').toBe(605);
  await page.goto(`/batches/${batch}/fit`);
  await page.locator('.cell > a[href$="/apparel-pocket"]').click();
  await page.waitForURL(/framing/);
  expect((await cropOf(page)).x + (await cropOf(page)).width).toBe(605);
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-boxes] .keep')).toHaveCount(0);
});

test('a horizon is levelled by drawing along it, and a whole picture lies on its border', async ({ page }) => {
  const batch = await readyBatch(page, 'Level', [good()[4]], ['5x5']);
  await page.locator('.cell > a').first().click();
  await page.waitForURL(/framing/);
  await page.keyboard.press('l');
  const stage = await page.locator('.stage').boundingBox();
  await page.mouse.move(stage.x + 300, stage.y + 200);
  await page.mouse.down();
  await page.mouse.move(stage.x + 500, stage.y + 221, { steps: 4 });
  await page.mouse.up();
  await expect(page.locator('#tilt')).toHaveValue('-5.99°');
  await expect.poll(async () => (await cropOf(page)).width).toBeLessThan(405);
  await page.locator('#tilt').fill('0');
  await page.locator('#tilt').press('Enter');
  await expect.poll(async () => (await cropOf(page)).width).toBe(405);
  await page.keyboard.press('w');
  await expect(page.locator('[data-name="sits-whole"]')).toHaveAttribute('aria-pressed', 'true');
  await page.locator('[data-name=colour]').fill('#0f5c63');
  await expect(page.locator('[data-paper]')).toHaveAttribute('fill', '#0f5c63');
  const files = await printed(page, batch);
  // 605 × 405 whole on 1500 × 1500: 1004 px high, 248 px of border above.
  expect([files['5x5'].output.width_px, files['5x5'].output.height_px]).toEqual([1500, 1500]);
  expect(pixel(files['5x5'].file, 700, 100).map((level, i) => Math.abs(level - [15, 92][i]) <= 3)).toEqual([true, true]);
  const [red, green] = pixel(files['5x5'].file, 750, 750);
  expect([Math.abs(red - 127), Math.abs(green - 127)].every((off) => off <= 4)).toBe(true);
});
