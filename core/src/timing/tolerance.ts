/**
 * How a take is judged: what counts as one sound, and where the player means to be. In one place.
 *
 * Two onsets need about 20 ms to be heard in order and a few to be heard as two (Hirsh 1959, JASA 31, 759–767); skilled tapping
 * varies by 2 to 4 % of the beat (Repp 2005); ensembles spread by 30 to 50 ms (Rasch 1979). From memory.
 */
import type { Judging } from './judging-schema.ts';

/** Milliseconds to either side: of "on the beat", and of two limbs striking together. */
export const LEVELS = {
  beginner: { hitMs: 60, unisonMs: 40 },
  usual: { hitMs: 30, unisonMs: 20 },
  advanced: { hitMs: 20, unisonMs: 14 },
} as const;

export type Level = keyof typeof LEVELS;

/** Two limbs are asked for more than one limb and a click. */
const UNISON_SHARE = LEVELS.usual.unisonMs / LEVELS.usual.hitMs;

export interface Tolerance {
  /** For a hit in a beat so long. */
  hitMs(beatMs: number): number;
  unisonMs(beatMs: number): number;
}

/**
 * @param resolutionMs what the input itself can tell apart: nobody is judged more finely than that.
 */
export function toleranceOf({ tolerance }: Judging = {}, resolutionMs = 0): Tolerance {
  const atLeast = (ms: number) => Math.max(ms, resolutionMs);
  if (tolerance && 'percent' in tolerance) {
    const share = tolerance.percent / 100;
    return {
      hitMs: (beatMs) => atLeast(share * beatMs),
      unisonMs: (beatMs) => atLeast(UNISON_SHARE * share * beatMs),
    };
  }
  const { hitMs, unisonMs } = LEVELS[tolerance?.level ?? 'usual'];
  return { hitMs: () => atLeast(hitMs), unisonMs: () => atLeast(unisonMs) };
}
