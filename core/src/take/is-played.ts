/** Whether there is a take at all: taps of the count-in alone are none. */
import { type Timeline, barIndexAt, beatSeconds } from '../plan/index.ts';
import type { Hit } from '../timing/index.ts';

/** Something was played from half a beat before the first note on, latency aside. */
export function isPlayed({ bars, targets }: Timeline, hits: readonly Pick<Hit, 'timeS'>[]): boolean {
  const playsS = targets[0]?.timeS ?? bars.find(({ kind }) => kind === 'play')?.startS ?? 0;
  const opensS = playsS - 0.5 * beatSeconds(bars[barIndexAt(bars, playsS)]);
  return hits.some(({ timeS }) => timeS >= opensS);
}
