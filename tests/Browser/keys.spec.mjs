import { expect, good, readyBatch, test } from './shop.mjs';

const cropOf = async (page) => JSON.parse(await page.locator('[data-layout]').getAttribute('data-layout')).crop;

test('the fit sheet is walked, framed and left out by keys alone', async ({ page }) => {
  await readyBatch(page, 'By keys', good().slice(0, 4), ['4x6', '12x12', 'mug']);
  await page.locator('.cell > a').first().focus();
  const here = () => page.locator('.cell.here > a').getAttribute('href');
  const order = await page.locator('.cell > a').evaluateAll((cells) => cells.map((cell) => cell.getAttribute('href')));
  await page.keyboard.press('ArrowRight');
  expect(await here()).toBe(order[1]);
  await page.keyboard.press('ArrowDown');
  expect(await here()).toBe(order[4]);
  await page.keyboard.press('End');
  expect(await here()).toBe(order[5]);
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowUp');
  expect(await here()).toBe(order[0]);
  await page.keyboard.press('x');
  await expect(page.locator('.cell.here')).toContainText('Left out');
  await page.keyboard.press('x');
  await expect(page.locator('.cell.here')).not.toContainText('Left out');
  await page.keyboard.press('/');
  await expect(page.getByLabel('Find')).toBeFocused();
  await page.keyboard.type('picture 03');
  await page.keyboard.press('Enter');
  await expect(page.locator('tbody th.art')).toHaveCount(1);
  expect(page.url()).toContain('find=picture');
});

test('a crop is moved, zoomed, turned, taken back and found right by keys', async ({ page }) => {
  const batch = await readyBatch(page, 'Framed by keys', good().slice(4, 6), ['4x6', '12x12']);
  await page.locator('.cell > a[href$="/12x12"]').first().focus();
  await page.keyboard.press('Enter');
  await page.waitForURL(/framing/);
  // 605 × 405: the square is 405 wide and can go 100 px to either side.
  expect(await cropOf(page)).toEqual({ x: 100, y: 0, width: 405, height: 405 });
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => cropOf(page)).toMatchObject({ x: 101 });
  await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(() => cropOf(page)).toMatchObject({ x: 91 });
  await page.keyboard.press('+');
  await expect.poll(async () => (await cropOf(page)).width).toBe(368);
  await expect(page.locator('.state')).toContainText('Framed by hand');
  // Kept, even where the page is left in the same moment, and taken back.
  const { y } = await cropOf(page);
  await page.keyboard.press('ArrowDown');
  await expect.poll(() => cropOf(page)).toMatchObject({ y: y + 1 });
  const framed = await cropOf(page);
  await page.keyboard.press('.');
  await page.waitForURL((url) => !url.pathname.endsWith('/12x12'));
  await page.goBack();
  expect(await cropOf(page)).toEqual(framed);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.sayings')).toContainText('Taken back');
  await expect.poll(() => cropOf(page)).not.toEqual(framed);
  await page.keyboard.press('c');
  await expect.poll(() => cropOf(page)).toEqual({ x: 100, y: 0, width: 405, height: 405 });

  await page.goto(page.url().replace('/12x12', '/4x6'));
  await expect(page.locator('.stubline').first()).toContainText('landscape');
  await page.keyboard.press('t');
  await expect(page.locator('.stubline').first()).toContainText('portrait');
  await expect.poll(async () => (await cropOf(page)).height).toBe(405);

  await page.keyboard.press('.');
  await page.waitForURL(/\/12x12$/);
  await page.keyboard.press(',');
  await page.waitForURL(/\/4x6$/);
  await page.keyboard.press('Enter');
  await expect(page.locator('.state')).toContainText('Not looked at');
  await page.keyboard.press('Escape');
  await page.waitForURL(`**/batches/${batch}/fit`);
  await expect(page.locator('.seen')).not.toHaveCount(0);
});

test('the keys of a room are shown with ? and not while one writes', async ({ page }) => {
  await readyBatch(page, 'Help', good().slice(0, 1), ['4x6']);
  await page.getByLabel('Find').fill('a');
  await page.getByLabel('Find').press('?');
  await expect(page.getByLabel('Find')).toHaveValue('a?');
  await expect(page.getByRole('dialog', { name: 'Keys of this room' })).toBeHidden();
  await page.getByLabel('Find').blur();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys of this room' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Keys of this room' })).toBeHidden();
});

test('figures that are typed in are taken, and nonsense is told', async ({ page }) => {
  await readyBatch(page, 'Typed', good().slice(4, 5), ['12x12']);
  await page.locator('.cell > a').first().click();
  await page.waitForURL(/framing/);
  await page.getByLabel('From left').fill('37 px');
  await page.getByLabel('From left').press('Enter');
  await expect.poll(() => cropOf(page)).toMatchObject({ x: 37, width: 405 });
  await page.getByLabel('Zoom', { exact: true }).fill('200');
  await page.getByLabel('Zoom', { exact: true }).press('Enter');
  await expect.poll(async () => (await cropOf(page)).width).toBe(203);
  await page.getByLabel('From top').fill('up');
  await page.getByLabel('From top').press('Enter');
  await expect(page.locator('.sayings')).toContainText('Write a number');
});

test('a corner is pulled, and the opposite one stays', async ({ page }) => {
  await readyBatch(page, 'Corners', good().slice(4, 5), ['12x12']);
  await page.locator('.cell > a').first().click();
  await page.waitForURL(/framing/);
  const start = await page.locator('[data-corner="0 0"]').boundingBox();
  const scale = (await page.locator('[data-picture]').boundingBox()).width / 605;
  await page.mouse.move(start.x + start.width / 2, start.y + start.height / 2);
  await page.mouse.down();
  await page.mouse.move(start.x + start.width / 2 + 105 * scale, start.y + start.height / 2 + 60 * scale, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => Math.abs((await cropOf(page)).width - 345)).toBeLessThanOrEqual(2);
  const crop = await cropOf(page);
  expect([crop.x + crop.width, crop.y + crop.height]).toEqual([505, 405]);
});
