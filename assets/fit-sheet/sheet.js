import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { Choice } from './choice.js';

const STEPS = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] };

/** The sheet: the keyboard goes from placement to placement, the docket beside it follows, rows arrive as needed. */
export default () => ({
  here: null,
  timer: 0,
  isLoading: false,
  chosen: 0,
  choice: null,
  sweeping: null,
  init() {
    const choice = new Choice();
    const found = { body: this.$refs.body, docket: this.$refs.docket, root: this.$root };
    // Kept out of Alpine's sight: neither elements nor the set are to be watched.
    this.choice = () => choice;
    this.dom = () => found;
    const first = this.cells()[0]?.[0];
    if (first) this.mark(first);
    document.addEventListener('keydown', (event) => {
      if (event.key === '/' && !isWriting(event)) {
        event.preventDefault();
        document.getElementById('find')?.focus();
      }
    });
    document.addEventListener('pointerup', () => {
      this.sweeping = null;
    });
    if (new URLSearchParams(location.search).has('paper')) window.print();
    this.scrolled();
  },
  dom: null,
  submit() {
    this.$el.form.requestSubmit();
  },
  cells() {
    return [...this.dom().body.rows].map((row) => [...row.querySelectorAll('.cell > a')]).filter((row) => row.length);
  },
  keys() {
    return this.cells().map((row) => row.map((link) => link.parentElement.dataset.cell));
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
    if (answer.ok && this.here === link) this.dom().docket.innerHTML = await answer.text();
  },
  key(event) {
    if (isWriting(event) || event.altKey) return;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'a') {
      event.preventDefault();
      this.all();
      return;
    }
    if (event.ctrlKey || event.metaKey || !event.target.closest('.cell')) return;
    const rows = this.cells();
    const y = rows.findIndex((row) => row.includes(this.here));
    const x = y < 0 ? 0 : rows[y].indexOf(this.here);
    if (STEPS[event.key]) {
      const [down, right] = STEPS[event.key];
      const from = this.choice().anchor ?? this.here.parentElement.dataset.cell;
      this.go(event, rows[Math.min(rows.length - 1, Math.max(0, y + down))], x + right);
      if (event.shiftKey) this.span(from, this.here.parentElement.dataset.cell);
      else this.choice().anchor = null;
    } else if (event.key === 'Home') this.go(event, rows[y], 0);
    else if (event.key === 'End') this.go(event, rows[y], rows[y].length - 1);
    else if (event.key.toLowerCase() === 's') this.toggleChosen(this.here.parentElement.dataset.cell);
    else if (event.key === 'Escape' && this.chosen) {
      event.preventDefault();
      this.clear();
    } else if (event.key.toLowerCase() === 'x') {
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
  // Choosing: a click with Ctrl or Shift, a drag across cells, and the heads of rows, columns and families.
  press(event) {
    const cell = event.target.closest('.cell');
    if (cell && event.button === 0 && !event.ctrlKey && !event.metaKey && !event.shiftKey) this.sweeping = cell.dataset.cell;
  },
  sweep(event) {
    const cell = event.target.closest('.cell');
    if (!cell || !this.sweeping || event.buttons !== 1 || cell.dataset.cell === this.sweeping) return;
    this.span(this.sweeping, cell.dataset.cell);
    this.swept = true;
  },
  swept: false,
  click(event) {
    const cell = event.target.closest('.cell');
    const head = event.target.closest('.head, .art');
    if (this.swept) {
      this.swept = false;
      event.preventDefault();
      event.stopPropagation();
    } else if (cell && (event.ctrlKey || event.metaKey || event.shiftKey)) {
      event.preventDefault();
      event.stopPropagation();
      if (event.shiftKey) this.span(this.choice().anchor ?? this.here.parentElement.dataset.cell, cell.dataset.cell);
      else this.toggleChosen(cell.dataset.cell);
    } else if (head) this.chooseBy(head);
  },
  async chooseBy(head) {
    const { column, family } = head.dataset;
    if (!column && !family) {
      this.choose([...head.closest('tr').querySelectorAll('.cell')].map((cell) => cell.dataset.cell));
      return;
    }
    await this.rest();
    const codes = column ? [column] : [...this.dom().root.querySelectorAll(`[data-of="${CSS.escape(family)}"]`)].map((one) => one.dataset.column);
    this.choose(this.keys().flat().filter((key) => codes.includes(key.slice(key.indexOf(':') + 1))));
  },
  async all() {
    await this.rest();
    this.choose(this.keys().flat());
  },
  choose(keys) {
    this.choice().flip(keys);
    this.paint();
  },
  toggleChosen(key) {
    this.choice().toggle(key);
    this.paint();
  },
  span(from, to) {
    this.choice().anchor = from;
    for (const key of this.choice().rectangle(this.keys(), from, to)) this.choice().keys.add(key);
    this.paint();
  },
  clear() {
    this.choice().keys.clear();
    this.choice().anchor = null;
    this.paint();
  },
  paint() {
    this.chosen = this.choice().size;
    for (const cell of this.dom().body.querySelectorAll('.cell')) cell.classList.toggle('chosen', this.choice().keys.has(cell.dataset.cell));
  },
  get hasChosen() {
    return this.chosen > 0;
  },
  get chosenLabel() {
    return `${this.chosen} chosen`;
  },
  actChosen() {
    const { actName } = this.$el.dataset;
    const value = this.$el.value ?? '';
    if (this.$el.matches('select')) {
      if (!value) return;
      this.$el.value = '';
    }
    this.doTo(actName, value);
  },
  copyHere() {
    this.doTo('copy', this.here.parentElement.dataset.cell);
  },
  async doTo(name, value) {
    try {
      await act(this.dom().root.dataset.act, { act: name, value, cells: [...this.choice().keys] });
      await this.again();
      say('Done. Ctrl Z takes it back.');
    } catch (error) {
      say(error.message, true);
    }
  },
  /** The rows that are there, as they are now. */
  async again() {
    const here = this.here?.parentElement.dataset.cell;
    const count = this.dom().body.querySelectorAll('tr[data-artwork]').length;
    const answer = await fetch(`${this.rowsUrl()}from=0&count=${count}`, { headers: { Accept: 'text/html' } });
    if (!answer.ok) return;
    this.dom().body.innerHTML = await answer.text();
    this.here = null;
    const link = this.dom().body.querySelector(`[data-cell="${CSS.escape(here ?? '')}"] > a`) ?? this.cells()[0]?.[0];
    if (link) {
      this.mark(link);
      this.show(link);
    }
    this.paint();
  },
  rowsUrl() {
    const url = this.dom().root.dataset.rows;
    return url + (url.includes('?') ? '&' : '?');
  },
  leaveOut() {
    this.toggle(this.$el.dataset.url);
  },
  async toggle(url) {
    const link = this.dom().body.querySelector(`[data-leave-out="${CSS.escape(url)}"]`);
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
    const more = this.dom().body.querySelector('[data-more]');
    if (more && more.getBoundingClientRect().top < window.innerHeight + 600) this.more();
  },
  async more() {
    const row = this.dom().body.querySelector('[data-more]');
    if (!row || this.isLoading) return;
    this.isLoading = true;
    try {
      const answer = await fetch(`${this.rowsUrl()}from=${row.dataset.more}`, { headers: { Accept: 'text/html' } });
      if (answer.ok) row.outerHTML = await answer.text();
      this.paint();
    } finally {
      this.isLoading = false;
    }
  },
  /** All rows that have not arrived yet. */
  async rest() {
    while (this.dom().body.querySelector('[data-more]') && !this.isLoading) await this.more();
  },
});
