import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { settles } from '../shared/settle.js';
import { limited, placed, zoomed } from './geometry.js';
import { hand } from './hand.js';
import { keeping } from './keeping.js';
import { drawRulers, drawStage } from './stage.js';

const MOVES = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
const GRIDS = ['none', 'thirds', 'centre'];

/**
 * One placement, large. The page moves the window by the planner's own formula; every figure shown is the planner's, asked
 * for while the hand moves, and kept when it rests.
 *
 * @returns {Component}
 */
export default () => ({
  ...hand,
  ...keeping,
  bench: null,
  wish: null,
  grid: 'none',
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
    this.wish =
      this.bench.sits === 'whole'
        ? { x: this.bench.at[0], y: this.bench.at[1], zoom: limited(this.bench.zoom, 'whole') }
        : { ...this.middle(), zoom: limited(this.bench.zoom) };
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
    const [x, y, zoom, turned] = [
      number('#from-x', crop.x),
      number('#from-y', crop.y),
      number('#zoom', 100) / 100,
      number('#tilt', tilt),
    ];
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
      '+': () => this.closer(),
      '=': () => this.closer(),
      '-': () => this.wider(),
      '−': () => this.wider(),
      c: () => this.centre(),
      g: () => this.nextGrid(),
      t: () => press(this.bench.orientation === 'portrait' ? 'orientation-landscape' : 'orientation-portrait'),
      r: () => this.quarter(),
      f: () => press(`flip-${this.bench.flip ? 0 : 1}`),
      w: () => press(this.bench.sits === 'whole' ? 'sits-fill' : 'sits-whole'),
      l: () => this.use('level'),
      k: () => this.use('keep'),
      ',': () => this.dom().root.querySelector('[data-step=before]')?.click(),
      '.': () => this.dom().root.querySelector('[data-step=after]')?.click(),
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
      /** @type {HTMLFormElement} */ (document.getElementById('right')).requestSubmit();
    }
  },
  keyUp(event) {
    if (event.key === ' ') this.dom().stage.classList.remove('bare');
  },
});
