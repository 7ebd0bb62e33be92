import { act, say } from '../shared/act.js';
import refresh from '../shared/refresh.js';

/**
 * The list of artworks: asks again while files are read, corrects kinds, removes, one or many selected ones.
 *
 * @returns {Component}
 */
export default () => ({
  ...refresh(),
  /** Numbers of the selected artworks; the list is sent anew, they stay. */
  selected: new Set(),
  init() {
    this.root = this.$root;
    this.selected = new Set();
    this.plan();
  },
  cards() {
    return [...this.root.querySelectorAll('[data-artwork]')];
  },
  number(card) {
    return Number(card.dataset.artwork);
  },
  select() {
    const number = this.number(this.$el.closest('[data-artwork]'));
    if (this.$el.checked) this.selected.add(number);
    else this.selected.delete(number);
    this.shown();
  },
  selectAll() {
    this.selected = new Set(this.$el.checked ? this.cards().map((card) => this.number(card)) : []);
    this.shown();
  },
  /** Marks what is selected, and forgets what is not there any more. */
  shown() {
    const cards = this.cards();
    const there = new Set(cards.map((card) => this.number(card)));
    this.selected = new Set([...this.selected].filter((number) => there.has(number)));
    for (const card of cards) {
      const isSelected = this.selected.has(this.number(card));
      card.classList.toggle('selected', isSelected);
      card.querySelector('[data-select]').checked = isSelected;
    }
    const bar = this.root.querySelector('[data-selection]');
    if (!bar) return;
    bar.hidden = this.selected.size === 0;
    bar.querySelector('[data-count]').textContent = `${this.selected.size} selected`;
    const all = this.root.querySelector('[data-select-all]');
    all.checked = this.selected.size > 0 && this.selected.size === cards.length;
    all.indeterminate = this.selected.size > 0 && this.selected.size < cards.length;
  },
  async kind() {
    const card = this.$el.closest('[data-artwork]');
    await this.change(this.root.dataset.kind, { ids: [this.number(card)], kind: this.$el.value });
  },
  async kindOfSelected() {
    const kind = this.$el.value;
    if (kind === 'none') return;
    await this.change(this.root.dataset.kind, { ids: [...this.selected], kind: kind === 'guess' ? '' : kind });
    say('Done. Ctrl Z takes it back.');
  },
  async removeSelected() {
    await this.removeAll([...this.selected]);
  },
  async dismiss() {
    await this.change(this.$el.dataset.url, { code: this.$el.dataset.code });
  },
  async origin() {
    await this.change(this.$el.dataset.url, {});
    say('Its master is here instead. Ctrl Z takes it back.');
  },
  /** The further pages of a file, one after the other; what was taken stays where it is stopped. */
  async takePages() {
    const { url, missing } = this.$el.dataset;
    this.$el.disabled = true;
    try {
      for (let left = Number(missing); left > 0; ) {
        say(`Taking pages in: ${Number(missing) - left + 1} of ${missing} …`);
        left = (await (await act(url, {})).json()).missing;
      }
      say(`${missing} more pages are here, each a picture of its own.`);
    } catch (error) {
      say(error.message, true);
    }
    this.root.innerHTML = await (await fetch(this.root.dataset.url, { headers: { Accept: 'text/html' } })).text();
    this.shown();
    this.plan();
  },
  async remove() {
    await this.change(this.root.dataset.remove, { ids: [this.number(this.$el.closest('[data-artwork]'))] });
    say('Removed. Ctrl Z takes it back.');
  },
  async removeDuplicates() {
    await this.removeAll(JSON.parse(this.$el.dataset.ids));
  },
  async readAgain() {
    await this.change(this.root.dataset.read, { ids: JSON.parse(this.$el.dataset.ids) });
  },
  async removeAll(ids) {
    await this.change(this.root.dataset.remove, { ids });
    say(`Removed ${ids.length}. Ctrl Z takes it back.`);
  },
  async change(url, fields) {
    try {
      let answer = await act(url, fields);
      // What comes back is the first page.
      if (this.root.dataset.page !== '1') answer = await fetch(this.root.dataset.url, { headers: { Accept: 'text/html' } });
      this.root.innerHTML = await answer.text();
      this.shown();
      this.plan();
    } catch (error) {
      say(error.message, true);
    }
  },
});
