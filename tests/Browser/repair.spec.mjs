import { execFileSync } from 'node:child_process';
import { expect, pictures, printed, readyBatch, test } from './shop.mjs';

const design = `${pictures}/design.png`;
const order = (page) => page.locator('.repair-order');
const sent = (page, act) =>
  Promise.all([
    page.waitForResponse((answer) => answer.request().method() === 'POST' && answer.url().includes('/repair/')),
    act(),
  ]);
/** Until the picture is shown as it is wanted, and its full size is measured. */
const shown = async (page) => {
  await expect(page.locator('[data-wait]')).toHaveText('', { timeout: 60_000 });
  await expect(order(page).locator('[data-going]')).toHaveCount(0, { timeout: 60_000 });
};
/** A place of the stage, in shares of the picture. */
async function place(page, x, y) {
  return page.locator('[data-canvas]').evaluate(
    (svg, [across, down]) => {
      const box = svg.viewBox.baseVal;
      const at = new DOMPoint(across * box.width, down * box.height).matrixTransform(svg.getScreenCTM());
      return { x: at.x, y: at.y };
    },
    [x, y],
  );
}
/** Red, green, blue and alpha of a print's pixel, as ImageMagick decodes it. */
const rgba = (path, x, y) =>
  execFileSync('convert', [path, '-alpha', 'on', '-format', `%[pixel:p{${x},${y}}]`, 'info:']).toString();
const alpha = (path, x, y) =>
  Number(execFileSync('convert', [path, '-alpha', 'extract', '-format', `%[fx:round(255*p{${x},${y}})]`, 'info:']).toString());

test('a design is cut out by mouse, its white eye stays, a spot is retouched, margins go, and it prints on cloth', async ({
  page,
}) => {
  const batch = await readyBatch(page, 'Repaired', [design], ['apparel-pocket']);
  await page.locator('.line a', { hasText: 'Repair' }).click();
  await page.waitForURL(/\/repair\/\d+/);
  await sent(page, () => page.getByRole('button', { name: /^Cut the background away/ }).click());
  await shown(page);
  await expect(order(page)).toContainText('Sure of it');
  await expect(page.locator('.island')).toHaveCount(2);

  // The hole under the wing goes by a click, the eye stays by itself.
  await page.keyboard.press('g');
  const hole = await place(page, 0.5, 0.7);
  await sent(page, () => page.mouse.click(hole.x, hole.y));
  await shown(page);
  await expect(page.locator('.island.gone')).toHaveCount(1);
  await page.keyboard.press('o');
  const spot = await place(page, 0.38, 0.5);
  await sent(page, () => page.mouse.click(spot.x, spot.y));
  await sent(page, () => page.keyboard.press('t'));
  await shown(page);
  await expect(order(page).locator('.work-order li')).toHaveCount(3);
  await expect(page.locator('.kept-window')).toHaveCount(1);

  const files = await printed(page, batch);
  const { file, output } = files['apparel-pocket'];
  const at = (x, y) => [Math.round(x * output.width_px), Math.round(y * output.height_px)];
  // 360 × 500 of the design are left: whole on a square, at its top, nothing round it; the hole is at 420, the eye at 170.
  expect(alpha(file, ...at(0.02, 0.02))).toBe(0);
  expect(alpha(file, ...at(0.1, 0.5))).toBe(0);
  expect(alpha(file, ...at(0.5, 0.01))).toBe(255);
  expect(alpha(file, ...at(0.5, 0.74))).toBe(0);
  expect(alpha(file, ...at(0.5, 0.24))).toBe(255);
  expect(rgba(file, ...at(0.5, 0.24))).toMatch(/255,255,255|white/);
});

test('the same by keys: cut, switched off and on again, taken back, and the master held against it', async ({ page }) => {
  await readyBatch(page, 'Repaired by keys', [design], ['sticker']);
  await page.locator('.line a', { hasText: 'Repair' }).click();
  await page.waitForURL(/\/repair\/\d+/);
  await page.locator('[data-canvas]').focus();
  await sent(page, () => page.keyboard.press('x'));
  await shown(page);
  const made = await page.locator('[data-picture]').first().getAttribute('href');
  await page.keyboard.down(' ');
  await expect(page.locator('[data-canvas] [data-picture]')).toHaveAttribute('href', /plain=1/);
  await page.keyboard.up(' ');
  await expect(page.locator('[data-canvas] [data-picture]')).toHaveAttribute('href', made ?? '');
  await page.keyboard.press('v');
  await expect(page).toHaveURL(/ground=fabric-/);
  await sent(page, () => page.keyboard.press('x'));
  await expect(order(page).getByRole('switch')).toHaveAttribute('aria-checked', 'false');
  await page.keyboard.press('Control+z');
  await expect(order(page).getByRole('switch')).toHaveAttribute('aria-checked', 'true');
  await page.keyboard.press('Control+z');
  await expect(order(page)).toContainText('As it came');
  await page.reload();
  await expect(page).toHaveURL(/ground=fabric-/);
  await expect(page.getByRole('button', { name: /fabric/ }).first()).toHaveAttribute('aria-pressed', 'true');
});
