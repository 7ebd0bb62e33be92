import assert from 'node:assert/strict';
import { test } from 'node:test';
import { pathOf, strokeOf } from '../../assets/shared/strokes.js';

test('a stroke travels in ten thousandths, of its points every second one and both ends', () => {
  const points = [0, 1, 2, 3, 4, 5].map((step) => [100 * step, 50 * step]);
  const stroke = strokeOf(points, 40, true, [1000, 500]);
  assert.deepEqual(stroke, {
    away: true,
    points: [
      [0, 0],
      [2000, 2000],
      [4000, 4000],
      [5000, 5000],
    ],
    radius: 400,
  });
});

test('a dab is a stroke of one point, and is seen', () => {
  assert.deepEqual(strokeOf([[1, 2]], 5, false, [100, 200]).points, [[100, 100]]);
  assert.equal(pathOf([[1, 2]]), 'M1 2h.01');
  assert.equal(
    pathOf([
      [1, 2],
      [3, 4],
    ]),
    'M1 2L3 4',
  );
});
