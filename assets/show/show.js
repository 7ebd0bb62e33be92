import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';

/** Scenes on the rail that are made at a time: a browser has six ways to a server, and what is asked for next needs one. */
const AT_A_TIME = 2;

/** A print in scenes: what is chosen is loaded as a part of the page and stands in the address. */
export default () => ({
  /** Counts what was asked for: an answer to what is not wanted any more is left. */
  asked: 0,
  init() {
    this.dress();
    this.watch();
  },
  /** Follows a link to another scene or look, in place. */
  choose(event) {
    const link = event.target.closest('a[data-state]');
    if (link && !event.ctrlKey && !event.metaKey && !event.shiftKey) {
      event.preventDefault();
      this.go(link.href);
      return;
    }
    const button = event.target.closest('button[data-act]');
    if (button) this.send({ act: button.dataset.act });
  },
  changed({ target }) {
    if (target.dataset.set) {
      const to = new URL(this.here());
      to.searchParams.set(target.dataset.set, target.value);
      this.go(to.href);
    } else if (target.dataset.write) {
      const written = {};
      for (const field of this.$refs.body.querySelectorAll('[data-write]')) written[field.dataset.write] = field.value;
      this.send({ act: 'write', ...written });
    } else if (target.dataset.go !== undefined) {
      location.assign(target.value);
    }
  },
  key(event) {
    if (isWriting(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
      const scenes = [...this.$refs.body.querySelectorAll('.rail-scene')];
      const at = scenes.findIndex((one) => one.hasAttribute('aria-current'));
      const next = scenes[at + (event.key === 'ArrowRight' ? 1 : -1)];
      if (next) {
        event.preventDefault();
        this.go(next.href);
      }
    } else if (event.key === 'h' || event.key === 'H') {
      this.$refs.body.querySelector('[data-act="take-down"], [data-act="hang"]')?.click();
    } else if (event.key === ',' || event.key === '.') {
      this.$root.querySelector(`[data-step="${event.key === ',' ? 'before' : 'after'}"]`)?.click();
    } else if (event.key === 'Escape') {
      this.$root.querySelector('[data-back]')?.click();
    }
  },
  /** The state as the address has it, with the scene that is shown where it names none. */
  here() {
    const at = new URL(location.href);
    const shown = this.$refs.body.querySelector('.rail-scene[aria-current]');
    if (!at.searchParams.has('scene') && shown) at.searchParams.set('scene', new URL(shown.href).searchParams.get('scene'));
    return at.href;
  },
  async go(address) {
    const to = new URL(address, location.href);
    const mine = ++this.asked;
    this.wait('Being made …');
    try {
      const part = new URL(to);
      part.searchParams.set('part', '1');
      const answer = await fetch(part, { headers: { Accept: 'text/html' } });
      if (!answer.ok) throw new Error();
      const html = await answer.text();
      if (mine !== this.asked) return;
      history.replaceState(null, '', to);
      await this.swap(html, () => mine === this.asked);
    } catch {
      if (mine === this.asked) say('The server did not answer. Is Snugfit still running?', true);
    }
  },
  async send(fields) {
    try {
      const answer = await act(this.here(), fields);
      this.asked += 1;
      await this.swap(await answer.text(), () => true);
    } catch (error) {
      say(error.message, true);
    }
  },
  /** Puts a part in place; the picture of before stays until the new one is there. */
  async swap(html, isWanted) {
    const part = new DOMParser().parseFromString(`<div>${html}</div>`, 'text/html');
    const picture = part.querySelector('img[data-scene]');
    if (picture) {
      const early = new Image();
      early.src = picture.getAttribute('src');
      await early.decode().catch(() => null);
    }
    if (!isWanted()) return;
    const body = this.$refs.body;
    const rail = body.querySelector('[data-rail]')?.scrollLeft ?? 0;
    const focused = document.activeElement?.closest('[data-rail]')
      ? '[data-rail]'
      : document.activeElement?.id && `#${document.activeElement.id}`;
    body.innerHTML = html;
    this.dress();
    this.watch();
    const now = body.querySelector('[data-rail]');
    if (now) now.scrollLeft = rail;
    if (focused) body.querySelector(focused)?.focus({ preventScroll: true });
  },
  /** Colours are data, which no style sheet knows. */
  dress() {
    for (const one of this.$refs.body.querySelectorAll('.swatch')) one.style.setProperty('--cloth', `#${one.dataset.colour}`);
  },
  /** The rail's pictures, once the large one is there; those that can be seen first. */
  async fill() {
    const mine = this.asked;
    const images = [...this.$refs.body.querySelectorAll('img[data-src]')];
    const next = async () => {
      const image = images.shift();
      if (!image || mine !== this.asked) return;
      image.src = image.dataset.src;
      await image.decode().catch(() => null);
      await next();
    };
    for (let i = 0; i < AT_A_TIME; i += 1) next();
  },
  wait(text) {
    const place = this.$refs.body.querySelector('[data-wait]');
    if (place) place.textContent = text;
  },
  /** Says what the server says where a preview could not be made. */
  watch() {
    const picture = this.$refs.body.querySelector('img[data-scene]');
    if (!picture) return;
    if (picture.complete) this.fill();
    else this.wait('Being made …');
    picture.addEventListener('load', () => {
      this.wait('');
      this.fill();
    });
    const failed = async () => {
      this.wait('');
      const answer = await fetch(picture.src).catch(() => null);
      const text = answer ? await answer.text() : '';
      const place = this.$refs.body.querySelector('[data-failed]');
      place.textContent = answer?.headers.get('Content-Type')?.startsWith('text/plain')
        ? text
        : 'This preview could not be made.';
      place.hidden = false;
      picture.hidden = true;
      this.fill();
    };
    if (picture.complete && !picture.naturalWidth) failed();
    picture.addEventListener('error', failed);
  },
});
