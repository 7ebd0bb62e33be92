import { act, say } from '../shared/act.js';

/** Ticks products: a group of them or none of it, or a choice that was saved under a name; saves and deletes such choices. */
export default () => ({
  all() {
    this.tick(this.$el.closest('fieldset'), () => true);
  },
  none() {
    this.tick(this.$el.closest('fieldset'), () => false);
  },
  take() {
    const codes = JSON.parse(this.$el.dataset.codes);
    this.tick(this.$root, (box) => codes.includes(box.value));
  },
  tick(within, wanted) {
    for (const box of within.querySelectorAll('input[type=checkbox]')) box.checked = wanted(box);
  },
  async save() {
    const codes = [...this.$root.querySelectorAll('input[type=checkbox]:checked')].map((box) => box.value);
    const name = this.$refs.name.value;
    if (await this.change({ name, codes }, 'POST')) {
      this.$refs.name.value = '';
      say(`Saved as “${name.trim()}”.`);
    }
  },
  async forget() {
    await this.change({ name: this.$el.dataset.choice }, 'DELETE');
  },
  async change(fields, method) {
    try {
      this.$refs.choices.innerHTML = await (await act(this.$root.dataset.choices, fields, method)).text();
      return true;
    } catch (error) {
      say(error.message, true);
      return false;
    }
  },
});
