import { added } from './curve.js';

/** Milliseconds before a slider's value is sent. */
const SLIDE = 250;
const HARD = { black: 60, white: 200, contrast: 60, saturation: -100 };
/** Hundredths of what a person wrote; what is no number is 0. */
const hundredths = (text) => Math.round(100 * Number.parseFloat(text.replace(',', '.')) || 0);

/** What the buttons and dials of the work order do, and to whom; a part of the repair room. */
export const workOrder = {
  /** A button of the work order. */
  order(event) {
    const button = event.target.closest('[data-do]');
    if (!button) return;
    const line = Number(button.dataset.line);
    const { value } = button.dataset;
    ({
      cutout: () => this.cut(),
      remove: () => this.send({ act: 'remove', line }),
      switch: () => this.send({ act: 'switch', line, on: button.getAttribute('aria-checked') !== 'true' }),
      edge: () => this.change('cutout', { edge: value }),
      inside: () => this.change('cutout', { insideGoes: value === '1' }),
      unmark: () => this.send({ act: 'unmark' }),
      hard: () => this.change('tone', HARD),
      point: () => this.change('tone', { curve: added(this.curvePoints()) }),
      straight: () => this.change('tone', { curve: null }),
      untint: () => this.change('tone', { [value]: null }),
      grey: () => this.take('grey'),
      ungrey: () => this.change('tone', { grey: null }),
      same: () => this.send({ ids: this.chosen() }, '/same'),
      right: () => this.right(),
    })[button.dataset.do]?.();
  },
  /** Numbers of the pictures that are chosen on the strip. */
  chosen() {
    return [...this.$root.querySelectorAll('[data-chosen]:checked')].map((one) => Number(one.value));
  },
  /** The button says to whom the same is done. */
  choose() {
    const button = this.slip().querySelector('[data-do="same"]');
    const count = this.chosen().length;
    if (button) button.textContent = count ? `Same for ${count} chosen` : button.dataset.more;
  },
  /** Found right; on to the next one in doubt. */
  async right() {
    const { doubted } = this.slip().dataset;
    await this.send({}, '/right');
    if (doubted) location.assign(doubted);
  },
  curvePoints() {
    return JSON.parse(this.slip().querySelector('[data-curve]').dataset.points);
  },
  change(kind, fields) {
    const lines = this.lines();
    const place = lines.findIndex((one) => one.kind === kind);
    return this.send({ act: 'change', line: place, edit: { ...lines[place], ...fields } });
  },
  changed(event) {
    if (event.target.matches('[data-shift]')) this.change('cutout', { shift: hundredths(event.target.value) });
    if (event.target.matches('[data-tint]')) this.change('tone', { [event.target.dataset.tint]: event.target.value.slice(1) });
    if (event.target.matches('[data-margin]')) this.change('trim', { margin: hundredths(event.target.value) });
    if (event.target.matches('[data-amount]')) {
      event.target.nextElementSibling.textContent = event.target.value;
      clearTimeout(this.dom().sliding);
      const { amount } = event.target.dataset;
      this.dom().sliding = setTimeout(() => this.change('tone', { [amount]: Number(event.target.value) }), SLIDE);
    }
  },
  cut() {
    const lines = this.lines();
    const place = lines.findIndex((one) => one.kind === 'cutout');
    if (place < 0) this.send({ act: 'add', edit: { kind: 'cutout' } });
    else this.send({ act: 'switch', line: place, on: !lines[place].on });
  },
};
