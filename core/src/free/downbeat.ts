/** Which of the beats begins a bar: the one of the bar's places where most is struck, by strength. */
import type { FreeHit } from './track-beats.ts';

/** @param beats as of one stretch. @returns 0 to perBar − 1: how many beats come before the first downbeat. */
export function downbeatOf(
  beats: readonly { hit: number | null }[],
  hits: readonly FreeHit[],
  perBar: number,
): number {
  const sums = new Array<number>(perBar).fill(0);
  const counts = new Array<number>(perBar).fill(0);
  beats.forEach(({ hit }, i) => {
    counts[i % perBar]++;
    sums[i % perBar] += hit === null ? 0 : (hits[hit].strength ?? 1);
  });
  let best = 0;
  // Where nothing stands out the first beat is the downbeat.
  for (let place = 1; place < perBar; place++)
    if (sums[place] / Math.max(1, counts[place]) > 1.05 * (sums[best] / Math.max(1, counts[best])))
      best = place;
  return best;
}
