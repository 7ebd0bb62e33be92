import { isWriting } from '../shared/keys.js';
import { TwoPictures } from '../shared/two-pictures.js';

/** Two ways of enlarging, one over the other. */
export default () => ({
  both: null,
  init() {
    const { pair } = this.$refs;
    const { patch, width, height, across, down, x, y } = this.$root.dataset;
    const sides = Object.fromEntries(['left', 'right'].map((side) => [side, this.$root.querySelector(`[data-side=${side}]`)]));
    const place = (at) => ({ x: at[0].toFixed(5), y: at[1].toFixed(5) });
    const both = new TwoPictures(pair, {
      over: 'left', under: 'right', at: [Number(x), Number(y)], step: [Number(across), Number(down)],
      address: (side, at) => `${patch}?${new URLSearchParams({ way: sides[side].value, ...place(at), w: width, h: height })}`,
      moved(at) {
        history.replaceState(null, '', `?${new URLSearchParams({ left: sides.left.value, right: sides.right.value, ...place(at) })}`);
        for (const side of ['left', 'right']) pair.querySelector(`[data-name-${side}]`).textContent = sides[side].selectedOptions[0].textContent;
      },
    });
    this.both = () => both;
    both.look();
  },
  pick() {
    this.both().look();
  },
  key(event) {
    if (isWriting(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    this.both().key(event);
  },
  keyUp(event) {
    this.both().keyUp(event);
  },
});
