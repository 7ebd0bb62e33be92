import { choose } from './conflict.js';
import { keeping } from './kept.js';
import { refreshLine } from './line.js';
import { awaited, isLeaving } from './settle.js';

/** Bytes that a browser sends on for a page that is gone (Fetch Standard: 64 KiB for all requests together). */
const KEPT_ALIVE = 30_000;

/** Milliseconds between tries while the shop is busy or away; the last again and again. */
const PAUSES = [500, 1000, 2000, 4000, 8000];

/** Milliseconds for which an act is tried; a page that is opened later takes it up again. */
const PATIENCE = 15 * 60_000;

/** Answers that say that nothing was done, and that it may be in a moment. */
const BUSY = [502, 503, 504];

/** What an act is: sent as it is, and kept as it is while it cannot be sent. */
/** @typedef {{ url: string, fields: Record<string, any>, method: string, edition: string }} Act */

/** One at a time: each rests on the state that the one before left. */
let before = Promise.resolve();
let underWay = 0;

/** Asks the server to do something, as one of our own pages; gives the answer, or throws a sentence for the person. */
export function act(url, fields = {}, method = 'POST') {
  // Of a page that is being left nothing can wait, and what is under way will have changed the state.
  const edition = () => (isLeaving() && underWay > 0 ? 'mine' : (document.body.dataset.edition ?? ''));
  const run = () => perform({ url, fields, method, edition: edition() });
  const answer = isLeaving() ? run() : before.then(run);
  underWay += 1;
  const over = () => {
    underWay -= 1;
  };
  before = answer.then(over, over);
  return awaited(answer);
}

/**
 * @param {Act} wanted
 * @returns {Promise<Response>}
 */
export async function perform(wanted) {
  const answer = await persistently(wanted);
  const edition = answer.headers.get('X-Edition');
  if (answer.status === 409 && edition) {
    if (await choose(await sentence(answer))) return perform({ ...wanted, edition: 'mine' });
    location.reload();
    throw new Error('Theirs was kept.');
  }
  if (!answer.ok) throw new Error(await sentence(answer));
  if (edition) know(edition);
  refreshLine();
  return answer;
}

/** Notes of what is not answered yet, and whether it is under way: a page that is left now leaves them to the next one. */
const unanswered = new Map();
window.addEventListener('pagehide', () => {
  for (const [note, isUnderWay] of unanswered) note.hold(isUnderWay);
});

/** Sends an act until it is answered; a shop that is busy or away for a while costs nothing that was done here. */
export async function persistently({ url, fields, method, edition }) {
  const body = JSON.stringify(fields);
  const note = keeping({ url, fields, method, edition });
  for (let tried = 0, until = performance.now() + PATIENCE; ; tried += 1) {
    unanswered.set(note, true);
    const answer = await fetch(url, {
      method,
      body,
      // Goes through even if the page is left meanwhile; browsers do that for small bodies alone.
      keepalive: body.length < KEPT_ALIVE,
      headers: {
        'X-Act': 'csrf-token',
        ...(edition && { 'X-Edition': edition }),
        Accept: 'text/html',
        'Content-Type': 'application/json',
      },
      credentials: 'same-origin',
    }).catch(() => null);
    if (answer && !BUSY.includes(answer.status)) {
      unanswered.delete(note);
      note.drop();
      return answer;
    }
    if (performance.now() > until)
      throw new Error('Snugfit did not answer. What you did is kept here and sent when a page is opened.');
    if (tried === 0) say('Snugfit is busy just now. What you did is kept here, and sent again.');
    note.hold();
    unanswered.set(note, false);
    await new Promise((done) => setTimeout(done, PAUSES[Math.min(tried, PAUSES.length - 1)]));
  }
}

/** The state that the page shows now, for its next act: by script, or by a form. */
function know(edition) {
  document.body.dataset.edition = edition;
  for (const field of document.querySelectorAll('input[name=_edition]')) field.value = edition;
}

/** The sentence that an error page carries for the person. */
export async function sentence(answer) {
  const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
  return page.querySelector('[data-sentence]')?.textContent.trim() || 'The server did not answer. Is Snugfit still running?';
}

/** Says something in the corner for a while; `undo` offers to take it back. */
export function say(text, isBad = false) {
  const place = document.querySelector('[data-sayings]');
  if (!place) return;
  const line = document.createElement('p');
  line.className = isBad ? 'saying bad' : 'saying';
  line.textContent = text;
  place.replaceChildren(line);
  setTimeout(() => line.remove(), isBad ? 12000 : 5000);
}
