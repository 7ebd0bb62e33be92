const MOVES = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
// A press nearer to the line than this takes the line, in px.
const REACH = 14;
// What an arrow key moves by, in px of the print.
const FAR = [240, 160];
const share = (value) => Math.min(1, Math.max(0, value));

/**
 * Two pictures of one place, one over the other: the line between them is dragged, the picture is moved under it, a held key
 * shows one alone.
 */
export class TwoPictures {
  /**
   * @param view    holds an image for each side, the line and a place that says "computing"
   * @param over    the side that lies on top and is cut at the line
   * @param under   the other
   * @param at      the place in shares of the picture
   * @param step    shares of the picture that a print's pixel takes
   * @param address gives a side's picture of a place
   * @param moved   is told of a new place before it is asked for
   */
  constructor(view, { over, under, at, step, address, moved }) {
    this.view = view;
    this.at = at;
    this.step = step;
    this.address = address;
    this.moved = moved;
    this.over = view.querySelector(`[data-of=${over}]`);
    this.under = view.querySelector(`[data-of=${under}]`);
    this.sides = [
      [over, this.over],
      [under, this.under],
    ];
    this.line = 0.5;
    this.held = null;
    this.asked = 0;
    view.addEventListener('pointerdown', (event) => this.grab(event));
    view.addEventListener('pointermove', (event) => this.drag(event));
    for (const type of ['pointerup', 'pointercancel']) view.addEventListener(type, (event) => this.drop(event));
  }

  /** Asks for both pictures of the place one is at; an answer that comes late is left. */
  async look() {
    this.asked += 1;
    const ask = this.asked;
    const wait = this.view.querySelector('[data-wait]');
    this.moved(this.at);
    wait.textContent = 'computing …';
    await Promise.all(
      this.sides.map(
        ([side, image]) =>
          new Promise((done) => {
            const fresh = new Image();
            fresh.onload = () => {
              if (ask === this.asked) {
                image.src = fresh.src;
                image.style.transform = '';
              }
              done();
            };
            fresh.onerror = done;
            fresh.src = this.address(side, this.at);
          }),
      ),
    );
    if (ask !== this.asked) return;
    wait.textContent = '';
    this.draw();
  }

  draw() {
    this.over.style.clipPath = `inset(0 ${100 * (1 - this.line)}% 0 0)`;
    this.view.querySelector('[data-line]').style.left = `${this.line * (this.under.naturalWidth || this.view.clientWidth)}px`;
  }

  grab(event) {
    if (event.button !== 0) return;
    this.view.setPointerCapture(event.pointerId);
    const box = this.under.getBoundingClientRect();
    this.held = {
      line: Math.abs(event.clientX - box.left - this.line * box.width) < REACH,
      from: [event.clientX, event.clientY],
    };
  }

  drag(event) {
    if (!this.held) return;
    if (this.held.line) {
      const box = this.under.getBoundingClientRect();
      this.line = share((event.clientX - box.left) / Math.max(1, box.width));
      this.draw();
      return;
    }
    const [x, y] = this.held.from;
    for (const [, image] of this.sides) image.style.transform = `translate(${event.clientX - x}px, ${event.clientY - y}px)`;
  }

  drop(event) {
    const { held } = this;
    this.held = null;
    if (!held || held.line) return;
    const [x, y] = held.from;
    if (Math.hypot(event.clientX - x, event.clientY - y) > 3) this.move(x - event.clientX, y - event.clientY);
  }

  /** Over the picture by so many print pixels. */
  move(right, down) {
    this.go([this.at[0] + right * this.step[0], this.at[1] + down * this.step[1]]);
  }

  go(at) {
    this.at = at.map(share);
    this.look();
  }

  /** Arrows, the line's keys and space; true where a key was one of these. */
  key(event) {
    if (MOVES[event.key] && !event.target.matches?.('input[type=range]')) {
      event.preventDefault();
      this.move(MOVES[event.key][0] * FAR[0], MOVES[event.key][1] * FAR[1]);
    } else if (event.key === ',' || event.key === '.') {
      this.line = share(this.line + (event.key === '.' ? 0.05 : -0.05));
      this.draw();
    } else if (event.key === ' ' && !event.target.closest('button, a, select, input')) {
      event.preventDefault();
      this.view.classList.add('held');
    } else return false;
    return true;
  }

  keyUp(event) {
    if (event.key === ' ') this.view.classList.remove('held');
  }
}
