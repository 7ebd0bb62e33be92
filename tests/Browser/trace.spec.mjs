import { expect, pictures, readyBatch, test } from './shop.mjs';

const docket = (page) => page.locator('.trace-room .docket-side');
const sent = (page, act) =>
  Promise.all([
    page.waitForResponse((answer) => answer.request().method() === 'POST' && answer.url().includes('/trace/')),
    act(),
  ]);
/** Until outlines are found and drawn. */
const drawn = async (page) => {
  await expect(docket(page)).toContainText('Nodes', { timeout: 60_000 });
  await expect(page.locator('[data-wait]')).toHaveText('', { timeout: 60_000 });
};

test('a small design becomes outlines: looked at, recoloured by mouse and keys, used, printed large, and taken back', async ({
  page,
}) => {
  const batch = await readyBatch(page, 'Traced', [`${pictures}/design.png`], ['a0']);
  await expect(page.locator('.cell').first()).toContainText('Grow');
  await page.locator('.line a', { hasText: 'Repair' }).click();
  await page.getByRole('link', { name: /^Outlines/ }).click();
  await page.waitForURL(/\/trace\/\d+/);
  await drawn(page);
  await expect(docket(page)).toContainText('Use the outlines');
  const inks = page.locator('.ink:not(.none)');
  const before = await inks.count();
  expect(before).toBeGreaterThan(1);

  // The picture and its outlines show the same part.
  await page.locator('[data-canvas]').focus();
  await page.keyboard.press('+');
  const seen = (name) => page.locator(`svg[data-${name}]`).getAttribute('viewBox');
  expect(await seen('beside')).toBe(await seen('canvas'));
  for (const [key, view] of Object.entries({ o: 'over', d: 'off', b: 'beside' })) {
    await page.keyboard.press(key);
    await expect(page.locator('.trace-stage')).toHaveAttribute('data-view', view);
  }
  await page.keyboard.press('n');
  await expect(page.locator('.trace-dots')).toBeVisible();
  await page.reload();
  await drawn(page);
  await expect(page.locator('.trace-stage')).toHaveClass(/nodes/);
  await page.keyboard.press('n');

  // A colour becomes another, one is left out by key, and both come back.
  await inks.last().click();
  await sent(page, () => page.locator('[data-becomes]').fill('#00aa55'));
  await drawn(page);
  await expect(page.locator('.ink[data-colour="00aa55"]')).toHaveCount(1);
  await page.locator('.ink[data-colour="00aa55"]').click();
  await sent(page, () => page.keyboard.press('Delete'));
  await drawn(page);
  await expect(page.locator('.ink.none')).toHaveCount(1);
  await sent(page, () => page.getByRole('button', { name: 'Take 2 back' }).click());
  await drawn(page);
  await expect(inks).toHaveCount(before);

  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'PDF', exact: true }).click()]);
  expect(file.suggestedFilename()).toMatch(/\.pdf$/);

  await sent(page, () => page.keyboard.press('u'));
  await expect(docket(page)).toContainText('Back to pixels');
  await expect(async () => {
    await page.goto(`/batches/${batch}/fit`);
    await expect(page.locator('.cell').first()).toContainText('Ample', { timeout: 1000 });
  }).toPass({ timeout: 60_000 });
  // Undo comes back to this page by itself.
  await page.keyboard.press('Control+z');
  await expect(page.locator('.cell').first()).toContainText('Grow', { timeout: 60_000 });
});
