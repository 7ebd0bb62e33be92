/** Draws what is round a picture on its paper as it will be printed: mirrored, continued or blurred. */
import { element } from '../shared/svg.js';

/** The blurred ground's softness as a share of the picture's long side, as the print's is. */
const BLUR = 0.035;

/** A piece of the picture stretched to a place on the paper; nothing where either is empty. */
function piece(place, part, fit = 'none') {
  if ([place.width, place.height, part.width, part.height].some((side) => side <= 1e-6)) return null;
  const { x, y, width, height } = place;
  return element(
    'svg',
    { x, y, width, height, viewBox: `${part.x} ${part.y} ${part.width} ${part.height}`, preserveAspectRatio: fit },
    element('use', { href: '#picture' }),
  );
}

/** How the copies lie along one side: every other one is mirrored; the picture itself is none of them. */
function copies(start, side, from, extent) {
  const before = Math.ceil((start - from) / side - 1e-6);
  const after = Math.ceil((from + extent - start - side) / side - 1e-6);
  return Array.from({ length: before + after + 1 }, (_, i) => i - before).map((i) =>
    i % 2 ? { move: 2 * start + (i + 1) * side, scale: -1, i } : { move: i * side, scale: 1, i },
  );
}

function mirrored(crop, sheet) {
  const down = copies(crop.y, crop.height, sheet.y, sheet.height);
  return copies(crop.x, crop.width, sheet.x, sheet.width).flatMap((x) =>
    down
      .filter((y) => x.i || y.i)
      .map((y) => element('g', { transform: `translate(${x.move} ${y.move}) scale(${x.scale} ${y.scale})` }, piece(crop, crop))),
  );
}

function continued(crop, sheet) {
  const spans = (start, side, from, extent) => [
    { at: from, reach: start - from, cut: start, of: 1 },
    { at: start, reach: side, cut: start, of: side },
    { at: start + side, reach: from + extent - start - side, cut: start + side - 1, of: 1 },
  ];
  const columns = spans(crop.x, crop.width, sheet.x, sheet.width);
  const rows = spans(crop.y, crop.height, sheet.y, sheet.height);
  return columns.flatMap((column, i) =>
    rows.map((row, j) =>
      i === 1 && j === 1
        ? null
        : piece(
            { x: column.at, y: row.at, width: column.reach, height: row.reach },
            { x: column.cut, y: row.cut, width: column.of, height: row.of },
          ),
    ),
  );
}

function blurred(crop, sheet) {
  const scale = Math.max(sheet.width / crop.width, sheet.height / crop.height);
  const soft = element(
    'filter',
    { id: 'soft' },
    element('feGaussianBlur', { stdDeviation: BLUR * Math.max(crop.width, crop.height) * scale }),
  );
  const ground = () => piece(sheet, crop, 'xMidYMid slice');
  // Twice, since the blur fades out along the paper's edge; the picture itself lies on top.
  return [soft, ground(), element('g', { filter: 'url(#soft)' }, ground()), piece(crop, crop)];
}

function coloured(crop, sheet, colour) {
  const outside = `M${sheet.x} ${sheet.y}h${sheet.width}v${sheet.height}h${-sheet.width}z`;
  const hole = `M${crop.x} ${crop.y}v${crop.height}h${crop.width}v${-crop.height}z`;
  return [element('path', { d: `${outside} ${hole}`, fill: colour })];
}

const MAKERS = { mirrored, continued, blurred };

export function drawEdges(place, { crop, edge, fitMode, colour }, sheet) {
  // Round a whole picture the paper itself has the colour.
  const made = edge === 'colour' && fitMode !== 'whole' ? coloured(crop, sheet, colour) : MAKERS[edge]?.(crop, sheet);
  place.replaceChildren(...(made ?? []).filter(Boolean));
}
