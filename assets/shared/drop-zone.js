import { act, say } from './act.js';
import { send } from './send.js';

const AT_ONCE = 3;

/** Takes files by drop, picker and paste, anywhere on the page, and sends them in parts that can be gone on with. */
export default () => ({
  queue: [],
  running: 0,
  isOver: false,
  sent: 0,
  count: 0,
  failed: [],
  /** Where files go; empty on a page whose batch is opened by dropping them. */
  endpoint: '',
  /** The page of a batch that was opened so. */
  target: '',
  opening: null,
  init() {
    this.endpoint = this.$root.dataset.endpoint ?? '';
    const over = (event) => {
      if (![...(event.dataTransfer?.types ?? [])].includes('Files')) return;
      event.preventDefault();
      this.isOver = true;
    };
    document.addEventListener('dragenter', over);
    document.addEventListener('dragover', over);
    document.addEventListener('dragleave', (event) => {
      if (!event.relatedTarget) this.isOver = false;
    });
    document.addEventListener('drop', async (event) => {
      if (!event.dataTransfer) return;
      event.preventDefault();
      this.isOver = false;
      this.take(await dropped(event.dataTransfer));
    });
    document.addEventListener('paste', (event) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length) {
        event.preventDefault();
        this.take(files.map((file) => ({ file, folder: '' })));
      }
    });
    window.addEventListener('beforeunload', (event) => {
      if (this.running) event.preventDefault();
    });
  },
  pick() {
    this.$refs.files.click();
  },
  pickFolder() {
    this.$refs.folder.click();
  },
  picked() {
    const files = [...this.$el.files].map((file) => ({ file, folder: parent(file.webkitRelativePath) }));
    this.$el.value = '';
    this.take(files);
  },
  get isBusy() {
    return this.running > 0 || this.queue.length > 0;
  },
  get status() {
    return `${this.sent} of ${this.count} sent`;
  },
  get hasFailed() {
    return this.failed.length > 0;
  },
  get isDone() {
    return this.target !== '' && !this.isBusy;
  },
  async take(files) {
    if (!files.length) {
      say('There was no file in what was dropped.', true);
      return;
    }
    if (!this.endpoint) {
      try {
        this.opening ??= this.open(files[0].folder.split('/')[0]);
        await this.opening;
      } catch (error) {
        this.opening = null;
        say(error.message, true);
        return;
      }
    }
    this.count += files.length;
    this.queue.push(...files);
    this.next();
  },
  async open(folder) {
    const answer = await (await act(this.$root.dataset.open, { folder })).json();
    this.endpoint = answer.uploads;
    this.target = answer.intake;
  },
  next() {
    while (this.running < AT_ONCE && this.queue.length) this.send(this.queue.shift());
    if (!this.running && !this.queue.length) {
      this.count = 0;
      this.sent = 0;
      // What was refused stays to be read.
      if (this.target && !this.failed.length) location.assign(this.target);
    }
  },
  async send({ file, folder }) {
    this.running += 1;
    const row = this.addRow(file.name);
    try {
      // The same file may be wanted in two folders.
      await send(file, {
        endpoint: this.endpoint,
        largest: Number(this.$root.dataset.largest),
        metadata: { folder },
        key: folder,
        progress: (share) => {
          row.querySelector('progress').value = share;
        },
      });
      this.sent += 1;
      row.remove();
    } catch (error) {
      this.fail(row, file.name, error.message);
    }
    this.running -= 1;
    this.$dispatch('arrived');
    this.next();
  },
  fail(row, name, why) {
    row.remove();
    this.failed.push({ name, why });
    say(`${name}: ${why}`, true);
  },
  addRow(name) {
    const row = this.$refs.row.content.firstElementChild.cloneNode(true);
    row.querySelector('[data-file]').textContent = name;
    row.querySelector('progress').setAttribute('aria-label', name);
    this.$refs.rows.append(row);
    return row;
  },
});

/** All files of a drop, those in folders too, with the folder they lay in. */
async function dropped(transfer) {
  const entries = [...transfer.items].map((item) => item.webkitGetAsEntry?.()).filter(Boolean);
  if (!entries.length) return [...transfer.files].map((file) => ({ file, folder: '' }));
  const found = [];
  for (const entry of entries) await walk(entry, '', found);
  return found;
}

async function walk(entry, folder, found) {
  if (entry.name.startsWith('.')) return;
  if (entry.isFile) {
    found.push({ file: await new Promise((resolve, reject) => entry.file(resolve, reject)), folder });
    return;
  }
  const reader = entry.createReader();
  for (;;) {
    const some = await new Promise((resolve, reject) => reader.readEntries(resolve, reject));
    if (!some.length) return;
    for (const one of some) await walk(one, folder ? `${folder}/${entry.name}` : entry.name, found);
  }
}

function parent(path) {
  const end = path.lastIndexOf('/');
  return end < 0 ? '' : path.slice(0, end);
}
