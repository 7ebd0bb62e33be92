import { act, say, sentence } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { pointOn } from '../shared/strokes.js';
import { element, set } from '../shared/svg.js';

/** Where the corners are at first, in shares of the photo. */
const BEGIN = [
  [0.35, 0.3],
  [0.65, 0.3],
  [0.65, 0.65],
  [0.35, 0.65],
];
const NAMES = ['Left upper corner', 'Right upper corner', 'Right lower corner', 'Left lower corner'];
const STEPS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
/** Whole numbers in which strokes are kept, to a side. */
const SHARES = 1e5;

/** A photo on which a person marks a sheet, and paints what stands in front of it. */
export default () => ({
  dom: null,
  init() {
    const { stage } = this.$refs;
    const { width, height } = stage.viewBox.baseVal;
    const said = JSON.parse(this.$root.dataset.said);
    const found = {
      stage,
      size: [width, height],
      corners: said.corners ?? BEGIN,
      front: said.front ?? [],
      tool: 'corners',
      held: -1,
      points: null,
    };
    this.dom = () => found;
    for (const field of this.$root.querySelectorAll('[data-field]'))
      if (said[field.dataset.field]) field.value = said[field.dataset.field];
    const place = stage.querySelector('[data-corners]');
    NAMES.forEach((name, i) => {
      const grip = element('circle', { class: 'own-corner', tabindex: 0, role: 'button', 'aria-label': name, r: 14 });
      grip.dataset.corner = String(i);
      place.append(grip);
    });
    stage.addEventListener('pointerdown', (event) => this.down(event));
    stage.addEventListener('pointermove', (event) => this.move(event));
    for (const type of ['pointerup', 'pointercancel']) stage.addEventListener(type, () => this.up());
    this.use();
    this.draw();
  },
  /** Shows what is said of what the photo is used for. */
  use() {
    const kind = this.$root.querySelector('[data-field="kind"]').value;
    for (const one of this.$root.querySelectorAll('[data-for]')) one.hidden = !one.dataset.for.split(' ').includes(kind);
  },
  async give(event) {
    const [file] = event.target.files;
    if (file) await this.part(event.target.closest('[data-part]'), file);
    event.target.value = '';
  },
  async take(event) {
    await this.part(event.target.closest('[data-part]'), null);
  },
  /** Gives a picture beside the photo, or takes it away. */
  async part(place, file) {
    const body = new FormData();
    if (file) body.append('file', file);
    const answer = await fetch(`${this.$root.dataset.address}/${place.dataset.part}`, {
      method: 'POST',
      body,
      headers: { 'X-Act': 'csrf-token', Accept: 'text/html, application/json;q=0.9' },
    }).catch(() => null);
    if (answer?.ok) place.toggleAttribute('data-given', file !== null);
    else say(answer ? await sentence(answer) : 'Snugfit did not answer; nothing was given.', true);
  },
  pick(event) {
    this.turn(event.currentTarget.dataset.tool);
  },
  turn(tool) {
    this.dom().tool = tool;
    for (const one of this.$root.querySelectorAll('[data-tool]'))
      one.setAttribute('aria-pressed', String(one.dataset.tool === tool));
  },
  key(event) {
    if (isWriting(event)) return;
    const found = this.dom();
    const corner = Number(document.activeElement?.dataset?.corner ?? -1);
    if (STEPS[event.key] && corner >= 0) {
      event.preventDefault();
      const by = event.shiftKey ? 10 : 1;
      found.corners = found.corners.map((one, i) =>
        i === corner ? one.map((share, axis) => share + (by * STEPS[event.key][axis]) / found.size[axis]) : one,
      );
      this.draw();
    } else if (event.key === 'c' || event.key === 'C') this.turn('corners');
    else if (event.key === 'f' || event.key === 'F') this.turn('front');
    else if (event.key === 'Escape') location.assign(this.$root.dataset.done);
  },
  down(event) {
    const found = this.dom();
    const at = this.share(event);
    found.stage.setPointerCapture(event.pointerId);
    if (found.tool === 'front') {
      found.points = [at];
      this.draw();
      return;
    }
    // The nearest corner follows: a finger need not hit it.
    const away = found.corners.map(([x, y]) => Math.hypot((x - at[0]) * found.size[0], (y - at[1]) * found.size[1]));
    found.held = away.indexOf(Math.min(...away));
    found.stage.querySelector(`[data-corner="${found.held}"]`).focus();
  },
  move(event) {
    const found = this.dom();
    if (found.points) found.points.push(this.share(event));
    else if (found.held >= 0) found.corners = found.corners.map((one, i) => (i === found.held ? this.share(event) : one));
    else return;
    this.draw();
  },
  up() {
    const found = this.dom();
    if (found.points) {
      const points = found.points.map((point) => point.map((share) => Math.round(share * SHARES)));
      found.front = [...found.front, { points, radius: Math.round(this.radius() * SHARES) }];
      found.points = null;
    }
    found.held = -1;
    this.draw();
  },
  back() {
    const found = this.dom();
    found.front = found.front.slice(0, -1);
    this.draw();
  },
  async keep() {
    const found = this.dom();
    const fields = { corners: found.corners, front: found.front };
    for (const field of this.$root.querySelectorAll('[data-field]')) fields[field.dataset.field] = field.value;
    try {
      await act(this.$root.dataset.address, fields);
      location.assign(this.$root.dataset.done);
    } catch (error) {
      say(error.message, true);
    }
  },
  share(event) {
    const { stage, size } = this.dom();
    const [x, y] = pointOn(stage, event);
    return [Math.min(1, Math.max(0, x / size[0])), Math.min(1, Math.max(0, y / size[1]))];
  },
  /** Of the brush, as a share of the photo's long side. */
  radius() {
    const { size } = this.dom();
    return Number(this.$root.querySelector('[data-brush]').value) / Math.max(...size);
  },
  draw() {
    const { stage, size, corners, front, points } = this.dom();
    const at = (point) => `${point[0] * size[0]} ${point[1] * size[1]}`;
    set(stage.querySelector('[data-quad]'), { d: `M${corners.map(at).join('L')}z` });
    corners.forEach((corner, i) => {
      set(stage.querySelector(`[data-corner="${i}"]`), { cx: corner[0] * size[0], cy: corner[1] * size[1] });
    });
    const line = (one, radius) =>
      element('path', {
        d: `M${one.map(at).join('L')}${one.length === 1 ? 'l0 0' : ''}`,
        'stroke-width': 2 * radius * Math.max(...size),
      });
    const kept = front.map((one) =>
      line(
        one.points.map((point) => point.map((share) => share / SHARES)),
        one.radius / SHARES,
      ),
    );
    stage.querySelector('[data-front]').replaceChildren(...kept, ...(points ? [line(points, this.radius())] : []));
  },
});
