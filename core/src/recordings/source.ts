/** A sound that can be read again from its beginning. */
export interface Source {
  sampleRateHz: number;
  durationS: number;
  open(): AsyncIterable<Float32Array>;
}

/** Reads a source once, from its beginning to its end. */
export type Through = (take: (samples: Float32Array) => void) => Promise<void>;
