/** What the page tells the worklet that plays samples from time zero on. */
export const FROM_ZERO_PROCESSOR = 'feldspar-from-zero';

export interface FromZeroOptions {
  samples: Float32Array;
  /** When they begin, in seconds after time zero; negative before it. */
  startS: number;
  /** Of a `TimeZero`. */
  zero: SharedArrayBuffer;
}
