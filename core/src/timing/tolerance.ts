/**
 * What counts as one sound, in one place. Two onsets need about 20 ms to be heard in order and a few to be heard as two (Hirsh
 * 1959, JASA 31, 759–767); skilled tapping varies by 2 to 4 % of the beat (Repp 2005); ensembles spread by 30 to 50 ms (Rasch
 * 1979). From memory.
 */
export const TOLERANCES = {
  beginner: { beatMs: 60, unisonMs: 40 },
  usual: { beatMs: 30, unisonMs: 20 },
  advanced: { beatMs: 20, unisonMs: 12 },
} as const;

/** Of "on the beat". */
export const TOLERANCE_MS = TOLERANCES.usual.beatMs;
/** Of two limbs striking together. */
export const UNISON_MS = TOLERANCES.usual.unisonMs;
