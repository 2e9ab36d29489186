/** What the page tells the worklet that listens. */
export const LISTEN_PROCESSOR = 'feldspar-listen';

export interface ListenOptions {
  /** Where the sound goes (`ring.ts`). */
  buffer: SharedArrayBuffer;
}
