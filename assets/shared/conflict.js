import { Modal } from 'bootstrap';

/**
 * Somebody changed in another window what an act rests on: the person chooses.
 *
 * @param {string} sentence what happened
 * @returns {Promise<boolean>} whether the person's own is to be kept
 */
export function choose(sentence) {
  const dialog = /** @type {HTMLElement} */ (document.querySelector('#conflict'));
  dialog.querySelector('[data-conflict]').textContent = sentence;
  const modal = Modal.getOrCreateInstance(dialog, { backdrop: 'static', keyboard: false });
  modal.show();
  return new Promise((resolve) => {
    dialog.onclick = (event) => {
      const choice = event.target instanceof Element ? event.target.closest('[data-choose]')?.dataset.choose : null;
      // Theirs as it stands now, beside this page with what was done here.
      if (choice === 'both') window.open(location.href, '_blank', 'noopener');
      if (choice !== 'mine' && choice !== 'theirs') return;
      modal.hide();
      resolve(choice === 'mine');
    };
  });
}
