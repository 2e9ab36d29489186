/** What a section's silence swallows: whole bars, clicks by chance, or all of them little by little. It never touches time. */
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Silence } from './schema.ts';
import type { Click } from './timeline.ts';

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

/** A click so soft is not heard any more. */
const UNHEARD_DB = -60;

export interface ThinnedSection {
  firstBar: number;
  barCount: number;
  /** Which section: two sections with the same seed do not drop alike. */
  section: number;
}

/**
 * `{dropChance: p, seed: s}` swallows each click with that chance, always the same ones for a seed. `{fadeDb: d}` changes
 * the level by d a bar: below zero the clicks fade away from full, above zero they grow to full in the last bar.
 * @param clicks of one section, in order of time.
 */
export function thin(clicks: Click[], silence: Silence | undefined, section: ThinnedSection): Click[] {
  if (silence?.dropChance !== undefined) {
    const { dropChance, seed = 1 } = silence;
    const random = xoroshiro128plus((seed + Math.imul(section.section, 0x9e3779b1)) | 0);
    return clicks.map((click) =>
      uniformFloat64(random) < dropChance ? { ...click, sounding: false } : click,
    );
  }
  if (silence?.fadeDb !== undefined) {
    const { fadeDb } = silence;
    const full = fadeDb > 0 ? section.barCount - 1 : 0;
    return clicks.map((click) => {
      const gainDb = click.gainDb + fadeDb * (click.bar - section.firstBar - full);
      return { ...click, gainDb, sounding: gainDb > UNHEARD_DB };
    });
  }
  return clicks;
}
