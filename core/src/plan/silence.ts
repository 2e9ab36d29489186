/** Which bars of a section are silent. Silence swallows clicks; it never touches time. */
import type { Silence } from './schema.ts';

/**
 * `{sound: m, silent: n | [n1, n2, …]}` starts with m sounding bars, then n1 silent, m sounding, n2 silent …; the list
 * runs through once and its last value repeats. `{bars: "xxxo"}` repeats its pattern.
 * @returns one flag a bar, true where silent.
 */
export function silentBars(silence: Silence | undefined, bars: number): boolean[] {
  if (silence?.bars !== undefined) {
    const pattern = silence.bars;
    return Array.from({ length: bars }, (_, i) => pattern[i % pattern.length] === 'o');
  }
  const flags: boolean[] = [];
  if (silence?.sound !== undefined && silence.silent !== undefined) {
    const runs = [silence.silent].flat();
    for (let round = 0; flags.length < bars; round++) {
      const silent = runs[Math.min(round, runs.length - 1)];
      for (let i = 0; i < silence.sound; i++) flags.push(false);
      for (let i = 0; i < silent; i++) flags.push(true);
    }
    return flags.slice(0, bars);
  }
  return new Array<boolean>(bars).fill(false);
}
