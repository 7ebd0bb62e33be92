import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';

const STEPS = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] };

/** The sheet: the keyboard goes from placement to placement, the docket beside it follows, rows arrive as needed. */
export default () => ({
  here: null,
  timer: 0,
  isLoading: false,
  init() {
    const first = this.cells()[0]?.[0];
    if (first) this.mark(first);
    document.addEventListener('keydown', (event) => {
      if (event.key === '/' && !isWriting(event)) {
        event.preventDefault();
        document.getElementById('find')?.focus();
      }
    });
    this.scrolled();
  },
  cells() {
    return [...this.$refs.body.rows].map((row) => [...row.querySelectorAll('.cell > a')]).filter((row) => row.length);
  },
  focused(event) {
    const link = event.target.closest('.cell > a');
    if (link) this.mark(link);
  },
  mark(link) {
    if (this.here) {
      this.here.tabIndex = -1;
      this.here.closest('td')?.classList.remove('here');
    }
    const isFirst = this.here === null;
    this.here = link;
    link.tabIndex = 0;
    link.closest('td').classList.add('here');
    if (isFirst) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.show(link), 90);
  },
  async show(link) {
    const answer = await fetch(link.dataset.docket, { headers: { Accept: 'text/html' } });
    if (answer.ok && this.here === link) this.$refs.docket.innerHTML = await answer.text();
  },
  key(event) {
    if (isWriting(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    const rows = this.cells();
    const y = rows.findIndex((row) => row.includes(this.here));
    const x = y < 0 ? 0 : rows[y].indexOf(this.here);
    if (STEPS[event.key]) {
      const [down, right] = STEPS[event.key];
      this.go(event, rows[Math.min(rows.length - 1, Math.max(0, y + down))], x + right);
    } else if (event.key === 'Home') this.go(event, rows[y], 0);
    else if (event.key === 'End') this.go(event, rows[y], rows[y].length - 1);
    else if (event.key.toLowerCase() === 'x') {
      event.preventDefault();
      this.toggle(this.here.dataset.leaveOut);
    }
  },
  go(event, row, x) {
    event.preventDefault();
    const link = row?.[Math.min(row.length - 1, Math.max(0, x))];
    link?.focus();
    link?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  },
  leaveOut() {
    this.toggle(this.$el.dataset.url);
  },
  async toggle(url) {
    const link = this.$refs.body.querySelector(`[data-leave-out="${CSS.escape(url)}"]`);
    try {
      const html = await (await act(url)).text();
      const place = document.createElement('tbody');
      place.innerHTML = `<tr>${html}</tr>`;
      const cell = place.querySelector('td');
      link.closest('td').replaceWith(cell);
      this.here = null;
      this.mark(cell.querySelector('a'));
      cell.querySelector('a').focus();
      this.show(cell.querySelector('a'));
    } catch (error) {
      say(error.message, true);
    }
  },
  scrolled() {
    const more = this.$refs.body.querySelector('[data-more]');
    if (more && more.getBoundingClientRect().top < window.innerHeight + 600) this.more();
  },
  async more() {
    const row = this.$refs.body.querySelector('[data-more]');
    if (!row || this.isLoading) return;
    this.isLoading = true;
    try {
      const answer = await fetch(`${this.$root.dataset.rows}&from=${row.dataset.more}`, { headers: { Accept: 'text/html' } });
      if (answer.ok) row.outerHTML = await answer.text();
    } finally {
      this.isLoading = false;
    }
  },
});
