/** Draws the framing room's picture, window and rulers. */
import { element, set } from '../shared/svg.js';
import { drawEdges } from './edges.js';
import { paper } from './geometry.js';

/** Screen pixels left free round the picture. */
const MARGIN = 30;

/** Screen pixels of two checks, which stand for nothing. */
const CHECKS = 18;

export function drawStage(stage, layout, position, grid) {
  const { picture, upright, crop, tilt, transform, fitMode } = layout;
  const sheet = paper(layout, position);
  const [width, height] = picture;
  const { clientWidth, clientHeight } = stage;
  // Room for the picture, and for the paper where it is larger.
  const [x1, y1] = [Math.min(0, sheet.all.x), Math.min(0, sheet.all.y)];
  const [x2, y2] = [Math.max(width, sheet.all.x + sheet.all.width), Math.max(height, sheet.all.y + sheet.all.height)];
  const scale = Math.max(1e-6, Math.min((clientWidth - 2 * MARGIN) / (x2 - x1), (clientHeight - 2 * MARGIN) / (y2 - y1)));
  const left = (clientWidth / scale - (x2 - x1)) / 2;
  const top = (clientHeight / scale - (y2 - y1)) / 2;
  set(stage, { viewBox: `${x1 - left} ${y1 - top} ${clientWidth / scale} ${clientHeight / scale}` });
  set(stage.querySelector('[data-picture]'), { x: 0, y: 0, width: upright[0], height: upright[1] });
  set(stage.querySelector('[data-transform]'), { transform: transform });
  const { x, y, width: w, height: h } = crop;
  set(stage.querySelector('[data-tilt]'), { transform: tilt ? `rotate(${tilt} ${x + w / 2} ${y + h / 2})` : '' });
  // Of a tilted picture that is shown whole, only the window is printed.
  set(stage.querySelector('[data-clip]'), crop);
  set(stage.querySelector('[data-window]'), { 'clip-path': fitMode === 'whole' ? 'url(#window)' : 'none' });
  const page = stage.querySelector('[data-paper]');
  page.classList.toggle('gone', layout.edge !== 'colour' && layout.edge !== 'transparent');
  set(stage.querySelector('#nothing'), { width: CHECKS / scale, height: CHECKS / scale });
  set(page, { ...sheet.all, fill: layout.edge === 'transparent' ? 'url(#nothing)' : (layout.colour ?? 'none') });
  set(stage.querySelector('[data-clip-paper]'), sheet.all);
  drawEdges(stage.querySelector('[data-edges]'), layout, sheet.all);
  // Far enough out that a tilted picture's corners are veiled too.
  const far = width + height;
  set(stage.querySelector('[data-veil]'), {
    d: `M${-far} ${-far}h${3 * far}v${3 * far}h${-3 * far}z M${x} ${y}h${w}v${h}h${-w}z`,
  });
  stage.querySelector('[data-veil]').classList.toggle('gone', fitMode === 'whole');
  set(stage.querySelector('[data-crop]'), sheet.all);
  set(stage.querySelector('[data-trim]'), sheet.trim);
  const round = stage.querySelector('[data-wrap]');
  round.classList.toggle('gone', !sheet.wrap);
  if (sheet.wrap) set(round, { d: folds(sheet) });
  const inner = stage.querySelector('[data-safe]');
  inner.classList.toggle('gone', !sheet.safe);
  if (sheet.safe) set(inner, sheet.safe);
  drawPieces(stage.querySelector('[data-pieces]'), sheet);
  drawWords(stage.querySelector('[data-words]'), layout.words, sheet.all);
  drawBoxes(stage.querySelector('[data-boxes]'), layout);
  drawGrid(stage.querySelector('[data-grid]'), crop, grid);
  stage.querySelector('[data-grips]').replaceChildren(
    ...(fitMode === 'whole'
      ? []
      : [
          [0, 0],
          [1, 0],
          [0, 1],
          [1, 1],
        ]
    ).flatMap(([right, low]) => {
      const corner = [x + right * w, y + low * h];
      const reach = square(corner, 24 / scale, `grip-reach ${right === low ? 'falling' : 'rising'}`);
      reach.dataset.corner = `${right} ${low}`;
      return [square(corner, 9 / scale, 'grip'), reach];
    }),
  );
  return sheet;
}

/** The frame's back edge, and the corners that are folded behind it. */
function folds({ trim, wrap }) {
  const [right, low] = [trim.x + trim.width, trim.y + trim.height];
  const [outerRight, outerLow] = [wrap.x + wrap.width, wrap.y + wrap.height];
  const frame = `M${wrap.x} ${wrap.y}H${outerRight}V${outerLow}H${wrap.x}z`;
  const corners = [
    [wrap.x, wrap.y, trim.x, trim.y],
    [outerRight, wrap.y, right, trim.y],
    [wrap.x, outerLow, trim.x, low],
    [outerRight, outerLow, right, low],
  ];
  return frame + corners.map(([x, y, toX, toY]) => `M${x} ${y}L${toX} ${toY}`).join('');
}

