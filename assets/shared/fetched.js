/** A part of a page that takes a while to know, and so comes by itself once the page stands. */
export default () => ({
  async init() {
    try {
      const answer = await fetch(this.$root.dataset.url, { headers: { Accept: 'text/html' } });
      if (answer.ok) this.$root.innerHTML = await answer.text();
    } catch {
      // The page does without it.
    }
  },
});
