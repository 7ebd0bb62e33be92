// Takes one picture of every room from the demo data, at 1280 × 800, into docs/screenshots/ (or the folder given).
// Usage: node tools/screenshots.mjs [http://127.0.0.1:8087] [folder]

import { mkdirSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { browserOptions } from './browser.mjs';

const [address = 'http://127.0.0.1:8087', folder = 'docs/screenshots'] = process.argv.slice(2);
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch(browserOptions);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const shoot = async (name, path, before = async () => {}) => {
  if (path) await page.goto(address + path, { waitUntil: 'networkidle' });
  await before();
  // What is in sight is there, also where it loads only then.
  await page.waitForFunction(() =>
    [...document.images].every((one) => one.complete || one.getBoundingClientRect().top > innerHeight),
  );
  await page.waitForTimeout(250);
  await page.screenshot({ path: `${folder}/${name}.png` });
};

await shoot('counter', '/');
const batch = async (name) =>
  new URL(await page.locator('.docket-face', { hasText: name }).getAttribute('href'), address).pathname.split('/')[2];
const [inWork, delivered] = [await batch('Spring shop'), await batch('Visitor centre')];
/** The number of the puffin's artwork in a batch. */
const puffin = async (number) => {
  await page.goto(`${address}/batches/${number}/intake`);
  await page.locator('.line a', { hasText: 'Repair' }).click();
  const link = await page.locator('.repair-strip a', { hasText: 'uffin' }).first().getAttribute('href');
  return link.split('/').pop();
};
await shoot('intake', `/batches/${inWork}/intake`);
await shoot('fit-sheet', `/batches/${inWork}/fit`, async () => {
  const cell = page.locator('tr', { hasText: 'harbour at dusk' }).locator('.cell > a').nth(1);
  await cell.focus();
  await page.waitForLoadState('networkidle');
});
await shoot('repair', `/batches/${delivered}/repair/${await puffin(delivered)}?ground=fabric-1f2a44`, async () => {
  await page.locator('[data-canvas]').focus();
  if (await page.locator('.work-order').count()) return;
  await page.keyboard.press('x');
  await page.waitForFunction(() => document.querySelector('.measures') && !document.querySelector('[data-wait]').textContent);
});
const flags = await page
  .goto(`${address}/batches/${inWork}/repair/${await puffin(inWork)}`)
  .then(() => page.locator('.repair-strip a', { hasText: 'ignal flags' }).first().getAttribute('href'));
await shoot('trace', `${flags.replace('repair', 'trace')}?nodes=0`, async () => {
  await page.waitForFunction(() => document.querySelector('.measures') && !document.querySelector('[data-wait]').textContent);
});
await page.goto(`${address}/batches/${inWork}/fit`, { waitUntil: 'networkidle' });
const framing = await page
  .locator('tr', { hasText: 'harbour at dusk' })
  .locator('.cell > a[href$="/24x36"]')
  .getAttribute('href');
await shoot('framing', framing, async () => {
  await page.keyboard.press('g');
});
await shoot('show', `${framing.replace('framing', 'show')}?scene=sofa`, async () => {
  await page.waitForFunction(() => {
    const images = [...document.querySelectorAll('img[data-scene], .rail-scene img')];
    return images.every((one) => one.complete && one.naturalWidth);
  });
});
await shoot('test-strip', framing.replace('framing', 'strip'), async () => {
  await page.evaluate(() =>
    Promise.all(
      [...document.querySelectorAll('.patch img')].map(
        (one) =>
          new Promise((done) => {
            one.onload = one.onerror = done;
            one.loading = 'eager';
            if (one.complete && one.naturalWidth) done();
          }),
      ),
    ),
  );
});
await shoot('large-view', '', async () => {
  await page.goto(`${address}${framing.replace('framing', 'strip')}/large?ways=source,lanczos,faithful&right=0.23&down=0.48`);
  // Quick ones are made whole at once.
  await page.waitForTimeout(5000);
  await page.waitForFunction(() => !document.querySelector('[data-stop]:not([hidden])'), null, { timeout: 120_000 });
});
await shoot('finish', framing.replace('framing', 'finish'), async () => {
  for (const step of ['sharpen', 'guard']) {
    await Promise.all([
      page.waitForResponse((answer) => answer.request().method() === 'POST'),
      page.locator(`[data-step=${step}] [name=on]`).check(),
    ]);
  }
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(4000);
});
await shoot('run', `/batches/${delivered}/run`);
await shoot('parcels', `/batches/${delivered}/parcels`, async () => {
  // As where nobody names another folder; whoever takes the pictures may have.
  await page.evaluate(() => {
    const folder = document.querySelector('.folder-line code');
    folder.textContent = folder.textContent.replace(/^.*\/files\//, 'var/shop/files/');
  });
});
/** Does something in the lettering room, until it is kept. */
const letter = (what) =>
  Promise.all([
    page.waitForResponse((answer) => answer.request().method() === 'POST' && /lettering\/\d+\/[\w-]+$/.test(answer.url())),
    what(),
  ]).then(() => page.waitForTimeout(300));
await shoot('lettering', framing.replace('framing', 'lettering'), async () => {
  const field = (name) => page.locator(`.letter-lines details[open] [data-field=${name}]`);
  const write = (name, value) =>
    letter(async () => {
      await field(name).fill(value);
      await field(name).press('Enter');
    });
  await letter(() => page.keyboard.press('n'));
  await letter(() => field('colour').fill('#fff4d0'));
  await letter(() => page.locator('details[open] [data-value=dancing-script]').click());
  await write('size', '11 %');
  await write('y', '16');
  await page.locator('.bar-title').click();
  await letter(() => page.keyboard.press('n'));
  await write('text', 'TERN HEAD · 1884');
  await letter(() => page.locator('details[open] [data-value=oswald]').click());
  await write('size', '36 pt');
  await write('spacing', '25');
  await write('y', '29');
  await page.waitForLoadState('networkidle');
});
await shoot('typefaces', '/typefaces');
await shoot('product-shelf', '/shelf');
await shoot('product', '/shelf/mug');
await shoot('health', '/health');
await browser.close();
