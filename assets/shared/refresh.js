import { refreshLine } from './line.js';

const LINE_EVERY = 2000;

/**
 * A part of a page that asks for itself again while something goes on. The server sends it as HTML; data-going on its
 * inner element says whether to ask once more.
 *
 * @returns {Component}
 */
export default () => ({
  timer: 0,
  lined: 0,
  /** Alpine finds $root from the element that was acted on, which is gone once the part stands there anew. */
  root: null,
  init() {
    this.root = this.$root;
    this.plan();
  },
  destroy() {
    clearTimeout(this.timer);
  },
  plan() {
    clearTimeout(this.timer);
    if (this.root.querySelector('[data-going]'))
      this.timer = setTimeout(() => this.ask(), Number(this.root.dataset.every || 700));
  },
  /** What a list does once it stands there anew. */
  shown() {},
  async ask() {
    // A list that is being chosen from stays open; the next look comes soon.
    if (this.root.contains(document.activeElement) && document.activeElement.matches('select')) {
      this.plan();
      return;
    }
    try {
      const answer = await fetch(this.root.dataset.url, { headers: { Accept: 'text/html' } });
      if (answer.ok) {
        const was = document.activeElement?.dataset?.name;
        this.root.innerHTML = await answer.text();
        this.shown();
        if (was) this.root.querySelector(`[data-name="${CSS.escape(was)}"]`)?.focus();
        const goesOn = this.root.querySelector('[data-going]') !== null;
        if (!goesOn || performance.now() - this.lined > LINE_EVERY) {
          this.lined = performance.now();
          refreshLine();
        }
      }
    } catch {
      // The server may be starting again; the next look tells.
    }
    this.plan();
  },
});
