import { writeFileSync } from 'node:fs';
import { expect, good, pixel, printed, readyBatch, test } from './shop.mjs';

const settled = (page) =>
  expect
    .poll(
      () => page.locator('.before-after img').evaluateAll((all) => all.every((one) => one.complete && one.naturalWidth > 0)),
      { timeout: 60_000 },
    )
    .toBe(true)
    .then(() => expect(page.locator('[data-wait]')).toHaveText('', { timeout: 60_000 }));
const kept = (page, act) =>
  Promise.all([
    page.waitForResponse((answer) => answer.request().method() === 'POST' && answer.url().includes('/finish/')),
    act(),
  ]);

/** The pixels that the room shows at one side, as a file. */
async function shown(page, side) {
  const file = test.info().outputPath(`${side}.png`);
  writeFileSync(
    file,
    await (await page.request.get(await page.locator(`.before-after [data-of=${side}]`).evaluate((one) => one.src))).body(),
  );
  return file;
}

test('steps are set for a picture and a product, seen before and after, printed, and taken back', async ({ page }) => {
  const batch = await readyBatch(page, 'Finished', [good()[4]], ['4x6', '5x7']);
  await page.locator('.line a', { hasText: 'Finish' }).click();
  await page.waitForURL(/\/finish\/\d+\/4x6/);
  await settled(page);
  await expect(page.locator('.tones-ends')).toContainText('after');

  await kept(page, () => page.getByRole('checkbox', { name: 'Tone guard' }).check());
  await settled(page);
  await expect(page.locator('[data-step=guard]')).toContainText('from the picture');
  await kept(page, () => page.locator('#guard-black').fill('5'));
  await settled(page);
  // Red 255 · r becomes 12.75 + r · 0.93.
  const [before, after] = [pixel(await shown(page, 'before'), 40, 40), pixel(await shown(page, 'after'), 40, 40)];
  for (const i of [0, 1]) expect(Math.abs(after[i] - (12.75 + before[i] * 0.93))).toBeLessThanOrEqual(1);

  await page.locator('[data-for]').selectOption('product');
  await page.waitForURL(/for=product/);
  await settled(page);
  await kept(page, () => page.getByRole('checkbox', { name: 'Sharpening' }).check());
  await expect(page.locator('[data-step=sharpen]')).toContainText('from this product');
  await kept(page, () => page.locator('#sharpen-amount').fill('150'));
  await expect(page.getByRole('button', { name: 'Your own' })).toHaveAttribute('aria-pressed', 'true');

  const files = await printed(page, batch);
  const [fourBySix, fiveBySeven] = ['4x6', '5x7'].map((code) => JSON.stringify(files[code]));
  expect(fourBySix).not.toBe(fiveBySeven);
  for (const code of ['4x6', '5x7']) {
    const { output, file } = files[code];
    // Only the wider one shows the picture's right edge, where red is full.
    if (code === '4x6') expect(Math.abs(pixel(file, output.width_px - 1, 0)[0] - 249.9)).toBeLessThanOrEqual(3);
    expect(pixel(file, 1, 1)[1]).toBeGreaterThanOrEqual(9);
  }

  await page.goto(`/batches/${batch}/fit`);
  await page.locator('.line a', { hasText: 'Finish' }).click();
  await page.waitForURL(/finish\/.*for=picture/);
  await settled(page);
  await page.keyboard.press('Control+z');
  await expect(page.locator('#sharpen-amount')).not.toHaveValue('150');
  await page.waitForLoadState('load');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('checkbox', { name: 'Sharpening' })).not.toBeChecked();
  await expect(page.getByRole('checkbox', { name: 'Tone guard' })).toBeChecked();
});

test('what should be sharpened is marked by hand, and nothing else changes', async ({ page }) => {
  await readyBatch(page, 'Marked', [good()[4]], ['4x6']);
  await page.locator('.line a', { hasText: 'Finish' }).click();
  await settled(page);
  await kept(page, () => page.getByRole('checkbox', { name: 'Sharpening' }).check());
  await kept(page, () => page.locator('#sharpen-amount').fill('300'));
  await settled(page);
  await page.keyboard.press('m');
  const box = await page.locator('[data-canvas]').boundingBox();
  await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.5);
  await kept(page, async () => {
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 0.55, box.y + box.height * 0.5, { steps: 4 });
    await page.mouse.up();
  });
  await expect(page.locator('[data-step=sharpen]')).toContainText('1 stroke');
  await page.keyboard.press('x');
  await expect(page.getByRole('button', { name: /Take away/ })).toHaveAttribute('aria-pressed', 'true');
  // Close to it, the picture's own pixels are shown, and a stroke lies where the hand was.
  await page.mouse.move(box.x + box.width * 0.25, box.y + box.height * 0.5);
  for (let i = 0; i < 6; i += 1) await page.mouse.wheel(0, -100);
  await expect(page.locator('[data-sharp]')).toHaveAttribute('href', /pixels\.png/);
  const under = await page
    .locator('[data-canvas]')
    .evaluate(
      (svg, at) =>
        new DOMPoint(...at).matrixTransform(svg.getScreenCTM().inverse()).x / svg.querySelector('image').width.baseVal.value,
      [box.x + box.width * 0.25, box.y + box.height * 0.5],
    );
  expect(under).toBeCloseTo(0.25, 1);
  await kept(page, () => page.mouse.click(box.x + box.width * 0.25, box.y + box.height * 0.5));
  const marked = async () => JSON.parse(await page.locator('.slip').getAttribute('data-marks'));
  // The answer is there before it is drawn.
  await expect.poll(async () => (await marked()).length).toBe(2);
  const marks = await marked();
  expect(marks[1].points[0][0] / 1e4).toBeCloseTo(under, 2);
  expect(marks[1].radius).toBeLessThan(marks[0].radius / 2);
  await page.keyboard.press('0');
  await expect(page.locator('[data-closer]')).toHaveText('whole');
  await page.keyboard.press('m');
  await page.locator('.finder').click({ position: { x: 20, y: 20 } });
  await settled(page);
  const [before, after] = [await shown(page, 'before'), await shown(page, 'after')];
  for (const [x, y] of [
    [30, 30],
    [200, 300],
    [500, 100],
  ])
    expect(pixel(after, x, y)).toEqual(pixel(before, x, y));
  await page.keyboard.press('m');
  await kept(page, () => page.getByRole('button', { name: 'Clear' }).click());
  await expect(page.locator('[data-step=sharpen]')).toContainText('Everywhere');
});

test('nonsense is told and kept from the finish; a step is left to wider places again', async ({ page }) => {
  page.expectsErrors = true;
  await readyBatch(page, 'Nonsense', [good()[4]], ['4x6']);
  await page.locator('.line a', { hasText: 'Finish' }).click();
  await settled(page);
  await kept(page, () => page.getByRole('checkbox', { name: 'Grain' }).check());
  await page.locator('#grain-size').fill('fine');
  await kept(page, () => page.locator('#grain-size').blur());
  await expect(page.locator('.saying')).toContainText('"fine" is no radius');
  await kept(page, () => page.getByRole('button', { name: 'Grain: as wider places say' }).click());
  await expect(page.getByRole('checkbox', { name: 'Grain' })).not.toBeChecked();
});
