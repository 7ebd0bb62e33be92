import assert from 'node:assert/strict';
import test from 'node:test';
import { added, moved, without } from '../../assets/repair/curve.js';

const straight = [
  [0, 0],
  [255, 255],
];

test('a point is added in the widest gap', () => {
  assert.deepEqual(added(straight)[1], [128, 128]);
  assert.deepEqual(added([...added(straight).slice(0, 2), [200, 10], [255, 255]])[1], [64, 64]);
});

test('a point is moved between its neighbours, within the levels', () => {
  const points = added(straight);
  assert.deepEqual(moved(points, 1, [300, 400])[1], [254, 255]);
  assert.deepEqual(moved(points, 1, [-5, -5])[1], [1, 0]);
  assert.deepEqual(moved(points, 0, [20, 10])[0], [20, 10]);
  assert.deepEqual(moved(points, 0, [200, 10])[0], [127, 10]);
});

test('the outer points stay', () => {
  const points = added(straight);
  assert.equal(without(points, 0).length, 3);
  assert.equal(without(points, 2).length, 3);
  assert.deepEqual(without(points, 1), straight);
});
