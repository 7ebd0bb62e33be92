import { lineComing } from './line.js';

/**
 * What a page has not sent yet, such as a crop that was moved a moment ago: it is sent before the page is left, so that
 * the next page shows it and undo takes back the right act.
 */
const flushes = new Set();

/** @param {() => void} flush sends what waits to be sent, if anything, by act() */
export const settles = (flush) => flushes.add(flush);

/** What was sent and not answered yet. */
const underWay = new Set();

/** @returns the promise itself, which pages wait for before they are left */
export function awaited(promise) {
  underWay.add(promise);
  const gone = () => underWay.delete(promise);
  promise.then(gone, gone);
  return promise;
}

const pending = () => {
  for (const flush of flushes) flush();
  return [...underWay];
};

export const settle = () => Promise.allSettled(pending());

document.addEventListener(
  'click',
  async (event) => {
    const link = event.target instanceof Element ? /** @type {?HTMLAnchorElement} */ (event.target.closest('a[href]')) : null;
    if (!link || link.target || event.ctrlKey || event.metaKey || event.shiftKey || event.button !== 0) return;
    await first(event, () => location.assign(link.href));
  },
  true,
);

document.addEventListener(
  'submit',
  async (event) => {
    const form = /** @type {HTMLFormElement} */ (event.target);
    if (form.closest('.undo')) return takeBack(event, form);
    await first(event, () => form.requestSubmit(event.submitter));
  },
  true,
);

let leaving = false;

/** Whether the page is being left: what is sent now is sent at once, or not at all. */
export const isLeaving = () => leaving;

window.addEventListener('beforeunload', () => {
  leaving = true;
  pending();
  // A person may stay all the same.
  setTimeout(() => {
    leaving = false;
  }, 1000);
});

async function first(event, then) {
  const sent = pending();
  if (!sent.length) return;
  event.preventDefault();
  event.stopPropagation();
  await Promise.allSettled(sent);
  then();
}

/** Takes back what the person saw done last, which the button may not tell yet. */
async function takeBack(event, form) {
  if (!pending().length && !lineComing()) return;
  event.preventDefault();
  event.stopPropagation();
  await settle();
  await lineComing();
  /** @type {?HTMLFormElement} */ (
    document.querySelector(`.undo form[action="${form.getAttribute('action')}"]`)
  )?.requestSubmit();
}
