import { expect, good, pixel, printed, readyBatch, test } from './shop.mjs';

const cropOf = async (page) => JSON.parse(await page.locator('[data-layout]').getAttribute('data-layout')).crop;

/** The colours that the stage shows at shares of the paper's sides. */
async function drawn(page, places) {
  const box = await page.locator('[data-crop]').boundingBox();
  const file = test.info().outputPath('stage.png');
  await page.screenshot({ path: file });
  return places.map(([x, y]) => pixel(file, Math.round(box.x + x * box.width), Math.round(box.y + y * box.height)));
}

test('what is round a picture is drawn as it is printed', async ({ page }) => {
  // 605 × 405 whole on a square: a sixth of paper above and below; red tells how far across, green how far down.
  const batch = await readyBatch(page, 'Edges', [good()[4]], ['5x5']);
  // Clear of the grid's and the trim's lines.
  const places = [
    [0.3, 0.04],
    [0.3, 0.13],
    [0.7, 0.87],
    [0.7, 0.96],
    [0.5, 0.5],
  ];
  for (const edge of ['mirrored', 'continued', 'blurred']) {
    await page.goto(`/batches/${batch}/fit`);
    await page.locator('.cell > a').first().click();
    await page.waitForURL(/framing/);
    if ((await page.locator('[data-name="sits-whole"]').getAttribute('aria-pressed')) !== 'true') await page.keyboard.press('w');
    await page.locator('select[data-set=edge]').selectOption(edge);
    await expect(page.locator('[data-edges] svg').first()).toBeAttached();
    await expect(page.locator('select[data-set=edge]')).toHaveValue(edge);
    // The drawing follows the server's answer.
    await expect.poll(async () => JSON.parse(await page.locator('[data-layout]').getAttribute('data-layout')).edge).toBe(edge);
    const shown = await drawn(page, places);
    const { file, output } = (await printed(page, batch))['5x5'];
    const print = places.map(([x, y]) => pixel(file, Math.round(x * output.width_px), Math.round(y * output.height_px)));
    for (const [i, [red, green]] of shown.entries()) {
      // The stage shows a lossy preview, off by up to 18 levels on this colourful ramp; another edge is off by 40 and more.
      const near = 24;
      expect(Math.abs(red - print[i][0]), `${edge}, red at ${places[i]}`).toBeLessThanOrEqual(near);
      expect(Math.abs(green - print[i][1]), `${edge}, green at ${places[i]}`).toBeLessThanOrEqual(near);
    }
  }
});

test('two fingers zoom, one finger moves', async ({ page }) => {
  await readyBatch(page, 'Fingers', [good()[4]], ['5x5']);
  await page.locator('.cell > a').first().click();
  await page.waitForURL(/framing/);
  const before = await cropOf(page);
  const stage = await page.locator('.stage').boundingBox();
  const [cx, cy] = [stage.x + stage.width / 2, stage.y + stage.height / 2];
  const session = await page.context().newCDPSession(page);
  const touch = (type, ...points) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: points.map(([x, y], id) => ({ x, y, id })) });
  const kept = () => page.waitForResponse((answer) => answer.request().method() === 'POST' && answer.url().endsWith('/5x5'));
  let answered = kept();
  await touch('touchStart', [cx - 40, cy], [cx + 40, cy]);
  for (const reach of [60, 80]) await touch('touchMove', [cx - reach, cy], [cx + reach, cy]);
  await touch('touchEnd');
  await answered;
  // Fingers twice as far apart: half as much of the picture.
  await expect.poll(async () => (await cropOf(page)).width / before.width).toBeCloseTo(0.5, 1);
  const near = await cropOf(page);
  answered = kept();
  await touch('touchStart', [cx, cy]);
  for (const way of [20, 60]) await touch('touchMove', [cx - way, cy]);
  await touch('touchEnd');
  await answered;
  await expect.poll(async () => (await cropOf(page)).x).not.toBe(near.x);
  expect((await cropOf(page)).width).toBe(near.width);
});
