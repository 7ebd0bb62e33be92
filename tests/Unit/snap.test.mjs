import assert from 'node:assert/strict';
import { test } from 'node:test';
import { snapped } from '../../assets/lettering/snap.js';

const layout = { trim: [100, 100, 600, 900], safe: [140, 140, 520, 820] };

test('the middle of a line comes to the middle and the thirds of the trim', () => {
  // 200 × 40 at its place: its middle is at 300, 320.
  const box = [200, 300, 400, 340];
  assert.deepEqual(snapped(layout, box, [97, 228], 10), {
    by: [100, 230],
    guides: [
      [false, 400],
      [true, 550],
    ],
  });
  assert.deepEqual(snapped(layout, box, [-5, 83], 10), {
    by: [0, 80],
    guides: [
      [false, 300],
      [true, 400],
    ],
  });
});

test('its ends come to the safe area, and of two places the nearer counts', () => {
  assert.deepEqual(snapped(layout, [200, 300, 400, 340], [-56, 0], 10).by, [-60, 0]);
  assert.deepEqual(snapped(layout, [200, 300, 400, 340], [256, 0], 10).by, [260, 0]);
  // A line of 528: its middle at the trim's, or its left end at the safe area's, four pixels apart.
  assert.deepEqual(snapped(layout, [0, 0, 528, 40], [135, 300], 10).by, [136, 300]);
  assert.deepEqual(snapped(layout, [0, 0, 528, 40], [139, 300], 10).by, [140, 300]);
});

test('elsewhere, or where nothing shall snap, it goes where the hand is', () => {
  assert.deepEqual(snapped(layout, [200, 300, 400, 340], [33, 44], 10), { by: [33, 44], guides: [] });
  assert.deepEqual(snapped(layout, [200, 300, 400, 340], [99, 229], 0), { by: [99, 229], guides: [] });
});
