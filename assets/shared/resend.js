import { perform, say } from './act.js';
import { ABANDONED, abandoned } from './kept.js';

/** Sends what pages that are closed could not send. */
async function resend() {
  for (const act of abandoned()) {
    try {
      await perform(act);
      say('What was kept here while Snugfit was busy is sent now. Reload to see it.');
    } catch (error) {
      say(error.message, true);
    }
  }
}

resend();
setInterval(resend, ABANDONED);
