import { Closer } from './closer.js';
import { pathOf, pointOn, strokeOf } from './strokes.js';
import { set } from './svg.js';

/** Soft dabs and strokes painted on a picture, all of it or as close as its own pixels: adds or takes away, in a size one chooses. */
export class Painter {
  /**
   * @param root  what shared/_painting.html.twig makes
   * @param strokes gives the strokes that are there now
   * @param keep  keeps a list of strokes; a promise
   * @param mask  gives the address of a picture of all of them
   * @param moved is told whether one paints; need not be there
   */
  constructor(root, { strokes, keep, mask, moved }) {
    this.root = root;
    this.strokes = strokes;
    this.keep = keep;
    this.mask = mask;
    this.moved = moved;
    this.canvas = root.querySelector('[data-canvas]');
    const { width, height } = this.canvas.viewBox.baseVal;
    this.picture = [width, height];
    this.closer = new Closer(this.canvas, root.querySelector('[data-sharp]'), root.querySelector('[data-closer]'));
    this.away = false;
    this.points = null;
    this.canvas.addEventListener('pointerdown', (event) => this.begin(event));
    this.canvas.addEventListener('pointermove', (event) => this.go(event));
    for (const type of ['pointerup', 'pointercancel']) this.canvas.addEventListener(type, () => this.end());
    for (const one of root.querySelectorAll('[data-away]'))
      one.addEventListener('click', () => this.turn(one.dataset.away === '1'));
    root.querySelector('[data-clear]').addEventListener('click', () => this.take([]));
    root.querySelector('[data-done]').addEventListener('click', () => this.toggle());
  }

  get isOpen() {
    return !this.root.hidden;
  }

  toggle() {
    this.root.hidden = !this.root.hidden;
    if (this.isOpen) this.show();
    this.moved?.(this.isOpen);
  }

  /** All strokes that are kept; done when they are seen. */
  show() {
    const mask = this.root.querySelector('[data-mask]');
    return new Promise((done) => {
      mask.onload = mask.onerror = done;
      set(mask, { href: this.mask() });
      if (!this.isOpen) done();
    });
  }

  turn(away) {
    this.away = away;
    for (const one of this.root.querySelectorAll('[data-away]'))
      one.setAttribute('aria-pressed', String((one.dataset.away === '1') === away));
  }

  async take(strokes) {
    await this.keep(strokes);
    await this.show();
  }

  get radius() {
    return ((Number(this.root.querySelector('[data-brush-size]').value) / 1000) * Math.max(...this.picture)) / this.closer.times;
  }

  begin(event) {
    if (event.button !== 0) return;
    this.canvas.setPointerCapture(event.pointerId);
    this.points = [pointOn(this.canvas, event)];
    this.go(event);
  }

  go(event) {
    const point = pointOn(this.canvas, event);
    set(this.root.querySelector('[data-brush]'), { cx: point[0], cy: point[1], r: this.radius });
    if (!this.points) return;
    const last = this.points[this.points.length - 1];
    if (Math.hypot(point[0] - last[0], point[1] - last[1]) > this.radius / 4) this.points.push(point);
    const path = this.root.querySelector('[data-stroke]');
    path.classList.toggle('away', this.away);
    set(path, { d: pathOf(this.points), 'stroke-width': 1.4 * this.radius });
  }

  async end() {
    if (!this.points) return;
    const stroke = strokeOf(this.points, this.radius, this.away, this.picture);
    this.points = null;
    await this.take([...this.strokes(), stroke]);
    this.root.querySelector('[data-stroke]').removeAttribute('d');
  }

  /** X, the brackets, and what comes closer; true where a key was one of its own. */
  key(event) {
    const size = this.root.querySelector('[data-brush-size]');
    if (event.key.toLowerCase() === 'x') this.turn(!this.away);
    else if (event.key === '[' || event.key === ']') size.value = Number(size.value) + (event.key === ']' ? 10 : -10);
    else return this.closer.key(event);
    return true;
  }
}
