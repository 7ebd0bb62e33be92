/** Which placements of the sheet are chosen, as "ARTWORK:PRODUCT". */
export class Choice {
  constructor() {
    this.keys = new Set();
    this.anchor = null;
  }

  get size() {
    return this.keys.size;
  }

  toggle(key) {
    if (!this.keys.delete(key)) this.keys.add(key);
    this.anchor = key;
  }

  /** All cells of a rectangle between two, in the rows as they stand. */
  rectangle(rows, from, to) {
    const find = (key) => {
      const y = rows.findIndex((row) => row.includes(key));
      return [y < 0 ? -1 : rows[y].indexOf(key), y];
    };
    const [[x1, y1], [x2, y2]] = [find(from), find(to)];
    if (y1 < 0 || y2 < 0) return [];
    const [left, right, top, bottom] = [Math.min(x1, x2), Math.max(x1, x2), Math.min(y1, y2), Math.max(y1, y2)];
    return rows.slice(top, bottom + 1).flatMap((row) => row.slice(left, right + 1));
  }

  /** Chooses many, or none of them where all are chosen already. */
  flip(keys) {
    const all = keys.every((key) => this.keys.has(key));
    for (const key of keys) {
      if (all) this.keys.delete(key);
      else this.keys.add(key);
    }
  }
}
