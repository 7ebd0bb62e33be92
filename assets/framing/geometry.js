/**
 * The planner's formula for where a crop window lies, so that the page can draw it while the hand moves. Core/Fit/CropFinder
 * is the rule; a test holds the two against each other over thousands of cases.
 */

/** Half away from zero; all values here are positive or clamped to be. */
const whole = (value) => (value < 0 ? -Math.floor(-value + 0.5) : Math.floor(value + 0.5));

const start = (centre, extent, pixels) => Math.max(0, Math.min(pixels - extent, whole(centre - extent / 2)));

/** @returns {{x: number, y: number, width: number, height: number}} in whole pixels of the picture */
export function placed({ picture, full }, { x, y, zoom }) {
  const width = Math.max(1, Math.min(picture[0], whole(full[0] / zoom)));
  const height = Math.max(1, Math.min(picture[1], whole(full[1] / zoom)));
  const inside = (value) => Math.min(1, Math.max(0, value));
  return { x: start(inside(x) * picture[0], width, picture[0]), y: start(inside(y) * picture[1], height, picture[1]), width, height };
}

/** Zooms by a factor; the point under the pointer stays where it is. Without one, the centre does. */
export function zoomed({ picture }, wish, factor, around = null) {
  const zoom = Math.min(64, Math.max(1, wish.zoom * factor));
  const real = wish.zoom / zoom;
  const [px, py] = around ? [around[0] / picture[0], around[1] / picture[1]] : [wish.x, wish.y];
  return { x: px + (wish.x - px) * real, y: py + (wish.y - py) * real, zoom };
}
