/**
 * Where something begins in the sound itself, to the sample: at the first one that is no longer what was there before. A stick, a shell, a finger or a breath often
 * sounds a little before the loudest rise, and belongs to it.
 */

/** It has begun where it is more than so many times as loud as what was before all that is looked at, for so long. Noise is not so loud by chance. */
const BEGUN = { timesBefore: 5, beforeS: 0.01 } as const;

export interface BeginForm {
  /** And louder than so much of what comes. */
  share: number;
  /** So much before a moment is looked at; with no gap longer than that. */
  backS: number;
  gapS: number;
  /** Where nothing has begun by then, and nothing sounds that could hide it, so much after it. */
  aheadS: number;
}

/**
 * @param ring holds the sound, a power of two of samples; `last` is the index after its newest one.
 * @param near index of a sample near its beginning. @param level how loud it is soon after.
 * @returns the index at which it begins; `near` where that cannot be seen.
 */
export function beginNear(
  ring: Float32Array,
  last: number,
  near: number,
  rate: number,
  level: number,
  { share, backS, gapS, aheadS }: BeginForm,
): number {
  const mask = ring.length - 1;
  const earliest = near - Math.round(backS * rate);
  const before = Math.round(BEGUN.beforeS * rate);
  let sum = 0;
  for (let i = earliest - before; i < earliest; i++) sum += ring[i & mask] ** 2;
  const hidden = BEGUN.timesBefore * Math.sqrt(sum / before);
  const heard = share * level;
  const hasBegun = (i: number) => Math.abs(ring[i & mask]) > Math.max(hidden, heard);
  let begin = near;
  let isSeen = false;
  for (let i = near; i >= earliest && begin - i <= gapS * rate; i--)
    if (hasBegun(i)) {
      begin = i;
      isSeen = true;
    }
  if (isSeen || hidden > heard) return begin;
  const latest = Math.min(last - 1, near + Math.round(aheadS * rate));
  for (let i = near + 1; i <= latest; i++) if (hasBegun(i)) return i;
  return near;
}
