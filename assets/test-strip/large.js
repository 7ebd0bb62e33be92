import OpenSeadragon from 'openseadragon';
import { sentence } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { Pane } from './pane.js';

const MOVES = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
// Of the view's side, by an arrow key.
const STEP = 0.25;
const SMALLEST = 1 / 64;
const LARGEST = 8;
// Seconds that a whole result may take to be made without asking.
const AT_ONCE = 15;
const clamp = (value, least, most) => Math.min(most, Math.max(least, value));

/** The large view: panes that show the same place at the same scale, linked; the address keeps what is looked at. */
class LargeView {
  constructor(root) {
    this.root = root;
    this.frame = root.querySelector('[data-panes]');
    const { address, width, height, tile, right, down, scale } = root.dataset;
    this.address = address;
    this.size = { width: Number(width), height: Number(height) };
    this.at = [Number(right), Number(down)];
    this.scale = Number(scale);
    this.line = 0.5;
    this.panes = [...root.querySelectorAll('.pane')].map(
      (element) =>
        new Pane(OpenSeadragon, element, {
          size: this.size,
          tile: Number(tile),
          address,
          moved: (at) => this.go(at),
          scaled: (steps, at) => this.rescale(this.next(steps), at),
        }),
    );
    this.listen();
    this.lay();
    this.makeQuickOnes();
  }

  get isOver() {
    return this.frame.classList.contains('over');
  }

  listen() {
    const acts = {
      smaller: () => this.rescale(this.next(-1)),
      larger: () => this.rescale(this.next(1)),
      print: () => this.rescale(1),
      whole: () => this.all(),
      over: () => this.turn(),
      third: () => this.leave([...this.ways(), this.panes[0].choices().find((way) => !this.ways().includes(way))]),
    };
    for (const button of this.root.querySelectorAll('[data-act]')) button.addEventListener('click', acts[button.dataset.act]);
    for (const pane of this.panes) {
      pane.picked = () => this.leave(this.ways());
      pane.dropped = () => this.leave(this.panes.filter((one) => one !== pane).map((one) => one.way));
      pane.wanted = () => this.make(pane);
    }
    document.addEventListener('keydown', (event) => this.key(event, acts));
    document.addEventListener('keyup', (event) => event.key === ' ' && this.frame.classList.remove('held'));
    window.addEventListener('resize', () => this.lay());
    const line = this.root.querySelector('[data-line]');
    line.addEventListener('pointerdown', (event) => line.setPointerCapture(event.pointerId));
    line.addEventListener(
      'pointermove',
      (event) =>
        line.hasPointerCapture(event.pointerId) &&
        this.setLine((event.clientX - this.frame.getBoundingClientRect().left) / this.frame.clientWidth),
    );
  }

  ways() {
    return this.panes.map((pane) => pane.choice());
  }

  key(event, acts) {
    if (isWriting(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    const named = { '+': 'larger', '=': 'larger', '-': 'smaller', 1: 'print', 0: 'whole', o: 'over' }[event.key.toLowerCase()];
    if (named) acts[named]();
    else if (MOVES[event.key]) {
      const [across, down] = MOVES[event.key];
      const view = this.panes[0].viewSize();
      this.go([
        this.at[0] + (across * STEP * view.width) / this.scale / this.size.width,
        this.at[1] + (down * STEP * view.height) / this.scale / this.size.height,
      ]);
    } else if (this.isOver && (event.key === ',' || event.key === '.'))
      this.setLine(this.line + (event.key === '.' ? 0.05 : -0.05));
    else if (this.isOver && event.key === ' ' && !event.target.closest('button, a, select')) this.frame.classList.add('held');
    else return;
    event.preventDefault();
  }

  /** The next of the scales that show pixels as they are: halves and doubles of 1:1. */
  next(steps) {
    const exact = Math.log2(this.scale);
    return 2 ** (steps > 0 ? Math.floor(exact + 1e-6) + steps : Math.ceil(exact - 1e-6) + steps);
  }

  /** At another scale; the place `at` stays where it is on screen. */
  rescale(scale, at = this.at) {
    const to = clamp(scale, Math.min(SMALLEST, this.fitting()), LARGEST);
    this.at = [0, 1].map((i) => at[i] + ((this.at[i] - at[i]) * this.scale) / to);
    this.scale = to;
    this.show();
  }

  fitting() {
    const view = this.panes[0].viewSize();
    return Math.min(1, view.width / this.size.width, view.height / this.size.height);
  }

  all() {
    this.at = [0.5, 0.5];
    this.rescale(this.fitting());
  }

  go(at) {
    this.at = at;
    this.show();
  }

  show() {
    const view = this.panes[0].viewSize();
    // The picture's middle where all of it is seen; otherwise no further than its edge; whole pixels, so that nothing is smoothed.
    this.at = [
      ['width', 0],
      ['height', 1],
    ].map(([side, i]) => {
      const seen = view[side] / this.scale / this.size[side];
      const held = seen >= 1 ? 0.5 : clamp(this.at[i], seen / 2, 1 - seen / 2);
      if (this.scale < 1) return held;
      const start = Math.round(held * this.size[side] - view[side] / this.scale / 2);
      return (start + view[side] / this.scale / 2) / this.size[side];
    });
    for (const pane of this.panes) pane.show(this.at, this.scale);
    const shown = this.scale >= 1 ? `${+this.scale.toFixed(2)} : 1` : `1 : ${+(1 / this.scale).toFixed(1)}`;
    this.root.querySelector('[data-scale-shown]').textContent = shown;
    history.replaceState(null, '', this.query(this.ways()));
  }

  query(ways) {
    const fields = {
      ways: ways.join(','),
      right: this.at[0].toFixed(5),
      down: this.at[1].toFixed(5),
      scale: String(+this.scale.toFixed(5)),
    };
    return `${this.address}?${new URLSearchParams(this.isOver ? { ...fields, over: '1' } : fields)}`;
  }

  leave(ways) {
    location.assign(this.query(ways));
  }

  turn() {
    this.frame.classList.toggle('over');
    this.root.querySelector('[data-act=over]').setAttribute('aria-pressed', String(this.isOver));
    this.lay();
  }

  lay() {
    this.root.querySelector('[data-line]').hidden = !this.isOver;
    this.setLine(this.line);
    this.show();
  }

  setLine(share) {
    this.line = clamp(share, 0, 1);
    this.frame.style.setProperty('--line', `${100 * this.line}%`);
  }

  async makeQuickOnes() {
    for (const pane of this.panes) if (!pane.isWhole && pane.seconds <= AT_ONCE) await this.make(pane);
  }

  async make(pane) {
    try {
      await pane.make(sentence);
    } finally {
      this.show();
    }
  }
}

// The viewer puts a style of its own into a page, which ours do not allow, unless it finds this one, which styles nothing.
const mark = document.createElementNS(null, 'style');
mark.setAttribute('data-openseadragon-mobile-css', '');
document.head.append(mark);
new LargeView(document.querySelector('[data-large]'));
