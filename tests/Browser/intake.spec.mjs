import { readFileSync } from 'node:fs';
import { allRead, bad, drop, expect, good, openBatch, pictures, test } from './shop.mjs';

test('bad files get a sentence each, and the good ones beside them are read', async ({ page }) => {
  await openBatch(page, 'Mixed');
  await drop(page, [...bad(), good()[1]]);
  await allRead(page, 8);
  const says = async (title, sentence) =>
    expect(page.locator('.artwork', { has: page.getByRole('heading', { name: title }) })).toContainText(sentence);
  await says('Empty', '0 bytes');
  await says('Letter', 'not a picture');
  await says('Cut short', 'cut short or damaged');
  await says('Bomb', '90,000 × 90,000 px');
  await says('One pixel', 'too small');
  await says('Wrong extension', 'but the file is PNG');
  await says('Scripted', 'never run or fetched');
  await expect(page.locator('.artwork.unreadable')).toHaveCount(4);
  await expect(page.locator('.artwork.read')).toHaveCount(4);
  await expect(page.getByRole('link', { name: /Intake/ })).toContainText('4 unreadable');
  await expect(page.getByRole('link', { name: 'Choose products' })).toBeVisible();
});

test('pictures arrive by picker, by folder and by paste', async ({ page }) => {
  await openBatch(page, 'Three ways');
  await page.locator('input[type=file]').first().setInputFiles([good()[0]]);
  await allRead(page, 1);
  await page.locator('input[webkitdirectory]').setInputFiles(`${pictures}/good`);
  await allRead(page, 21);
  await expect(page.locator('.artwork .folder').first()).toHaveText('good/');
  await page.evaluate((bytes) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], 'pasted.png', { type: 'image/png' }));
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true, cancelable: true }));
  }, readFileSync(good()[3]).toString('base64'));
  await allRead(page, 22);
  await expect(page.locator('.artwork', { has: page.getByRole('heading', { name: 'Pasted' }) })).toBeVisible();
});

test('duplicates are told, removed at once, and taken back', async ({ page }) => {
  await openBatch(page, 'Twins');
  await drop(page, [good()[0], good()[1]]);
  await allRead(page, 2);
  await drop(page, [good()[0]]);
  await allRead(page, 3);
  await expect(page.locator('[data-duplicate]')).toContainText('byte for byte');
  await page.getByRole('button', { name: 'Remove duplicates' }).click();
  await expect(page.locator('.artwork')).toHaveCount(2);
  await page.reload();
  await page.keyboard.press('Control+z');
  await expect(page.locator('.artwork')).toHaveCount(3);
  await page.keyboard.press('Control+Shift+z');
  await expect(page.locator('.artwork')).toHaveCount(2);
});

test('an upload that breaks off goes on where it was', async ({ page }) => {
  page.expectsErrors = true;
  await openBatch(page, 'Shaky line');
  const offsets = [];
  let breaks = 2;
  await page.route('**/uploads/*', async (route) => {
    if (route.request().method() === 'PATCH') {
      offsets.push(Number(route.request().headers()['upload-offset']));
      if (breaks > 0 && offsets.length > 1) {
        breaks -= 1;
        return route.abort('connectionreset');
      }
    }
    return route.continue();
  });
  // Larger than two parts of 8 MB, and no picture: what counts here is that all of it arrives.
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'long.bin', mimeType: 'application/octet-stream', buffer: Buffer.alloc(18_000_000, 'keeper') });
  await allRead(page, 1);
  await expect(page.locator('.artwork')).toContainText('not a picture');
  const part = 8 * 1024 * 1024;
  expect(offsets).toEqual([0, part, part, part, 2 * part]);
});

test('a kind is corrected, and the guess comes back', async ({ page }) => {
  const batch = await openBatch(page, 'Kinds');
  await drop(page, [good()[0]]);
  await allRead(page, 1);
  const kind = page.getByLabel(/^Kind of/);
  await kind.selectOption('pixel-art');
  // Left in the same moment: the act is waited for.
  await page.getByRole('link', { name: /^Run/ }).click();
  await page.waitForURL(/\/run$/);
  await page.goto(`/batches/${batch}/intake`);
  await expect(kind).toHaveValue('pixel-art');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(kind).not.toHaveValue('pixel-art');
});
