/**
 * Acts that could not be sent yet, kept in the browser: a page that is closed meanwhile loses nothing. Each is held by the page
 * that tries to send it; one that nobody holds any more is taken up by the next page that is opened.
 */
const PREFIX = 'snugfit-act-';

/** Milliseconds after which the page that held one is taken for gone. */
export const ABANDONED = 40_000;

/** Milliseconds after which one is too old to be meant. */
const TOO_OLD = 24 * 3600_000;

let count = 0;

/** @param {import('./act.js').Act} act */
export function keeping(act, store = localStorage, now = Date.now) {
  count += 1;
  const key = `${PREFIX}${now()}-${count}-${Math.random().toString(36).slice(2)}`;
  const begun = now();
  return {
    /** It waits, and somebody is at it; `wasSent` where its answer is not known because the page was left meanwhile. */
    hold(wasSent = false) {
      try {
        store.setItem(key, JSON.stringify({ act, begun, held: now(), wasSent }));
      } catch {
        // No room in the browser: the page that is open still has it.
      }
    },
    drop() {
      store.removeItem(key);
    },
  };
}

/**
 * Those that nobody holds, oldest first; they are the caller's from now on.
 *
 * @returns {{ act: import('./act.js').Act, wasSent: boolean }[]}
 */
export function abandoned(store = localStorage, now = Date.now) {
  const found = [];
  for (const key of Object.keys(store)) {
    if (!key.startsWith(PREFIX)) continue;
    const { act, begun, held, wasSent = false } = JSON.parse(store.getItem(key));
    if (now() - held < ABANDONED) continue;
    store.removeItem(key);
    if (now() - begun < TOO_OLD) found.push({ act, begun, wasSent });
  }
  return found.sort((one, other) => one.begun - other.begun).map(({ act, wasSent }) => ({ act, wasSent }));
}
