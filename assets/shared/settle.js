/**
 * What a page has not sent yet, such as a crop that was moved a moment ago: it is sent before the page is left, so that
 * the next page shows it and undo takes back the right act.
 */
const flushes = new Set();

/** @param {() => ?Promise} flush sends what is pending and gives the promise of it, or null where there is nothing */
export const settles = (flush) => flushes.add(flush);

const pending = () => [...flushes].map((flush) => flush()).filter(Boolean);

export const settle = () => Promise.all(pending());

document.addEventListener('click', async (event) => {
  const link = event.target.closest?.('a[href]');
  if (!link || link.target || event.ctrlKey || event.metaKey || event.shiftKey || event.button !== 0) return;
  await first(event, () => location.assign(link.href));
}, true);

document.addEventListener('submit', async (event) => {
  await first(event, () => event.target.requestSubmit(event.submitter));
}, true);

window.addEventListener('beforeunload', () => pending());

async function first(event, then) {
  const sent = pending();
  if (!sent.length) return;
  event.preventDefault();
  event.stopPropagation();
  await Promise.all(sent);
  then();
}
