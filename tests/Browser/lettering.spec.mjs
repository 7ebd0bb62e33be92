import { expect, good, readyBatch, test } from './shop.mjs';

const field = (page, name) => page.locator(`.letter-lines details[open] [data-field="${name}"]`);
const lines = (page) => page.locator('.letter-stage .letter-line');
/** Until what was done is kept, and shown again. */
const kept = (page, act) =>
  Promise.all([page.waitForResponse((answer) => /lettering\/\d+\/[\w-]+$/.test(answer.url()) && answer.ok()), act()]);
/** The middle of a line's ink across, as a share of the trim. */
const middle = (page) =>
  page.locator('.letter-stage').evaluate((stage) => {
    const { trim, lines } = JSON.parse(stage.dataset.layout);
    const [left, , right] = lines[0].box;
    return ((left + right) / 2 - trim[0]) / trim[2];
  });

test('words are written, shown while they are typed, dragged to where they snap, moved by keys, undone, and printed', async ({
  page,
}) => {
  await readyBatch(page, 'Lettered', [good()[0]], ['4x6']);
  await page.locator('.line a', { hasText: 'Framing' }).click();
  await page.waitForURL(/\/framing\/\d+/);
  await page.keyboard.press('y');
  await page.waitForURL(/\/lettering\/\d+/);
  await expect(page.locator('.letter-docket')).toContainText('No words on this print yet');

  await kept(page, () => page.keyboard.press('n'));
  await expect(lines(page)).toHaveCount(1);
  await expect(field(page, 'text')).toBeFocused();
  const before = await page.locator('.letter-stage path').first().getAttribute('d');
  await page.keyboard.type('Tern Head');
  await expect(lines(page)).toHaveAttribute('aria-label', 'Line 1: Tern Head');
  expect(await page.locator('.letter-stage path').first().getAttribute('d')).not.toBe(before);
  await kept(page, () => page.keyboard.press('Tab'));
  await kept(page, () => page.locator('details[open] [data-value="oswald"]').click());
  await kept(page, () => field(page, 'colour').fill('#ffffff'));
  await expect(page.locator('details[open] [data-contrast]')).toContainText(/Contrast\s+[\d.]+ : 1/);

  // By the mouse, nearly to the middle: it snaps there.
  await kept(page, async () => {
    await field(page, 'x').fill('30');
    await field(page, 'x').press('Enter');
  });
  await expect.poll(() => middle(page)).toBeCloseTo(0.3, 1);
  const stage = await page.locator('.letter-stage .trim').boundingBox();
  const line = await lines(page).boundingBox();
  const from = [line.x + line.width / 2, line.y + line.height / 2];
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move(stage.x + stage.width / 2 - 30, from[1] - 40, { steps: 5 });
  await page.mouse.move(stage.x + stage.width / 2 + 3, from[1] - 60, { steps: 3 });
  await expect(page.locator('[data-guides]')).toHaveAttribute('d', /V/);
  await kept(page, () => page.mouse.up());
  await expect.poll(() => middle(page)).toBeCloseTo(0.5, 3);

  // By keys: five millimetres to the right of four inches.
  await lines(page).focus();
  await kept(page, () => page.keyboard.press('Shift+ArrowRight'));
  const inches = await page.locator('.letter-stage').evaluate((one) => {
    const { trim, ppi } = JSON.parse(one.dataset.layout);
    return trim[2] / ppi;
  });
  await expect.poll(() => middle(page)).toBeCloseTo(0.5 + 5 / 25.4 / inches, 2);
  await page.keyboard.press('Control+z');
  // The page comes anew meanwhile.
  await expect(async () => expect(await middle(page)).toBeCloseTo(0.5, 3)).toPass({ timeout: 20_000 });

  // Too near the edge is told; what makes no sense is refused and changes nothing.
  await kept(page, async () => {
    await field(page, 'y').fill('99');
    await field(page, 'y').press('Enter');
  });
  await expect(page.locator('[data-warnings="0"]')).toContainText('the trim');
  page.expectsErrors = true;
  await field(page, 'size').fill('huge');
  await field(page, 'size').press('Enter');
  await expect(page.locator('.saying.bad')).toContainText('no size of letters');
  page.expectsErrors = false;
  await page.reload();
  await expect(field(page, 'size')).not.toHaveValue('huge');

  // A second line below, then for the batch instead of the picture.
  await kept(page, () => page.keyboard.press('n'));
  await expect(page.locator('.letter-lines details')).toHaveCount(2);
  await page.keyboard.type('{motto}');
  await expect(page.locator('[data-warnings="1"]')).toContainText('Nothing stands for {motto}');
  await kept(page, () => page.keyboard.press('Tab'));
  await kept(page, () => page.getByRole('button', { name: 'Take line 2 away' }).click());
  await expect(page.locator('.letter-lines details')).toHaveCount(1);

  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.waitForURL(/\/framing\//);
  await expect(page.locator('.siblings .here .print > g > path').first()).toBeAttached();
});
