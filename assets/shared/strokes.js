/** Strokes of marks, as they travel: points and radius in ten thousandths of the picture's sides and of its long side. */
export const TEN_THOUSANDTHS = 1e4;

/** A place of the pointer on the drawing of the whole picture. */
export function pointOn(svg, event) {
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
  return [at.x, at.y];
}

/**
 * The stroke that a hand drew over a picture; of its points every second one is kept.
 *
 * @param {number[][]} points  in the picture's pixels
 * @param {number}     radius  of the brush
 * @param {boolean}    away    whether it takes away
 * @param {number[]}   picture its pixels across and down
 */
export function strokeOf(points, radius, away, picture) {
  const [width, height] = picture;
  const kept = points.filter((_point, i) => i === 0 || i === points.length - 1 || i % 2 === 0);
  return {
    away,
    points: kept.map(([x, y]) => [Math.round((x / width) * TEN_THOUSANDTHS), Math.round((y / height) * TEN_THOUSANDTHS)]),
    radius: Math.round((radius / Math.max(width, height)) * TEN_THOUSANDTHS),
  };
}

/** The path of a stroke that is being drawn; a dab is a line of no length. */
export const pathOf = (points) => `M${points.map((point) => point.join(' ')).join('L')}${points.length === 1 ? 'h.01' : ''}`;
