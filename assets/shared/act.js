import { refreshLine } from './line.js';
import { awaited } from './settle.js';

/** Bytes that a browser sends on for a page that is gone (Fetch Standard: 64 KiB for all requests together). */
const KEPT_ALIVE = 30_000;

/** Asks the server to do something, as one of our own pages; gives the answer, or throws a sentence for the person. */
export async function act(url, fields = {}, method = 'POST') {
  const body = JSON.stringify(fields);
  const answer = await awaited(
    fetch(url, {
      method,
      body,
      // Goes through even if the page is left meanwhile; browsers do that for small bodies alone.
      keepalive: body.length < KEPT_ALIVE,
      headers: { 'X-Act': 'csrf-token', Accept: 'text/html', 'Content-Type': 'application/json' },
      credentials: 'same-origin',
    }),
  );
  if (!answer.ok) throw new Error(await sentence(answer));
  refreshLine();
  return answer;
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
