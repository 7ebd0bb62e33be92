import { inWords, likeness } from './likeness.js';

const seconds = (value) => (value < 90 ? `${Math.max(1, Math.round(value))} s` : `${Math.round(value / 60)} min`);
// Until a whole result is made, only its own pixels can be had; more of them than this at once are not asked for.
const NEAR = 0.5;

/** One way's result in the large view. */
export class Pane {
  /** What the large view does when another way is picked here, when this one is closed, when all of it is asked for. */
  picked = () => {};
  dropped = () => {};
  wanted = () => {};

  constructor(Viewer, element, { size, tile, address, moved, scaled }) {
    this.element = element;
    this.size = size;
    this.address = address;
    this.moved = moved;
    this.scaled = scaled;
    this.tile = tile;
    this.way = element.dataset.way;
    this.isWhole = element.dataset.whole === '1';
    this.seconds = Number(element.dataset.seconds);
    this.scale = 1;
    this.Point = Viewer.Point;
    // Where nothing was shown yet, the viewer would begin with all of it.
    this.isPlaced = false;
    this.words = '';
    this.levels = Math.ceil(Math.log2(Math.max(size.width, size.height)));
    this.viewer = new Viewer({
      element: element.querySelector('[data-view]'),
      drawer: 'canvas',
      imageSmoothingEnabled: false,
      showNavigationControl: false,
      animationTime: 0.001,
      immediateRender: true,
      constrainDuringPan: false,
      visibilityRatio: 0,
      minZoomLevel: 1e-9,
      maxZoomLevel: 1e9,
      crossOriginPolicy: false,
      loadTilesWithAjax: false,
      maxImageCacheCount: 300,
      imageLoaderLimit: 4,
      timeout: 180_000,
      gestureSettingsMouse: { clickToZoom: false, dblClickToZoom: false, scrollToZoom: false, flickEnabled: false },
      gestureSettingsTouch: { pinchToZoom: false, clickToZoom: false, dblClickToZoom: false, flickEnabled: false },
      tileSources: this.source(),
    });
    // Keys belong to the room, and moving to the view that links all panes.
    this.viewer.innerTracker.keyDownHandler = null;
    this.viewer.innerTracker.keyHandler = null;
    for (const event of ['open', 'resize']) this.viewer.addHandler(event, () => this.show(this.at, this.scale));
    this.viewer.addHandler('canvas-drag', (event) => {
      event.preventDefaultAction = true;
      this.moved([this.at[0] - event.delta.x / this.scale / size.width, this.at[1] - event.delta.y / this.scale / size.height]);
    });
    this.viewer.addHandler('canvas-scroll', (event) => {
      event.preventDefaultAction = true;
      const view = this.viewSize();
      this.scaled(event.scroll > 0 ? 1 : -1, [
        this.at[0] + (event.position.x - view.width / 2) / this.scale / size.width,
        this.at[1] + (event.position.y - view.height / 2) / this.scale / size.height,
      ]);
    });
    const pick = element.querySelector('[data-pick]');
    pick.value = this.way;
    pick.addEventListener('change', () => this.picked());
    element.querySelector('[data-drop]')?.addEventListener('click', () => this.dropped());
    element.querySelector('[data-make]').addEventListener('click', () => this.wanted());
    element.querySelector('[data-stop]').addEventListener('click', () => this.stopping?.abort());
    element.querySelector('[data-measure]')?.addEventListener('click', (event) => this.measure(event.target));
    this.at = [0.5, 0.5];
    this.tell();
  }

  source() {
    return {
      width: this.size.width,
      height: this.size.height,
      tileSize: this.tile,
      minLevel: this.isWhole ? 0 : this.levels,
      maxLevel: this.levels,
      getTileUrl: (level, x, y) => `${this.address}/${level}/${x}_${y}.png?${new URLSearchParams({ way: this.way })}`,
      tileExists: () => this.isPlaced && (this.isWhole || this.scale >= NEAR),
    };
  }

  choice() {
    return this.element.querySelector('[data-pick]').value;
  }

  choices() {
    return [...this.element.querySelectorAll('[data-pick] option')].map((one) => one.value);
  }

  viewSize() {
    const view = this.element.querySelector('[data-view]');
    return { width: view.clientWidth, height: view.clientHeight };
  }

  /** The place `at`, in shares of the print, in the middle; so many pixels of the screen for one of the print. */
  show(at, scale) {
    const turnedNear = scale >= NEAR !== this.scale >= NEAR;
    [this.at, this.scale] = [at, scale];
    const { viewport, world } = this.viewer;
    // A pane that is not shown has no size, and would ask for every tile.
    const wasPlaced = this.isPlaced;
    this.isPlaced = this.viewSize().width > 0;
    if (!this.isPlaced || !world?.getItemCount()) return;
    // Larger ones as they are, smaller ones without jags.
    this.viewer.drawer.setImageSmoothingEnabled(scale < 1);
    // A viewport is one picture wide.
    viewport.zoomTo((this.size.width * scale) / this.viewSize().width, null, true);
    const high = this.size.height / this.size.width;
    viewport.panTo(new this.Point(at[0], at[1] * high), true);
    if (!wasPlaced || (turnedNear && !this.isWhole)) world.resetItems();
    this.tell();
  }

  tell() {
    const state = this.element.querySelector('[data-state]');
    const make = this.element.querySelector('[data-make]');
    if (this.stopping) return;
    make.hidden = this.isWhole;
    const measure = this.element.querySelector('[data-measure]');
    if (measure) measure.hidden = !this.isWhole || this.words !== '';
    make.textContent = `Make all of it · ${seconds(this.seconds)}`;
    state.textContent = this.words;
    this.element.querySelector('[data-missing]').hidden = this.isWhole || this.scale >= NEAR;
  }

  /** How near all of it is to the full size. */
  async measure(button) {
    button.disabled = true;
    this.words = 'measuring all of it …';
    this.tell();
    this.words = await likeness(button.dataset.measure).then(inWords, (error) => error.message);
    this.tell();
  }

  /** Has the whole result made, and tells how far it is. */
  async make(sentence) {
    if (this.stopping || this.isWhole) return;
    const [state, make, stop] = ['state', 'make', 'stop'].map((name) => this.element.querySelector(`[data-${name}]`));
    this.stopping = new AbortController();
    [make.hidden, stop.hidden] = [true, false];
    this.words = '';
    try {
      const answer = await fetch(`${this.address}/whole`, {
        method: 'POST',
        body: new URLSearchParams({ way: this.way }),
        headers: { 'X-Act': 'csrf-token' },
        signal: this.stopping.signal,
      });
      if (!answer.ok) throw new Error(await sentence(answer));
      for await (const line of lines(answer.body)) {
        if (line.failed) this.words = line.failed;
        this.isWhole = line.done === 1;
        const left = line.left === undefined ? '' : ` · about ${seconds(line.left)} left`;
        state.textContent = `all of it: ${Math.floor(100 * line.done)} %${left}`;
      }
    } catch (error) {
      this.words = error.name === 'AbortError' ? 'stopped' : error.message;
    }
    this.stopping = null;
    stop.hidden = true;
    if (this.isWhole) this.viewer.open(this.source());
    this.tell();
  }
}

/** What a server tells line by line, each a record. */
async function* lines(body) {
  let rest = '';
  for await (const text of body.pipeThrough(new TextDecoderStream())) {
    const parts = (rest + text).split('\n');
    rest = parts.pop();
    for (const part of parts) if (part) yield JSON.parse(part);
  }
}
