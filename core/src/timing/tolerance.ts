/**
 * What counts as one sound, in one place. Two onsets need about 20 ms to be heard in order and a few to be heard as two (Hirsh
 * 1959, JASA 31, 759–767); skilled tapping varies by 2 to 4 % of the beat (Repp 2005); ensembles spread by 30 to 50 ms (Rasch
 * 1979). From memory.
 */

/** Of "on the beat". */
export const TOLERANCE_MS = 30;
/** Of two limbs striking together. */
export const UNISON_MS = 20;
