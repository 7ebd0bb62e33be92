let asked = 0;

/** @type {?Promise<void>} */
let latest = null;

/** Brings the stations, the next act and the undo button up to date after something happened in the room. */
export function refreshLine() {
  const mine = refresh().finally(() => {
    if (latest === mine) latest = null;
  });
  latest = mine;
  return mine;
}

/** What is to be waited for before the line tells the last act; null where it does. */
export const lineComing = () => latest;

async function refresh() {
  const { batch, room } = document.body.dataset;
  if (!batch) return;
  asked += 1;
  const number = asked;
  try {
    const answer = await fetch(`/batches/${batch}/line?room=${room}`, { headers: { Accept: 'text/html' } });
    if (!answer.ok || number !== asked) return;
    const fresh = new DOMParser().parseFromString(await answer.text(), 'text/html');
    for (const part of fresh.querySelectorAll('[data-part]')) put(part);
  } catch {
    // The server may be starting again; the next act brings them up to date.
  }
}

/** Takes the place of the part of the same name; what had the focus there has it again. */
function put(part) {
  const old = document.querySelector(`[data-part="${part.dataset.part}"]`);
  if (!old) return;
  const reached = (place) => [...place.querySelectorAll('a, button')];
  const focused = reached(old).indexOf(document.activeElement);
  old.replaceWith(part);
  reached(part)[focused]?.focus();
}
