/**
 * The largest level between two samples, of those that are kept.
 * @param ring holds the sound, a power of two of samples; `last` is the index after its newest one. @param from index of the first; fractions, too.
 */
export function loudestIn(ring: Float32Array, last: number, from: number, to: number): number {
  const mask = ring.length - 1;
  const end = Math.min(last, Math.round(to));
  let most = 0;
  for (let i = Math.max(0, last - ring.length, Math.round(from)); i < end; i++)
    most = Math.max(most, Math.abs(ring[i & mask]));
  return most;
}
