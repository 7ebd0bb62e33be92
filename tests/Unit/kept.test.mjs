import assert from 'node:assert/strict';
import { test } from 'node:test';
import { ABANDONED, abandoned, keeping } from '../../assets/shared/kept.js';

/** As the browser's, whose keys are its own properties. */
class Store {
  setItem(key, value) {
    this[key] = value;
  }
  getItem(key) {
    return this[key] ?? null;
  }
  removeItem(key) {
    delete this[key];
  }
}
const act = (name) => ({ url: `/${name}`, fields: { x: 0.5 }, method: 'POST', edition: 'abc' });

test('what is sent at once is never kept', () => {
  const store = new Store();
  keeping(act('a'), store, () => 0).drop();
  assert.deepEqual(Object.keys(store), []);
});

test('what a page holds is its own, and what it left is the next one to send, oldest first', () => {
  const store = new Store();
  let time = 1000;
  const now = () => time;
  const [first, second] = [keeping(act('first'), store, now), keeping(act('second'), store, now)];
  first.hold();
  time += 10;
  second.hold();
  assert.deepEqual(abandoned(store, now), []);
  time += ABANDONED - 1;
  first.hold();
  assert.deepEqual(
    abandoned(store, () => time + 1).map((one) => one.act.url),
    ['/second'],
    'the first is still held',
  );
  time += ABANDONED;
  assert.deepEqual(abandoned(store, now), [{ act: act('first'), wasSent: false }]);
  assert.deepEqual(abandoned(store, now), [], 'whoever takes it has it');
});

test('what was under way when its page was left is known as such', () => {
  const store = new Store();
  keeping(act('a'), store, () => 0).hold(true);
  assert.deepEqual(
    abandoned(store, () => ABANDONED).map((one) => one.wasSent),
    [true],
  );
});

test('what was meant yesterday is not done today', () => {
  const store = new Store();
  keeping(act('old'), store, () => 0).hold();
  assert.deepEqual(
    abandoned(store, () => 25 * 3600_000),
    [],
  );
  assert.deepEqual(Object.keys(store), []);
});

test('a browser without room loses nothing that the open page has', () => {
  const full = new Store();
  full.setItem = () => {
    throw new Error('QuotaExceededError');
  };
  keeping(act('a'), full, () => 0).hold();
});
