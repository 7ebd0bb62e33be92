/** A button that opens one of the page's dialogs: data-dialog names it. */
export default (Modal) => () => ({
  open() {
    Modal.getOrCreateInstance(document.querySelector(this.$el.dataset.dialog)).show();
  },
});
