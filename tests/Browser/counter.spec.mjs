import { allRead, drop, expect, good, openBatch, test } from './shop.mjs';

test('pictures dropped on the counter open a new batch, which is archived, deleted and restored', async ({ page }) => {
  await page.goto('/');
  await drop(page, good().slice(0, 2));
  await page.waitForURL(/\/batches\/\d+\/intake/);
  await allRead(page, 2);
  const number = page.url().match(/batches\/(\d+)/)[1];
  await page.getByLabel('Batch', { exact: true }).fill('Counter drop');
  await page.getByRole('button', { name: 'Rename' }).click();

  await page.goto('/');
  await page.getByLabel('Find').fill('drop counter');
  await page.getByLabel('Find').press('Enter');
  await expect(page.locator('.docket')).toHaveCount(1);
  await expect(page.locator('.disk-place')).toContainText('Free on the disk');
  await page.getByRole('button', { name: 'Archive Counter drop' }).click();
  await page.getByRole('link', { name: /^Archived/ }).click();
  await page.getByRole('button', { name: 'Restore Counter drop' }).click();

  await page.getByRole('link', { name: 'Delete Counter drop' }).click();
  // Tests share a shop, and other batches may hold the same pictures.
  await expect(page.locator('main')).toContainText(/2 pictures that (only this batch uses|other batches use stay)/);
  await page.getByRole('button', { name: 'Delete the batch' }).click();
  await expect(page.locator('.docket', { hasText: 'Counter drop' })).toContainText('goes for good on');
  await page.getByRole('button', { name: 'Restore Counter drop' }).click();
  await page.goto(`/batches/${number}/intake`);
  await allRead(page, 2);
});

test('many pictures are selected, given a kind and removed at once; a choice of products is used again', async ({ page }) => {
  const batch = await openBatch(page, 'Many');
  await drop(page, good().slice(0, 4));
  await allRead(page, 4);
  const boxes = page.locator('.artwork input[type=checkbox]');
  await boxes.nth(0).check();
  await boxes.nth(1).check();
  await page.getByLabel('Their kind').selectOption('line-art');
  const kinds = () => page.locator('.artwork select').evaluateAll((all) => all.map((one) => one.value));
  await expect.poll(async () => (await kinds()).filter((kind) => kind === 'line-art').length).toBe(2);
  await boxes.nth(0).uncheck();
  await page.getByRole('button', { name: 'Remove them' }).click();
  await expect(page.locator('.artwork')).toHaveCount(3);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.artwork')).toHaveCount(4);

  await page.goto(`/batches/${batch}/fit`);
  const picker = page.locator('.picker');
  const ticked = () => picker.locator('input[type=checkbox]:checked').count();
  await picker.getByText('Coaster', { exact: true }).click();
  await picker.getByText('A4', { exact: true }).click();
  await picker.getByLabel('Save this choice as').fill('Two of them');
  await picker.getByLabel('Save this choice as').press('Enter');
  const choice = picker.getByRole('button', { name: 'Two of them 2' });
  await expect(choice).toBeVisible();
  await expect(picker.getByRole('button', { name: 'Use these' })).toBeInViewport();
  await page.reload();
  expect(await ticked()).toBe(0);
  await choice.click();
  expect(await ticked()).toBe(2);
  await picker.getByRole('button', { name: 'Delete the choice Two of them' }).click();
  await expect(choice).toHaveCount(0);
  await picker.getByRole('button', { name: 'Use these' }).click();
  await expect(page.locator('.products th')).toHaveCount(2);
});
