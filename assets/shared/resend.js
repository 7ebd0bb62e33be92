import { perform, persistently, say } from './act.js';
import { ABANDONED, abandoned } from './kept.js';

/** Sends what pages that are closed could not send. */
async function resend() {
  for (const { act, wasSent } of abandoned()) {
    try {
      // It was most likely done: the same once more changes nothing, and what was changed since is not touched.
      if (wasSent) {
        await persistently(act);
        continue;
      }
      await perform(act);
      say('What was kept here while Snugfit was busy is sent now. Reload to see it.');
    } catch (error) {
      say(error.message, true);
    }
  }
}

resend();
setInterval(resend, ABANDONED);
