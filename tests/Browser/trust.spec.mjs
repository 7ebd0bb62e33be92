import { spawn } from 'node:child_process';
import { expect, good, readyBatch, test } from './shop.mjs';

const data = `${process.cwd()}/var/browser-test`;

/** Holds the shop's data as another program could, for so many seconds. */
const lock = (seconds) =>
  new Promise((held) => {
    const script = `$d = new PDO('sqlite:${data}/shop.sqlite'); $d->exec('PRAGMA busy_timeout = 9000');
      $d->exec('BEGIN IMMEDIATE'); echo 'held'; flush(); sleep(${seconds}); $d->exec('COMMIT');`;
    spawn('php', ['-r', script]).stdout.once('data', held);
  });

/** The framing room of a batch's first picture. */
async function framing(page, name) {
  await readyBatch(page, name, [good()[0]], ['12x12']);
  await page.goto(await page.locator('.line a', { hasText: 'Framing' }).getAttribute('href'));
}
const from = (page) => page.locator('#from-y').inputValue();

test('what is done while the shop is busy is kept and sent', async ({ page }) => {
  page.expectsErrors = true;
  await framing(page, 'Busy');
  const was = await from(page);
  await lock(20);
  await page.locator('.stage').focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.locator('.saying')).toContainText('kept here', { timeout: 30_000 });
  await page.waitForResponse((answer) => answer.request().method() === 'POST' && answer.ok(), { timeout: 40_000 });
  await page.reload();
  expect(await from(page)).not.toBe(was);
});

test('a page that is closed while the shop is busy leaves its act to the next one', async ({ page, context }) => {
  page.expectsErrors = true;
  await framing(page, 'Left');
  const [address, was] = [page.url(), await from(page)];
  await page.route('**/framing/**', (route) =>
    route.request().method() === 'POST' ? route.fulfill({ status: 503, body: '' }) : route.continue(),
  );
  await page.locator('.stage').focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.locator('.saying')).toContainText('kept here');
  await page.close({ runBeforeUnload: false });
  const next = await context.newPage();
  await next.goto('/');
  // As if the page had been gone for a while, and had been waiting between two tries when it went: of one under way nothing is said.
  await next.evaluate(() => {
    for (const [key, value] of Object.entries(localStorage))
      localStorage[key] = JSON.stringify({ ...JSON.parse(value), held: 0, wasSent: false });
  });
  await next.reload();
  await expect(next.locator('.saying')).toContainText('is sent now');
  await next.goto(address);
  expect(await from(next)).not.toBe(was);
});

test('two windows on one framing: the second is asked, sees both, and keeps its own or takes theirs', async ({
  page,
  context,
}) => {
  page.expectsErrors = true;
  await framing(page, 'Two windows');
  const other = await context.newPage();
  const move = async (who, key) => {
    await who.locator('.stage').focus();
    const kept = who.waitForResponse((answer) => answer.request().method() === 'POST');
    await who.keyboard.press(key);
    return (await kept).status();
  };
  await other.goto(page.url());
  expect(await move(page, 'Shift+ArrowDown')).toBe(200);
  const theirs = await from(page);
  expect(await move(other, 'ArrowDown')).toBe(409);
  await expect(other.getByRole('dialog')).toContainText('another window');
  const [both] = await Promise.all([context.waitForEvent('page'), other.getByRole('button', { name: 'See both' }).click()]);
  await both.waitForLoadState();
  expect(await from(both)).toBe(theirs);
  await both.close();
  await other.getByRole('button', { name: 'Take theirs' }).click();
  await other.waitForLoadState();
  await expect(other.locator('#from-y')).toHaveValue(theirs);

  expect(await move(page, 'Shift+ArrowDown')).toBe(200);
  expect(await move(other, 'ArrowUp')).toBe(409);
  const sentAgain = other.waitForResponse((answer) => answer.request().method() === 'POST');
  await other.getByRole('button', { name: 'Keep mine' }).click();
  expect((await sentAgain).status()).toBe(200);
  await expect(other.getByRole('dialog')).toBeHidden();
  const mine = await from(other);
  await page.reload();
  await expect(page.locator('#from-y')).toHaveValue(mine);
});

test('the health page names the parts that are at work', async ({ page }) => {
  await page.goto('/health');
  await expect(page.locator('.all-well')).toBeVisible({ timeout: 60_000 });
  for (const part of ['takes in finished work', 'reads pictures', 'reads large pictures', 'makes print files'])
    await expect(page.locator('tbody', { hasText: part })).toBeVisible();
  await expect(page.locator('.banner')).toHaveCount(0);
});
