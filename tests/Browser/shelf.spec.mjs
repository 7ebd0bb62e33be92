import { readFileSync } from 'node:fs';
import { allRead, drop, expect, good, openBatch, test } from './shop.mjs';

test('a product is added, found on the fit sheet, and edited', async ({ page }) => {
  // A form that is refused answers 422, which the browser notes as an error.
  page.expectsErrors = true;
  await page.goto('/shelf');
  await page.getByRole('link', { name: 'Add a product' }).click();
  await page.getByLabel('Name').fill('Tea towel');
  await page.getByLabel('Code').fill('tea-towel');
  await page.getByLabel('Group').fill('Kitchen');
  await page.getByLabel('Trim size').fill('about a foot');
  await page.getByRole('button', { name: 'Save', exact: true }).last().click();
  await expect(page.getByRole('alert')).toContainText('1 field needs another look');
  await expect(page.locator('#hint-trim')).toContainText('"about a foot" is not a print size');
  await page.getByLabel('Trim size').fill('48 x 74 cm');
  await page.getByRole('button', { name: 'Save', exact: true }).last().click();
  await page.waitForURL(/shelf#tea-towel/);
  await expect(page.locator('#tea-towel')).toContainText('18.9 × 29.13 in');
  await page.getByRole('button', { name: 'mm', exact: true }).click();
  await expect(page.locator('#tea-towel')).toContainText('480 × 740 mm');
  await page.getByRole('button', { name: 'in', exact: true }).click();

  const batch = await openBatch(page, 'Kitchen');
  await drop(page, [good()[0]]);
  await allRead(page, 1);
  await page.goto(`/batches/${batch}/fit`);
  await page.locator('.picker').getByText('Tea towel').click();
  await page.getByRole('button', { name: 'Use these' }).click();
  await expect(page.locator('.products th')).toHaveText(['Tea towel']);
});

test('products are copied, moved, retired and offered again', async ({ page }) => {
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'Copy: Coaster' }).click();
  await expect(page.locator('#coaster-2')).toContainText('Coaster 2');
  await page.getByRole('button', { name: 'Up: Coaster 2' }).click();
  const codes = () => page.locator('.shelf-table tbody tr[id]').evaluateAll((rows) => rows.map((row) => row.id));
  await expect.poll(async () => (await codes()).indexOf('coaster-2') < (await codes()).indexOf('coaster')).toBe(true);
  await page.getByRole('button', { name: 'Retire: Coaster 2' }).click();
  await expect(page.locator('#coaster-2')).toContainText('retired');
  const batch = await openBatch(page, 'Without it');
  await drop(page, [good()[0]]);
  await allRead(page, 1);
  await page.goto(`/batches/${batch}/fit`);
  await expect(page.locator('.picker input[value="coaster"]')).toHaveCount(1);
  await expect(page.locator('.picker input[value="coaster-2"]')).toHaveCount(0);
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'Offer again: Coaster 2' }).click();
  await expect(page.locator('#coaster-2')).not.toContainText('retired');
});

test('a shelf goes out and comes in; a table with a fault changes nothing', async ({ page }) => {
  page.expectsErrors = true;
  await page.goto('/shelf');
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV' }).click()]);
  const before = readFileSync(await download.path(), 'utf8');
  const rows = await page.locator('.shelf-table tbody tr[id]').count();
  const columns = before.split('\r\n')[0].split(',').length;
  const line = (cells) => `${cells}${','.repeat(columns - cells.split(',').length)}\r\n`;
  const give = async (text) => {
    await page.locator('#table').setInputFiles({ name: 'shelf.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await page.getByRole('button', { name: 'Import' }).click();
  };
  await give(
    before +
      line('banner,Banner,Wall,60cm,huge,,,100,,,either,jpeg,,,no') +
      line('table-mat,Table mat,Kitchen,40cm,30cm,,3mm,300,,,landscape,jpeg,,,no'),
  );
  await expect(page.getByRole('alert')).toContainText('Nothing was changed');
  await expect(page.getByRole('alert')).toContainText(/Line \d+: "huge" is not a length/);
  await expect(page.locator('.shelf-table tbody tr[id]')).toHaveCount(rows);
  await page.goto('/shelf');
  await give(before + line('table-mat,Table mat,Kitchen,40cm,30cm,,3mm,300,,,landscape,jpeg,,,no'));
  await expect(page.locator('#table-mat')).toContainText('15.75 × 11.81 in');
  await expect(page.locator('.shelf-table tbody tr[id]')).toHaveCount(rows + 1);
});
