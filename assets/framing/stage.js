/** Draws the framing room's picture, window and rulers. */

const set = (element, attributes) => {
  for (const [name, value] of Object.entries(attributes)) element.setAttribute(name, value);
};
const SVG = 'http://www.w3.org/2000/svg';

/** Screen pixels left free round the picture. */
const MARGIN = 34;

export function drawStage(stage, { picture, crop, trim, safe }) {
  const [width, height] = picture;
  const { clientWidth, clientHeight } = stage;
  const scale = Math.max(1e-6, Math.min((clientWidth - 2 * MARGIN) / width, (clientHeight - 2 * MARGIN) / height));
  const left = (clientWidth / scale - width) / 2;
  const top = (clientHeight / scale - height) / 2;
  set(stage, { viewBox: `${-left} ${-top} ${clientWidth / scale} ${clientHeight / scale}` });
  set(stage.querySelector('[data-picture]'), { x: 0, y: 0, width, height });
  const { x, y, width: w, height: h } = crop;
  set(stage.querySelector('[data-veil]'), { d: `M0 0h${width}v${height}h${-width}z M${x} ${y}h${w}v${h}h${-w}z` });
  set(stage.querySelector('[data-crop]'), crop);
  set(stage.querySelector('[data-trim]'), { x: x + trim.x, y: y + trim.y, width: trim.width, height: trim.height });
  const inner = stage.querySelector('[data-safe]');
  inner.classList.toggle('gone', !safe);
  if (safe) set(inner, { x: x + safe.x, y: y + safe.y, width: safe.width, height: safe.height });
  stage.querySelector('[data-grips]').replaceChildren(...[[0, 0], [1, 0], [0, 1], [1, 1]].flatMap(([right, low]) => {
    const corner = [x + right * w, y + low * h];
    const reach = square(corner, 24 / scale, `grip-reach ${right === low ? 'falling' : 'rising'}`);
    reach.dataset.corner = `${right} ${low}`;
    return [square(corner, 9 / scale, 'grip'), reach];
  }));
}

function square([x, y], side, name) {
  const rect = document.createElementNS(SVG, 'rect');
  set(rect, { x: x - side / 2, y: y - side / 2, width: side, height: side, class: name });
  return rect;
}

/** Rulers along the window's trim in the person's unit, to scale with the print. */
export function drawRulers(across, down, stage, { crop, trim, perInch }, unit) {
  const matrix = stage.getScreenCTM();
  if (!matrix) return;
  const perUnit = perInch / { in: 1, cm: 2.54, mm: 25.4 }[unit];
  const scale = matrix.a;
  // The finest whole step, from tenths up, whose ticks stay readable.
  const step = [0.125, 0.25, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500].find((one) => one * perUnit * scale >= 6) ?? 1000;
  const labels = [1, 2, 4, 8, 10, 20, 40, 80, 100].map((times) => step * times).find((one) => one * perUnit * scale >= 44 && Number.isInteger(one)) ?? step * 100;
  const origin = stage.getBoundingClientRect();
  const point = new DOMPoint(crop.x + trim.x, crop.y + trim.y).matrixTransform(matrix);
  rule(across, point.x - across.getBoundingClientRect().left, trim.width * scale, step * perUnit * scale, step, labels, true);
  rule(down, point.y - origin.top, trim.height * scale, step * perUnit * scale, step, labels, false);
}

function rule(svg, from, extent, gap, step, labels, isAcross) {
  const parts = [];
  const count = Math.min(2000, Math.floor(extent / gap + 1e-6));
  for (let i = 0; i <= count; i += 1) {
    const at = from + i * gap;
    const value = i * step;
    const isLabel = Math.abs(value / labels - Math.round(value / labels)) < 1e-9;
    const line = document.createElementNS(SVG, 'line');
    const reach = isLabel ? 4 : 15;
    set(line, isAcross ? { x1: at, x2: at, y1: reach, y2: 22 } : { y1: at, y2: at, x1: reach, x2: 22 });
    parts.push(line);
    if (isLabel) {
      const text = document.createElementNS(SVG, 'text');
      set(text, isAcross ? { x: at + 3, y: 10 } : { x: 2, y: at + 10 });
      text.textContent = String(value);
      parts.push(text);
    }
  }
  svg.replaceChildren(...parts);
}
