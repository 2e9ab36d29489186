/**
 * The pitch of a piece of sound: how periodic it is, and how it glides. From the normalised autocorrelation between 60 Hz and 1 kHz. (Boersma 1993,
 * IFA Proceedings 17, 97–110, from memory.)
 */
const LOWEST_HZ = 60;
const HIGHEST_HZ = 1000;
/** So many samples a second are enough for that. */
const THIN_TO_HZ = 8000;
const GONE = 0.5;
/** A piece that is less periodic has no one pitch. */
const PITCHED = 0.5;
/** What leaps so far within a few hundredths of a second does not glide. */
const LEAPS_CENTS = 400;
const CENTS = 1200;

/** The highest peak: 1 for a steady tone, near 0 for noise, as of a cymbal. @param samples of a piece, at least two of the longest periods. */
export function periodicityOf(samples: Float32Array, sampleRateHz: number): number {
  const { sound, rate } = thinned(samples, sampleRateHz);
  return bestPeriod(sound, rate).like;
}

/**
 * By how much the pitch glides from the middle of a piece's first half to the middle of its second, in cents, upward positive; null where a half has
 * no one pitch, or where it leaps. Each half is looked at by itself: what glides far is periodic for a few periods, but not over the whole of a piece.
 */
export function glideCents(samples: Float32Array, sampleRateHz: number): number | null {
  const { sound, rate } = thinned(samples, sampleRateHz);
  const half = sound.length >> 1;
  const first = pitchPeriod(sound.subarray(0, half), rate);
  const second = pitchPeriod(sound.subarray(half), rate);
  if (!first || !second) return null;
  const cents = CENTS * Math.log2(first / second);
  return Math.abs(cents) < LEAPS_CENTS ? cents : null;
}

/** In samples, told between them by a parabola through the peak of the autocorrelation and its neighbours; null where it has no one pitch. */
function pitchPeriod(sound: Float32Array, rate: number): number | null {
  const { lag, like } = bestPeriod(sound, rate);
  if (like < PITCHED) return null;
  const [before, after] = [lag - 1, lag + 1].map((at) => likeItselfAfter(at, sound));
  return before > like || after > like ? null : lag + (before - after) / (2 * (before - 2 * like + after));
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
