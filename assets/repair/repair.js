import { act, say } from '../shared/act.js';
import { Closer } from '../shared/closer.js';
import { isWriting } from '../shared/keys.js';
import { refreshLine } from '../shared/line.js';
import { pathOf, pointOn } from '../shared/strokes.js';
import { set } from '../shared/svg.js';
import { curve } from './curve.js';
import { workOrder } from './order.js';
import { overlay, proposal, STEPS } from './overlay.js';

const KEYS = { o: 'retouch', b: 'fill', p: 'pen', s: 'stays', g: 'goes', t: 'trim', c: 'tone' };
const HINTS = {
  retouch: 'Dab on a spot: it is filled from what lies round it.',
  fill: 'Click an area; with Alt its colour is picked.',
  pen: 'Draw; with Alt a colour is picked.',
  stays: 'Dab or draw on what stays.',
  goes: 'Dab or draw on what goes.',
  grey: 'Click on what should be a neutral grey.',
};
/** Milliseconds between looks at figures that are being measured. */
const LOOK = 900;
/** As Core/Repair/ToneCurve has it. */
const MOST_POINTS = 8;

/** A fabric's own colour, where a ground is one. */
const dye = (one) => {
  const [, colour] = /^fabric-([0-9a-f]{6})$/.exec(one.dataset.ground) ?? [];
  if (colour) one.style.setProperty('--cloth', `#${colour}`);
};

/** Loads a picture, and says whether it is there. */
const load = (address, then) => {
  const fresh = new Image();
  fresh.onload = () => then(true);
  fresh.onerror = () => then(false);
  fresh.src = address;
};

/**
 * One picture, its list of edits, and tools that add to it.
 *
 * @returns {Component}
 */
