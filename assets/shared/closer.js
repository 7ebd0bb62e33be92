import { pointOn } from './strokes.js';
import { set } from './svg.js';

const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
const STEP = 1.4;
// A small copy is shown as far as this; below, in picture px across, the picture's own pixels are asked for.
const OWN = 1600;
// Screen px that a picture's pixel takes at most.
const LARGEST = 4;
// ms that one stays at a place before its pixels are asked for.
const STAY = 250;

/** A drawing of a whole picture that one comes closer to: by the wheel, plus and minus; arrows move over it, 0 shows all. */
export class Closer {
  /**
   * @param svg   its viewBox is the picture; data-pixels is the address of parts at their own pixels
   * @param sharp an image element for these
   * @param told  an element that says how close one is
   * @param largest screen px that a picture's pixel takes at most
   */
  constructor(svg, sharp, told, largest = LARGEST) {
    this.svg = svg;
    this.largest = largest;
    this.sharp = sharp;
    this.told = told;
    const { width, height } = svg.viewBox.baseVal;
    this.size = [width, height];
    this.times = 1;
    this.middle = [width / 2, height / 2];
    svg.addEventListener(
      'wheel',
      (event) => {
        event.preventDefault();
        this.come(event.deltaY < 0 ? STEP : 1 / STEP, pointOn(svg, event));
      },
      { passive: false },
    );
  }

  /** Closer by a factor; a place keeps its place on the screen. */
  come(factor, [x, y] = this.middle) {
    const wide = this.svg.clientWidth || 1;
    const most = Math.max(1, (this.size[0] * this.largest) / wide);
    const times = Math.min(most, Math.max(1, this.times * factor));
    const turn = this.times / times;
    this.times = times;
    this.go([x + (this.middle[0] - x) * turn, y + (this.middle[1] - y) * turn]);
  }

  go(middle) {
    const seen = this.size.map((side) => side / this.times);
    this.middle = middle.map((at, i) => Math.min(this.size[i] - seen[i] / 2, Math.max(seen[i] / 2, at)));
    const corner = this.middle.map((at, i) => at - seen[i] / 2);
    set(this.svg, { viewBox: [...corner, ...seen].join(' ') });
    this.told.textContent = this.times === 1 ? 'whole' : `${Math.round(100 * this.svg.getScreenCTM().a)} %`;
    clearTimeout(this.staying);
    this.staying = setTimeout(() => this.sharpen(corner, seen), STAY);
  }

  /** The picture's own pixels of what is seen, where that is not too much. */
  sharpen(corner, seen) {
    if (this.times === 1 || Math.max(...seen) > OWN) {
      this.sharp.removeAttribute('href');
      return;
    }
    const [x, y] = corner.map(Math.floor);
    const [width, height] = seen.map((side, i) => Math.min(this.size[i] - [x, y][i], Math.ceil(side) + 1));
    const fresh = new Image();
    fresh.onload = () => set(this.sharp, { x, y, width, height, href: fresh.src });
    fresh.src = `${this.svg.dataset.pixels}?${new URLSearchParams({ x, y, w: width, h: height })}`;
  }

  /** True where a key was one of its own. */
  key(event) {
    if (event.target.matches?.('input[type=range]')) return false;
    if (event.key === '+' || event.key === '=') this.come(STEP);
    else if (event.key === '-') this.come(1 / STEP);
    else if (event.key === '0') this.come(0);
    else if (ARROWS[event.key] && this.times > 1)
      this.go(this.middle.map((at, i) => at + (ARROWS[event.key][i] * this.size[i]) / this.times / 4));
    else return false;
    event.preventDefault();
    return true;
  }
}
