export interface Stroke {
  timeS: number;
  /** Of its level, 0 is full. */
  db: number;
}
export declare const STROKE_KINDS: readonly ['clap', 'wood', 'drum', 'plucked', 'muted', 'bowed', 'blown'];
export type StrokeKind = (typeof STROKE_KINDS)[number];
export declare function chance(seed: number): () => number;
/** One stroke at full level: its first sample is the physical start of the sound. */
export declare function strokeSound(
  kind: StrokeKind,
  rate: number,
  random: () => number,
  lengthS?: number,
): Float32Array;
/** @param noiseDb of the room, under full level. */
export declare function recordingOf(
  strokes: readonly Stroke[],
  kind: StrokeKind,
  {
    rate,
    noiseDb,
    seed,
    tailS,
  }?: {
    rate?: number | undefined;
    noiseDb?: number | undefined;
    seed?: number | undefined;
    tailS?: number | undefined;
  },
): Float32Array;
/** Strokes like a player's: about so far apart, a little uneven in time and level. */
export declare function playedStrokes(
  count: number,
  apartS: number,
  seed: number,
  {
    spreadDb,
    jitterS,
  }?: {
    spreadDb?: number | undefined;
    jitterS?: number | undefined;
  },
): Stroke[];
/**
 * Found and true times matched one to one within a tolerance, each true one with the nearest that is left.
 * (F-measure as in the evaluation of onset detection, MIREX; Raffel et al., mir_eval, ISMIR 2014.)
 */
export declare function scored(
  found: readonly number[],
  truth: readonly number[],
  toleranceS: number,
): {
  f: number;
  missed: number;
  extra: number;
  medianErrorS: number;
  meanErrorS: number;
};
