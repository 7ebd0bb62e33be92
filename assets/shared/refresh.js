/**
 * A part of a page that asks for itself again while something goes on. The server sends it as HTML; data-going on its
 * inner element says whether to ask once more.
 */
export default () => ({
  timer: 0,
  init() {
    this.plan();
  },
  destroy() {
    clearTimeout(this.timer);
  },
  plan() {
    clearTimeout(this.timer);
    if (this.$root.querySelector('[data-going]')) this.timer = setTimeout(() => this.ask(), Number(this.$root.dataset.every || 700));
  },
  async ask() {
    try {
      const answer = await fetch(this.$root.dataset.url, { headers: { Accept: 'text/html' } });
      if (answer.ok) {
        const was = document.activeElement?.dataset?.name;
        this.$root.innerHTML = await answer.text();
        if (was) this.$root.querySelector(`[data-name="${CSS.escape(was)}"]`)?.focus();
        if (this.$root.dataset.reloadAtEnd !== undefined && !this.$root.querySelector('[data-going]')) location.reload();
      }
    } catch {
      // The server may be starting again; the next look tells.
    }
    this.plan();
  },
});
