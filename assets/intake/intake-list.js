import { act, say } from '../shared/act.js';
import refresh from '../shared/refresh.js';

/** The list of artworks: asks again while files are read, corrects kinds, removes. */
export default () => ({
  ...refresh(),
  async kind() {
    await this.change(this.$el.dataset.url, { kind: this.$el.value });
  },
  async dismiss() {
    await this.change(this.$el.dataset.url, { code: this.$el.dataset.code });
  },
  async origin() {
    await this.change(this.$el.dataset.url, {});
    say('Its master is here instead. Ctrl Z takes it back.');
  },
  async remove() {
    const card = this.$el.closest('[data-artwork]');
    await this.change(this.$root.dataset.remove, { ids: [card.dataset.artwork] });
    say('Removed. Ctrl Z takes it back.');
  },
  async removeDuplicates() {
    const ids = [...this.$root.querySelectorAll('[data-duplicate]')].map((card) => card.dataset.artwork);
    await this.change(this.$root.dataset.remove, { ids });
    say(`Removed ${ids.length}. Ctrl Z takes it back.`);
  },
  async change(url, fields) {
    try {
      const answer = await act(url, fields);
      this.$root.innerHTML = await answer.text();
      this.plan();
    } catch (error) {
      say(error.message, true);
    }
  },
});
