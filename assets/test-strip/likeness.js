/** How near to the full size, as the server measures it: PSNR in decibels, null where both are the same, and SSIM. */
export async function likeness(address) {
  const answer = await fetch(address, { headers: { Accept: 'application/json' } });
  if (!answer.ok) throw new Error(answer.status === 422 ? await answer.text() : 'could not be measured');
  return answer.json();
}

export const inWords = ({ psnr, ssim }) => `${psnr === null ? 'the same' : `${psnr.toFixed(2)} dB`} · ${ssim.toFixed(4)}`;

/** Fills in the figures of all patches under `root`, one after another, and each column's mean. */
export async function measureAll(root) {
  const found = {};
  for (const place of root.querySelectorAll('[data-likeness]')) {
    try {
      const one = await likeness(place.dataset.likeness);
      place.textContent = inWords(one);
      found[place.dataset.of] ??= [];
      found[place.dataset.of].push(one);
    } catch (error) {
      place.textContent = error.message;
    }
  }
  for (const place of root.querySelectorAll('[data-mean]')) {
    const all = found[place.dataset.mean] ?? [];
    const mean = (name) => all.reduce((sum, one) => sum + one[name], 0) / all.length;
    if (all.length && all.every((one) => one.psnr !== null))
      place.textContent = `mean ${inWords({ psnr: mean('psnr'), ssim: mean('ssim') })}`;
  }
}
