import { expect, pictures, readyBatch, test } from './shop.mjs';

const large = [`${pictures}/large.svg`];
const state = (page) => page.locator('[data-run-state]');
const start = async (page) => {
  await page.getByRole('button', { name: /^Make \d+ print file/ }).click();
  await page.waitForURL(/\/run$/);
};

test('a run goes on through a reload and from another page', async ({ page }) => {
  const batch = await readyBatch(page, 'Reloaded', large, ['20x30', '24x36', '16x24']);
  await start(page);
  await expect(page.locator('.state-making progress').first()).toBeVisible();
  await expect(page.locator('.run-figures')).toContainText('left');
  await expect(page.locator('.state-making').first()).toContainText('left');
  await page.reload();
  await expect(state(page)).toHaveText('running');
  await page.goto(`/batches/${batch}/fit`);
  await expect(page.getByRole('link', { name: 'Watch the run' })).toBeVisible();
  await page.getByRole('link', { name: 'Watch the run' }).click();
  await expect(state(page)).toHaveText('finished', { timeout: 180_000 });
  await expect(page.locator('.run-figures')).toContainText('3 of 3 made');
});

test('a run is paused, gone on with, cancelled and taken up again', async ({ page }) => {
  await readyBatch(page, 'Stop and go', large, ['20x30', '24x36', '16x24', '18x24', '20x24', '24x30', '16x20', '12x18']);
  await start(page);
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(state(page)).toHaveText('paused');
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(state(page)).toHaveText('running');
  const asked = Date.now();
  await page.getByRole('button', { name: 'Cancel the rest' }).click();
  await expect(state(page)).toHaveText('cancelled');
  expect(Date.now() - asked).toBeLessThan(10_000);
  await expect(page.locator('.state-cancelled')).not.toHaveCount(0);
  await page.getByRole('button', { name: 'Try failed and cancelled again' }).click();
  await expect(state(page)).toHaveText('finished', { timeout: 180_000 });
  await expect(page.locator('.run-figures')).toContainText('8 of 8 made');
});
