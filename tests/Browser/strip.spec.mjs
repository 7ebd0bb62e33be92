import { expect, good, pixel, printed, readyBatch, test } from './shop.mjs';
import { writeFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';

/** Every patch of the strip, loaded. */
const loaded = (page) => expect.poll(() => page.locator('.patch img').evaluateAll((all) => all.filter((one) => !(one.complete && one.naturalWidth > 0)).length), { timeout: 60_000 }).toBe(0);

test('a strip shows spots by ways; a spot and a column are added, and the picked way is what is printed', async ({ page }) => {
  const batch = await readyBatch(page, 'Strip', [good()[4]], ['5x5', '4x6']);
  await page.locator('.line a', { hasText: 'Test strip' }).click();
  await page.waitForURL(/\/strip\/\d+\//);
  await page.evaluate(() => document.querySelectorAll('.patch img').forEach((one) => (one.loading = 'eager')));
  const rows = await page.locator('.strip tbody tr').count();
  const before = await page.locator('.strip thead th').count();

  await page.locator('.strip-picture image').click({ position: { x: 60, y: 40 } });
  await page.waitForURL(/spots=/);
  await expect(page.locator('.strip tbody tr')).toHaveCount(rows + 1);
  await page.getByLabel('Another column').selectOption('faithful-quick');
  await page.getByRole('button', { name: 'Add' }).click();
  await page.waitForURL(/ways=.*faithful-quick/);
  await expect(page.locator('.strip thead th')).toHaveCount(before + 1);
  await page.evaluate(() => document.querySelectorAll('.patch img').forEach((one) => (one.loading = 'eager')));
  await loaded(page);

  const column = page.locator('.strip thead th', { hasText: 'faithful, quick' });
  await column.getByRole('button', { name: 'Use' }).click();
  await expect(page.locator('.strip thead th.used b')).toHaveText('faithful, quick');
  await expect(page.locator('.line')).toContainText('1 chosen by eye');
  expect(page.url()).toMatch(/spots=/);

  // The patch of the person's own spot, and the same pixels of the print file.
  const patch = page.locator('.strip tbody tr').last().locator('img').last();
  const address = new URL(await patch.getAttribute('src'), page.url());
  const body = await (await page.request.get(address.href)).body();
  const folder = mkdtempSync(`${tmpdir()}/snugfit-patch-`);
  writeFileSync(`${folder}/patch.png`, body);
  const product = page.url().match(/strip\/\d+\/([^?]+)/)[1];
  const { file, output, crop } = (await printed(page, batch))[product];
  const side = Number(address.searchParams.get('w'));
  const at = (share, from, extent, size, whole) => Math.min(size - side, Math.max(0, Math.round((((share * whole - from) / extent) * size) - side / 2)));
  const left = at(Number(address.searchParams.get('x')), crop.x, crop.width, output.width_px, 605);
  const top = at(Number(address.searchParams.get('y')), crop.y, crop.height, output.height_px, 405);
  for (const [x, y] of [[10, 10], [100, 60], [200, 200]]) {
    const [seen, made] = [pixel(`${folder}/patch.png`, x, y), pixel(file, left + x, top + y)];
    // The print is a JPEG.
    for (const i of [0, 1]) expect(Math.abs(seen[i] - made[i])).toBeLessThanOrEqual(3);
  }
});

test('a picked way is taken back, and a strip is come back to by its address', async ({ page }) => {
  await readyBatch(page, 'Strip again', [good()[4]], ['5x5']);
  await page.locator('.cell > a').first().focus();
  await page.getByRole('link', { name: 'Test strip', exact: true }).last().click();
  await page.waitForURL(/\/strip\//);
  await page.locator('.strip thead th', { hasText: 'Lanczos-3' }).getByRole('button', { name: 'Use' }).click();
  await expect(page.locator('.strip thead th.used b')).toHaveText('Lanczos-3');
  await page.keyboard.press('Control+z');
  await expect(page.locator('.strip thead th.used b')).not.toHaveText('Lanczos-3');
  await page.keyboard.press('p');
  await page.waitForURL(/paper=1/);
  const here = page.url();
  await page.keyboard.press('Escape');
  await page.waitForURL(/\/fit$/);
  await page.goto(here);
  await expect(page.getByRole('link', { name: /At 1 : 1/ })).toBeVisible();
});

test('two ways are laid over each other, moved over, and swapped while a key is held', async ({ page }) => {
  await readyBatch(page, 'Pair', [good()[4]], ['5x5']);
  const strip = (await page.locator('.cell > a').first().getAttribute('href')).replace('framing', 'strip');
  await page.goto(`${strip}/pair?left=lanczos&right=nearest&x=0.4&y=0.5`);
  const images = page.locator('.two-ways img');
  const shown = () => images.evaluateAll((all) => all.every((one) => one.naturalWidth > 0));
  await expect.poll(shown, { timeout: 60_000 }).toBe(true);
  await expect(page.locator('[data-wait]')).toHaveText('');
  const line = () => page.locator('[data-line]').evaluate((one) => one.getBoundingClientRect().left);
  const box = await page.locator('.two-ways').boundingBox();
  const before = await line();
  await page.mouse.move(before + 1, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(before - 199, box.y + 200, { steps: 4 });
  await page.mouse.up();
  expect(Math.abs((await line()) - (before - 200))).toBeLessThanOrEqual(2);
  await page.locator('.two-ways').focus();
  await page.keyboard.down(' ');
  await expect(page.locator('.two-ways')).toHaveClass(/held/);
  await page.keyboard.up(' ');
  await expect(page.locator('.two-ways')).not.toHaveClass(/held/);
  await page.keyboard.press('ArrowRight');
  // 240 px of the print's 1500, on a picture of 605 × 405 of which 405 are across it.
  await expect.poll(() => Number(new URL(page.url()).searchParams.get('x'))).toBeCloseTo(0.4 + (240 / 1500) * (405 / 605), 2);
  await page.keyboard.press('Escape');
  await page.waitForURL(/\/strip\/\d+\/5x5$/);
});

test('parts are painted to go another way, shown as printed, and cleared', async ({ page }) => {
  await readyBatch(page, 'Parts', [good()[4]], ['4x6']);
  const strip = (await page.locator('.cell > a').first().getAttribute('href')).replace('framing', 'strip');
  await page.goto(strip);
  await page.locator('#area-way').selectOption('nearest');
  await page.getByRole('button', { name: /Paint where/ }).click();
  const box = await page.locator('[data-canvas]').boundingBox();
  const kept = page.waitForResponse((answer) => answer.request().method() === 'POST' && answer.url().endsWith('/area'));
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, { steps: 3 });
  await page.mouse.up();
  await kept;
  await page.getByRole('button', { name: /^Done/ }).click();
  await expect(page.locator('.strip thead th b', { hasText: 'as printed' })).toBeVisible();
  await page.keyboard.press('m');
  await Promise.all([page.waitForResponse((answer) => answer.url().endsWith('/area')), page.getByRole('button', { name: 'Clear' }).click()]);
  await page.keyboard.press('m');
  await expect(page.locator('.strip thead th b', { hasText: 'as printed' })).toHaveCount(0);
});
