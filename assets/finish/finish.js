import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { Painter } from '../shared/painter.js';
import { pointOn } from '../shared/strokes.js';

const MOVES = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
// A press nearer to the line than this takes the line, in px.
const REACH = 14;
// What a step begins with when it is switched on.
const BEGIN = { tidy: { strength: 40 }, clean: { strength: 6 }, sharpen: { mode: 'suggested' }, grain: { amount: 2, size: '0.1mm' }, guard: { black: 2, white: 2 } };
const OFF = { tidy: { strength: 0 }, clean: { strength: 0 }, sharpen: { mode: 'off' }, grain: { amount: 0 }, guard: { black: 0, white: 0 } };

/** Before and after on the print's own pixels; a panel whose steps are kept as they are changed; marks drawn on the picture. */
export default () => ({
  dom: null,
  held: null,
  init() {
    const { view, panel, finder } = this.$refs;
    if (!view) return;
    const { address, x, y, across, down } = this.$root.dataset;
    const box = finder.querySelector('svg').viewBox.baseVal;
    const found = {
      view, panel, finder, address, at: [Number(x), Number(y)], step: [Number(across), Number(down)], picture: [box.width, box.height], line: 0.5, shown: 'plain',
      images: Object.fromEntries(['before', 'after'].map((side) => [side, view.querySelector(`[data-of=${side}]`)])),
    };
    this.dom = () => found;
    found.painter = new Painter(this.$root.querySelector('[data-painting]'), {
      strokes: () => JSON.parse(this.slip().dataset.marks),
      keep: (strokes) => this.set('marks', { marks: JSON.stringify(strokes) }),
      mask: () => `${address}/marks.png?v=${Date.now()}`,
      moved: (isOpen) => {
        finder.hidden = isOpen;
        panel.querySelector('[data-mark]')?.setAttribute('aria-pressed', String(isOpen));
      },
    });
    this.look();
    this.tones();
    new ResizeObserver(() => this.look()).observe(view);
  },
  slip() {
    return this.dom().panel.querySelector('.slip');
  },
  /** Asks for both pictures of the place one is at; the address follows. */
  async look() {
    const { at, images, view, address, shown } = this.dom();
    const ask = (this.asked = (this.asked ?? 0) + 1);
    const size = { w: Math.min(1400, Math.round(view.clientWidth)), h: Math.min(1400, Math.round(view.clientHeight)) };
    const place = { x: at[0].toFixed(5), y: at[1].toFixed(5) };
    const query = new URLSearchParams(location.search);
    for (const [name, value] of Object.entries({ ...place, for: this.dom().panel.querySelector('[data-for]').value })) query.set(name, value);
    history.replaceState(null, '', `?${query}`);
    this.where();
    view.querySelector('[data-wait]').textContent = 'computing …';
    await Promise.all(Object.entries(images).map(([side, image]) => new Promise((done) => {
      const fresh = new Image();
      fresh.onload = () => {
        if (ask === this.asked) {
          image.src = fresh.src;
          image.style.transform = '';
        }
        done();
      };
      fresh.onerror = done;
      fresh.src = `${address}/patch.png?${new URLSearchParams({ side, shown, ...place, ...size, v: this.slip().dataset.recipe.slice(0, 12) })}`;
    })));
    if (ask !== this.asked) return;
    view.querySelector('[data-wait]').textContent = '';
    this.draw();
  },
  draw() {
    const { view, images, line } = this.dom();
    images.before.style.clipPath = `inset(0 ${100 * (1 - line)}% 0 0)`;
    view.querySelector('[data-line]').style.left = `${line * (images.after.naturalWidth || view.clientWidth)}px`;
  },
  /** Where in the picture the window lies. */
  where() {
    const { finder, at, step, picture, view } = this.dom();
    const here = finder.querySelector('[data-here]');
    const [width, height] = [view.clientWidth * step[0] * picture[0], view.clientHeight * step[1] * picture[1]];
    for (const [name, value] of Object.entries({ x: at[0] * picture[0] - width / 2, y: at[1] * picture[1] - height / 2, width, height })) here.setAttribute(name, value);
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
      location.assign(`${this.dom().address}?${new URLSearchParams({ for: event.target.value, x: this.dom().at[0], y: this.dom().at[1] })}`);
      return;
    }
    const form = event.target.closest('[data-step]');
    if (!form) return;
    const { step } = form.dataset;
    if (event.target.name === 'on') this.set(step, event.target.checked ? BEGIN[step] : OFF[step]);
    else this.set(step, { ...(step === 'sharpen' ? { mode: 'own' } : {}), ...Object.fromEntries(new FormData(form)) });
  },
  silence() {
    this.set(this.$el.closest('[data-step]').dataset.step, { silent: 1 });
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
    const { finder, picture } = this.dom();
    const [x, y] = pointOn(finder.querySelector('svg'), event);
    this.dom().at = [x / picture[0], y / picture[1]].map((share) => Math.min(1, Math.max(0, share)));
    this.look();
  },
  grab(event) {
    if (event.button !== 0) return;
    const { view, images, line } = this.dom();
    view.setPointerCapture(event.pointerId);
    const box = images.after.getBoundingClientRect();
    this.held = { line: Math.abs(event.clientX - box.left - line * box.width) < REACH, from: [event.clientX, event.clientY] };
  },
  drag(event) {
    if (!this.held) return;
    if (this.held.line) {
      const box = this.dom().images.after.getBoundingClientRect();
      this.dom().line = Math.min(1, Math.max(0, (event.clientX - box.left) / Math.max(1, box.width)));
      this.draw();
      return;
    }
    const [x, y] = this.held.from;
    for (const image of Object.values(this.dom().images)) image.style.transform = `translate(${event.clientX - x}px, ${event.clientY - y}px)`;
  },
  drop(event) {
    const { held } = this;
    this.held = null;
    if (!held || held.line) return;
    const [x, y] = held.from;
    if (Math.hypot(event.clientX - x, event.clientY - y) > 3) this.move(x - event.clientX, y - event.clientY);
  },
  /** Over the picture by so many print pixels. */
  move(right, down) {
    const { at, step } = this.dom();
    this.dom().at = [at[0] + right * step[0], at[1] + down * step[1]].map((share) => Math.min(1, Math.max(0, share)));
    this.look();
  },
  /** To the whole picture, to mark where to sharpen, and back. */
  mark() {
    this.dom().painter.toggle();
  },
  key(event) {
    if (!this.dom || isWriting(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    const { painter, view } = this.dom();
    const onSlider = event.target.matches?.('input[type=range]');
    if (MOVES[event.key] && !painter.isOpen && !onSlider) {
      event.preventDefault();
      this.move(MOVES[event.key][0] * 240, MOVES[event.key][1] * 160);
    } else if (event.key === ',' || event.key === '.') {
      this.dom().line = Math.min(1, Math.max(0, this.dom().line + (event.key === '.' ? 0.05 : -0.05)));
      this.draw();
    } else if (event.key === ' ' && !event.target.closest('button, a, select, input')) {
      event.preventDefault();
      view.classList.add('held');
    } else if (event.key.toLowerCase() === 'm' && this.dom().panel.querySelector('[data-mark]')) {
      this.mark();
    } else if (painter.isOpen) {
      painter.key(event);
    }
  },
  keyUp(event) {
    if (event.key === ' ') this.dom?.().view.classList.remove('held');
  },
});
