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
  layout: null,
  position: null,
  grid: 'none',
  /** The room's elements. Found once: a handler's own element may be gone when the server's answer comes. */
  dom: null,
  init() {
    const { stage, docket, siblings, across, down, layout } = this.$refs;
    const found = { stage, docket, siblings, across, down, layout, root: this.$root };
    this.dom = () => found;
    this.pointers = new Map();
    this.grid = localStorage.getItem('grid') ?? 'none';
    this.read();
    this.draw();
    new ResizeObserver(() => this.draw()).observe(this.dom().layout);
    settles(() => this.keeper && this.keep());
  },
  /** Takes the planner's figures out of the docket that the server sent. */
  read() {
    this.layout = JSON.parse(this.dom().docket.querySelector('[data-layout]').dataset.layout);
    this.position =
      this.layout.fitMode === 'whole'
        ? { x: this.layout.at[0], y: this.layout.at[1], zoom: limited(this.layout.zoom, 'whole') }
        : { ...this.middle(), zoom: limited(this.layout.zoom) };
  },
  middle() {
    const { crop, picture } = this.layout;
    return { x: (crop.x + crop.width / 2) / picture[0], y: (crop.y + crop.height / 2) / picture[1] };
  },
  draw() {
    const sheet = drawStage(this.dom().stage, this.layout, this.position, this.grid);
    drawRulers(this.dom().across, this.dom().down, this.dom().stage, this.layout, sheet, this.dom().root.dataset.unit);
    this.sheet = sheet;
  },
  moveTo(position) {
    if (this.layout.fitMode === 'whole') {
      const inside = (value) => Math.min(1, Math.max(0, value));
      this.position = { x: inside(position.x), y: inside(position.y), zoom: limited(position.zoom, 'whole') };
    } else {
      this.layout.crop = placed(this.layout, position);
      // What is wished is where the window really is, so that a drag beyond the edge does not have to be dragged back.
      this.position = { ...this.middle(), zoom: position.zoom };
    }
    this.layout.zoom = this.position.zoom;
    this.draw();
    this.ask();
    this.keepSoon();
  },
  /** Moves the window, or the paper round a whole picture, by pixels of the picture from where it was. */
  shift(position, right, down) {
    const { picture, fitMode, crop } = this.layout;
    if (fitMode !== 'whole') {
      this.moveTo({ x: position.x + right / picture[0], y: position.y + down / picture[1], zoom: position.zoom });
      return;
    }
    const room = [this.sheet.trim.width - crop.width, this.sheet.trim.height - crop.height];
    const by = (pixels, free) => (free > 0.5 ? pixels / free : 0);
    this.moveTo({ x: position.x - by(right, room[0]), y: position.y - by(down, room[1]), zoom: position.zoom });
  },
  set() {
    const { set: name, value } = this.$el.dataset;
    this.change({ [name]: value, ...(name === 'sits' || name === 'orientation' ? { reset: 1 } : {}) });
  },
  chosen() {
    this.change({ [this.$el.dataset.set]: this.$el.value });
  },
  quarter() {
    this.change({ turn: (this.layout.turn + 90) % 360, reset: 1 });
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
    this.zoomFrom(this.position, Math.exp(-event.deltaY * (event.ctrlKey ? 0.01 : 0.0015)), this.at(event));
  },
  zoomFrom(position, factor, around = null) {
    // Nearer means a smaller window, and round a whole picture less paper.
    this.moveTo(
      this.layout.fitMode === 'whole'
        ? { ...position, zoom: position.zoom * factor }
        : zoomed(this.layout, position, factor, around),
    );
  },
  closer() {
    this.zoomFrom(this.position, 1.1);
  },
  wider() {
    this.zoomFrom(this.position, 1 / 1.1);
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
    const { full, picture, crop, tilt, fitMode } = this.layout;
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
    const near = limited(zoom, fitMode);
    if (fitMode === 'whole') {
      this.moveTo({ ...this.position, zoom: near });
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
      t: () => press(this.layout.orientation === 'portrait' ? 'orientation-landscape' : 'orientation-portrait'),
      r: () => this.quarter(),
      f: () => press(`flip-${this.layout.flip ? 0 : 1}`),
      w: () => press(this.layout.fitMode === 'whole' ? 'sits-fill' : 'sits-whole'),
      l: () => this.use('level'),
      k: () => this.use('keep'),
      y: () => this.dom().root.querySelector('[data-lettering]')?.click(),
      ',': () => this.dom().root.querySelector('[data-step=before]')?.click(),
      '.': () => this.dom().root.querySelector('[data-step=after]')?.click(),
    };
    if (MOVES[event.key]) {
      event.preventDefault();
      const [right, down] = MOVES[event.key];
      this.shift(this.position, right * step, down * step);
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
