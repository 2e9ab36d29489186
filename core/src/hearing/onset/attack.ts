/**
 * The physical start of a struck sound, in the time domain: where the energy changes most near a peak of the flux, walked back to the foot
 * of the rise, and through what softly comes before it, to the sample.
 */
import { beginNear } from './begin.ts';

export interface Attack {
  /** Index of the sample at which the sound begins. */
  sample: number;
  /** Of the one at which its loudest rise does. */
  foot: number;
  /** How much the energy rises there, in dB. */
  riseDb: number;
  /** Largest level of 3 ms after it. */
  level: number;
}

/** Energy is looked at in steps of so long. */
const STEP_S = 0.00025;
/** Looked for from so long before the peak to so long after it. */
const BEFORE_S = 0.022;
const AFTER_S = 0.012;
/** What is compared: before the change, and after it. */
const QUIET_STEPS = 16;
const LOUD_STEPS = 8;
/** A change counts where it leads to so much of the loudest place near it. */
const SHARE_OF_LOUDEST = 0.08;
const LEAST = 1e-12;
/** What leads to its loudest rise is looked for so far before it, unless it is softer: somebody who counts may begin a word just before a clap. */
const LEADS = { share: 0.08, backS: 0.02, gapS: 0.004, aheadS: 0 } as const;

/**
 * @param ring holds the high-passed sound, a power of two of samples; `last` is the index after its newest one.
 * @param peak index of the sample at which the flux is largest.
 */
export function attackNear(
  ring: Float32Array,
  last: number,
  peak: number,
  sampleRateHz: number,
): Attack | null {
  const mask = ring.length - 1;
  const step = Math.max(1, Math.round(STEP_S * sampleRateHz));
  const from = Math.max(last - ring.length, peak - Math.round(BEFORE_S * sampleRateHz)) - QUIET_STEPS * step;
  const to = Math.min(last, peak + Math.round(AFTER_S * sampleRateHz) + LOUD_STEPS * step);
  const count = Math.floor((to - Math.max(0, from)) / step);
  if (count < QUIET_STEPS + LOUD_STEPS + 2) return null;
  const start = Math.max(0, from);
  const energy = new Float64Array(count);
  let loudest = 0;
  for (let i = 0; i < count; i++) {
    let sum = 0;
    for (let k = 0; k < step; k++) {
      const value = ring[(start + i * step + k) & mask];
      sum += value * value;
    }
    energy[i] = sum / step;
    loudest = Math.max(loudest, energy[i]);
  }
  let quiet = 0;
  let loud = 0;
  for (let i = 0; i < QUIET_STEPS; i++) quiet += energy[i];
  for (let i = 0; i < LOUD_STEPS; i++) loud += energy[QUIET_STEPS + i];
  let best = -1;
  let bestScore = -Infinity;
  for (let i = QUIET_STEPS; i + LOUD_STEPS < count; i++) {
    const [q, l] = [quiet / QUIET_STEPS, loud / LOUD_STEPS];
    const score = Math.log((l + LEAST) / (q + LEAST));
    if (l > SHARE_OF_LOUDEST * loudest && score > bestScore) {
      bestScore = score;
      best = i;
    }
    quiet += energy[i] - energy[i - QUIET_STEPS];
    loud += energy[i + LOUD_STEPS] - energy[i];
  }
  if (best < 0) return null;
  const { foot, level } = footOf(ring, start + best * step, step);
  const sample = beginNear(ring, last, foot, sampleRateHz, level, LEADS);
  return { sample, foot, riseDb: (10 / Math.LN10) * bestScore, level };
}

/** Loud enough to be the sound and not what was before it: by so many times what was, or by so much of what comes. */
const TIMES_BEFORE = 3.2;
const SHARE_OF_LEVEL = 0.06;

function footOf(ring: Float32Array, change: number, step: number) {
  const mask = ring.length - 1;
  let before = 0;
  let level = 0;
  const quietFrom = change - QUIET_STEPS * step;
  const quietTo = change - 4 * step;
  for (let i = quietFrom; i < quietTo; i++) before += ring[i & mask] ** 2;
  before = Math.sqrt(before / Math.max(1, quietTo - quietFrom));
  for (let i = change - 2 * step; i < change + 12 * step; i++)
    level = Math.max(level, Math.abs(ring[i & mask]));
  const threshold = Math.max(TIMES_BEFORE * before, SHARE_OF_LEVEL * level);
  let foot = change;
  for (let i = change - 6 * step; i < change + LOUD_STEPS * step; i++) {
    if (Math.abs(ring[i & mask]) < threshold) continue;
    foot = i;
    break;
  }
  return { foot, level };
}
