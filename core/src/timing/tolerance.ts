/**
 * How a take is judged: what counts as one sound, and where the player means to be. In one place.
 *
 * Two onsets need about 20 ms to be heard in order and a few to be heard as two (Hirsh 1959, JASA 31, 759–767); skilled tapping
 * varies by 2 to 4 % of the beat (Repp 2005); ensembles spread by 30 to 50 ms (Rasch 1979). From memory.
 */
import { z } from 'zod';
import { positionSchema } from '../time/index.ts';

/** Milliseconds to either side: of "on the beat", and of two limbs striking together. */
export const LEVELS = {
  beginner: { hitMs: 60, unisonMs: 40 },
  usual: { hitMs: 30, unisonMs: 20 },
  advanced: { hitMs: 20, unisonMs: 14 },
} as const;

export type Level = keyof typeof LEVELS;

/** Two limbs are asked for more than one limb and a click. */
const UNISON_SHARE = LEVELS.usual.unisonMs / LEVELS.usual.hitMs;

export const judgingSchema = z.object({
  tolerance: z
    .union([
      z.object({ level: z.enum(Object.keys(LEVELS) as [Level, ...Level[]]) }),
      z.object({
        percent: z
          .number()
          .min(0.5, 'the tolerance is at least 0.5 % of the beat')
          .max(25, 'the tolerance is at most 25 % of the beat'),
      }),
    ])
    .optional(),
  /** Where the player means to be beside the pulse: so many ms late (negative: early) at these places of the bar. */
  intended: z
    .object({
      offsetMs: z
        .number()
        .min(-200, 'an intended offset is at most 200 ms')
        .max(200, 'an intended offset is at most 200 ms'),
      at: z.array(positionSchema).min(1, 'name at least one place of the bar, like ["1/4"]').max(64),
    })
    .optional(),
});

export type Judging = z.infer<typeof judgingSchema>;

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
