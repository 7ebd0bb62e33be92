const EVERY = 10_000;

/**
 * What ails the shop, told above every room, and asked for again while the page is seen.
 *
 * @returns {Component}
 */
export default () => ({
  init() {
    setInterval(() => document.visibilityState === 'visible' && this.ask(), EVERY);
  },
  async ask() {
    try {
      const answer = await fetch(this.$root.dataset.url, { headers: { Accept: 'text/html' } });
      if (answer.ok) this.$root.innerHTML = await answer.text();
    } catch {
      this.$root.innerHTML = '<p class="banner lost"></p>';
      this.$root.firstElementChild.textContent =
        'Snugfit does not answer. Is it still running where it was started? What you do here is kept and sent once it answers.';
    }
  },
});
