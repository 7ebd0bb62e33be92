import { act, say } from '../shared/act.js';
import { isWriting } from '../shared/keys.js';
import { Painter } from '../shared/painter.js';
import { send } from '../shared/send.js';
import { measureAll } from './likeness.js';

/** The test strip: columns and the person's own spots live in the address, so that a strip can be come back to. */
export default () => ({
  init() {
    const { address } = this.$root.dataset;
    this.to = (change) => {
      const query = new URLSearchParams(location.search);
      change(query);
      location.assign(`${address}?${query}`);
    };
    const painting = this.$root.querySelector('[data-painting]');
    const place = this.$root.querySelector('[data-marks]');
    const keep = async (strokes) => {
      try {
        const answer = await act(`${address}/area`, {
          way: document.getElementById('area-way').value,
          marks: strokes,
        });
        place.dataset.marks = JSON.stringify(await answer.json());
      } catch (error) {
        say(error.message, true);
      }
    };
    this.painter =
      painting &&
      new Painter(painting, {
        strokes: () => JSON.parse(place.dataset.marks),
        keep,
        mask: () => `${address}/area.png?v=${Date.now()}`,
        // What was painted shows in the patches.
        moved: (isOpen) => isOpen || location.reload(),
      });
    this.onKey = (event) => {
      if (isWriting(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (this.painter?.isOpen && this.painter.key(event)) return;
      if (event.key.toLowerCase() === 'm') this.painter?.toggle();
      if (event.key.toLowerCase() === 'p') this.$root.querySelector('[data-paper]')?.click();
    };
    document.addEventListener('keydown', this.onKey);
    measureAll(this.$root);
  },
  destroy() {
    document.removeEventListener('keydown', this.onKey);
  },
  to: null,
  onKey: null,
  painter: null,
  paint() {
    this.painter.toggle();
  },
  /** Parts of another kind, as they were found. */
  async takeFound() {
    const { way, found } = this.$el.dataset;
    document.getElementById('area-way').value = way;
    await this.painter.take(JSON.parse(found));
    location.reload();
  },
  /** Another way for what is painted already. */
  async areaWay() {
    if (this.painter.strokes().length) {
      await this.painter.take(this.painter.strokes());
      location.reload();
    }
  },
  askReference() {
    document.getElementById('reference-file').click();
  },
  async reference() {
    const [file] = this.$el.files;
    this.$el.value = '';
    const place = this.$root.querySelector('.strip-reference');
    const bar = place.querySelector('progress');
    const { endpoint, artwork, largest } = place.dataset;
    bar.hidden = false;
    try {
      await send(file, {
        endpoint,
        largest: Number(largest),
        metadata: { 'reference-of': artwork },
        key: `full size of ${artwork}`,
        progress: (share) => {
          bar.value = share;
        },
      });
      location.reload();
    } catch (error) {
      say(`${file.name}: ${error.message}`, true);
      bar.hidden = true;
    }
  },
  from() {
    this.to((query) => query.set('paper', this.$el.value || '1'));
  },
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
    this.to((query) =>
      query.set(
        'spots',
        query
          .get('spots')
          .split(';')
          .filter((_, i) => i !== number)
          .join(';'),
      ),
    );
  },
  column() {
    const shown = [...document.querySelectorAll('.strip-use [name=way]')].map((one) => one.value);
    const more = document.getElementById('more').value;
    this.to((query) => query.set('ways', [...new Set([...shown, more])].join(',')));
  },
});
