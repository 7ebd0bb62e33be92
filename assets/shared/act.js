import { refreshLine } from './line.js';
import { awaited } from './settle.js';

/** Asks the server to do something, as one of our own pages; gives the answer, or throws a sentence for the person. */
export async function act(url, fields = {}, method = 'POST') {
  const body = new URLSearchParams();
  for (const [name, value] of Object.entries(fields)) {
    for (const one of Array.isArray(value) ? value : [value]) body.append(Array.isArray(value) ? `${name}[]` : name, one);
  }
  // Goes through even if the page is left meanwhile.
  const answer = await awaited(
    fetch(url, {
      method,
      body,
      keepalive: true,
      headers: { 'X-Act': 'csrf-token', Accept: 'text/html' },
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
