/** Brings the stations, the next act and the undo button up to date after something happened in the room. */
let asked = 0;

export async function refreshLine() {
  const { batch, room } = document.body.dataset;
  if (!batch) return;
  asked += 1;
  const number = asked;
  try {
    const answer = await fetch(`/batches/${batch}/line?room=${room}`, { headers: { Accept: 'text/html' } });
    if (!answer.ok || number !== asked) return;
    const fresh = new DOMParser().parseFromString(await answer.text(), 'text/html');
    for (const part of fresh.querySelectorAll('[data-part]')) {
      const old = document.querySelector(`[data-part="${part.dataset.part}"]`);
      if (old && !old.contains(document.activeElement)) old.replaceWith(part);
    }
  } catch {
    // The server may be starting again; the next act brings them up to date.
  }
}
