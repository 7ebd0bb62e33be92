import { pathOf } from '../shared/strokes.js';

/** Steps of a side in which strokes travel. */
export const STEPS = 1e5;

/** @param {Record<string, any>} attributes */
function drawn(name, attributes) {
  const element = document.createElementNS('http://www.w3.org/2000/svg', name);
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, String(value));
  return element;
}

/**
 * Rings round spots that may be retouched.
 *
 * @param {Element}               place
 * @param {number[]}              size   the picture's pixels across and down
 * @param {Record<string, any>[]} specks
 */
export function proposal(place, size, specks) {
  place.replaceChildren();
  for (const { points, radius } of specks) {
    const [x, y] = points[0].map((at, i) => (at / STEPS) * size[i]);
    place.append(drawn('circle', { class: 'island', cx: x, cy: y, r: (radius / STEPS) * Math.max(...size) * 1.8 }));
  }
}

/**
 * Draws what lies over a picture: marks, parts inside that look like the ground, and what margins leave. What stays has a dotted
 * core, what goes is hatched.
 *
 * @param {Element}               place   a group of the drawing
 * @param {number[]}              size    the picture's pixels across and down
 * @param {Record<string, any>[]} lines   of the work order
 * @param {Record<string, any>[]} islands
 * @param {number[]}              kept    x, y, width, height as shares of the picture
 */
export function overlay(place, size, lines, islands, kept) {
  const [width, height] = size;
  const long = Math.max(width, height);
  place.replaceChildren();
  for (const { box, stays } of islands) {
    const [x, y, w, h] = box;
    place.append(
      drawn('rect', {
        class: stays ? 'island' : 'island gone',
        x: x * width,
        y: y * height,
        width: w * width,
        height: h * height,
      }),
    );
  }
  for (const line of lines.filter((one) => one.kind === 'cutout' && one.on)) {
    for (const { points, radius, stays } of line.marks ?? []) {
      const d = pathOf(points.map((point) => point.map((at, i) => (at / STEPS) * size[i])));
      const wide = (2 * radius * long) / STEPS;
      place.append(drawn('path', { class: `mark ${stays ? 'stays' : 'goes'}`, d, 'stroke-width': wide }));
      if (stays)
        place.append(drawn('path', { class: 'mark-core', d, 'stroke-width': wide / 5, 'stroke-dasharray': `0.1 ${wide / 2}` }));
    }
  }
  const [x, y, w, h] = kept;
  if (w < 1 || h < 1)
    place.append(drawn('rect', { class: 'kept-window', x: x * width, y: y * height, width: w * width, height: h * height }));
}
