import { expect, good, readyBatch, test } from './shop.mjs';

const docket = (page) => page.locator('.show-docket');
/** Until the preview that the address asks for is there. */
const shown = async (page) => {
  await expect(page.locator('[data-wait]')).toHaveText('', { timeout: 60_000 });
  await expect
    .poll(() => page.locator('img[data-scene]').evaluate((image) => image.complete && image.naturalWidth > 0), {
      timeout: 60_000,
    })
    .toBe(true);
};

test('a print is shown in scenes, hung by mouse and keys, undone, and a photo becomes a scene of its own', async ({ page }) => {
  await readyBatch(page, 'Shown', [good()[0]], ['4x6']);
  await page.locator('.line a', { hasText: 'Show' }).click();
  await page.waitForURL(/\/show\/\d+/);
  await shown(page);
  const first = await docket(page).locator('h2').textContent();

  // Keys go through the scenes, and the address keeps what is shown.
  await page.keyboard.press('ArrowRight');
  await expect(docket(page).locator('h2')).not.toHaveText(first);
  await shown(page);
  const second = await docket(page).locator('h2').textContent();
  await page.reload();
  await shown(page);
  await expect(docket(page).locator('h2')).toHaveText(second);

  await page.keyboard.press('ArrowLeft');
  await expect(docket(page).locator('h2')).toHaveText(first);
  await shown(page);

  // Another wall, then hung as it is: the rail has it, with that wall.
  await page.locator('.swatch').nth(2).click();
  await expect(page.locator('.swatch').nth(2)).toHaveAttribute('aria-pressed', 'true');
  await shown(page);
  await page.keyboard.press('h');
  await expect(page.locator('.rail-part.hung .rail-scene')).toHaveCount(1);
  await expect(page.locator('.line .here')).toContainText('1 scene');
  await page.getByLabel('Frame').selectOption('oak');
  await expect(page).toHaveURL(/frame=oak/);
  await shown(page);
  await page.keyboard.press('h');
  await expect(page.locator('.rail-part.hung .rail-scene')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.rail-part.hung .rail-scene')).toHaveCount(1);
  await shown(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download this one' }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/4x6-.*\.jpg$/);

  // Everything that it is offered as hangs on one wall.
  await page.getByRole('link', { name: 'Size guide' }).click();
  await shown(page);
  await expect(page.locator('.guide-sizes [aria-pressed="true"]')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await page.waitForURL(/\/show\//);

  // A scene of one's own: corners by keys, something in front by mouse.
  await page.getByRole('link', { name: 'Own scene' }).click();
  await page.getByLabel('A photo, or a scene given on as ZIP').setInputFiles(good()[0]);
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/\/scenes\/own-/);
  const corner = page.getByRole('button', { name: 'Left upper corner' });
  const before = Number(await corner.getAttribute('cx'));
  await corner.focus();
  await page.keyboard.press('Shift+ArrowRight');
  expect(Number(await corner.getAttribute('cx'))).toBeCloseTo(before + 10, 1);
  await page.keyboard.press('f');
  const photo = await page.getByRole('application').boundingBox();
  await page.mouse.move(photo.x + photo.width / 2, photo.y + photo.height / 2);
  await page.mouse.down();
  await page.mouse.move(photo.x + photo.width / 2 + 30, photo.y + photo.height / 2 + 20, { steps: 3 });
  await page.mouse.up();
  await expect(page.locator('[data-front] path')).toHaveCount(1);
  await page.getByLabel('Name').fill('Quay');
  page.expectsErrors = true;
  await page.getByLabel('Width').fill('one metre');
  await page.getByRole('button', { name: 'Keep the scene' }).click();
  await expect(page.locator('.saying.bad')).toBeVisible();
  await page.getByLabel('Width').fill('200 cm');
  await page.getByRole('button', { name: 'Keep the scene' }).click();
  await page.waitForURL(/\/scenes$/);
  await expect(page.getByText('Quay')).toBeVisible();
  // The same photo as one of a cup, with a picture that says where prints are seen.
  await page.getByRole('link', { name: 'Change' }).click();
  await expect(page.getByLabel('From above')).toBeHidden();
  await page.getByLabel('Prints', { exact: true }).selectOption({ label: 'go round a mug' });
  await page.getByLabel('From above').fill('12°');
  await page.getByLabel('Width').fill('8 cm');
  const mask = page.locator('[data-part="mask"]');
  await mask.getByLabel('Mask').setInputFiles(good()[0]);
  await expect(mask.getByText('Given')).toBeVisible();
  await page.getByRole('button', { name: 'Keep the scene' }).click();
  await page.waitForURL(/\/scenes$/);
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('Quay')).toHaveCount(0);
});
