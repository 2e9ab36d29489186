/**
 * The pitch of a piece of sound: how periodic it is, and how it glides. From the normalised autocorrelation between 60 Hz and 1 kHz. (Boersma 1993,
 * IFA Proceedings 17, 97–110, from memory.)
 */
const LOWEST_HZ = 60;
const HIGHEST_HZ = 1000;
/** So many samples a second are enough for that. */
const THIN_TO_HZ = 8000;
const GONE = 0.5;
/** A glide is looked for so far on both sides of the period of the whole. */
const NEAR = 0.1;
/** A piece that is less periodic has no one pitch. */
const PITCHED = 0.6;
const CENTS = 1200;

/** The highest peak: 1 for a steady tone, near 0 for noise, as of a cymbal. @param samples of a piece, at least two of the longest periods. */
export function periodicityOf(samples: Float32Array, sampleRateHz: number): number {
  const { sound, rate } = thinned(samples, sampleRateHz);
  return bestPeriod(sound, rate).like;
}

/**
 * By how much the pitch glides from the middle of a piece's first half to the middle of its second, in cents, upward positive; null where it has
 * no one pitch. The period is told between the samples (parabola through the peak of the autocorrelation and its neighbours).
 */
export function glideCents(samples: Float32Array, sampleRateHz: number): number | null {
  const { sound, rate } = thinned(samples, sampleRateHz);
  const { lag, like } = bestPeriod(sound, rate);
  if (like < PITCHED) return null;
  const half = sound.length >> 1;
  const first = periodNear(sound.subarray(0, half), lag);
  const second = periodNear(sound.subarray(half), lag);
  return first && second ? CENTS * Math.log2(first / second) : null;
}

function bestPeriod(sound: Float32Array, rate: number): { lag: number; like: number } {
  const longest = Math.min(Math.floor(rate / LOWEST_HZ), Math.floor(sound.length / 2));
  const shortest = Math.floor(rate / HIGHEST_HZ);
  const best = { lag: 0, like: 0 };
  // What is low is like itself a moment later; only what has gone and come back is periodic.
  let gone = false;
  for (let lag = 1; lag <= longest; lag++) {
    const like = likeItselfAfter(lag, sound);
    if (like < GONE) gone = true;
    if (gone && lag >= shortest && like > best.like) Object.assign(best, { lag, like });
  }
  return best;
}

/** In samples; null where what is near has no peak of its own. */
function periodNear(sound: Float32Array, lag: number): number | null {
  const from = Math.max(1, Math.floor(lag * (1 - NEAR)));
  const to = Math.ceil(lag * (1 + NEAR));
  const likes = Array.from({ length: to - from + 1 }, (_, i) => likeItselfAfter(from + i, sound));
  const at = likes.indexOf(Math.max(...likes));
  if (at === 0 || at === likes.length - 1) return null;
  const [before, peak, after] = likes.slice(at - 1, at + 2);
  return from + at + (before - after) / (2 * (before - 2 * peak + after));
}

/** Normalised autocorrelation at one lag. */
function likeItselfAfter(lag: number, sound: Float32Array): number {
  let product = 0;
  let here = 1e-12;
  let there = 1e-12;
  for (let i = 0; i + lag < sound.length; i++) {
    product += sound[i] * sound[i + lag];
    here += sound[i] * sound[i];
    there += sound[i + lag] * sound[i + lag];
  }
  return product / Math.sqrt(here * there);
}

/** The mean of every few samples: what is high is gone. */
function thinned(samples: Float32Array, sampleRateHz: number): { sound: Float32Array; rate: number } {
  const by = Math.max(1, Math.floor(sampleRateHz / THIN_TO_HZ));
  const sound = new Float32Array(Math.floor(samples.length / by));
  for (let i = 0; i < sound.length; i++) {
    let sum = 0;
    for (let k = 0; k < by; k++) sum += samples[i * by + k];
    sound[i] = sum / by;
  }
  return { sound, rate: sampleRateHz / by };
}
