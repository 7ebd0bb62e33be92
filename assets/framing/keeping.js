import { act, say } from '../shared/act.js';

// ms between two questions while the hand moves, and of rest before what it did is kept.
const ASK_EVERY = 60;
const KEEP_AFTER = 450;

/** The framing room's talk with the server: asks the planner for figures while the hand moves, and keeps what it did. */
export const keeping = {
  asked: 0,
  isAsking: false,
  wantsAsk: false,
  keeper: 0,
  fields() {
    const { x, y, zoom } = this.position;
    return { x, y, zoom };
  },
  async ask() {
    if (this.isAsking) {
      this.wantsAsk = true;
      return;
    }
    this.isAsking = true;
    this.wantsAsk = false;
    const wait = Math.max(0, this.asked + ASK_EVERY - performance.now());
    if (wait) await new Promise((done) => setTimeout(done, wait));
    this.asked = performance.now();
    const position = this.position;
    try {
      const answer = await fetch(`${this.dom().root.dataset.address}/try?${new URLSearchParams(this.fields())}`);
      if (answer.ok && this.position === position) this.show(await answer.text());
    } catch {
      say('The server did not answer. Is Snugfit still running?', true);
    }
    this.isAsking = false;
    if (this.wantsAsk) this.ask();
  },
  show(html) {
    const fresh = new DOMParser().parseFromString(html, 'text/html');
    const isTyping = this.dom().docket.contains(document.activeElement) && document.activeElement.matches('input, select');
    const was = document.activeElement?.dataset?.name;
    if (!isTyping) this.dom().docket.innerHTML = fresh.querySelector('[data-figures=docket]').innerHTML;
    this.dom().siblings.innerHTML = fresh.querySelector('[data-figures=siblings]').innerHTML;
    if (was && !isTyping)
      this.dom()
        .docket.querySelector(`[data-name="${CSS.escape(was)}"]`)
        ?.focus();
  },
  keepSoon() {
    clearTimeout(this.keeper);
    this.keeper = this.held ? 0 : setTimeout(() => this.keep(), KEEP_AFTER);
  },
  async keep(extra = {}) {
    clearTimeout(this.keeper);
    this.keeper = 0;
    await this.tell(this.dom().root.dataset.address, { ...this.fields(), ...extra });
  },
  /** Changes how the picture sits; where the window lies is the planner's to find again, unless it was framed. */
  async change(fields) {
    if (this.keeper) await this.keep();
    await this.tell(this.dom().root.dataset.address, fields);
  },
  async tell(url, fields) {
    try {
      const answer = await act(url, fields);
      const at = document.activeElement;
      // What is typed into another figure meanwhile stays.
      const isTyped = at?.matches?.('input') && at.type === 'text' && at.value !== at.defaultValue;
      if (at?.matches?.('.dials input, .dials select') && !isTyped) at.blur();
      this.show(await answer.text());
      this.read();
      this.draw();
    } catch (error) {
      say(error.message, true);
    }
  },
};
