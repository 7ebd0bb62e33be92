import { expect, good, openBatch, allRead, drop, test } from './shop.mjs';

test('a product is added, found on the fit sheet, and edited', async ({ page }) => {
  // A form that is refused answers 422, which the browser notes as an error.
  page.expectsErrors = true;
  await page.goto('/shelf');
  await page.getByRole('link', { name: 'Add a product' }).click();
  await page.getByLabel('Name').fill('Tea towel');
  await page.getByLabel('Code').fill('tea-towel');
  await page.getByLabel('Group').fill('Kitchen');
  await page.getByLabel('Trim size').fill('about a foot');
  await page.getByRole('button', { name: 'Keep', exact: true }).last().click();
  await expect(page.getByRole('alert')).toContainText('1 field needs another look');
  await expect(page.locator('#hint-trim')).toContainText('"about a foot" is not a print size');
  await page.getByLabel('Trim size').fill('48 x 74 cm');
  await page.getByRole('button', { name: 'Keep', exact: true }).last().click();
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
