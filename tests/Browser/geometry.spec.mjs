import { execFileSync } from 'node:child_process';
import { expect, test } from '@playwright/test';
import { levelled, paper, placed, pulled, upright, zoomed } from '../../assets/framing/geometry.js';

test('the page puts the window where the planner does, over thousands of framings', () => {
  const cases = JSON.parse(execFileSync('php', ['tests/Browser/crops.php'], { maxBuffer: 1 << 26 }));
  expect(cases.length).toBeGreaterThan(5000);
  const wrong = cases.filter(
    ({ picture, full, tilt, wish, crop }) => JSON.stringify(placed({ picture, full, tilt }, wish)) !== JSON.stringify(crop),
  );
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
  for (const [corner, to, fixed] of [
    [
      [0, 0],
      [1500, 700],
      [3500, 3000],
    ],
    [
      [1, 1],
      [1800, 900],
      [500, 0],
    ],
    [
      [1, 0],
      [2500, 2900],
      [500, 3000],
    ],
    [
      [0, 1],
      [3000, 10],
      [3500, 0],
    ],
  ]) {
    const window = placed(bench, pulled(bench, crop, corner, to));
    const opposite = [window.x + (1 - corner[0]) * window.width, window.y + (1 - corner[1]) * window.height];
    expect(Math.max(Math.abs(opposite[0] - fixed[0]), Math.abs(opposite[1] - fixed[1]))).toBeLessThanOrEqual(1);
  }
});

test('a line drawn along a horizon makes it level, one along a mast upright', () => {
  expect(levelled([0, 0], [100, 10], 0)).toBeCloseTo(-5.71, 2);
  expect(levelled([100, 10], [0, 0], 0)).toBeCloseTo(-5.71, 2);
  expect(levelled([50, 0], [45, 100], 0)).toBeCloseTo(-2.86, 2);
  // What is seen is tilted already.
  expect(levelled([0, 0], [100, 0], 4)).toBe(4);
});

test('a box drawn on the posed picture goes back to where it is upright', () => {
  // The left upper corner, as each pose shows it.
  const shown = {
    '0 false': [0, 0, 0.2, 0.1],
    '0 true': [0.8, 0, 0.2, 0.1],
    '90 false': [0.9, 0, 0.1, 0.2],
    '180 false': [0.8, 0.9, 0.2, 0.1],
    '270 false': [0, 0.8, 0.1, 0.2],
    '90 true': [0.9, 0.8, 0.1, 0.2],
  };
  for (const [pose, box] of Object.entries(shown)) {
    const [turn, flip] = pose.split(' ');
    for (const [i, value] of upright(box, { turn: Number(turn), flip: flip === 'true' }).entries()) {
      expect(value).toBeCloseTo([0, 0, 0.2, 0.1][i], 9);
    }
  }
});

test('the paper round a whole picture follows its size and place', () => {
  // 3000 × 2000 whole on a square trim: 500 px free above and below at its largest.
  const bench = {
    sits: 'whole',
    crop: { x: 0, y: 0, width: 3000, height: 2000 },
    paper: { all: [0, 0, 3000, 3000], trim: [0, 0, 3000, 3000], safe: null },
  };
  expect(paper(bench, { x: 0.5, y: 0.5, zoom: 1 }).all).toEqual({ x: 0, y: -500, width: 3000, height: 3000 });
  expect(paper(bench, { x: 0, y: 1, zoom: 0.5 }).all).toEqual({ x: 0, y: -4000, width: 6000, height: 6000 });
});