/** @param {number[]} centre */
function square(centre, side, name) {
  const [x, y] = centre;
  return element('rect', { x: x - side / 2, y: y - side / 2, width: side, height: side, class: name });
}

/** The pieces that a picture goes over, with the gaps between them dimmed, and what goes round each. */
function drawPieces(place, { trim, pieces, sides }) {
  const path = ({ x, y, width, height }) => `M${x} ${y}h${width}v${height}h${-width}z`;
  place.replaceChildren(
    ...(pieces.length
      ? [
          element('path', { d: path(trim) + pieces.map(path).join(''), 'fill-rule': 'evenodd', class: 'gaps' }),
          ...sides.map((wrap, i) => element('path', { d: folds({ trim: pieces[i], wrap }), class: 'wrap' })),
          ...pieces.map((one) => element('path', { d: path(one), class: 'piece' })),
        ]
      : []),
  );
}

/** Words on the print, in thousandths of the paper's width. */
function drawWords(place, words, paper) {
  set(place, { transform: `translate(${paper.x} ${paper.y}) scale(${paper.width / 1000})` });
  place.replaceChildren(
    ...words.flatMap(({ d, fill, stroke, width }) => [
      ...(width ? [element('path', { d, fill: stroke, stroke, 'stroke-width': width, 'stroke-linejoin': 'round' })] : []),
      element('path', { d, fill }),
    ]),
  );
}

/** What must stay, or the guess of it, tilted with the picture. */
function drawBoxes(place, { picture, crop, tilt, keep, focus }) {
  set(place, { transform: tilt ? `rotate(${tilt} ${crop.x + crop.width / 2} ${crop.y + crop.height / 2})` : '' });
  const boxes = keep.length ? keep.map((box) => [box, 'keep']) : focus ? [[focus, 'guess']] : [];
  place.replaceChildren(
    ...boxes.map(([[x, y, width, height], name]) =>
      element('rect', {
        x: x * picture[0],
        y: y * picture[1],
        width: width * picture[0],
        height: height * picture[1],
        class: name,
      }),
    ),
  );
}

/** Lines at shares of the window: thirds, or the middle. */
function drawGrid(place, { x, y, width, height }, grid) {
  const shares = { thirds: [1 / 3, 2 / 3], centre: [1 / 2] }[grid] ?? [];
  place.replaceChildren(
    ...shares
      .flatMap((share) => [`M${x + share * width} ${y}v${height}`, `M${x} ${y + share * height}h${width}`])
      .map((d) => element('path', { d })),
  );
}

/** Rulers along the trim in the person's unit, to scale with the print. */
export function drawRulers(across, down, stage, layout, sheet, unit) {
  const matrix = stage.getScreenCTM();
  if (!matrix) return;
  const zoom = layout.fitMode === 'whole' ? Math.min(1, layout.zoom) : 1;
  const perInch = layout.crop.width / (layout.paper.inches * zoom);
  const perUnit = perInch / { in: 1, cm: 2.54, mm: 25.4 }[unit];
  const scale = matrix.a;
  // The finest whole step, from tenths up, whose ticks stay readable.
  const step = [0.125, 0.25, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500].find((one) => one * perUnit * scale >= 6) ?? 1000;
  const labels =
    [1, 2, 4, 8, 10, 20, 40, 80, 100]
      .map((times) => step * times)
      .find((one) => one * perUnit * scale >= 44 && Number.isInteger(one)) ?? step * 100;
  const origin = stage.getBoundingClientRect();
  const point = new DOMPoint(sheet.trim.x, sheet.trim.y).matrixTransform(matrix);
  rule(
    across,
    point.x - across.getBoundingClientRect().left,
    sheet.trim.width * scale,
    step * perUnit * scale,
    step,
    labels,
    true,
  );
  rule(down, point.y - origin.top, sheet.trim.height * scale, step * perUnit * scale, step, labels, false);
}

function rule(svg, from, extent, gap, step, labels, isAcross) {
  const parts = [];
  const count = Math.min(2000, Math.floor(extent / gap + 1e-6));
  for (let i = 0; i <= count; i += 1) {
    const at = from + i * gap;
    const value = i * step;
    const isLabel = Math.abs(value / labels - Math.round(value / labels)) < 1e-9;
    const reach = isLabel ? 4 : 15;
    parts.push(element('line', isAcross ? { x1: at, x2: at, y1: reach, y2: 22 } : { y1: at, y2: at, x1: reach, x2: 22 }));
    if (isLabel) parts.push(element('text', isAcross ? { x: at + 3, y: 10 } : { x: 2, y: at + 10 }, String(value)));
  }
  svg.replaceChildren(...parts);
}
