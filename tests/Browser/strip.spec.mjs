import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { expect, good, pixel, printed, readyBatch, test } from './shop.mjs';

/** Every patch of the strip, loaded. */
const loaded = (page) =>
  expect
    .poll(
      () => page.locator('.patch img').evaluateAll((all) => all.filter((one) => !(one.complete && one.naturalWidth > 0)).length),
      { timeout: 60_000 },
    )
    .toBe(0);

test('a strip shows spots by ways; a spot and a column are added, and the picked way is what is printed', async ({ page }) => {
  const batch = await readyBatch(page, 'Strip', [good()[4]], ['5x5', '4x6']);
  await page.locator('.line a', { hasText: 'Test strip' }).click();
  await page.waitForURL(/\/strip\/\d+\//);
  await page.evaluate(() => {
    for (const one of document.querySelectorAll('.patch img')) one.loading = 'eager';
  });
  const rows = await page.locator('.strip tbody tr').count();
  const before = await page.locator('.strip thead th').count();

  await page.locator('.strip-picture image').click({ position: { x: 60, y: 40 } });
  await page.waitForURL(/spots=/);
  await expect(page.locator('.strip tbody tr')).toHaveCount(rows + 1);
  await page.getByLabel('Another column').selectOption('faithful-quick');
  await page.getByRole('button', { name: 'Add' }).click();
  await page.waitForURL(/ways=.*faithful-quick/);
  await expect(page.locator('.strip thead th')).toHaveCount(before + 1);
  await page.evaluate(() => {
    for (const one of document.querySelectorAll('.patch img')) one.loading = 'eager';
  });
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
  const shown = test.info().outputPath('patch.png');
  writeFileSync(shown, body);
  const product = page.url().match(/strip\/\d+\/([^?]+)/)[1];
  const { file, output, crop } = (await printed(page, batch))[product];
  const side = Number(address.searchParams.get('w'));
  const at = (share, from, extent, size, whole) =>
    Math.min(size - side, Math.max(0, Math.round(((share * whole - from) / extent) * size - side / 2)));
  const left = at(Number(address.searchParams.get('x')), crop.x, crop.width, output.width_px, 605);
  const top = at(Number(address.searchParams.get('y')), crop.y, crop.height, output.height_px, 405);
  for (const [x, y] of [
    [10, 10],
    [100, 60],
    [200, 200],
  ]) {
    const [seen, made] = [pixel(shown, x, y), pixel(file, left + x, top + y)];
    // The print is a JPEG.
    for (const i of [0, 1]) expect(Math.abs(seen[i] - made[i])).toBeLessThanOrEqual(3);
  }
});

test('a drawn part of a photograph is told on intake and painted by one click, and taken back', async ({ page }) => {
  const picture = test.info().outputPath('summer.jpg');
  // A photograph whose lowest third is lettering and flat shapes.
  const drawn = ['-size', '1200x300', 'xc:ivory', '-fill', 'navy', '-pointsize', '60'];
  for (const [i, line] of ['Low water at six', 'High water at noon', 'Bring a lamp'].entries())
    drawn.push('-annotate', `+${60 + 40 * i}+${90 + 80 * i}`, line, '-draw', `circle ${900 + 90 * i},150 ${930 + 90 * i},170`);
  const band = test.info().outputPath('band.png');
  execFileSync('convert', [...drawn, band]);
  const plate = ['scenes/sunlit/plate.jpg', '-crop', '1200x900+200+0', '+repage'];
  execFileSync('convert', [...plate, band, '-gravity', 'south', '-composite', '-quality', '90', picture]);
  const batch = await readyBatch(page, 'In parts', [picture], ['8x10']);
  await page.goto(`/batches/${batch}/intake`);
  await expect(page.locator('.warnings')).toContainText(/In parts: drawn, \d+% at the bottom/);
  await page.goto(`/batches/${batch}/fit`);
  await page.locator('.line a', { hasText: 'Test strip' }).click();
  await page.waitForURL(/\/strip\/\d+\//);
  await expect(page.locator('.strip-found')).toContainText(/drawn: \w+.* suits it/);
  await page.getByRole('button', { name: 'Paint it' }).click();
  await expect(page.locator('.strip thead th', { hasText: 'as printed' })).toContainText('where you painted');
  await expect(page.getByRole('button', { name: 'Paint it' })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Paint it' })).toBeVisible();
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
  await page.waitForURL(/paper=/);
  const shown = async () =>
    Number(new URL(await page.locator('.patch img').first().getAttribute('src'), page.url()).searchParams.get('w'));
  const near = await shown();
  await page.getByLabel('as it looks from').fill('100 cm');
  await page.getByLabel('as it looks from').press('Enter');
  await page.waitForURL(/paper=100/);
  expect(await shown()).toBeGreaterThan(near);
  const here = page.url();
  await page.keyboard.press('Escape');
  await page.waitForURL(/\/fit$/);
  await page.goto(here);
  await expect(page.getByRole('link', { name: /At 1 : 1/ })).toBeVisible();
});

test('whole results lie side by side, linked, and one over the other; one is made, another stopped', async ({ page }) => {
  await readyBatch(page, 'Large', [good()[4]], ['5x5']);
  const strip = (await page.locator('.cell > a').first().getAttribute('href')).replace('framing', 'strip');
  const faults = [];
  page.on('console', (message) => message.type() === 'error' && faults.push(message.text()));
  // The best way takes longer than is done without asking.
  await page.goto(`${strip}/large?ways=lanczos,nearest,faithful-best&right=0.5&down=0.5`);
  const pixels = (pane) =>
    page
      .locator('.pane')
      .nth(pane)
      .locator('canvas')
      .first()
      .evaluate((canvas) => {
        const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height);
        return [...Array(50).keys()].map((i) =>
          data.slice(4 * Math.floor((i / 50) * (data.length / 4)), 4 * Math.floor((i / 50) * (data.length / 4)) + 3).join(),
        );
      });
  const seen = async (pane) => new Set(await pixels(pane)).size > 5;
  await expect.poll(() => seen(0), { timeout: 60_000 }).toBe(true);
  await expect.poll(() => seen(1), { timeout: 60_000 }).toBe(true);
  expect(await pixels(0)).not.toEqual(await pixels(1));
  await expect(page.locator('.pane').nth(0).locator('[data-make]')).toBeHidden({ timeout: 60_000 });

  const third = page.locator('.pane').nth(2);
  await third.getByRole('button', { name: /Make all of it/ }).click();
  await expect(third.locator('[data-state]')).toContainText('all of it:');
  await third.getByRole('button', { name: 'Stop' }).click();
  await expect(third.locator('[data-state]')).toHaveText('stopped');
  await expect(third.getByRole('button', { name: /Make all of it/ })).toBeVisible();

  // All panes go where one goes: 120 px of the print's 1500.
  const box = await page.locator('.pane').nth(1).locator('.pane-view').boundingBox();
  await page.mouse.move(box.x + 200, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(box.x + 80, box.y + 200, { steps: 4 });
  await page.mouse.up();
  await expect.poll(() => Number(new URL(page.url()).searchParams.get('right'))).toBeCloseTo(0.5 + 120 / 1500, 3);
  await page.keyboard.press('0');
  await expect(page.locator('[data-scale-shown]')).toHaveText(/^1 : /);
  await expect(third.locator('[data-missing]')).toBeVisible();
  await expect(page.locator('.pane').first().locator('[data-missing]')).toBeHidden();

  await page.keyboard.press('o');
  const line = () => page.locator('[data-line]').evaluate((one) => one.getBoundingClientRect().left);
  const before = await line();
  const frame = await page.locator('.large').boundingBox();
  await page.mouse.move(before + 8, frame.y + 300);
  await page.mouse.down();
  await page.mouse.move(before - 192, frame.y + 300, { steps: 4 });
  await page.mouse.up();
  expect(Math.abs((await line()) - (before - 200))).toBeLessThanOrEqual(9);
  await page.keyboard.down(' ');
  await expect(page.locator('.large')).toHaveClass(/held/);
  await page.keyboard.up(' ');
  await expect(page.locator('.large')).not.toHaveClass(/held/);
  const address = page.url();
  await page.reload();
  expect(page.url()).toBe(address);
  await page.locator('.pane').nth(1).locator('[data-pick]').selectOption('mitchell');
  await page.waitForURL(/ways=lanczos%2Cmitchell/);
  await page.keyboard.press('Escape');
  await page.waitForURL(/\/strip\/\d+\/5x5$/);
  expect(faults).toEqual([]);
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
  await Promise.all([
    page.waitForResponse((answer) => answer.url().endsWith('/area')),
    page.getByRole('button', { name: 'Clear' }).click(),
  ]);
  await page.keyboard.press('m');
  await expect(page.locator('.strip thead th b', { hasText: 'as printed' })).toHaveCount(0);
});

test('a full-size file is laid beside the ways, and each is measured against it', async ({ page }) => {
  const full = test.info().outputPath('full size.png');
  execFileSync('convert', [good()[4], '-resize', '200%', full]);
  const batch = await readyBatch(page, 'Full size', [good()[4]], ['5x5']);
  await page.goto((await page.locator('.cell > a').first().getAttribute('href')).replace('framing', 'strip'));
  await page.locator('#reference-file').setInputFiles(full);
  await expect(page.locator('.strip-reference')).toContainText('1,210 × 810 px');
  await expect(page.locator('.strip thead th b', { hasText: 'full size' })).toBeVisible();
  const figure = async (way) =>
    Number((await page.locator(`[data-mean="${way}"]`).textContent()).match(/mean ([\d.]+) dB · 0\.\d+/)?.[1] ?? 0);
  await expect.poll(() => figure('faithful'), { timeout: 90_000 }).toBeGreaterThan(20);
  expect(await page.locator('[data-likeness]').first().textContent()).toMatch(/^[\d.]+ dB · 0\.\d{4}$/);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.strip-reference')).toContainText('Choose the file');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.locator('.strip-reference')).toContainText('full size.png');
  await page.goto(`${page.url().split('?')[0]}/large?ways=reference,lanczos`);
  await page.getByRole('button', { name: 'Measure', exact: true }).click({ timeout: 60_000 });
  await expect(page.locator('.pane').nth(1).locator('[data-state]')).toHaveText(/^[\d.]+ dB · 0\.\d{4}$/, { timeout: 60_000 });
  await page.keyboard.press('Escape');
  await expect.poll(() => page.locator('[data-mean]').last().textContent(), { timeout: 90_000 }).toMatch(/^mean/);
  await page.getByRole('button', { name: 'Take it away' }).click();
  await expect(page.locator('[data-likeness]')).toHaveCount(0);
  expect(batch).toBeTruthy();
});
