import { levelled, pulled, upright } from './geometry.js';

/** What a pointer does on the framing room's stage: moves the window, pulls its corners, pinches, draws a box or a line. */
export const hand = {
  held: null,
  /** What the next stroke draws: '' moves the window, 'keep' a box, 'level' a line. */
  tool: '',
  pointers: null,
  grab(event) {
    if (event.button !== 0) return;
    this.dom().stage.setPointerCapture(event.pointerId);
    this.pointers.set(event.pointerId, [event.clientX, event.clientY]);
    if (this.pointers.size === 2) {
      this.held = { pinch: this.spread(), position: this.position };
      return;
    }
    const corner = event.target.dataset.corner?.split(' ').map(Number) ?? null;
    this.held = { from: this.at(event), position: this.position, crop: this.layout.crop, corner };
  },
  spread() {
    const [[x1, y1], [x2, y2]] = [...this.pointers.values()];
    return Math.max(1, Math.hypot(x2 - x1, y2 - y1));
  },
  drag(event) {
    if (!this.held) return;
    if (this.pointers.has(event.pointerId)) this.pointers.set(event.pointerId, [event.clientX, event.clientY]);
    const { from, position, crop, corner, pinch } = this.held;
    if (pinch) {
      if (this.pointers.size === 2) this.zoomFrom(position, this.spread() / pinch);
      return;
    }
    const [x, y] = this.at(event);
    if (this.tool)
      this.dom()
        .stage.querySelector('[data-drawn]')
        .setAttribute('d', this.tool === 'level' ? `M${from}L${x} ${y}` : `M${from}H${x}V${y}H${from[0]}z`);
    else if (corner) this.moveTo(pulled(this.layout, crop, corner, [x, y]));
    else this.shift(position, x - from[0], y - from[1]);
  },
  drop(event) {
    this.pointers.delete(event.pointerId);
    if (!this.held || this.pointers.size) return;
    const { from, position } = this.held;
    this.held = null;
    if (this.tool) this.drawn(from, this.at(event));
    else if (position !== this.position) this.keepSoon();
  },
  /** A stroke was drawn: a line to level by, or a box of what must stay. */
  drawn(from, to) {
    const tool = this.tool;
    this.use('');
    this.dom().stage.querySelector('[data-drawn]').setAttribute('d', '');
    const reach = Math.hypot(to[0] - from[0], to[1] - from[1]);
    if (reach < this.layout.picture[0] / 100) return;
    if (tool === 'level') this.change({ tilt: levelled(from, to, this.layout.tilt) });
    else this.addBox(this.onPicture(from), this.onPicture(to));
  },
  /** A point of the stage on the picture behind it, which may be tilted. */
  onPicture([x, y]) {
    const { crop, tilt, picture } = this.layout;
    const [cx, cy] = [crop.x + crop.width / 2, crop.y + crop.height / 2];
    const [cos, sin] = [Math.cos((tilt * Math.PI) / 180), Math.sin((tilt * Math.PI) / 180)];
    const [u, v] = [x - cx, y - cy];
    return [cx + u * cos + v * sin, cy - u * sin + v * cos].map((value, i) => Math.min(1, Math.max(0, value / picture[i])));
  },
  /**
   * @param {number[]} from a corner on the picture
   * @param {number[]} to   the opposite one
   */
  addBox(from, to) {
    const [[x1, y1], [x2, y2]] = [from, to];
    const box = [Math.min(x1, x2), Math.min(y1, y2), Math.abs(x2 - x1), Math.abs(y2 - y1)];
    if (box[2] > 0.004 && box[3] > 0.004) this.boxes([...this.layout.keepUpright, upright(box, this.layout)]);
  },
  boxes(list) {
    this.tell(`${this.dom().root.dataset.address}/keep-boxes`, { boxes: list });
  },
  clearBoxes() {
    this.boxes([]);
  },
  use(tool) {
    this.tool = this.tool === tool ? '' : tool;
    this.dom().stage.classList.toggle('drawing', this.tool !== '');
    for (const name of ['keep', 'level'])
      this.dom()
        .docket.querySelector(`[data-name=${name}]`)
        ?.setAttribute('aria-pressed', String(this.tool === name));
  },
  marking() {
    this.use('keep');
  },
  level() {
    this.use('level');
  },
  /** Where a pointer is, in pixels of the picture. */
  at(event) {
    const matrix = this.dom().stage.getScreenCTM();
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return [point.x, point.y];
  },
};