export default () => ({
  ...workOrder,
  dom: null,
  init() {
    const { stage, order } = this.$refs;
    const { address, width, height } = this.$root.dataset;
    const canvas = stage.querySelector('[data-canvas]');
    const found = {
      stage,
      order,
      address,
      canvas,
      size: [Number(width), Number(height)],
      tool: 'goes',
      points: null,
      proposed: [],
      closer: new Closer(canvas, stage.querySelector('[data-sharp]'), this.$root.querySelector('[data-closer]')),
    };
    this.dom = () => found;
    canvas.addEventListener('pointerdown', (event) => this.begin(event));
    canvas.addEventListener('pointermove', (event) => this.go(event));
    for (const type of ['pointerup', 'pointercancel']) canvas.addEventListener(type, () => this.end());
    this.take(new URLSearchParams(location.search).get('tool') ?? 'goes');
    for (const one of this.$root.querySelectorAll('.cloth')) dye(one);
    this.lay(null, new URLSearchParams(location.search).get('ground') ?? 'checks');
    this.shown();
  },
  slip() {
    return this.dom().order.querySelector('.slip');
  },
  option(name) {
    return this.$root.querySelector(`[data-${name}]`);
  },
  /** The picture and what lies over it, as the work order says. */
  shown() {
    this.propose([]);
    const { canvas, order, size } = this.dom();
    const { picture, lines, islands, kept } = this.slip().dataset;
    this.choose();
    const { small } = this.slip().dataset;
    const here = this.$root.querySelector('.repair-strip .here img');
    if (small && here) here.src = small;
    const bent = this.slip().querySelector('[data-curve]');
    if (bent) curve(bent, MOST_POINTS, (points) => this.change('tone', { curve: points }));
    overlay(canvas.querySelector('[data-overlay]'), size, JSON.parse(lines), JSON.parse(islands), JSON.parse(kept));
    const image = canvas.querySelector('[data-picture]');
    const stroke = canvas.querySelector('[data-stroke]');
    const wait = this.dom().stage.querySelector('[data-wait]');
    // While figures are looked at again, what is on its way is not asked for anew.
    if (image.getAttribute('href') === picture) stroke.removeAttribute('d');
    else if (this.dom().coming !== picture) {
      this.dom().coming = picture;
      wait.textContent = 'working …';
      const isLast = () => this.slip().dataset.picture === picture;
      const over = (text) => {
        if (this.dom().coming === picture) this.dom().coming = null;
        if (!isLast()) return;
        wait.textContent = text;
        stroke.removeAttribute('d');
      };
      const whole = () =>
        load(picture, (isThere) => {
          if (isThere && isLast()) set(image, { href: picture });
          over(isThere ? '' : 'This could not be shown.');
          this.dom().closer.come(1);
        });
      // What a mark does is felt at once; its fine edge comes after.
      if (this.dom().isMarking)
        load(`${picture}&quick=1`, (isThere) => {
          if (isThere && isLast()) set(image, { href: `${picture}&quick=1` });
          stroke.removeAttribute('d');
          whole();
        });
      else whole();
      this.dom().isMarking = false;
    }
    clearTimeout(this.dom().looking);
    if (order.querySelector('[data-going]')) this.dom().looking = setTimeout(() => this.look(), LOOK);
  },
  async look() {
    const answer = await fetch(`${this.dom().address}/order`, { headers: { Accept: 'text/html' } }).catch(() => null);
    if (answer?.ok && !this.dom().order.contains(document.activeElement?.closest?.('input') ?? null)) {
      this.put(await answer.text());
      if (!this.dom().order.querySelector('[data-going]')) refreshLine();
    } else this.dom().looking = setTimeout(() => this.look(), LOOK);
  },
  put(html) {
    const { order } = this.dom();
    const told = (one) =>
      `[data-do="${one.dataset.do}"]${one.dataset.line ? `[data-line="${one.dataset.line}"]` : ''}${
        one.dataset.value ? `[data-value="${one.dataset.value}"]` : ''
      }`;
    const focused = order.contains(document.activeElement) ? document.activeElement : null;
    const name = focused?.dataset.do ? told(focused) : focused?.id ? `#${focused.id}` : null;
    order.innerHTML = html;
    if (name) order.querySelector(name)?.focus();
    this.shown();
  },
  async send(fields, path = '') {
    try {
      const answer = await act(`${this.dom().address}${path}`, fields);
      this.put(await answer.text());
    } catch (error) {
      say(error.message, true);
      this.dom().canvas.querySelector('[data-stroke]').removeAttribute('d');
    }
  },
  /** Small lonely spots are looked for, then filled, by the same button; any other act leaves them. */
  async specks() {
    const found = this.dom();
    if (found.proposed.length) return this.send({ act: 'add', edit: { kind: 'retouch', strokes: found.proposed } });
    const button = this.option('specks');
    button.textContent = 'Looking …';
    const answer = await fetch(`${found.address}/specks`, { headers: { Accept: 'application/json' } }).catch(() => null);
    this.propose(answer?.ok ? (await answer.json()).specks : []);
    if (!found.proposed.length) say(answer?.ok ? 'No specks were found.' : 'The picture could not be looked over.', !answer?.ok);
  },
  propose(specks) {
    const { canvas, size } = this.dom();
    this.dom().proposed = specks;
    proposal(canvas.querySelector('[data-proposed]'), size, specks);
    this.option('specks').textContent = specks.length ? `Fill ${specks.length}` : 'Find specks';
  },
  pick(event) {
    this.take(event.currentTarget.dataset.tool);
  },
  /** Another tool; trimming and tone are acts at once. */
  take(tool) {
    if (tool === 'trim') return this.line('trim') ? undefined : this.send({ act: 'add', edit: { kind: 'trim', margin: 0 } });
    if (tool === 'tone')
      return this.line('tone') ? this.option('amount')?.focus() : this.send({ act: 'add', edit: { kind: 'tone' } });
    this.dom().tool = tool;
    for (const one of this.$root.querySelectorAll('[data-tool]'))
      one.setAttribute('aria-pressed', String(one.dataset.tool === tool));
    for (const one of this.$root.querySelectorAll('[data-for]')) one.hidden = !one.dataset.for.split(' ').includes(tool);
    this.option('hint').textContent = HINTS[tool] ?? '';
    if (tool !== 'grey') this.remember('tool', tool);
  },
  lay(event, ground = event.currentTarget.dataset.ground) {
    const { stage } = this.dom();
    for (const one of [stage, ...this.$root.querySelectorAll('.repair-strip .pic')]) {
      one.dataset.ground = ground;
      dye(one);
    }
    for (const one of this.$root.querySelectorAll('.cloth'))
      one.setAttribute('aria-pressed', String(one.dataset.ground === ground));
    this.remember('ground', ground);
  },
  /** The address opens the same view again. */
  remember(name, value) {
    const query = new URLSearchParams(location.search);
    query.set(name, value);
    history.replaceState(null, '', `?${query}`);
  },
  lines() {
    return JSON.parse(this.slip().dataset.lines);
  },
  line(kind) {
    return this.lines().find((one) => one.kind === kind);
  },
  get radius() {
    return ((Number(this.option('size').value) / 2000) * Math.max(...this.dom().size)) / this.dom().closer.times;
  },
  begin(event) {
    if (event.button !== 0) return;
    const point = pointOn(this.dom().canvas, event);
    if (event.altKey)
      return this.sample(point).then((colour) => {
        this.option('colour').value = colour;
      });
    if (this.dom().tool === 'grey') return this.grey(point);
    if (this.dom().tool === 'fill') return this.fill(point);
    this.dom().canvas.setPointerCapture(event.pointerId);
    this.dom().points = [point];
    this.go(event);
  },
  go(event) {
    const { canvas, tool } = this.dom();
    const point = pointOn(canvas, event);
    set(canvas.querySelector('[data-brush]'), { cx: point[0], cy: point[1], r: tool === 'fill' ? 0 : this.radius });
    const { points } = this.dom();
    if (!points) return;
    const last = points[points.length - 1];
    if (Math.hypot(point[0] - last[0], point[1] - last[1]) > this.radius / 3) points.push(point);
    const path = canvas.querySelector('[data-stroke]');
    path.setAttribute('class', `repair-stroke ${tool}`);
    set(path, { d: pathOf(points), 'stroke-width': 2 * this.radius });
  },
  end() {
    const { points, tool, size } = this.dom();
    if (!points) return;
    this.dom().points = null;
    const stroke = {
      points: points.map((point) => point.map((at, i) => Math.round((at / size[i]) * STEPS))),
      radius: Math.max(10, Math.round((this.radius / Math.max(...size)) * STEPS)),
    };
    if (tool === 'stays' || tool === 'goes') {
      this.dom().isMarking = true;
      this.send({ act: 'mark', edit: { ...stroke, stays: tool === 'stays' } });
    } else if (tool === 'pen')
      this.send({
        act: 'add',
        edit: { kind: 'pen', strokes: [stroke], colour: this.colour(), soft: this.option('soft').checked },
      });
    else this.send({ act: 'add', edit: { kind: 'retouch', strokes: [stroke] } });
  },
  fill(point) {
    const at = point.map((one, i) => Math.round(Math.min(1, Math.max(0, one / this.dom().size[i])) * STEPS));
    const tolerance = Number(this.option('tolerance').value);
    this.send({
      act: 'add',
      edit: { kind: 'fill', at, colour: this.colour(), tolerance, joined: !this.option('everywhere').checked },
    });
  },
  colour() {
    return this.option('erases').checked ? null : this.option('colour').value.slice(1);
  },
  /** The colour at a place of the picture as it is shown. */
  async sample(point, address = '') {
    const image = new Image();
    image.src = address || this.slip().dataset.picture;
    await image.decode();
    const paper = new OffscreenCanvas(1, 1);
    const pen = paper.getContext('2d');
    const at = point.map((one, i) => Math.floor((one / this.dom().size[i]) * [image.naturalWidth, image.naturalHeight][i]));
    pen.drawImage(image, -at[0], -at[1]);
    const levels = [...pen.getImageData(0, 0, 1, 1).data].slice(0, 3);
    return `#${levels.map((level) => level.toString(16).padStart(2, '0')).join('')}`;
  },
  async grey(point) {
    // The master's: tone sets it against that.
    const colour = await this.sample(point, `${this.slip().dataset.picture}&plain=1`);
    await this.change('tone', { grey: colour.slice(1) });
    this.take('goes');
  },
  /** Held: the master as it came. */
  hold(isHeld) {
    const { canvas, stage } = this.dom();
    stage.classList.toggle('held', isHeld);
    set(canvas.querySelector('[data-picture]'), { href: `${this.slip().dataset.picture}${isHeld ? '&plain=1' : ''}` });
  },
  keyUp(event) {
    if (event.key === ' ' && this.dom().stage.classList.contains('held')) this.hold(false);
  },
  key(event) {
    if (isWriting(event) || event.ctrlKey || event.metaKey || document.querySelector('.modal.show')) return;
    const name = event.key.toLowerCase();
    const size = this.option('size');
    const { before, after, doubted } = this.slip().dataset;
    const grounds = [...this.$root.querySelectorAll('.cloth')].map((one) => one.dataset.ground);
    if (KEYS[name]) this.take(KEYS[name]);
    else if (name === 'x') this.cut();
    else if (name === ' ') this.hold(true);
    else if (name === 'v') this.lay(null, grounds[(grounds.indexOf(this.dom().stage.dataset.ground) + 1) % grounds.length]);
    else if (name === '[' || name === ']') size.value = Number(size.value) + (name === ']' ? 6 : -6);
    else if (name === 'n' && doubted) location.assign(doubted);
    else if (name === 'enter' && !event.target.closest('button, a') && this.slip().querySelector('[data-do="right"]'))
      this.right();
    else if (name === ',' && before) location.assign(before);
    else if (name === '.' && after) location.assign(after);
    else if (!this.dom().closer.key(event)) return;
    event.preventDefault();
  },
});
