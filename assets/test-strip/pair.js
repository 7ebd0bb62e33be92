import { isWriting } from '../shared/keys.js';

const MOVES = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
// A press nearer to the line than this takes the line, in px.
const REACH = 14;

/** Two ways, one over the other: the line between them is dragged, the picture is moved under it, a held key swaps. */
export default () => ({
  dom: null,
  held: null,
  init() {
    const { pair } = this.$refs;
    const { patch, width, height, across, down } = this.$root.dataset;
    const number = Number;
    const found = {
      pair, patch, size: [number(width), number(height)], step: [number(across), number(down)], at: [number(this.$root.dataset.x), number(this.$root.dataset.y)],
      sides: Object.fromEntries(['left', 'right'].map((side) => [side, this.$root.querySelector(`[data-side=${side}]`)])),
      images: Object.fromEntries(['left', 'right'].map((side) => [side, pair.querySelector(`[data-of=${side}]`)])), line: 0.5,
    };
    this.dom = () => found;
    this.look();
    this.draw();
  },
  /** Asks for both pictures of the place one is at; the address follows. */
  async look() {
    const { at, size, sides, images, patch, pair } = this.dom();
    const query = new URLSearchParams({ left: sides.left.value, right: sides.right.value, x: at[0].toFixed(5), y: at[1].toFixed(5) });
    history.replaceState(null, '', `?${query}`);
    pair.querySelector('[data-wait]').textContent = 'computing …';
    await Promise.all(Object.entries(images).map(([side, image]) => new Promise((done) => {
      const fresh = new Image();
      fresh.onload = () => {
        image.src = fresh.src;
        image.style.transform = '';
        done();
      };
      fresh.onerror = done;
      fresh.src = `${patch}?${new URLSearchParams({ way: sides[side].value, x: at[0].toFixed(5), y: at[1].toFixed(5), w: size[0], h: size[1] })}`;
    })));
    pair.querySelector('[data-wait]').textContent = '';
    this.draw();
    for (const side of ['left', 'right']) pair.querySelector(`[data-name-${side}]`).textContent = sides[side].selectedOptions[0].textContent;
  },
  draw() {
    const { pair, images, line } = this.dom();
    images.left.style.clipPath = `inset(0 ${100 * (1 - line)}% 0 0)`;
    pair.querySelector('[data-line]').style.left = `${line * (images.right.naturalWidth || this.dom().size[0])}px`;
  },
  pick() {
    this.look();
  },
  share(event) {
    const box = this.dom().images.right.getBoundingClientRect();
    return Math.min(1, Math.max(0, (event.clientX - box.left) / Math.max(1, box.width)));
  },
  grab(event) {
    if (event.button !== 0) return;
    const { pair, images, line } = this.dom();
    pair.setPointerCapture(event.pointerId);
    const box = images.right.getBoundingClientRect();
    this.held = { line: Math.abs(event.clientX - box.left - line * box.width) < REACH, from: [event.clientX, event.clientY] };
  },
  drag(event) {
    if (!this.held) return;
    if (this.held.line) {
      this.dom().line = this.share(event);
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
  key(event) {
    if (isWriting(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    if (MOVES[event.key]) {
      event.preventDefault();
      this.move(MOVES[event.key][0] * 240, MOVES[event.key][1] * 160);
    } else if (event.key === ',' || event.key === '.') {
      this.dom().line = Math.min(1, Math.max(0, this.dom().line + (event.key === '.' ? 0.05 : -0.05)));
      this.draw();
    } else if (event.key === ' ' && !event.target.closest('button, a, select')) {
      event.preventDefault();
      this.dom().pair.classList.add('swapped');
    }
  },
  keyUp(event) {
    if (event.key === ' ') this.dom().pair.classList.remove('swapped');
  },
});
