import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { placed, pulled, zoomed } from '../../assets/framing/geometry.js';

test('the page puts the window where the planner does, over thousands of framings', () => {
  const cases = JSON.parse(execFileSync('php', ['tests/Browser/crops.php'], { maxBuffer: 1 << 26 }));
  expect(cases.length).toBeGreaterThan(5000);
  const wrong = cases.filter(({ picture, full, wish, crop }) => JSON.stringify(placed({ picture, full }, wish)) !== JSON.stringify(crop));
  expect(wrong).toEqual([]);
});

test('zooming keeps the point under the pointer, and never leaves its limits', () => {
  const bench = { picture: [4000, 3000], full: [3000, 3000] };
  const wish = { x: 0.5, y: 0.5, zoom: 2 };
  const near = zoomed(bench, wish, 1.5, [1000, 600]);
  expect(near.zoom).toBe(3);
  // The pointer's share of the window is the same before and after.
  const share = ({ x, zoom }) => (1000 - x * 4000) / (3000 / zoom);
  expect(share(near)).toBeCloseTo(share(wish), 9);
  expect(zoomed(bench, wish, 0.01).zoom).toBe(1);
  expect(zoomed(bench, wish, 1e6).zoom).toBe(64);
});

test('a pulled corner leaves the opposite one where it is', () => {
  const bench = { picture: [4000, 3000], full: [3000, 3000] };
  const crop = { x: 500, y: 0, width: 3000, height: 3000 };
  for (const [corner, to, fixed] of [[[0, 0], [1500, 700], [3500, 3000]], [[1, 1], [1800, 900], [500, 0]], [[1, 0], [2500, 2900], [500, 3000]], [[0, 1], [3000, 10], [3500, 0]]]) {
    const window = placed(bench, pulled(bench, crop, corner, to));
    const opposite = [window.x + (1 - corner[0]) * window.width, window.y + (1 - corner[1]) * window.height];
    expect(Math.max(Math.abs(opposite[0] - fixed[0]), Math.abs(opposite[1] - fixed[1]))).toBeLessThanOrEqual(1);
  }
});
