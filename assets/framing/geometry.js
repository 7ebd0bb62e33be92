/**
 * The planner's formulas for where a crop window lies, so that the page can draw it while the hand moves. Core/Fit's
 * CropFinder and RotatedCropGeometry are the rule; a test holds the two against each other over thousands of cases.
 */

/** As in Core/Fit/CropPosition. */
const CLOSEST = 64;
const WIDEST = 0.25;

/** How near or far a window may be; a whole picture only gets smaller. */
export const limited = (zoom, fitMode = 'fill') =>
  fitMode === 'whole' ? Math.min(1, Math.max(WIDEST, zoom)) : Math.min(CLOSEST, Math.max(1, zoom));

/** Half away from zero. */
const whole = (value) => (value < 0 ? -Math.floor(-value + 0.5) : Math.floor(value + 0.5));

const inside = (value) => Math.min(1, Math.max(0, value));

/** First and last place of a window's corner on one axis. */
function range(pixels, reach, side, tilt) {
  const hang = (reach - side) / 2;
  const slack = tilt === 0 ? 1e-9 : 0.5;
  return [Math.ceil(hang - slack), Math.floor(pixels - side - hang + slack)];
}

/** @type {(centre: number, extent: number, places: number[]) => number} */
const start = (centre, extent, [first, last]) => Math.max(first, Math.min(last, whole(centre - extent / 2)));

/** @returns {{x: number, y: number, width: number, height: number}} in whole pixels of the transformed picture */
export function placed({ picture, full, tilt = 0 }, { x, y, zoom }) {
  const [cos, sin] = [Math.cos((tilt * Math.PI) / 180), Math.abs(Math.sin((tilt * Math.PI) / 180))];
  const side = (i) =>
    tilt === 0 ? Math.max(1, Math.min(picture[i], whole(full[i] / zoom))) : Math.max(1, Math.floor(full[i] / zoom + 1e-9));
  const [width, height] = [side(0), side(1)];
  return {
    x: start(inside(x) * picture[0], width, range(picture[0], width * cos + height * sin, width, tilt)),
    y: start(inside(y) * picture[1], height, range(picture[1], width * sin + height * cos, height, tilt)),
    width,
    height,
  };
}

/** Zooms by a factor; the point under the pointer stays where it is. Without one, the centre does. */
export function zoomed({ picture }, position, factor, around = null) {
  const zoom = limited(position.zoom * factor);
  const real = position.zoom / zoom;
  const [px, py] = around ? [around[0] / picture[0], around[1] / picture[1]] : [position.x, position.y];
  return { x: px + (position.x - px) * real, y: py + (position.y - py) * real, zoom };
}

/** A corner pulled to a point while the opposite one stays: corner is [1 for right, 1 for low]. */
export function pulled({ picture, full }, crop, [right, low], [x, y]) {
  const fixed = [crop.x + (1 - right) * crop.width, crop.y + (1 - low) * crop.height];
  const share = Math.max(Math.abs(x - fixed[0]) / full[0], Math.abs(y - fixed[1]) / full[1]);
  const zoom = limited(1 / Math.max(1e-6, share));
  const [width, height] = full.map((side) => side / zoom);
  return { x: (fixed[0] + (right - 0.5) * width) / picture[0], y: (fixed[1] + (low - 0.5) * height) / picture[1], zoom };
}

/**
 * Paper, trim, a frame's back edge and safe area in pixels of the transformed picture. On a crop they are shares of its sides;
 * round a whole picture they are pixels at its largest, and the free room of the trim says where it lies.
 */
export function paper({ fitMode, crop, paper: given }, { x, y, zoom }) {
  if (fitMode !== 'whole') {
    const box = (part) =>
      part && {
        x: crop.x + part[0] * crop.width,
        y: crop.y + part[1] * crop.height,
        width: part[2] * crop.width,
        height: part[3] * crop.height,
      };
    return boxes(given, box);
  }
  const scale = 1 / limited(zoom, fitMode);
  const [left, top, width, height] = given.trim.map((side) => side * scale);
  const origin = [crop.x - left - (width - crop.width) * inside(x), crop.y - top - (height - crop.height) * inside(y)];
  const box = (part) =>
    part && { x: origin[0] + part[0] * scale, y: origin[1] + part[1] * scale, width: part[2] * scale, height: part[3] * scale };
  return boxes(given, box);
}

/** @type {(given: any, box: (part: number[]) => any) => any} */
function boxes(given, box) {
  const { all, trim, wrap, safe, pieces = [], sides = [] } = given;
  return { all: box(all), trim: box(trim), wrap: box(wrap), safe: box(safe), pieces: pieces.map(box), sides: sides.map(box) };
}

/** The tilt in degrees that makes a drawn line level or upright, whichever is nearer, on top of the tilt there is. */
export function levelled([x1, y1], [x2, y2], tilt) {
  let angle = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
  while (angle > 45) angle -= 90;
  while (angle < -45) angle += 90;
  return Math.min(45, Math.max(-45, Math.round((tilt - angle) * 100) / 100));
}

/**
 * A box drawn on the transformed picture, in fractions of the upright one: back through quarter turns, then the mirror.
 *
 * @param {number[]} box left, top, width, height
 */
export function upright(box, { turn, flip }) {
  const [x, y, width, height] = box;
  const back = {
    0: [x, y, width, height],
    90: [y, 1 - x - width, height, width],
    180: [1 - x - width, 1 - y - height, width, height],
    270: [1 - y - height, x, height, width],
  }[turn];
  return flip ? [1 - back[0] - back[2], ...back.slice(1)] : back;
}
