import { say, sentence } from './act.js';
import { lineComing, refreshLine } from './line.js';
import { settle } from './settle.js';

/** True where keys belong to what is being written. */
export const isWriting = (event) =>
  event.target.closest?.('input, textarea, select, [contenteditable]') &&
  !event.target.matches('input[type=checkbox], input[type=radio], input[type=range]');

// Keys of every room: ? shows the keys, Ctrl+Z takes the last act back, Esc goes back.
document.addEventListener('keydown', async (event) => {
  if (isWriting(event) || event.defaultPrevented) return;
  if (event.key === '?') {
    event.preventDefault();
    document.querySelector('[data-keys-button]')?.click();
  }
  const batch = document.body.dataset.batch;
  if (batch && (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
    event.preventDefault();
    const isRedo = event.shiftKey;
    try {
      await settle();
      await lineComing();
      const answer = await fetch(`/batches/${batch}/${isRedo ? 'redo' : 'undo'}`, {
        method: 'POST',
        body: new URLSearchParams({ entry: document.querySelector('.undo input[name=entry]')?.value ?? '' }),
        headers: { 'X-Act': 'csrf-token', Accept: 'text/html, application/json;q=0.9' },
      });
      if (!answer.ok) {
        say(await sentence(answer), true);
        refreshLine();
        return;
      }
      const { what } = await answer.json();
      if (what === null) say(isRedo ? 'Nothing to do again.' : 'Nothing to take back.');
      else {
        sessionStorage.setItem('saying', `${isRedo ? 'Done again' : 'Taken back'}: ${what}`);
        location.reload();
      }
    } catch {
      say('The server did not answer. Is Snugfit still running?', true);
    }
  }
  if (event.key === 'Escape' && !document.querySelector('.modal.show, .drawing')) {
    document.querySelector('[data-back]')?.click();
  }
});

const waiting = sessionStorage.getItem('saying');
if (waiting) {
  sessionStorage.removeItem('saying');
  say(waiting);
}
