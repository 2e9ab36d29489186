/**
 * How periodic a piece of sound is: the highest peak of its normalised autocorrelation between 60 Hz and 1 kHz, 1 for a steady tone, near 0 for
 * noise, as of a cymbal. (Boersma 1993, IFA Proceedings 17, 97–110, from memory.)
 */
const LOWEST_HZ = 60;
const HIGHEST_HZ = 1000;
/** So many samples a second are enough for that. */
const THIN_TO_HZ = 8000;
const GONE = 0.5;

export function periodicityOf(samples: Float32Array, sampleRateHz: number): number {
  const thin = Math.max(1, Math.floor(sampleRateHz / THIN_TO_HZ));
  const rate = sampleRateHz / thin;
  const sound = thinned(samples, thin);
  const longest = Math.min(Math.floor(rate / LOWEST_HZ), Math.floor(sound.length / 2));
  const shortest = Math.floor(rate / HIGHEST_HZ);
  let best = 0;
  // What is low is like itself a moment later; only what has gone and come back is periodic.
  let gone = false;
  for (let lag = 1; lag <= longest; lag++) {
    let product = 0;
    let here = 1e-12;
    let there = 1e-12;
    for (let i = 0; i + lag < sound.length; i++) {
      product += sound[i] * sound[i + lag];
      here += sound[i] * sound[i];
      there += sound[i + lag] * sound[i + lag];
    }
    const like = product / Math.sqrt(here * there);
    if (like < GONE) gone = true;
    if (gone && lag >= shortest) best = Math.max(best, like);
  }
  return best;
}

/** The mean of every few samples: what is high is gone. */
function thinned(samples: Float32Array, by: number): Float32Array {
  const made = new Float32Array(Math.floor(samples.length / by));
  for (let i = 0; i < made.length; i++) {
    let sum = 0;
    for (let k = 0; k < by; k++) sum += samples[i * by + k];
    made[i] = sum / by;
  }
  return made;
}
