/**
 * The planner's formula for where a crop window lies, so that the page can draw it while the hand moves. Core/Fit/CropFinder
 * is the rule; a test holds the two against each other over thousands of cases.
 */

/** As in Core/Fit/Framing: the window is never smaller than a 64th of the largest. */
const CLOSEST = 64;

/** Half away from zero; all values here are positive or clamped to be. */
const whole = (value) => (value < 0 ? -Math.floor(-value + 0.5) : Math.floor(value + 0.5));

export const limited = (zoom) => Math.min(CLOSEST, Math.max(1, zoom));

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
  const zoom = limited(wish.zoom * factor);
  const real = wish.zoom / zoom;
  const [px, py] = around ? [around[0] / picture[0], around[1] / picture[1]] : [wish.x, wish.y];
  return { x: px + (wish.x - px) * real, y: py + (wish.y - py) * real, zoom };
}

/** A corner pulled to a point while the opposite one stays: corner is [1 for right, 1 for low]. */
export function pulled({ picture, full }, crop, [right, low], [x, y]) {
  const fixed = [crop.x + (1 - right) * crop.width, crop.y + (1 - low) * crop.height];
  const share = Math.max(Math.abs(x - fixed[0]) / full[0], Math.abs(y - fixed[1]) / full[1]);
  const zoom = limited(1 / Math.max(1e-6, share));
  const [width, height] = full.map((side) => side / zoom);
  return { x: (fixed[0] + (right - 0.5) * width) / picture[0], y: (fixed[1] + (low - 0.5) * height) / picture[1], zoom };
}
