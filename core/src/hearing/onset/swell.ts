/**
 * Where a sound that swells begins: two places on the way up, at a fifth and at half of the way, give a line, and its foot is the start.
 * The level is that of 10 ms around each moment, so that the period of a low note is no swell.
 */
import { footOfRise } from '../signal/rise.ts';

const AROUND_S = 0.01;
const STEP_S = 0.001;
const BEFORE_S = 0.12;
const AFTER_S = 0.05;
const LEAST = 1e-7;

interface Way {
  /** A foot further from the middle of the rise than this is no foot of it. */
  farthestS: number;
  /** Of its way up: where it has come so far it has begun. */
  leaves: number | null;
}
const AT_ONCE: Way = { farthestS: 0.05, leaves: null };
/** As a horn does: a breath of it is there a while before most of it. */
export const SLOWLY: Way = { farthestS: 0.1, leaves: 0.04 };

export interface Swell {
  /** Index of the sample at the start; the middle where no rise is seen. */
  sample: number;
  /** How much the level rises, in dB. */
  riseDb: number;
  /** How much of the loudest around is left 50 ms later, in dB: 0 at the most. */
  leftDb: number;
}

/**
 * @param ring holds the sound, a power of two of samples; `last` is the index after its newest one.
 * @param middle index of the sample in the middle of the rise. @param way how it swells: at once, where it is left out.
 */
export function footOfSwell(
  ring: Float32Array,
  last: number,
  middle: number,
  sampleRateHz: number,
  { farthestS, leaves }: Way = AT_ONCE,
): Swell {
  const mask = ring.length - 1;
  const step = Math.max(1, Math.round(STEP_S * sampleRateHz));
  const around = Math.round(AROUND_S * sampleRateHz);
  const from = Math.max(around, last - ring.length + around, middle - Math.round(BEFORE_S * sampleRateHz));
  const to = Math.min(last - around / 2, middle + Math.round(AFTER_S * sampleRateHz));
  const count = Math.floor((to - from) / step);
  if (count < 8) return { sample: middle, riseDb: 0, leftDb: 0 };
  const level = new Float64Array(count);
  // Each sum is the one before it with a step more and a step less.
  const half = around >> 1;
  const energy = (first: number, end: number) => {
    let sum = 0;
    for (let k = first; k < end; k++) sum += ring[k & mask] ** 2;
    return sum;
  };
  let sum = energy(from - half, from + half);
  for (let i = 0, centre = from; i < count; i++, centre += step) {
    level[i] = Math.sqrt(Math.max(0, sum) / around);
    sum += energy(centre + half, centre + half + step) - energy(centre - half, centre - half + step);
  }
  const at = Math.min(count - 1, Math.max(0, Math.round((middle - from) / step)));
  let top = at;
  for (let i = at; i < count; i++) if (level[i] > level[top]) top = i;
  let bottom = at;
  for (let i = at; i >= 0; i--) if (level[i] < level[bottom]) bottom = i;
  const foot = from + step * footOfRise((i) => level[i], bottom, top, leaves);
  const isNear = Math.abs(foot - middle) <= farthestS * sampleRateHz;
  return {
    sample: isNear ? Math.max(0, Math.round(foot)) : middle,
    riseDb: decibels(level[top], level[bottom]),
    leftDb: decibels(level[count - 1], Math.max(...level)),
  };
}

const decibels = (level: number, reference: number) => 20 * Math.log10((level + LEAST) / (reference + LEAST));
