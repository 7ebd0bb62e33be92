// Rows are asked for when the end of those that are there comes nearer than this.
const AHEAD = '1600px';

const parsed = (html) => {
  const place = document.createElement('table');
  place.innerHTML = html;
  return place;
};

/** The sheet's table as it stands in the page: bodies of a few rows, which arrive as they are needed. */
export class Table {
  constructor(root) {
    this.root = root;
    this.element = root.querySelector('.sheet table');
    this.isLoading = false;
  }

  get rows() {
    return [...this.element.querySelectorAll('tr[data-artwork]')];
  }

  static cells(row) {
    return [...row.querySelectorAll('.cell')];
  }

  /** "ARTWORK:PRODUCT" of every placement, row by row. */
  keys() {
    return this.rows.map((row) => Table.cells(row).map((cell) => cell.dataset.cell));
  }

  cell(key) {
    return this.element.querySelector(`.cell[data-cell="${CSS.escape(key ?? '')}"]`);
  }

  first() {
    return this.element.querySelector('.cell');
  }

  /** The placement so many rows further down and columns further right, or the outermost there is. */
  from(cell, down, right) {
    const rows = this.rows;
    const y = rows.indexOf(cell.closest('tr')) + down;
    const cells = Table.cells(rows[Math.min(rows.length - 1, Math.max(0, y))]);
    return cells[Math.min(cells.length - 1, Math.max(0, Table.cells(cell.closest('tr')).indexOf(cell) + right))];
  }

  async fetched(query) {
    const url = this.root.dataset.rows;
    const answer = await fetch(url + (url.includes('?') ? '&' : '?') + query, { headers: { Accept: 'text/html' } });
    return answer.ok ? parsed(await answer.text()) : null;
  }

  get next() {
    return this.element.querySelector('[data-more]');
  }

  /** Lets rows arrive as the sheet is scrolled towards their end; says so each time. */
  follow(arrived) {
    const watch = new IntersectionObserver(
      async ([{ isIntersecting }]) => {
        if (!isIntersecting || !(await this.more())) return;
        arrived();
        watch.disconnect();
        if (this.next) watch.observe(this.next);
      },
      { root: this.element.parentElement, rootMargin: AHEAD },
    );
    if (this.next) watch.observe(this.next);
  }

  /** @returns whether rows arrived */
  async more() {
    const { next } = this;
    if (!next || this.isLoading) return false;
    this.isLoading = true;
    try {
      const found = await this.fetched(`from=${next.dataset.more}`);
      if (found) next.replaceWith(...found.children);
      return found !== null;
    } finally {
      this.isLoading = false;
    }
  }

  /** All rows that have not arrived yet. */
  async rest() {
    while (this.next && (await this.more()));
  }

  /** Shows some artworks' rows as they are now. */
  async renew(artworks) {
    const there = artworks.filter((artwork) => this.element.querySelector(`tr[data-artwork="${artwork}"]`));
    if (!there.length) return;
    const found = await this.fetched(`only=${there.join(',')}`);
    for (const row of found?.querySelectorAll('tr[data-artwork]') ?? [])
      this.element.querySelector(`tr[data-artwork="${row.dataset.artwork}"]`)?.replaceWith(row);
  }
}
