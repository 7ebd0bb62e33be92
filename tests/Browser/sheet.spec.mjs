import { readFileSync } from 'node:fs';
import { expect, good, readyBatch, test } from './shop.mjs';

const chosen = (page) => page.locator('.cell.chosen').count();

test('filters combine, stay in the address, and rows stand in the order asked for', async ({ page }) => {
  await readyBatch(page, 'Filters', good().slice(0, 10), ['4x6', 'coaster', 'a0', '12x12']);
  await page.locator('[data-chip=grow]').click();
  await page.locator('[data-chip=loses]').click();
  expect(page.url()).toMatch(/verdict=grow(\+|%20)grow-to-floor.*loses=20/);
  const lit = await page
    .locator('.cell:not(.dim)')
    .evaluateAll((cells) =>
      cells.map((cell) => [cell.className, Number.parseInt(cell.querySelector('.lost').textContent.replace('−', ''), 10)]),
    );
  expect(lit.length).toBeGreaterThan(0);
  expect(lit.every(([name, lost]) => /grow/.test(name) && lost >= 20)).toBe(true);
  await page.getByLabel('Loses over so many per cent').fill('30');
  await page.getByLabel('Loses over so many per cent').press('Enter');
  await page.waitForURL(/loses=30/);
  await page.locator('[data-chip=loses]').click();
  await expect(page.locator('[data-chip=grow]')).toHaveAttribute('aria-current', 'true');
  await page.getByLabel('By').selectOption('pixels');
  await page.waitForURL(/order=pixels/);
  const pixels = await page
    .locator('.art .mono')
    .evaluateAll((all) => all.map((one) => one.textContent.split(' × ').reduce((a, b) => a * Number(b), 1)));
  expect(pixels).toEqual([...pixels].sort((a, b) => b - a));
  await page.getByRole('link', { name: /^All/ }).click();
  await expect(page.locator('.cell.dim')).toHaveCount(0);
});

test('placements are chosen by drag, key, row, column and family', async ({ page }) => {
  await readyBatch(page, 'Choosing', good().slice(0, 5), ['5x5', '8x8', '4x6', '12x18']);
  const middle = async (i) => {
    const box = await page.locator('.cell').nth(i).boundingBox();
    return [box.x + box.width / 2, box.y + box.height / 2];
  };
  await page.mouse.move(...(await middle(0)));
  await page.mouse.down();
  await page.mouse.move(...(await middle(9)), { steps: 5 });
  await page.mouse.up();
  expect(await chosen(page), 'three rows of two').toBe(6);
  await expect(page.locator('.chosen-bar')).toContainText('6 chosen');
  await page.locator('.cell > a').first().focus();
  await page.keyboard.press('Escape');
  expect(await chosen(page)).toBe(0);
  expect(page.url()).toContain('/fit');
  await page.keyboard.press('s');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowRight');
  expect(await chosen(page)).toBe(4);
  await page.keyboard.press('Control+a');
  expect(await chosen(page)).toBe(20);
  await page.getByRole('button', { name: /Choose none/ }).click();
  await page.locator('[data-family="1-1"]').click();
  expect(await chosen(page), 'two products of one proportion').toBe(10);
  await page.getByRole('button', { name: /Choose none/ }).click();
  await page.locator('[data-column="4x6"]').click();
  expect(await chosen(page)).toBe(5);
  await page.locator('.art').first().click();
  expect(await chosen(page)).toBe(8);
  await page
    .locator('.cell > a')
    .nth(7)
    .click({ modifiers: ['Control'] });
  expect(await chosen(page)).toBe(9);
});

test('acts on many are one act, taken back as one, also after a reload', async ({ page }) => {
  await readyBatch(page, 'Many at once', good().slice(0, 5), ['4x6', 'coaster']);
  await page.locator('[data-column="4x6"]').click();
  await page.getByRole('button', { name: 'Leave out', exact: true }).click();
  await expect(page.locator('.cell.out')).toHaveCount(5);
  await expect(page.getByRole('button', { name: 'Make 5 print files' })).toBeVisible();
  await Promise.all([
    page.waitForResponse((answer) => answer.request().method() === 'POST' && answer.ok()),
    page.getByLabel('Limit', { exact: true }).selectOption('1'),
  ]);
  await page.reload();
  await expect(page.locator('.cell.out')).toHaveCount(5);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.sayings')).toContainText('Set the limit of 5 placements');
  await page.keyboard.press('Control+z');
  await expect(page.locator('.cell.out')).toHaveCount(0);

  // A framing copied from one picture to the others.
  await page.locator('.cell > a[href$="/coaster"]').first().click();
  await page.waitForURL(/framing/);
  await page.keyboard.press('f');
  await expect(page.locator('[data-name="flip-0"]')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.waitForURL(/\/fit$/);
  await page.locator('[data-column="coaster"]').click();
  await page.locator('.cell > a[href$="/coaster"]').first().focus();
  await page.getByRole('button', { name: 'Copy this framing' }).click();
  await expect(page.locator('.seen')).toHaveCount(5);
  await page.locator('.cell > a[href$="/coaster"]').last().click();
  await expect(page.locator('[data-name="flip-0"]')).toHaveAttribute('aria-pressed', 'true');
});

test('the sheet goes out as a table', async ({ page }) => {
  await readyBatch(page, 'Table', good().slice(0, 3), ['4x6', 'coaster']);
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV' }).click()]);
  const lines = readFileSync(await download.path(), 'utf8')
    .trim()
    .split('\r\n')
    .map((line) => line.split(','));
  expect(lines).toHaveLength(7);
  const first = Object.fromEntries(lines[0].map((name, i) => [name, lines[1][i]]));
  // 401 × 601 on 4 × 6 in: 601 × 4 ÷ 6 is 400.7, so all 401 across and 601 down; the lesser is 401 ÷ 4 and 601 ÷ 6.
  expect(first).toMatchObject({
    artwork: 'picture-01.jpg',
    width_px: '401',
    product: '4x6',
    proportion: '2 : 3',
    orientation: 'portrait',
    crop_width: '401',
    effective_ppi: '100.17',
    verdict: 'grow',
  });
});
