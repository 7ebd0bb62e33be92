/** A tone curve's points, pulled by hand or by keys. Where the line runs between them the server says. */
const MOVES = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
const LEVELS = 255;
const level = (value) => Math.max(0, Math.min(LEVELS, Math.round(value)));

/** @returns {number[][]} from left to right, none above another */
const ordered = (points) =>
  [...points].sort((one, other) => one[0] - other[0]).filter(([x], i, all) => i === 0 || x !== all[i - 1][0]);

/** In the middle of the widest gap. */
export function added(points) {
  const gaps = points.slice(1).map(([x], i) => x - points[i][0]);
  const i = gaps.indexOf(Math.max(...gaps));
  const [[x0, y0], [x1, y1]] = [points[i], points[i + 1]];
  return ordered([...points, [level((x0 + x1) / 2), level((y0 + y1) / 2)]]);
}

/**
 * A point moved; the outer ones keep their side.
 *
 * @param {number[][]} points
 * @param {number} i
 * @param {number[]} to
 */
export function moved(points, i, [x, y]) {
  const before = i > 0 ? points[i - 1][0] + 1 : 0;
  const after = i < points.length - 1 ? points[i + 1][0] - 1 : LEVELS;
  return points.map((point, j) => (j === i ? [Math.max(before, Math.min(after, level(x))), level(y)] : point));
}

/** @returns {number[][]} without a point; the two outer ones stay */
export const without = (points, i) => (i > 0 && i < points.length - 1 ? points.filter((_, j) => j !== i) : points);

/** Level and level where a pointer is. */
export function place(svg, event) {
  const { left, top, width, height } = svg.getBoundingClientRect();
  return [((event.clientX - left) / width) * LEVELS, (1 - (event.clientY - top) / height) * LEVELS];
}

/** Lets a person pull the points of a curve that the server drew. Most points: as many as the list may have. */
export function curve(svg, most, changed) {
  const read = () => JSON.parse(svg.dataset.points);
  const draw = (points) => {
    svg.dataset.points = JSON.stringify(points);
    svg.querySelector('polyline').setAttribute('points', points.map(([x, y]) => `${x},${LEVELS - y}`).join(' '));
    [...svg.querySelectorAll('circle')].forEach((one, i) => {
      one.setAttribute('cx', points[i][0]);
      one.setAttribute('cy', LEVELS - points[i][1]);
    });
  };
  let pulled = -1;
  svg.addEventListener('pointerdown', (event) => {
    pulled = [...svg.querySelectorAll('circle')].indexOf(event.target);
    if (pulled >= 0) svg.setPointerCapture(event.pointerId);
    else if (read().length < most) {
      const [x, y] = place(svg, event);
      const points = ordered([...read(), [level(x), level(y)]]);
      changed(points);
    }
  });
  svg.addEventListener('pointermove', (event) => {
    if (pulled >= 0) draw(moved(read(), pulled, place(svg, event)));
  });
  svg.addEventListener('pointerup', () => {
    if (pulled >= 0) changed(read());
    pulled = -1;
  });
  svg.addEventListener('keydown', (event) => {
    const i = [...svg.querySelectorAll('circle')].indexOf(event.target);
    const move = MOVES[event.key];
    if (i < 0 || (!move && event.key !== 'Delete')) return;
    event.preventDefault();
    event.stopPropagation();
    const points = read();
    const far = event.shiftKey ? 10 : 1;
    changed(move ? moved(points, i, [points[i][0] + far * move[0], points[i][1] + far * move[1]]) : without(points, i));
  });
}
