// Measures a fit sheet in a real browser: answer, bytes, first rows, frames while scrolling to its end.
// Usage: node tools/bench-sheet.mjs ADDRESS   (prints JSON)
import { chromium } from '@playwright/test';
import { browserOptions } from './browser.mjs';

const address = process.argv[2];
const browser = await chromium.launch(browserOptions);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(address);
const rounds = [];
for (let i = 0; i < 3; i += 1) {
  await page.goto(address, { waitUntil: 'load' });
  rounds.push(
    await page.evaluate(() => {
      const [navigation] = performance.getEntriesByType('navigation');
      const paint = performance.getEntriesByName('first-contentful-paint')[0];
      return {
        server: navigation.responseStart - navigation.requestStart,
        bytes: navigation.decodedBodySize,
        sent: navigation.encodedBodySize,
        rows: paint?.startTime ?? navigation.domContentLoadedEventEnd,
      };
    }),
  );
}
const frames = await page.evaluate(async () => {
  const sheet = document.querySelector('.sheet');
  const times = [];
  let last = performance.now();
  const began = last;
  // Down by a wheel's notch a frame, until the end of all rows or twenty seconds.
  for (;;) {
    sheet.scrollTop += 60;
    await new Promise((done) => requestAnimationFrame(done));
    const now = performance.now();
    times.push(now - last);
    last = now;
    const isAtEnd = sheet.scrollTop + sheet.clientHeight >= sheet.scrollHeight - 2;
    if ((isAtEnd && !document.querySelector('[data-more]')) || now - began > 20_000) break;
  }
  const sorted = [...times].sort((a, b) => a - b);
  return {
    count: times.length,
    median: sorted[Math.floor(sorted.length / 2)],
    slow: sorted[Math.floor(sorted.length * 0.95)],
    worst: sorted.at(-1),
    rows: document.querySelectorAll('tr[data-artwork]').length,
  };
});
await browser.close();
rounds.sort((a, b) => a.server - b.server);
console.log(JSON.stringify({ ...rounds[1], frames }));
