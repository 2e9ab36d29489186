/**
 * Free playing on a grid: each hit belongs to the nearest place, if it lies within half the distance to the next one; of two
 * at one place the nearer is taken. Nothing is expected, so there is nothing to follow.
 */
import type { AlignmentTargets } from './align.ts';

/**
 * @param hitMs hit times in ascending order.
 * @returns for each hit the index of its place, or -1 where it is left over.
 */
export function nearestPlaces({ timeMs, slotMs }: AlignmentTargets, hitMs: Float64Array): Int32Array {
  const result = new Int32Array(hitMs.length).fill(-1);
  let place = 0;
  let holder = -1;
  for (let i = 0; i < hitMs.length; i++) {
    const off = (j: number) => Math.abs(timeMs[j] - hitMs[i]);
    const before = place;
    while (place + 1 < timeMs.length && off(place + 1) <= off(place)) place++;
    if (place !== before) holder = -1;
    if (timeMs.length === 0 || off(place) > slotMs[place] / 2) continue;
    if (holder >= 0 && Math.abs(timeMs[place] - hitMs[holder]) <= off(place)) continue;
    if (holder >= 0) result[holder] = -1;
    result[i] = place;
    holder = i;
  }
  return result;
}
