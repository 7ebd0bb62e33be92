import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { test as base, expect } from '@playwright/test';

export { expect };
export const pictures = `${process.cwd()}/var/browser-pictures`;
export const good = () =>
  readdirSync(`${pictures}/good`)
    .sort()
    .map((name) => `${pictures}/good/${name}`);
export const bad = () =>
  readdirSync(`${pictures}/bad`)
    .sort()
    .map((name) => `${pictures}/bad/${name}`);

/** Every page of every test: no error in its console, no request that leaves the shop. */
export const test = base.extend({
  page: async ({ page, baseURL }, use) => {
    const wrong = [];
    page.on('pageerror', (error) => wrong.push(error.message));
    page.on('console', (message) => message.type() === 'error' && !page.expectsErrors && wrong.push(message.text()));
    page.on(
      'request',
      (request) =>
        !/^(data|blob):/.test(request.url()) &&
        !request.url().startsWith(baseURL) &&
        wrong.push(`left the shop: ${request.url()}`),
    );
    // A page takes keys once its scripts have run, which is later than its words are there.
    const press = page.keyboard.press.bind(page.keyboard);
    page.keyboard.press = async (...given) => {
      await page.waitForLoadState('domcontentloaded');
      await press(...given);
    };
    await use(page);
    expect(wrong).toEqual([]);
  },
});

/** Opens a batch of its own; gives its number. */
export async function openBatch(page, name) {
  await page.goto('/');
  await page.getByLabel('New batch').fill(name);
  await page.getByRole('button', { name: 'Open it' }).click();
  await page.waitForURL(/\/batches\/\d+\/intake/);
  return page.url().match(/batches\/(\d+)/)[1];
}

/** Drops files on the page as from a desktop. */
export async function drop(page, paths) {
  const files = paths.map((path) => ({ name: basename(path), bytes: readFileSync(path).toString('base64') }));
  await page.evaluate((given) => {
    const transfer = new DataTransfer();
    for (const { name, bytes } of given)
      transfer.items.add(new File([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], name));
    for (const type of ['dragenter', 'dragover', 'drop'])
      document.body.dispatchEvent(new DragEvent(type, { dataTransfer: transfer, bubbles: true, cancelable: true }));
  }, files);
}

/** Until all of so many artworks are read or told to be unreadable. */
export async function allRead(page, count) {
  await expect(page.locator('.artwork')).toHaveCount(count, { timeout: 60_000 });
  await expect(page.locator('.artwork.reading')).toHaveCount(0, { timeout: 60_000 });
}

export async function chooseProducts(page, batch, codes) {
  await page.goto(`/batches/${batch}/fit`);
  if (await page.getByRole('button', { name: /^Products/ }).count())
    await page.getByRole('button', { name: /^Products/ }).click();
  for (const box of await page.locator('.picker input:checked').all()) await box.uncheck();
  for (const code of codes) await page.locator(`.picker input[value="${code}"]`).check();
  await page.getByRole('button', { name: 'Use these' }).click();
  await expect(page.locator('.products th')).toHaveCount(codes.length);
}

/** A batch with pictures and products, at its fit sheet. */
export async function readyBatch(page, name, paths, codes) {
  const batch = await openBatch(page, name);
  await page.locator('input[type=file][multiple]').first().setInputFiles(paths);
  await allRead(page, paths.length);
  await chooseProducts(page, batch, codes);
  return batch;
}

/** What ImageMagick reads: format, width, height, ppi. */
export function measured(path) {
  const [format, width, height, ppi, unit] = execFileSync('identify', [
    '-units',
    'PixelsPerInch',
    '-format',
    '%m %w %h %x %U',
    path,
  ])
    .toString()
    .split(' ');
  return { format, width: Number(width), height: Number(height), ppi: Math.round(Number(ppi)), unit };
}

/** The colour of one pixel, as ImageMagick decodes it. */
export function pixel(path, x, y) {
  return execFileSync('convert', [path, '-format', `%[fx:round(255*p{${x},${y}}.r)] %[fx:round(255*p{${x},${y}}.g)]`, 'info:'])
    .toString()
    .split(' ')
    .map(Number);
}

/** Runs the batch and unpacks its parcel; gives the manifest's files by product. */
export async function printed(page, batch) {
  await page.goto(`/batches/${batch}/fit`);
  await page.getByRole('button', { name: /^Make \d+ print file/ }).click();
  await expect(page.locator('[data-run-state]')).toHaveText('finished', { timeout: 180_000 });
  await page.goto(`/batches/${batch}/parcels`);
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /Download all/ }).click()]);
  const folder = test.info().outputPath(`parcel-${batch}`);
  await download.saveAs(`${folder}/parcel.zip`);
  execFileSync('unzip', ['-qo', 'parcel.zip'], { cwd: folder });
  const { files } = JSON.parse(readFileSync(`${folder}/manifest.json`, 'utf8'));
  return Object.fromEntries(files.map((file) => [file.product, { ...file, file: `${folder}/${file.output.path}` }]));
}
