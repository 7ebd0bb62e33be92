import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { Choice } from './choice.js';
import { Table } from './table.js';

const STEPS = {
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  Home: [0, -Infinity],
  End: [0, Infinity],
};
// A docket follows the keyboard after a rest of so many ms.
const REST = 90;

/** The sheet: the keyboard goes from placement to placement, the docket beside it follows, rows arrive as needed. */
export default () => ({
  timer: 0,
  chosen: 0,
  swept: false,
  sweeping: null,
  // Functions, so that Alpine watches neither elements nor sets: the table, the choice, the cell one is at.
  table: null,
  choice: null,
  here: null,
  init() {
    const table = new Table(this.$root);
    const choice = new Choice();
    const docket = this.$refs.docket;
    this.table = () => table;
    this.choice = () => choice;
    this.docket = () => docket;
    this.here = () => null;
    if (table.first()) this.mark(table.first());
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
    table.follow(() => this.paint());
  },
  docket: null,
  submit() {
    this.$el.form.requestSubmit();
  },
  focused(event) {
    const cell = event.target.closest('.cell');
    if (cell) this.mark(cell);
  },
  mark(cell) {
    const before = this.here();
    if (before) {
      before.querySelector('a').tabIndex = -1;
      before.classList.remove('here');
    }
    this.here = () => cell;
    cell.querySelector('a').tabIndex = 0;
    cell.classList.add('here');
    if (!before) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.show(cell), REST);
  },
  async show(cell) {
    const [artwork, product] = cell.dataset.cell.split(/:(.*)/s);
    const answer = await fetch(`${this.table().root.dataset.docket}/${artwork}/${encodeURIComponent(product)}`, {
      headers: { Accept: 'text/html' },
    });
    if (answer.ok && this.here() === cell) this.docket().innerHTML = await answer.text();
  },
  key(event) {
    if (isWriting(event) || event.altKey) return;
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (event.ctrlKey || event.metaKey) {
      if (key !== 'a') return;
      event.preventDefault();
      this.all();
    } else if (!event.target.closest('.cell')) return;
    else if (STEPS[key]) this.step(event, ...STEPS[key]);
    else if (key === 's') this.toggleChosen(this.here().dataset.cell);
    else if (key === 'Escape' && this.chosen) {
      event.preventDefault();
      this.clear();
    } else if (key === 'x') {
      event.preventDefault();
      this.leaveOut();
    }
  },
  step(event, down, right) {
    event.preventDefault();
    const from = this.choice().anchor ?? this.here().dataset.cell;
    const cell = this.table().from(this.here(), down, right);
    cell.querySelector('a').focus();
    cell.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    if (event.shiftKey) this.span(from, cell.dataset.cell);
    else this.choice().anchor = null;
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
      if (event.shiftKey) this.span(this.choice().anchor ?? this.here().dataset.cell, cell.dataset.cell);
      else this.toggleChosen(cell.dataset.cell);
    } else if (head) this.chooseBy(head);
  },
  async chooseBy(head) {
    const { column, family } = head.dataset;
    if (!column && !family) {
      this.choose(Table.cells(head.closest('tr')).map((cell) => cell.dataset.cell));
      return;
    }
    await this.table().rest();
    const codes = column
      ? [column]
      : [...this.table().root.querySelectorAll(`[data-of="${CSS.escape(family)}"]`)].map((one) => one.dataset.column);
    this.choose(
      this.table()
        .keys()
        .flat()
        .filter((key) => codes.includes(key.slice(key.indexOf(':') + 1))),
    );
  },
  async all() {
    await this.table().rest();
    this.choose(this.table().keys().flat());
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
    for (const key of this.choice().rectangle(this.table().keys(), from, to)) this.choice().keys.add(key);
    this.paint();
  },
  clear() {
    this.choice().keys.clear();
    this.choice().anchor = null;
    this.paint();
  },
  paint() {
    this.chosen = this.choice().size;
    for (const cell of this.table().element.querySelectorAll('.cell.chosen')) cell.classList.remove('chosen');
    for (const key of this.choice().keys) this.table().cell(key)?.classList.add('chosen');
  },
  get hasChosen() {
    return this.chosen > 0;
  },
  get chosenLabel() {
    return `${this.chosen} chosen`;
  },
  async actChosen() {
    const { actName } = this.$el.dataset;
    const value = this.$el.value ?? '';
    if (this.$el.matches('select')) {
      if (!value) return;
      this.$el.value = '';
    }
    if (await this.doTo(actName, value, [...this.choice().keys])) say('Done. Ctrl Z takes it back.');
  },
  async copyHere() {
    if (await this.doTo('copy', this.here().dataset.cell, [...this.choice().keys])) say('Done. Ctrl Z takes it back.');
  },
  async leaveOut() {
    const cell = this.here();
    const isFocused = cell.contains(document.activeElement);
    await this.doTo(cell.classList.contains('out') ? 'take-in' : 'leave-out', '', [cell.dataset.cell]);
    if (isFocused) this.here().querySelector('a').focus();
  },
  async doTo(name, value, cells) {
    const here = this.here().dataset.cell;
    try {
      await act(this.table().root.dataset.act, { act: name, value, cells, count: cells.length });
      await this.table().renew([...new Set(cells.map((key) => key.split(':', 1)[0]))]);
    } catch (error) {
      say(error.message, true);
      return false;
    }
    const cell = this.table().cell(here) ?? this.table().first();
    this.mark(cell);
    this.paint();
    return true;
  },
});
