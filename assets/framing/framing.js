import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { settles } from '../shared/settle.js';
import { levelled, limited, placed, pulled, upright, zoomed } from './geometry.js';
import { drawRulers, drawStage } from './stage.js';

const MOVES = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
const GRIDS = ['none', 'thirds', 'centre'];
const ASK_EVERY = 60;
const KEEP_AFTER = 450;

/**
 * One placement, large. The page moves the window by the planner's own formula; every figure shown is the planner's, asked
 * for while the hand moves, and kept when it rests.
 */
export default () => ({
  bench: null,
  wish: null,
  held: null,
  /** What the next stroke on the stage draws: '' moves the window, 'keep' a box, 'level' a line. */
  tool: '',
  grid: 'none',
  asked: 0,
  isAsking: false,
  wantsAsk: false,
  keeper: 0,
  pointers: null,
  /** The room's elements. Found once: a handler's own element may be gone when the server's answer comes. */
  dom: null,
  init() {
    const { stage, docket, siblings, across, down, bench } = this.$refs;
    const found = { stage, docket, siblings, across, down, bench, root: this.$root };
    this.dom = () => found;
    this.pointers = new Map();
    this.grid = localStorage.getItem('grid') ?? 'none';
    this.read();
    this.draw();
    new ResizeObserver(() => this.draw()).observe(this.dom().bench);
    settles(() => this.keeper && this.keep());
  },
  /** Takes the planner's figures out of the docket that the server sent. */
  read() {
    this.bench = JSON.parse(this.dom().docket.querySelector('[data-bench]').dataset.bench);
    this.wish = this.bench.sits === 'whole' ? { x: this.bench.at[0], y: this.bench.at[1], zoom: limited(this.bench.zoom, 'whole') } : { ...this.middle(), zoom: limited(this.bench.zoom) };
  },
  middle() {
    const { crop, picture } = this.bench;
    return { x: (crop.x + crop.width / 2) / picture[0], y: (crop.y + crop.height / 2) / picture[1] };
  },
  draw() {
    const sheet = drawStage(this.dom().stage, this.bench, this.wish, this.grid);
    drawRulers(this.dom().across, this.dom().down, this.dom().stage, this.bench, sheet, this.dom().root.dataset.unit);
    this.sheet = sheet;
  },
  moveTo(wish) {
    if (this.bench.sits === 'whole') {
      const inside = (value) => Math.min(1, Math.max(0, value));
      this.wish = { x: inside(wish.x), y: inside(wish.y), zoom: limited(wish.zoom, 'whole') };
    } else {
      this.bench.crop = placed(this.bench, wish);
      // What is wished is where the window really is, so that a drag beyond the edge does not have to be dragged back.
      this.wish = { ...this.middle(), zoom: wish.zoom };
    }
    this.bench.zoom = this.wish.zoom;
    this.draw();
    this.ask();
    this.keepSoon();
  },
  /** Moves the window, or the paper round a whole picture, by pixels of the picture from where it was. */
  shift(wish, right, down) {
    const { picture, sits, crop } = this.bench;
    if (sits !== 'whole') {
      this.moveTo({ x: wish.x + right / picture[0], y: wish.y + down / picture[1], zoom: wish.zoom });
      return;
    }
    const room = [this.sheet.trim.width - crop.width, this.sheet.trim.height - crop.height];
    const by = (pixels, free) => (free > 0.5 ? pixels / free : 0);
    this.moveTo({ x: wish.x - by(right, room[0]), y: wish.y - by(down, room[1]), zoom: wish.zoom });
  },
  fields() {
    const { x, y, zoom } = this.wish;
    return { x, y, zoom };
  },
  async ask() {
    if (this.isAsking) {
      this.wantsAsk = true;
      return;
    }
    this.isAsking = true;
    this.wantsAsk = false;
    const wait = Math.max(0, this.asked + ASK_EVERY - performance.now());
    if (wait) await new Promise((done) => setTimeout(done, wait));
    this.asked = performance.now();
    const wish = this.wish;
    try {
      const answer = await fetch(`${this.dom().root.dataset.address}/try?${new URLSearchParams(this.fields())}`);
      if (answer.ok && this.wish === wish) this.show(await answer.text());
    } catch {
      say('The server did not answer. Is Snugfit still running?', true);
    }
    this.isAsking = false;
    if (this.wantsAsk) this.ask();
  },
  show(html) {
    const fresh = new DOMParser().parseFromString(html, 'text/html');
    const isTyping = this.dom().docket.contains(document.activeElement) && document.activeElement.matches('input, select');
    const was = document.activeElement?.dataset?.name;
    if (!isTyping) this.dom().docket.innerHTML = fresh.querySelector('[data-figures=docket]').innerHTML;
    this.dom().siblings.innerHTML = fresh.querySelector('[data-figures=siblings]').innerHTML;
    if (was && !isTyping) this.dom().docket.querySelector(`[data-name="${CSS.escape(was)}"]`)?.focus();
  },
  keepSoon() {
    clearTimeout(this.keeper);
    this.keeper = this.held ? 0 : setTimeout(() => this.keep(), KEEP_AFTER);
  },
  async keep(extra = {}) {
    clearTimeout(this.keeper);
    this.keeper = 0;
    await this.tell(this.dom().root.dataset.address, { ...this.fields(), ...extra });
  },
  /** Changes how the picture sits; where the window lies is the planner's to find again, unless it was framed. */
  async change(fields) {
    if (this.keeper) await this.keep();
    await this.tell(this.dom().root.dataset.address, fields);
  },
  async tell(url, fields) {
    try {
      const answer = await act(url, fields);
      document.activeElement?.matches?.('.dials input, .dials select') && document.activeElement.blur();
      this.show(await answer.text());
      this.read();
      this.draw();
    } catch (error) {
      say(error.message, true);
    }
  },
  grab(event) {
    if (event.button !== 0) return;
    this.dom().stage.setPointerCapture(event.pointerId);
    this.pointers.set(event.pointerId, [event.clientX, event.clientY]);
    if (this.pointers.size === 2) {
      this.held = { pinch: this.spread(), wish: this.wish };
      return;
    }
    const corner = event.target.dataset.corner?.split(' ').map(Number) ?? null;
    this.held = { from: this.at(event), wish: this.wish, crop: this.bench.crop, corner };
  },
  spread() {
    const [[x1, y1], [x2, y2]] = [...this.pointers.values()];
    return Math.max(1, Math.hypot(x2 - x1, y2 - y1));
  },
  drag(event) {
    if (!this.held) return;
    if (this.pointers.has(event.pointerId)) this.pointers.set(event.pointerId, [event.clientX, event.clientY]);
    const { from, wish, crop, corner, pinch } = this.held;
    if (pinch) {
      if (this.pointers.size === 2) this.zoomFrom(wish, this.spread() / pinch);
      return;
    }
    const [x, y] = this.at(event);
    if (this.tool) this.dom().stage.querySelector('[data-drawn]').setAttribute('d', this.tool === 'level' ? `M${from}L${x} ${y}` : `M${from}H${x}V${y}H${from[0]}z`);
    else if (corner) this.moveTo(pulled(this.bench, crop, corner, [x, y]));
    else this.shift(wish, x - from[0], y - from[1]);
  },
  drop(event) {
    this.pointers.delete(event.pointerId);
    if (!this.held || this.pointers.size) return;
    const { from, wish } = this.held;
    this.held = null;
    if (this.tool) this.drawn(from, this.at(event));
    else if (wish !== this.wish) this.keepSoon();
  },
  /** A stroke was drawn: a line to level by, or a box of what must stay. */
  drawn(from, to) {
    const tool = this.tool;
    this.use('');
    this.dom().stage.querySelector('[data-drawn]').setAttribute('d', '');
    const reach = Math.hypot(to[0] - from[0], to[1] - from[1]);
    if (reach < this.bench.picture[0] / 100) return;
    if (tool === 'level') this.change({ tilt: levelled(from, to, this.bench.tilt) });
    else this.addBox(this.onPicture(from), this.onPicture(to));
  },
  /** A point of the stage on the picture behind it, which may be tilted. */
  onPicture([x, y]) {
    const { crop, tilt, picture } = this.bench;
    const [cx, cy] = [crop.x + crop.width / 2, crop.y + crop.height / 2];
    const [cos, sin] = [Math.cos((tilt * Math.PI) / 180), Math.sin((tilt * Math.PI) / 180)];
    const [u, v] = [x - cx, y - cy];
    return [cx + u * cos + v * sin, cy - u * sin + v * cos].map((value, i) => Math.min(1, Math.max(0, value / picture[i])));
  },
  addBox([x1, y1], [x2, y2]) {
    const box = [Math.min(x1, x2), Math.min(y1, y2), Math.abs(x2 - x1), Math.abs(y2 - y1)];
    if (box[2] > 0.004 && box[3] > 0.004) this.boxes([...this.bench.keepUpright, upright(box, this.bench)]);
  },
  boxes(list) {
    this.tell(`${this.dom().root.dataset.address}/keep-boxes`, { boxes: JSON.stringify(list) });
  },
  clearBoxes() {
    this.boxes([]);
  },
  use(tool) {
    this.tool = this.tool === tool ? '' : tool;
    this.dom().stage.classList.toggle('drawing', this.tool !== '');
    for (const name of ['keep', 'level']) this.dom().docket.querySelector(`[data-name=${name}]`)?.setAttribute('aria-pressed', String(this.tool === name));
  },
  marking() {
    this.use('keep');
  },
  level() {
    this.use('level');
  },
  set() {
    const { set: name, value } = this.$el.dataset;
    this.change({ [name]: value, ...(name === 'sits' || name === 'orientation' ? { reset: 1 } : {}) });
  },
  chosen() {
    this.change({ [this.$el.dataset.set]: this.$el.value });
  },
  quarter() {
    this.change({ turn: (this.bench.turn + 90) % 360, reset: 1 });
  },
  async family() {
    if (this.keeper) await this.keep();
    await act(`${this.dom().root.dataset.address}/family`);
    location.reload();
  },
  nextGrid() {
    this.grid = GRIDS[(GRIDS.indexOf(this.grid) + 1) % GRIDS.length];
    localStorage.setItem('grid', this.grid);
    this.draw();
  },
  wheel(event) {
    event.preventDefault();
    this.zoomFrom(this.wish, Math.exp(-event.deltaY * (event.ctrlKey ? 0.01 : 0.0015)), this.at(event));
  },
  zoomFrom(wish, factor, around = null) {
    // Nearer means a smaller window, and round a whole picture less paper.
    this.moveTo(this.bench.sits === 'whole' ? { ...wish, zoom: wish.zoom * factor } : zoomed(this.bench, wish, factor, around));
  },
  closer() {
    this.zoomFrom(this.wish, 1.1);
  },
  wider() {
    this.zoomFrom(this.wish, 1 / 1.1);
  },
  centre() {
    clearTimeout(this.keeper);
    this.keeper = 0;
    this.change({ reset: 1 });
  },
  typed() {
    const number = (id, now) => {
      const field = this.dom().root.querySelector(id);
      return field ? Number.parseFloat(field.value.replace(/[^\d.-]/g, '')) : now;
    };
    const { full, picture, crop, tilt, sits } = this.bench;
    const [x, y, zoom, turned] = [number('#from-x', crop.x), number('#from-y', crop.y), number('#zoom', 100) / 100, number('#tilt', tilt)];
    if ([x, y, zoom, turned].some(Number.isNaN)) {
      say('Write a number of pixels, degrees, or a percentage.', true);
      return;
    }
    document.activeElement.blur();
    if (turned !== tilt) {
      this.change({ tilt: Math.min(45, Math.max(-45, turned)) });
      return;
    }
    const near = limited(zoom, sits);
    if (sits === 'whole') {
      this.moveTo({ ...this.wish, zoom: near });
      return;
    }
    const [width, height] = full.map((side) => Math.max(1, Math.round(side / near)));
    this.moveTo({ x: (x + width / 2) / picture[0], y: (y + height / 2) / picture[1], zoom: near });
  },
  key(event) {
    if (isWriting(event) || event.ctrlKey || event.metaKey || event.altKey || document.querySelector('.modal.show')) return;
    const step = event.shiftKey ? 10 : 1;
    const press = (name) => this.dom().docket.querySelector(`[data-name="${name}"]`)?.click();
    const keys = {
      '+': () => this.closer(), '=': () => this.closer(), '-': () => this.wider(), '−': () => this.wider(), c: () => this.centre(), g: () => this.nextGrid(),
      t: () => press(this.bench.orientation === 'portrait' ? 'orientation-landscape' : 'orientation-portrait'), r: () => this.quarter(), f: () => press(`flip-${this.bench.flip ? 0 : 1}`),
      w: () => press(this.bench.sits === 'whole' ? 'sits-fill' : 'sits-whole'), l: () => this.use('level'), k: () => this.use('keep'),
      ',': () => this.dom().root.querySelector('[data-step=before]')?.click(), '.': () => this.dom().root.querySelector('[data-step=after]')?.click(),
    };
    if (MOVES[event.key]) {
      event.preventDefault();
      const [right, down] = MOVES[event.key];
      this.shift(this.wish, right * step, down * step);
    } else if (keys[event.key.toLowerCase()]) keys[event.key.toLowerCase()]();
    else if (event.key === 'Escape' && this.tool) {
      event.preventDefault();
      this.use('');
    } else if (event.key === ' ' && !event.target.closest('button, a')) {
      event.preventDefault();
      this.dom().stage.classList.add('bare');
    } else if (event.key === 'Enter' && !event.target.closest('button, a')) {
      event.preventDefault();
      document.getElementById('right').requestSubmit();
    }
  },
  keyUp(event) {
    if (event.key === ' ') this.dom().stage.classList.remove('bare');
  },
  /** Where a pointer is, in pixels of the picture. */
  at(event) {
    const matrix = this.dom().stage.getScreenCTM();
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return [point.x, point.y];
  },
});
