import AxeBuilder from '@axe-core/playwright';
import { allRead, bad, drop, expect, good, openBatch, readyBatch, test } from './shop.mjs';

const flaws = async (page) => {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .analyze();
  return violations.map(
    (one) =>
      `${one.id}: ${one.help}: ${one.nodes
        .map((node) => node.target.join(' '))
        .slice(0, 3)
        .join(' | ')}`,
  );
};

test('axe finds nothing in any room, empty or full', async ({ page }) => {
  test.slow();
  page.expectsErrors = true;
  const empty = await openBatch(page, 'Empty');
  const batch = await readyBatch(page, 'Looked over', good().slice(0, 3), ['4x6', '12x12', 'mug', 'a0']);
  await page.goto(`/batches/${batch}/intake`);
  await drop(page, bad());
  await allRead(page, 10);
  const paths = {
    counter: '/',
    shelf: '/shelf',
    health: '/health',
    people: '/people',
    'sign in': '/sign-in',
    product: '/shelf/mug',
    'new product': '/shelf/new',
    'nothing here': '/batches/99999/fit',
  };
  for (const room of ['intake', 'fit', 'run', 'parcels'])
    Object.assign(paths, { [`${room}, empty`]: `/batches/${empty}/${room}`, [room]: `/batches/${batch}/${room}` });
  await page.goto(`/batches/${batch}/fit`);
  paths.framing = await page.locator('.cell > a').first().getAttribute('href');
  paths['test strip'] = paths.framing.replace('framing', 'strip');
  paths.repair = await page.locator('.line a', { hasText: 'Repair' }).getAttribute('href');
  paths.trace = paths.repair.replace('repair', 'trace');
  paths.finish = paths.framing.replace('framing', 'finish');
  paths.show = paths.framing.replace('framing', 'show');
  paths['show, short'] = paths.show.replace(/[^/]+$/, 'a0');
  paths.lettering = (await page.locator('.cell:not(.short) > a').first().getAttribute('href')).replace('framing', 'lettering');
  paths['lettering, short'] = paths.lettering.replace(/[^/]+$/, 'a0');
  paths.typefaces = '/typefaces';
  paths.scenes = '/scenes';
  paths['large view'] = `${paths['test strip']}/large?ways=lanczos,mitchell`;
  paths['test strip, short'] = paths['test strip'].replace(/[^/]+$/, 'a0');
  await page.getByRole('button', { name: /^Make \d+ print file/ }).click();
  await expect(page.locator('[data-run-state]')).toHaveText('finished', { timeout: 180_000 });
  const found = {};
  for (const [room, path] of Object.entries(paths)) {
    await page.goto(path);
    if (room === 'lettering') {
      await page.keyboard.press('n');
      await expect(page.locator('.letter-lines details')).toHaveCount(1);
      await expect(page.locator('.letter-line')).toBeVisible();
    }
    found[room] = await flaws(page);
  }
  await page.goto(`/batches/${batch}/fit`);
  await page.getByRole('button', { name: /^Products/ }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  found.picker = await flaws(page);
  await page.keyboard.press('Escape');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys of this room' })).toBeVisible();
  found.keys = await flaws(page);
  expect(found).toEqual(Object.fromEntries(Object.keys(found).map((room) => [room, []])));
});

test('no room is wider than the window, down to 768', async ({ page }) => {
  const batch = await readyBatch(page, 'Narrow', good().slice(0, 2), ['4x6', '12x12', 'mug', 'a0']);
  const framing = await page.locator('.cell > a').first().getAttribute('href');
  for (const width of [1280, 1024, 768]) {
    await page.setViewportSize({ width, height: 800 });
    for (const path of [
      '/',
      `/batches/${batch}/intake`,
      `/batches/${batch}/fit`,
      framing,
      framing.replace('framing', 'strip'),
      framing.replace('framing', 'finish'),
      framing.replace('framing', 'show'),
      framing.replace('framing', 'lettering'),
      '/typefaces',
      '/scenes',
      `/batches/${batch}/run`,
      `/batches/${batch}/parcels`,
      '/shelf',
      '/shelf/mug',
    ]) {
      await page.goto(path);
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(wide, `${path} at ${width}`).toBeLessThanOrEqual(width);
      const next = page.locator('.top .next');
      if (await next.count()) {
        const box = await next.boundingBox();
        expect(box.x + box.width, `the next act of ${path} at ${width}`).toBeLessThanOrEqual(width);
      }
    }
  }
});
