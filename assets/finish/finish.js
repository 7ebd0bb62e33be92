import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { Painter } from '../shared/painter.js';
import { pointOn } from '../shared/strokes.js';
import { set } from '../shared/svg.js';
import { TwoPictures } from './two-pictures.js';

/** Pixels across and down that a patch has at most. */
const MOST = 1400;

// What a step begins with when it is switched on.
const BEGIN = {
  tidy: { strength: 40 },
  clean: { strength: 6 },
  sharpen: { mode: 'suggested' },
  grain: { amount: 2, size: '0.1mm' },
  guard: { black: 2, white: 2 },
};
const OFF = {
  tidy: { strength: 0 },
  clean: { strength: 0 },
  sharpen: { mode: 'off' },
  grain: { amount: 0 },
  guard: { black: 0, white: 0 },
};

/** Before and after on the print's own pixels; a panel whose steps are kept as they are changed; marks drawn on the picture. */
export default () => ({
  dom: null,
  init() {
    const { view, panel, finder } = this.$refs;
    if (!view) return;
    const { address, x, y, across, down } = this.$root.dataset;
    const box = finder.querySelector('svg').viewBox.baseVal;
    const found = { view, panel, finder, address, picture: [box.width, box.height], shown: 'plain' };
    found.both = new TwoPictures(view, {
      over: 'before',
      under: 'after',
      at: [Number(x), Number(y)],
      step: [Number(across), Number(down)],
      address: (side, at) => {
        const [x, y] = at.map((share) => share.toFixed(5));
        const [w, h] = [view.clientWidth, view.clientHeight].map((pixels) => String(Math.min(MOST, pixels)));
        const v = this.slip().dataset.recipe.slice(0, 12);
        return `${address}/patch.png?${new URLSearchParams({ side, shown: found.shown, x, y, w, h, v })}`;
      },
      moved: (at) => this.where(at),
    });
    this.dom = () => found;
    found.painter = new Painter(this.$root.querySelector('[data-painting]'), {
      strokes: () => JSON.parse(this.slip().dataset.marks),
      keep: (strokes) => this.set('marks', { marks: strokes }),
      mask: () => `${address}/marks.png?v=${Date.now()}`,
      moved: (isOpen) => {
        finder.hidden = isOpen;
        panel.querySelector('[data-mark]')?.setAttribute('aria-pressed', String(isOpen));
      },
    });
    this.tones();
    new ResizeObserver(() => this.look()).observe(view);
  },
  slip() {
    return this.dom().panel.querySelector('.slip');
  },
  look() {
    this.dom().both.look();
  },
  /** The address follows, and the small picture shows where the window lies. */
  where(at) {
    const { finder, picture, view, panel, both } = this.dom();
    const query = new URLSearchParams(location.search);
    for (const [name, value] of Object.entries({
      x: at[0].toFixed(5),
      y: at[1].toFixed(5),
      for: panel.querySelector('[data-for]').value,
    }))
      query.set(name, value);
    history.replaceState(null, '', `?${query}`);
    const here = finder.querySelector('[data-here]');
    const [width, height] = [view.clientWidth * both.step[0] * picture[0], view.clientHeight * both.step[1] * picture[1]];
    set(here, { x: at[0] * picture[0] - width / 2, y: at[1] * picture[1] - height / 2, width, height });
  },
  async tones() {
    const { address } = this.dom();
    const answer = await fetch(`${address}/tones`, { credentials: 'same-origin' });
    const place = this.slip().querySelector('[data-tones]');
    if (answer.ok) place.innerHTML = await answer.text();
    else place.textContent = await answer.text();
  },
  async set(step, fields) {
    const { panel, address } = this.dom();
    const focused = document.activeElement?.id;
    try {
      const answer = await act(address, { step, for: panel.querySelector('[data-for]').value, ...fields });
      const tones = this.slip().querySelector('[data-tones]').innerHTML;
      panel.innerHTML = await answer.text();
      this.slip().querySelector('[data-tones]').innerHTML = tones;
      panel.querySelector('[data-mark]')?.setAttribute('aria-pressed', String(this.dom().painter.isOpen));
      if (focused) document.getElementById(focused)?.focus();
      this.look();
      this.tones();
    } catch (error) {
      say(error.message, true);
    }
  },
  changed(event) {
    if (event.target.matches('[data-for]')) {
      location.assign(
        `${this.dom().address}?${new URLSearchParams({ for: event.target.value, x: this.dom().both.at[0], y: this.dom().both.at[1] })}`,
      );
      return;
    }
    const form = event.target.closest('[data-step]');
    if (!form) return;
    const { step } = form.dataset;
    if (event.target.name === 'on') this.set(step, event.target.checked ? BEGIN[step] : OFF[step]);
    else this.set(step, { ...(step === 'sharpen' ? { mode: 'own' } : {}), ...Object.fromEntries(new FormData(form)) });
  },
  silence() {
    this.set(this.$el.closest('[data-step]').dataset.step, { silent: true });
  },
  mode() {
    this.set('sharpen', { ...Object.fromEntries(new FormData(this.$el.closest('form'))), mode: this.$el.dataset.mode });
  },
  show() {
    this.dom().shown = this.$el.dataset.shown;
    for (const one of this.$root.querySelectorAll('[data-shown]')) one.setAttribute('aria-pressed', String(one === this.$el));
    this.look();
  },
  go() {
    location.assign(this.$el.value);
  },
  find(event) {
    const { finder, picture, both } = this.dom();
    const [x, y] = pointOn(finder.querySelector('svg'), event);
    both.go([x / picture[0], y / picture[1]]);
  },
  /** To the whole picture, to mark where to sharpen, and back. */
  mark() {
    this.dom().painter.toggle();
  },
  key(event) {
    if (!this.dom || isWriting(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    const { painter, both, panel } = this.dom();
    if (event.key.toLowerCase() === 'm' && panel.querySelector('[data-mark]')) this.mark();
    else if (painter.isOpen) painter.key(event);
    else both.key(event);
  },
  keyUp(event) {
    this.dom?.().both.keyUp(event);
  },
});
