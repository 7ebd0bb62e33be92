import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { allRead, chooseProducts, drop, expect, good, measured, openBatch, pixel, test } from './shop.mjs';

test('from twenty dropped pictures to a downloaded parcel of measured print files', async ({ page }) => {
  const batch = await openBatch(page, 'The whole way');
  await drop(page, good());
  await allRead(page, 20);
  await expect(page.locator('.artwork', { has: page.getByRole('heading', { name: 'Picture 01' }) })).toContainText(
    '401 × 601 px',
  );

  await chooseProducts(page, batch, ['4x6', 'coaster', 'a0']);
  await expect(page.locator('.corner')).toContainText('20 artworks on 3 products');
  const row = page.locator('tr', { hasText: 'Picture 05' });
  await expect(row.locator('.cell').nth(1)).toContainText('Grow');
  await expect(row.locator('.cell').filter({ hasText: 'Short' })).toHaveCount(1);

  const coaster = row.locator('.cell > a[href$="/coaster"]');
  await coaster.click();
  await page.waitForURL(/framing/);
  const before = await page.locator('[data-figure=crop]').innerText();
  const stage = await page.locator('.stage').boundingBox();
  await page.mouse.move(stage.x + stage.width / 2, stage.y + stage.height / 2);
  await page.mouse.down();
  await page.mouse.move(stage.x + stage.width / 2 + 400, stage.y + stage.height / 2, { steps: 8 });
  await expect(page.locator('[data-figure=crop]')).not.toHaveText(before);
  const kept = page.waitForResponse((answer) => answer.request().method() === 'POST' && answer.url().endsWith('/coaster'));
  await page.mouse.up();
  await kept;
  await expect(page.locator('.state')).toContainText('Framed by hand');
  const crop = JSON.parse(await page.locator('[data-layout]').getAttribute('data-layout')).crop;
  expect(crop.x + crop.width).toBe(605);

  await page.goto(`/batches/${batch}/fit`);
  await page.getByRole('button', { name: /^Make 40 print files/ }).click();
  await page.waitForURL(/\/run$/);
  await expect(page.locator('[data-run-state]')).toHaveText('finished', { timeout: 180_000 });
  await expect(page.locator('.run-figures')).toContainText('40 of 40 made');

  await page.getByRole('link', { name: 'See the parcel' }).click();
  await expect(page.locator('.parcels tbody tr')).toHaveCount(40);
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /Download all/ }).click()]);
  const folder = test.info().outputPath('parcel');
  await download.saveAs(`${folder}/parcel.zip`);
  execFileSync('unzip', ['-q', 'parcel.zip'], { cwd: folder });

  const manifest = JSON.parse(readFileSync(`${folder}/manifest.json`, 'utf8'));
  const made = manifest.files.filter((file) => file.output);
  expect(made).toHaveLength(40);
  expect(manifest.files.filter((file) => file.verdict === 'short')).toHaveLength(20);
  for (const { output, preflight } of made) {
    const path = `${folder}/${output.path}`;
    expect(preflight).toBe('passed');
    expect(measured(path)).toEqual({
      format: 'JPEG',
      width: output.width_px,
      height: output.height_px,
      ppi: 300,
      unit: 'PixelsPerInch',
    });
    expect(createHash('sha256').update(readFileSync(path)).digest('hex')).toBe(output.sha256);
  }
  // 95 mm and 3 mm of bleed all round at 300 ppi are 1193 px.
  const framed = made.find((file) => file.master === 'picture-05.jpg' && file.product === 'coaster');
  expect([framed.output.width_px, framed.output.height_px]).toEqual([1193, 1193]);
  // Red tells how far across: the print begins where the crop that was drawn begins, and ends at the picture's edge.
  const [left] = pixel(`${folder}/${framed.output.path}`, 0, 600);
  const [right] = pixel(`${folder}/${framed.output.path}`, 1192, 600);
  expect(Math.abs(left - Math.round((255 * crop.x) / 604))).toBeLessThanOrEqual(2);
  expect(Math.abs(right - 255)).toBeLessThanOrEqual(2);

  await page.goto(`/batches/${batch}/intake`);
  await expect(page.getByRole('link', { name: 'To the parcel' })).toBeVisible();
});
