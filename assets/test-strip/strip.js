import { isWriting } from '../shared/keys.js';

/** The test strip: columns and the person's own spots live in the address, so that a strip can be come back to. */
export default () => ({
  init() {
    const { address } = this.$root.dataset;
    this.to = (change) => {
      const query = new URLSearchParams(location.search);
      change(query);
      location.assign(`${address}?${query}`);
    };
    this.onKey = (event) => {
      if (isWriting(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key.toLowerCase() === 'p') this.to((query) => (query.has('paper') ? query.delete('paper') : query.set('paper', '1')));
    };
    document.addEventListener('keydown', this.onKey);
  },
  destroy() {
    document.removeEventListener('keydown', this.onKey);
  },
  to: null,
  onKey: null,
  go() {
    location.assign(this.$el.value);
  },
  add(event) {
    const picture = this.$el.querySelector('image').getBoundingClientRect();
    const share = (value) => Math.min(1, Math.max(0, value)).toFixed(4);
    const spot = `${share((event.clientX - picture.left) / picture.width)},${share((event.clientY - picture.top) / picture.height)}`;
    this.to((query) => query.set('spots', [query.get('spots'), spot].filter(Boolean).join(';')));
  },
  drop() {
    const number = Number(this.$el.dataset.spot);
    this.to((query) => query.set('spots', query.get('spots').split(';').filter((_, i) => i !== number).join(';')));
  },
  column() {
    const shown = [...document.querySelectorAll('.strip-use [name=way]')].map((one) => one.value);
    const more = document.getElementById('more').value;
    this.to((query) => query.set('ways', [...new Set([...shown, more])].join(',')));
  },
});
