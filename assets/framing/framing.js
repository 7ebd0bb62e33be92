import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { settles } from '../shared/settle.js';
import { limited, placed, pulled, zoomed } from './geometry.js';
import { drawRulers, drawStage } from './stage.js';

const MOVES = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
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
  asked: 0,
  isAsking: false,
  wantsAsk: false,
  keeper: 0,
  init() {
    this.read();
    this.draw();
    new ResizeObserver(() => this.draw()).observe(this.$refs.bench);
    settles(() => this.keeper && this.keep());
  },
  /** Takes the planner's figures out of the docket that the server sent. */
  read() {
    this.bench = JSON.parse(this.$refs.docket.querySelector('[data-bench]').dataset.bench);
    const { crop, picture, zoom } = this.bench;
    this.wish = { x: (crop.x + crop.width / 2) / picture[0], y: (crop.y + crop.height / 2) / picture[1], zoom };
  },
  draw() {
    drawStage(this.$refs.stage, this.bench);
    drawRulers(this.$refs.across, this.$refs.down, this.$refs.stage, this.bench, this.$root.dataset.unit);
  },
  moveTo(wish) {
    this.bench.crop = placed(this.bench, wish);
    const { crop, picture } = this.bench;
    // What is wished is where the window really is, so that a drag beyond the edge does not have to be dragged back.
    this.wish = { x: (crop.x + crop.width / 2) / picture[0], y: (crop.y + crop.height / 2) / picture[1], zoom: wish.zoom };
    this.bench.zoom = wish.zoom;
    this.draw();
    this.ask();
    this.keepSoon();
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
      const answer = await fetch(`${this.$root.dataset.address}/try?${new URLSearchParams(this.fields())}`);
      if (answer.ok && this.wish === wish) this.show(await answer.text());
    } catch {
      say('The server did not answer. Is Snugfit still running?', true);
    }
    this.isAsking = false;
    if (this.wantsAsk) this.ask();
  },
  show(html) {
    if (this.$refs.docket.contains(document.activeElement) && document.activeElement.matches('input')) return;
    this.$refs.docket.innerHTML = html;
  },
  keepSoon() {
    clearTimeout(this.keeper);
    this.keeper = this.held ? 0 : setTimeout(() => this.keep(), KEEP_AFTER);
  },
  async keep(extra = {}) {
    clearTimeout(this.keeper);
    this.keeper = 0;
    try {
      const answer = await act(this.$root.dataset.address, { ...this.fields(), ...extra });
      this.$refs.docket.innerHTML = await answer.text();
      this.read();
      this.draw();
    } catch (error) {
      say(error.message, true);
    }
  },
  grab(event) {
    if (event.button !== 0) return;
    this.$refs.stage.setPointerCapture(event.pointerId);
    const corner = event.target.dataset.corner?.split(' ').map(Number) ?? null;
    this.held = { from: this.at(event), wish: this.wish, crop: this.bench.crop, corner };
  },
  drag(event) {
    if (!this.held) return;
    const [x, y] = this.at(event);
    const { from, wish, crop, corner } = this.held;
    if (corner) {
      this.moveTo(pulled(this.bench, crop, corner, [x, y]));
      return;
    }
    const [width, height] = this.bench.picture;
    this.moveTo({ x: wish.x + (x - from[0]) / width, y: wish.y + (y - from[1]) / height, zoom: wish.zoom });
  },
  drop() {
    if (!this.held) return;
    const moved = this.held.wish !== this.wish;
    this.held = null;
    if (moved) this.keepSoon();
  },
  wheel(event) {
    event.preventDefault();
    this.zoomBy(Math.exp(-event.deltaY * (event.ctrlKey ? 0.01 : 0.0015)), this.at(event));
  },
  zoomBy(factor, around = null) {
    this.moveTo(zoomed(this.bench, this.wish, factor, around));
  },
  closer() {
    this.zoomBy(1.1);
  },
  wider() {
    this.zoomBy(1 / 1.1);
  },
  centre() {
    this.keep({ reset: 1 });
  },
  turn() {
    this.keep({ reset: 1, orientation: this.bench.orientation === 'portrait' ? 'landscape' : 'portrait' });
  },
  typed() {
    const number = (id) => Number.parseFloat(this.$root.querySelector(id).value.replace(/[^\d.]/g, ''));
    const [x, y, zoom] = [number('#from-x'), number('#from-y'), number('#zoom') / 100];
    if ([x, y, zoom].some(Number.isNaN)) {
      say('Write a number of pixels, or a percentage.', true);
      return;
    }
    const { full, picture } = this.bench;
    const near = limited(zoom);
    const [width, height] = full.map((side) => Math.max(1, Math.round(side / near)));
    document.activeElement.blur();
    this.moveTo({ x: (x + width / 2) / picture[0], y: (y + height / 2) / picture[1], zoom: near });
  },
  key(event) {
    if (isWriting(event) || event.ctrlKey || event.metaKey || event.altKey || document.querySelector('.modal.show')) return;
    const step = event.shiftKey ? 10 : 1;
    const [width, height] = this.bench.picture;
    if (MOVES[event.key]) {
      event.preventDefault();
      const [right, down] = MOVES[event.key];
      this.moveTo({ x: this.wish.x + (right * step) / width, y: this.wish.y + (down * step) / height, zoom: this.wish.zoom });
    } else if (event.key === '+' || event.key === '=') this.closer();
    else if (event.key === '-' || event.key === '−') this.wider();
    else if (event.key.toLowerCase() === 't') this.$root.querySelector('[x-on\\:click="turn"]')?.click();
    else if (event.key.toLowerCase() === 'c') this.centre();
    else if (event.key === ',' || event.key === '.') this.$root.querySelector(`[data-step=${event.key === ',' ? 'before' : 'after'}]`)?.click();
    else if (event.key === ' ' && !event.target.closest('button, a')) {
      event.preventDefault();
      this.$refs.stage.classList.add('bare');
    } else if (event.key === 'Enter' && !event.target.closest('button, a')) {
      event.preventDefault();
      this.finish();
    }
  },
  keyUp(event) {
    if (event.key === ' ') this.$refs.stage.classList.remove('bare');
  },
  finish() {
    document.getElementById('right').requestSubmit();
  },
  /** Where a pointer is, in pixels of the picture. */
  at(event) {
    const matrix = this.$refs.stage.getScreenCTM();
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return [point.x, point.y];
  },
});
