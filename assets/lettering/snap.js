/**
 * Where a line of words snaps while it is dragged: its middle to the middle and the thirds of the trim, its ends to the safe area.
 *
 * @param {{ trim: number[], safe: number[] }} layout left, top, width and height of each, in the print's pixels
 * @param {number[]} box left, top, right and bottom of the line where it was taken
 * @param {number[]} by how far it was dragged, right and down
 * @param {number} near pixels within which it snaps; none where 0
 * @returns {{ by: number[], guides: [boolean, number][] }} how far it goes, and the lines it came to: whether across, and where
 */
export function snapped({ trim, safe }, box, by, near) {
  const guides = [];
  const moved = [0, 1].map((axis) => {
    const [start, end] = [box[axis] + by[axis], box[axis + 2] + by[axis]];
    const shares = [1 / 3, 1 / 2, 2 / 3].map((share) => trim[axis] + share * trim[axis + 2]);
    const wishes = [
      ...shares.map((at) => ({ at, off: at - (start + end) / 2 })),
      { at: safe[axis], off: safe[axis] - start },
      { at: safe[axis] + safe[axis + 2], off: safe[axis] + safe[axis + 2] - end },
    ].filter(({ off }) => Math.abs(off) < near);
    const best = wishes.sort((one, other) => Math.abs(one.off) - Math.abs(other.off))[0];
    if (best) guides.push([axis === 1, best.at]);
    return by[axis] + (best?.off ?? 0);
  });
  return { by: moved, guides };
}
