import { act, say, sentence } from '../shared/act.js';
import { Closer } from '../shared/closer.js';
import { isWriting } from '../shared/keys.js';
import { pointOn } from '../shared/strokes.js';
import { set } from '../shared/svg.js';

const VIEWS = { b: 'beside', o: 'over', d: 'off' };
/** Screen px that a picture's pixel takes at most: outlines are sharp at any scale. */
const CLOSEST = 64;
/** Milliseconds between looks how far outlines are. */
const LOOK = 700;
/** Places are counted in millionths of the picture. */
const STEPS = 1_000_000;

/**
 * A picture and its outlines, linked, with the colours along the foot.
 *
 * @returns {Component}
 */
export default () => ({
  dom: null,
  init() {
    const { stage, docket } = this.$refs;
    const canvas = stage.querySelector('[data-canvas]');
    const beside = stage.querySelector('[data-beside]');
    const { width, height } = canvas.viewBox.baseVal;
    const sharp = stage.querySelector('[data-sharp]');
    const closer = new Closer(canvas, sharp, this.$root.querySelector('[data-closer]'), CLOSEST);
    // Whatever is seen of the one is seen of the other.
    new MutationObserver(() => {
      set(beside, { viewBox: canvas.getAttribute('viewBox') });
      this.divide();
    }).observe(canvas, { attributeFilter: ['viewBox'] });
    beside.addEventListener(
      'wheel',
      (event) => {
        event.preventDefault();
        closer.come(event.deltaY < 0 ? 1.4 : 1 / 1.4, pointOn(beside, event));
      },
      { passive: false },
    );
    const found = {
      stage,
      docket,
      canvas,
      beside,
      closer,
      size: [width, height],
      picked: null,
      address: this.$root.dataset.address,
    };
    this.dom = () => found;
    canvas.addEventListener('click', (event) => this.shape(pointOn(canvas, event)));
    this.option('divide').addEventListener('input', () => this.divide());
    this.option('becomes').addEventListener('change', (event) => this.become(event.target.value.slice(1)));
    this.option('join').addEventListener('change', (event) => event.target.value && this.become(event.target.value));
    this.option('spot').addEventListener('change', (event) => this.become(found.picked.of, event.target.value.trim() || null));
    const query = new URLSearchParams(location.search);
    this.see(query.get('view') ?? 'beside');
    this.show('nodes', query.get('nodes') === '1');
    this.load();
  },
  option(name) {
    return this.$root.querySelector(`[data-${name}]`);
  },
  slip() {
    return this.dom().docket.querySelector('.slip');
  },
  async load() {
    const over = this.watch('Outlines are being found …');
    const answer = await fetch(`${this.dom().address}/docket`, { headers: { Accept: 'text/html' } }).catch(() => null);
    over();
    if (answer?.ok) this.put(await answer.text());
    else this.fail(answer ? await sentence(answer) : 'The server did not answer. Is Snugfit still running?');
  },
  wait(text) {
    this.option('wait').textContent = text;
  },
  /** Tells how far outlines are while somebody waits for them; gives what ends that. */
  watch(text) {
    this.wait(text);
    this.option('again').hidden = true;
    const state = this.dom().docket.querySelector('[data-state]');
    if (state) state.textContent = 'Being found …';
    const look = async () => {
      const answer = await fetch(`${this.dom().address}/progress`).catch(() => null);
      const share = answer?.ok ? await answer.text() : '';
      if (this.dom().watched !== clock || share === '') return;
      this.wait(`${text} ${Math.round(100 * Number(share))} %`);
      this.option('stop').hidden = false;
    };
    const clock = setInterval(look, LOOK);
    this.dom().watched = clock;
    return () => {
      clearInterval(clock);
      this.dom().watched = null;
      this.option('stop').hidden = true;
    };
  },
  /** Not an act of its own that waits for those before: it ends the one that is waited for. */
  async stop() {
    this.option('stop').hidden = true;
    await fetch(`${this.dom().address}/stop`, { method: 'POST', headers: { 'X-Act': 'csrf-token' } }).catch(() => null);
  },
  fail(text) {
    this.wait(text);
    this.option('again').hidden = false;
    const state = this.dom().docket.querySelector('[data-state]');
    if (state) state.textContent = 'Not found yet.';
  },
  /** What the docket says, on the stage and along its foot. */
  put(html) {
    const { docket, stage } = this.dom();
    const focused = docket.contains(document.activeElement) ? document.activeElement.id : '';
    docket.innerHTML = html;
    if (focused) document.getElementById(focused)?.focus();
    const { picture, drawing, difference } = this.slip().dataset;
    set(stage.querySelector('[data-picture]'), { href: picture });
    set(stage.querySelector('[data-under]'), { href: picture });
    const outlines = stage.querySelector('[data-outlines]');
    if (drawing) {
      this.wait('drawing …');
      const fresh = new Image();
      fresh.onload = () => {
        set(outlines, { href: drawing });
        this.wait('');
      };
      fresh.onerror = () => this.wait('They could not be drawn.');
      fresh.src = drawing;
    } else {
      outlines.removeAttribute('href');
      this.wait('');
    }
    this.dom().difference = difference;
    const { dots, handles } = docket.querySelector('[data-paths]').dataset;
    set(stage.querySelector('[data-dots]'), { d: dots });
    set(stage.querySelector('[data-handles]'), { d: handles });
    this.inks();
    this.drop();
    this.see(stage.dataset.view);
    this.choose();
  },
  /** The colours, each as wide as its area; the least still wide enough to be hit. */
  inks() {
    const bar = this.option('bar');
    bar.replaceChildren(...this.dom().docket.querySelectorAll('[data-inks] .ink'));
    for (const one of bar.children) {
      one.style.setProperty('--ink-colour', one.dataset.colour ? `#${one.dataset.colour}` : 'transparent');
      one.style.flexGrow = String(Math.max(0.02, Number(one.dataset.share)));
      one.addEventListener('click', () => this.pick({ of: one.dataset.colour }));
      one.addEventListener('pointerdown', (event) => {
        event.target.releasePointerCapture?.(event.pointerId);
        this.dom().pulled = one;
      });
      one.addEventListener('pointerup', () => {
        const { pulled } = this.dom();
        if (pulled && pulled !== one && one.dataset.colour && !one.disabled)
          this.send({ act: 'change', change: { of: pulled.dataset.colour, to: one.dataset.colour } });
        this.dom().pulled = null;
      });
    }
  },
  /** A colour, or the shape at a place. */
  pick(what) {
    this.dom().picked = what;
    const bar = this.option('bar');
    for (const one of bar.children) one.setAttribute('aria-pressed', String(one.dataset.colour === what.of));
    this.option('ink').hidden = false;
    this.option('hint').hidden = true;
    this.option('for-colour').hidden = !what.of;
    this.option('spot').value = '';
    if (what.of) {
      this.option('becomes').value = `#${what.of}`;
      this.option('here').style.setProperty('--ink-colour', `#${what.of}`);
    }
    const others = [...bar.children].filter((one) => one.dataset.colour && !one.disabled && one.dataset.colour !== what.of);
    const choice = (value, text) => Object.assign(document.createElement('option'), { value, textContent: text });
    this.option('join').replaceChildren(
      choice('', '…'),
      ...others.map((one) => choice(one.dataset.colour, `#${one.dataset.colour}`)),
    );
    const place = this.dom().stage.querySelector('[data-picked]');
    if (what.at) set(place, { d: `M${what.point[0]} ${what.point[1]}h0` });
    else place.removeAttribute('d');
  },
  shape(point) {
    if (!this.slip()?.dataset.drawing) return;
    const at = point.map((one, i) => Math.round(Math.min(1, Math.max(0, one / this.dom().size[i])) * STEPS));
    this.pick({ at, point });
    this.option('here').style.setProperty('--ink-colour', 'transparent');
  },
  drop() {
    this.dom().picked = null;
    this.option('ink').hidden = true;
    this.option('hint').hidden = false;
    this.dom().stage.querySelector('[data-picked]').removeAttribute('d');
  },
  become(to, name = undefined) {
    const { picked } = this.dom();
    if (!picked) return;
    const what = picked.of ? { of: picked.of } : { at: picked.at };
    this.send({ act: 'change', change: { ...what, to, ...(name && { name }) } });
  },
  leave() {
    this.become(null);
  },
  async send(fields, path = '') {
    const over = this.watch('working …');
    try {
      const answer = await (await act(`${this.dom().address}${path}`, fields)).text();
      over();
      this.put(answer);
    } catch (error) {
      over();
      this.fail(error.message);
    }
  },
  order(event) {
    const button = event.target.closest('[data-do]');
    if (!button) return;
    const { do: what, name, value } = button.dataset;
    if (what === 'use') this.send({ act: 'use', on: value === '1' });
    else if (what === 'unchange') this.send({ act: 'unchange' });
    else if (what === 'force') this.send({ act: 'set' });
    else if (what === 'same') this.send({ ids: this.chosen() }, '/same');
    else if (what === 'set') this.send({ act: 'set', settings: { [name]: name === 'ground' ? value : value === '1' } });
  },
  changed(event) {
    const { set: name, side } = event.target.dataset;
    if (side !== undefined) {
      const link = this.option('png');
      const query = new URLSearchParams({ side: String(Number.parseInt(event.target.value, 10) || 4000) });
      link.href = `${link.href.split('?')[0]}?${query}`;
    }
    if (!name) return;
    const number = Number.parseFloat(event.target.value);
    const value = name === 'colours' && Number.isNaN(number) ? null : number;
    if (value === null || !Number.isNaN(value)) this.send({ act: 'set', settings: { [name]: value } });
    else say('That is no number.', true);
  },
  chosen() {
    return [...this.$root.querySelectorAll('[data-chosen]:checked')].map((one) => Number(one.value));
  },
  choose() {
    const button = this.dom().docket.querySelector('[data-do="same"]');
    const count = this.chosen().length;
    if (!button) return;
    button.hidden = count === 0;
    button.textContent = `Same for ${count} chosen`;
  },
  look(event) {
    this.see(event.currentTarget.dataset.view);
  },
  see(view) {
    const { stage } = this.dom();
    stage.dataset.view = view;
    for (const one of this.$root.querySelectorAll('button[data-view]'))
      one.setAttribute('aria-pressed', String(one.dataset.view === view));
    this.option('split-label').hidden = view !== 'over';
    const off = stage.querySelector('[data-off]');
    if (view === 'off' && this.dom().difference) set(off, { href: this.dom().difference });
    else off.removeAttribute('href');
    this.divide();
    this.remember('view', view);
  },
  /** Over each other: the picture to the left of the line, outlines to its right. */
  divide() {
    const { stage, canvas } = this.dom();
    const isOver = stage.dataset.view === 'over';
    const clip = stage.querySelector('[data-clip]');
    if (isOver) set(clip, { 'clip-path': 'url(#split)' });
    else clip.removeAttribute('clip-path');
    const { x, width } = canvas.viewBox.baseVal;
    const at = x + (Number(this.option('divide').value) / 100) * width;
    set(stage.querySelector('[data-split]'), { x: at, width: Math.max(0, this.dom().size[0] - at) });
  },
  nodes() {
    this.show('nodes', !this.dom().stage.classList.contains('nodes'));
  },
  show(name, isShown) {
    this.dom().stage.classList.toggle(name, isShown);
    this.option('nodes').setAttribute('aria-pressed', String(isShown));
    this.remember(name, isShown ? '1' : '0');
  },
  /** The address opens the same view again. */
  remember(name, value) {
    const query = new URLSearchParams(location.search);
    query.set(name, value);
    history.replaceState(null, '', `?${query}`);
  },
  hold(isHeld) {
    this.dom().stage.classList.toggle('held', isHeld);
  },
  keyUp(event) {
    if (event.key === ' ') this.hold(false);
  },
  key(event) {
    if (isWriting(event) || event.ctrlKey || event.metaKey || document.querySelector('.modal.show')) return;
    const name = event.key.toLowerCase();
    if (VIEWS[name]) this.see(VIEWS[name]);
    else if (name === 'n') this.nodes();
    else if (name === ' ' && !event.target.closest('button, a')) this.hold(true);
    else if (name === 'u') this.dom().docket.querySelector('[data-do="use"]')?.click();
    else if (name === 'delete' && this.dom().picked) this.leave();
    else if (name === 'escape' && this.dom().picked) this.drop();
    else if (!this.dom().closer.key(event)) return;
    event.preventDefault();
  },
});
