/**
 * A low tone comes in pulses of its own, one a period: over the quiet between them each looks like a stroke. What was there a period before, about
 * as loud and of the same shape, is one of them. (Likeness: the normalised cross-correlation.)
 */

/** What is compared: from so long before a stroke to so long after it. */
const BEFORE_S = 0.002;
const AFTER_S = 0.008;
/** Periods of tones from 110 Hz down to 25 Hz. Strokes come no faster. */
const PERIOD_S = { least: 0.009, most: 0.04 } as const;
/** About as loud: at most so many times its energy. Of the same shape: so alike, of 1. */
const LOUDER = 1.5;
const ALIKE = 0.5;

/**
 * @param ring holds the sound, a power of two of samples; `last` is the index after its newest one.
 * @param sample index of the one where a stroke is thought to begin.
 */
export function isTonePulse(ring: Float32Array, last: number, sample: number, sampleRateHz: number): boolean {
  const samples = (seconds: number) => Math.round(seconds * sampleRateHz);
  const mask = ring.length - 1;
  const from = sample - samples(BEFORE_S);
  const to = Math.min(last, sample + samples(AFTER_S));
  const most = samples(PERIOD_S.most);
  if (from - most < Math.max(0, last - ring.length)) return false;
  const energyOf = (first: number, end: number) => {
    let sum = 0;
    for (let i = first; i < end; i++) sum += ring[i & mask] ** 2;
    return sum;
  };
  const own = energyOf(from, to);
  const least = samples(PERIOD_S.least);
  // Each energy is the one before it with a sample more and a sample less.
  let energy = energyOf(from - least, to - least);
  for (let period = least; period <= most; period++) {
    if (own <= LOUDER * energy) {
      let product = 0;
      for (let i = from; i < to; i++) product += ring[(i - period) & mask] * ring[i & mask];
      if (product > ALIKE * Math.sqrt(own * energy)) return true;
    }
    energy += ring[(from - period - 1) & mask] ** 2 - ring[(to - period - 1) & mask] ** 2;
  }
  return false;
}
