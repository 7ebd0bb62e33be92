import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { snapped } from './snap.js';

/** Milliseconds of quiet after which words that are being typed are shown. */
const PAUSE = 220;

/** Screen pixels within which a line snaps. */
const NEAR = 7;

const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/** Pictures whose contrast is looked at a time: a browser has six ways to a server, and other things need some. */
const AT_A_TIME = 2;

/**
 * Words on a print: a form of lines that is sent whole, and the lines over the print to take in hand. What they look like, and
 * what may go wrong, the server says.
 *
 * @returns {Component}
 */
export default () => ({
  drag: null,
  asked: 0,
  init() {
    this.ready();
  },
  /** After each answer: the print's own drawing listens anew, contrast is asked for. */
  ready() {
    const frame = this.$refs.body.querySelector('.letter-frame');
    frame?.addEventListener('pointerdown', (event) => this.grab(event));
    frame?.addEventListener('pointermove', (event) => this.move(event));
    frame?.addEventListener('pointerup', (event) => this.drop(event));
    frame?.addEventListener('pointercancel', (event) => this.drop(event));
    frame?.addEventListener('focusin', (event) => this.choose(event.target.closest('[data-line]')?.dataset.line));
    this.mark();
    this.contrasts();
  },
  stage() {
    return this.$refs.body.querySelector('.letter-stage');
  },
  layout() {
    const stage = this.stage();
    return stage ? JSON.parse(stage.dataset.layout) : null;
  },
  /** The line that is open in the docket; null where there is none. */
  chosen() {
    return this.$refs.body.querySelector('.letter-lines details[open]');
  },
  choose(number) {
    const wanted = this.$refs.body.querySelector(`.letter-lines details[data-line="${number}"]`);
    if (!wanted) return;
    for (const one of this.$refs.body.querySelectorAll('.letter-lines details')) one.open = one === wanted;
    this.mark();
  },
  mark() {
    const number = this.chosen()?.dataset.line;
    for (const line of this.stage()?.querySelectorAll('.letter-line') ?? [])
      line.classList.toggle('chosen', line.dataset.line === number);
  },
  /** What a line's fields say, as the server reads it. */
  lineOf(details) {
    const value = (field) => details.querySelector(`input[data-field="${field}"], select[data-field="${field}"]`)?.value ?? '';
    const pressed = (field) => details.querySelector(`button[data-field="${field}"][aria-pressed=true]`)?.dataset.value ?? '';
    const number = (field) => {
      const read = Number.parseFloat(
        value(field)
          .replace(',', '.')
          .replace(/[^\d.-]/g, ''),
      );
      return Number.isFinite(read) ? read : 0;
    };
    const outline = value('outline').trim();
    const isNone = !outline || Number.parseFloat(outline.replace(',', '.')) === 0;
    return {
      text: value('text'),
      face: pressed('face'),
      weight: Number(value('weight')),
      size: value('size'),
      colour: value('colour').slice(1),
      spacing: Math.round(10 * number('spacing')),
      ...(isNone ? {} : { outline: { width: outline, colour: value('outlineColour').slice(1) } }),
      align: pressed('align'),
      arc: number('arc'),
      ...(pressed('place') === 'below' ? { below: this.gap(details, number) } : { at: this.place(details, number) }),
    };
  },
  gap(details, number) {
    return details.querySelector('[data-field=gap]') ? number('gap') / 100 : 0.6;
  },
  /** Of a line that stood below the artwork, where it stood. */
  place(details, number) {
    if (details.querySelector('[data-field=x]')) return [number('x') / 100, number('y') / 100];
    return (
      this.layout()?.lines[Number(details.dataset.line)]?.at.map((share) => Math.min(1.5, Math.max(-0.5, share))) ?? [0.5, 0.9]
    );
  },
  lines() {
    return [...this.$refs.body.querySelectorAll('.letter-lines details')].map((details) => this.lineOf(details));
  },
  scope() {
    return this.$refs.body.querySelector('[data-for]').value;
  },
  clicked({ target }) {
    const summary = target.closest('summary');
    // The other lines close: one is in hand.
    if (summary) requestAnimationFrame(() => this.choose(summary.parentElement.dataset.line));
    const button = target.closest('button');
    if (!button) return;
    const { field, remove } = button.dataset;
    if (field) {
      for (const one of button.parentElement.querySelectorAll(`[data-field="${field}"]`))
        one.setAttribute('aria-pressed', String(one === button));
      this.keep();
    } else if (remove !== undefined) this.remove(Number(remove));
    else if (button.dataset.add !== undefined) this.add();
    else if (button.dataset.silent !== undefined) this.send({ silent: true });
    else if (button.dataset.none !== undefined) this.send({ lines: [] });
  },
  changed({ target }) {
    if (target.dataset.for !== undefined) {
      const to = new URL(location.href);
      to.searchParams.set('for', target.value);
      location.assign(to);
    } else if (target.dataset.word !== undefined) this.sendWords();
    else if (target.dataset.field) this.keep();
  },
  go({ target }) {
    location.assign(target.value);
  },
  /** Words that are being typed are shown at once, and kept when the field is left. */
  typed({ target }) {
    if (!target.dataset.field) return;
    if (target.type === 'range') target.nextElementSibling.value = `${target.value}°`;
    clearTimeout(this.waiting);
    this.waiting = setTimeout(() => this.try(), PAUSE);
  },
  async try() {
    const mine = ++this.asked;
    const answer = await fetch(`${this.$root.dataset.address}/try`, {
      method: 'POST',
      body: JSON.stringify({ for: this.scope(), lines: this.lines() }),
      headers: { 'X-Act': 'csrf-token', Accept: 'text/html', 'Content-Type': 'application/json' },
      credentials: 'same-origin',
    }).catch(() => null);
    const stage = this.$refs.body.querySelector('[data-stage]');
    // What is half written may be no size yet; the server says so when the field is left.
    if (mine !== this.asked || !stage || answer?.status !== 200) return;
    stage.innerHTML = await answer.text();
    for (const told of stage.querySelectorAll('[data-told] [data-of]')) {
      const place = this.$refs.body.querySelector(`[data-warnings="${told.dataset.of}"]`);
      if (place) place.innerHTML = told.innerHTML;
    }
    this.mark();
  },
  keep() {
    return this.send({ lines: this.lines() });
  },
  add() {
    const lines = this.lines();
    const last = lines.at(-1);
    const below = last && !last.at ? { below: 0.4 } : { at: [0.5, last ? Math.min(0.95, last.at[1] + 0.1) : 0.88] };
    const fresh = last
      ? { ...last, text: '', at: undefined, below: undefined, ...below }
      : { text: '{artwork}', face: 'public-sans', weight: 600, size: '7 %', colour: 'fresh', ...below };
    return this.send({ lines: [...lines, fresh] }, lines.length, 'text');
  },
  remove(number) {
    const lines = this.lines();
    lines.splice(number, 1);
    return this.send({ lines }, Math.max(0, number - 1));
  },
  /** Keeps all of it; the answer takes the place of what is shown, with the same line and field in hand. */
  async send(fields, wanted = null, field = '') {
    const number = wanted ?? Number(this.chosen()?.dataset.line ?? 0);
    clearTimeout(this.waiting);
    this.asked += 1;
    await this.swap(() => act(this.$root.dataset.address, { for: this.scope(), ...fields }), number, field);
  },
  async sendWords() {
    const words = {};
    for (const input of this.$refs.body.querySelectorAll('[data-word]')) words[input.dataset.word] = input.value;
    await this.swap(
      () => act(`${this.$root.dataset.address}/own-words`, { for: this.scope(), words }),
      Number(this.chosen()?.dataset.line ?? 0),
      '',
    );
  },
  async swap(ask, number, field) {
    try {
      const html = await (await ask()).text();
      const held = document.activeElement;
      const inHand = field || (held?.id && this.$refs.body.contains(held) ? `#${CSS.escape(held.id)}` : '');
      const scroll = this.$refs.body.querySelector('.docket-side')?.scrollTop ?? 0;
      this.$refs.body.innerHTML = html;
      this.choose(number);
      const side = this.$refs.body.querySelector('.docket-side');
      if (side) side.scrollTop = scroll;
      const target = field
        ? this.$refs.body.querySelector(`details[data-line="${number}"] [data-field="${field}"]`)
        : inHand
          ? this.$refs.body.querySelector(inHand)
          : null;
      target?.focus();
      if (field) target?.select?.();
      this.ready();
    } catch (error) {
      say(error.message, true);
    }
  },
  /** A pointer's place on the print, in its pixels. */
  at(event) {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(this.stage().getScreenCTM().inverse());
    return [point.x, point.y];
  },
  grab(event) {
    const line = event.target.closest('.letter-line');
    if (!line || event.button !== 0) return;
    event.preventDefault();
    this.choose(line.dataset.line);
    line.focus({ preventScroll: true });
    const layout = this.layout();
    this.drag = { line, number: Number(line.dataset.line), from: this.at(event), by: [0, 0], layout };
    line.setPointerCapture(event.pointerId);
  },
  move(event) {
    if (!this.drag) return;
    const [x, y] = this.at(event);
    const { from, layout, number, line } = this.drag;
    const near = event.altKey ? 0 : NEAR / this.stage().getScreenCTM().a;
    const found = snapped(layout, layout.lines[number].box, [x - from[0], y - from[1]], near);
    this.drag.by = found.by;
    line.setAttribute('transform', `translate(${found.by.join(' ')})`);
    this.guide(found.guides, layout);
  },
  drop() {
    if (!this.drag) return;
    const { number, by, layout } = this.drag;
    this.drag = null;
    this.guide([], layout);
    if (by[0] || by[1]) this.moveBy(number, by, layout);
  },
  guide(guides, { size }) {
    const d = guides.map(([isAcross, at]) => (isAcross ? `M0 ${at}H${size[0]}` : `M${at} 0V${size[1]}`)).join('');
    this.stage().querySelector('[data-guides]').setAttribute('d', d);
  },
  /** Moves a line by pixels of the print, and keeps it there. */
  moveBy(number, [right, down], layout) {
    const lines = this.lines();
    const [x, y] = layout.lines[number].at;
    const inside = (share) => Math.min(1.5, Math.max(-0.5, Math.round(share * 1e4) / 1e4));
    lines[number] = {
      ...lines[number],
      below: undefined,
      at: [inside(x + right / layout.trim[2]), inside(y + down / layout.trim[3])],
    };
    return this.send({ lines }, number);
  },
  key(event) {
    if (isWriting(event) || event.ctrlKey || event.metaKey || event.altKey || document.querySelector('.modal.show')) return;
    const open = this.chosen();
    const number = Number(open?.dataset.line);
    const layout = this.layout();
    if (ARROWS[event.key] && open && layout && !event.target.closest('select, input, .siblings')) {
      event.preventDefault();
      const step = ((event.shiftKey ? 5 : 0.5) / 25.4) * layout.ppi;
      const [right, down] = ARROWS[event.key];
      this.nudge(number, [right * step, down * step], layout);
    } else if (event.key.toLowerCase() === 'n') {
      event.preventDefault();
      this.add();
    } else if (event.key.toLowerCase() === 'c' && open && layout?.lines[number]?.box) {
      const { box, trim } = { box: layout.lines[number].box, trim: layout.trim };
      this.moveBy(number, [trim[0] + trim[2] / 2 - (box[0] + box[2]) / 2, 0], layout);
    } else if (event.key === ',' || event.key === '.') this.choose(number + (event.key === '.' ? 1 : -1));
    else if (event.key === 'Delete' && open) this.remove(number);
    else if (event.key === 'Escape') this.$root.querySelector('[data-back]').click();
  },
  /** Several presses of an arrow are one act. */
  nudge(number, [right, down], layout) {
    const line = this.stage().querySelector(`.letter-line[data-line="${number}"]`);
    if (!line) return;
    const by = this.nudged?.number === number ? this.nudged.by : [0, 0];
    this.nudged = { number, by: [by[0] + right, by[1] + down] };
    line.setAttribute('transform', `translate(${this.nudged.by.join(' ')})`);
    clearTimeout(this.nudging);
    this.nudging = setTimeout(() => {
      const moved = this.nudged.by;
      this.nudged = null;
      this.moveBy(number, moved, layout);
    }, 500);
  },
  /** How well words stand out: of this print line by line, of the others the least. */
  async contrasts() {
    const places = [...this.$refs.body.querySelectorAll('[data-least]')];
    const here = this.$refs.body;
    const own = await this.contrast(`${this.$root.dataset.address}/contrast`);
    for (const told of own) {
      const place = here.querySelector(`[data-contrast="${told.dataset.of}"]`);
      place?.replaceChildren(told);
    }
    const next = async () => {
      const place = places.shift();
      if (!place?.isConnected) return;
      const found = (await this.contrast(place.dataset.least)).map((told) => [Number(told.dataset.ratio), told]);
      if (found.length) {
        const [ratio, told] = found.sort(([one], [other]) => one - other)[0];
        place.textContent = `${ratio.toFixed(1)} : 1`;
        place.classList.toggle('attention', told.classList.contains('attention'));
        place.title = told.textContent.trim();
      }
      await next();
    };
    await Promise.all(Array.from({ length: AT_A_TIME }, next));
  },
  /** @returns {Promise<HTMLElement[]>} a sentence for each line */
  async contrast(address) {
    const answer = await fetch(address, { headers: { Accept: 'text/html' } }).catch(() => null);
    if (!answer?.ok || answer.status === 204) return [];
    const part = new DOMParser().parseFromString(await answer.text(), 'text/html');
    return [.../** @type {NodeListOf<HTMLElement>} */ (part.querySelectorAll('[data-ratio]'))];
  },
});
