/** What the page tells the worklet that listens. */
export const LISTEN_PROCESSOR = 'feldspar-listen';

/** What the worklet says with its first sample. */
export const BEGUN = 'begun';

export interface ListenOptions {
  /** Where the sound goes (`ring.ts`). */
  buffer: SharedArrayBuffer;
}
