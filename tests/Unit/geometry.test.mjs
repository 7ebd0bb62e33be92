import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { test } from 'node:test';
import { levelled, limited, paper, placed, pulled, upright, zoomed } from '../../assets/framing/geometry.js';

/** Pixels of the print by which a place may differ: canvas, both bleeds, size and place are rounded, each by a half. */
const ROUNDED = 2.5;

const isNear = (value, wanted, slack = 1e-9) => assert.ok(Math.abs(value - wanted) <= slack, `${value}, not ${wanted}`);

/** @returns {any[]} */
const cases = () =>
  execFileSync('php', ['tests/Unit/placements.php'], { maxBuffer: 1 << 26, encoding: 'utf8' })
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));

test('the page puts window and paper where the planner does, in every fit mode and bleed source', () => {
  const counts = { fill: 0, whole: 0 };
  for (const { position, stage, crop, zoom, part, canvas } of cases()) {
    counts[stage.fitMode] += 1;
    const wished = { ...position, zoom: limited(position.zoom, stage.fitMode) };
    if (stage.fitMode === 'whole') {
      // The planner's place is in whole pixels of the print, each of whose lengths is rounded.
      assert.equal(wished.zoom, Math.min(1, zoom));
      const { all } = paper({ ...stage, crop }, wished);
      const scale = [canvas[0] / all.width, canvas[1] / all.height];
      isNear((crop.x - all.x) * scale[0], part.x, ROUNDED);
      isNear((crop.y - all.y) * scale[1], part.y, ROUNDED);
      isNear(crop.width * scale[0], part.width, ROUNDED);
      isNear(crop.height * scale[1], part.height, ROUNDED);
    } else {
      assert.equal(wished.zoom, Math.max(1, zoom));
      assert.equal(JSON.stringify(placed(stage, wished)), JSON.stringify(crop), JSON.stringify({ position, stage }));
    }
  }
  assert.ok(counts.fill > 5000 && counts.whole > 5000, JSON.stringify(counts));
});

test('zooming keeps the point under the pointer, and never leaves its limits', () => {
  const layout = { picture: [4000, 3000], full: [3000, 3000] };
  const position = { x: 0.5, y: 0.5, zoom: 2 };
  const near = zoomed(layout, position, 1.5, [1000, 600]);
  assert.equal(near.zoom, 3);
  // The pointer's share of the window is the same before and after.
  const share = ({ x, zoom }) => (1000 - x * 4000) / (3000 / zoom);
  isNear(share(near), share(position));
  assert.equal(zoomed(layout, position, 0.01).zoom, 1);
  assert.equal(zoomed(layout, position, 1e6).zoom, 64);
});

test('a pulled corner leaves the opposite one where it is', () => {
  const layout = { picture: [4000, 3000], full: [3000, 3000] };
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
    const window = placed(layout, pulled(layout, crop, corner, to));
    const opposite = [window.x + (1 - corner[0]) * window.width, window.y + (1 - corner[1]) * window.height];
    assert.ok(Math.max(Math.abs(opposite[0] - fixed[0]), Math.abs(opposite[1] - fixed[1])) <= 1);
  }
});

test('a line drawn along a horizon makes it level, one along a mast upright', () => {
  isNear(levelled([0, 0], [100, 10], 0), -5.71, 0.005);
  isNear(levelled([100, 10], [0, 0], 0), -5.71, 0.005);
  isNear(levelled([50, 0], [45, 100], 0), -2.86, 0.005);
  // What is seen is tilted already.
  assert.equal(levelled([0, 0], [100, 0], 4), 4);
});

test('a box drawn on the transformed picture goes back to where it is upright', () => {
  // The left upper corner, as each transform shows it.
  const shown = {
    '0 false': [0, 0, 0.2, 0.1],
    '0 true': [0.8, 0, 0.2, 0.1],
    '90 false': [0.9, 0, 0.1, 0.2],
    '180 false': [0.8, 0.9, 0.2, 0.1],
    '270 false': [0, 0.8, 0.1, 0.2],
    '90 true': [0.9, 0.8, 0.1, 0.2],
  };
  for (const [transform, box] of Object.entries(shown)) {
    const [turn, flip] = transform.split(' ');
    for (const [i, value] of upright(box, { turn: Number(turn), flip: flip === 'true' }).entries()) {
      isNear(value, [0, 0, 0.2, 0.1][i]);
    }
  }
});

test('the paper round a whole picture follows its size and place', () => {
  // 3000 × 2000 whole on a square trim: 500 px free above and below at its largest.
  const layout = {
    fitMode: 'whole',
    crop: { x: 0, y: 0, width: 3000, height: 2000 },
    paper: { all: [0, 0, 3000, 3000], trim: [0, 0, 3000, 3000], safe: null },
  };
  assert.deepEqual(paper(layout, { x: 0.5, y: 0.5, zoom: 1 }).all, { x: 0, y: -500, width: 3000, height: 3000 });
  assert.deepEqual(paper(layout, { x: 0, y: 1, zoom: 0.5 }).all, { x: 0, y: -4000, width: 6000, height: 6000 });
});
