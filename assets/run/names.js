/** A template for file names, with what it makes of the batch's files beside it while one writes. */
export default () => ({
  waiting: null,
  look() {
    clearTimeout(this.waiting);
    this.waiting = setTimeout(async () => {
      const answer = await fetch(`${this.$root.dataset.url}?${new URLSearchParams({ name: this.$refs.template.value })}`, {
        credentials: 'same-origin',
      });
      if (answer.ok) this.$refs.names.innerHTML = await answer.text();
    }, 200);
  },
  insert() {
    const { template } = this.$refs;
    template.setRangeText(this.$el.dataset.word, template.selectionStart, template.selectionEnd, 'end');
    template.focus();
    this.look();
  },
});
