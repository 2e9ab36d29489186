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
/** So many periods are tried at once. */
const AT_ONCE = 4;

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
  const length = to - from;
  const least = samples(PERIOD_S.least);
  // Out of the ring once: it is gone through a thousand times.
  const first = from - most - AT_ONCE;
  const sound = new Float64Array(to - first);
  for (let i = 0; i < sound.length; i++) sound[i] = ring[(first + i) & mask];
  const at = from - first;
  const own = energyOf(sound, at, length);
  const products = new Float64Array(AT_ONCE);
  // Each energy is the one before it with a sample more and a sample less.
  let energy = energyOf(sound, at - least, length);
  for (let period = least; period <= most; period += AT_ONCE) {
    let multiplied = false;
    for (let k = 0; k < AT_ONCE && period + k <= most; k++) {
      const before = at - period - k;
      if (own <= LOUDER * energy) {
        if (!multiplied) multiply(sound, at, before + k, length, products);
        multiplied = true;
        if (products[k] > ALIKE * Math.sqrt(own * energy)) return true;
      }
      energy += sound[before - 1] ** 2 - sound[before - 1 + length] ** 2;
    }
  }
  return false;
}

function energyOf(sound: Float64Array, from: number, length: number): number {
  let sum = 0;
  for (let i = from; i < from + length; i++) sum += sound[i] ** 2;
  return sum;
}

/** The products of what is compared with what was there a period before, and with what was there one, two and three samples before that: what is read serves all. */
function multiply(
  sound: Float64Array,
  at: number,
  before: number,
  length: number,
  products: Float64Array,
): void {
  let a = 0;
  let b = 0;
  let c = 0;
  let d = 0;
  let later = sound[before - 1];
  let late = sound[before - 2];
  let early = sound[before - 3];
  for (let i = 0; i < length; i++) {
    const own = sound[at + i];
    const next = sound[before + i];
    a += next * own;
    b += later * own;
    c += late * own;
    d += early * own;
    early = late;
    late = later;
    later = next;
  }
  products[0] = a;
  products[1] = b;
  products[2] = c;
  products[3] = d;
}
