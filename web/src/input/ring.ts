/**
 * Sound between two threads: the audio thread writes, a worker reads when it comes round to it, and neither waits for the other. Shared memory,
 * so nothing passes through the page's own thread, which may be busy.
 */

/** Seconds that may lie between writing and reading. */
const HOLDS_S = 10;
const HEAD = 4;
const WRITTEN = 0;
const FIRST_FRAME = 1;
const BEGUN = 2;
const LOST = 3;

export interface Ring {
  buffer: SharedArrayBuffer;
  sampleRateHz: number;
}

export function makeRing(sampleRateHz: number): Ring {
  const samples = 2 ** Math.ceil(Math.log2(HOLDS_S * sampleRateHz));
  return { buffer: new SharedArrayBuffer(4 * (HEAD + samples)), sampleRateHz };
}

function viewsOf(buffer: SharedArrayBuffer): { head: Int32Array; samples: Float32Array } {
  return { head: new Int32Array(buffer, 0, HEAD), samples: new Float32Array(buffer, 4 * HEAD) };
}

/** In the audio thread. */
export class RingWriter {
  private readonly head: Int32Array;
  private readonly samples: Float32Array;
  private written = 0;

  constructor(buffer: SharedArrayBuffer) {
    ({ head: this.head, samples: this.samples } = viewsOf(buffer));
  }

  /** @param frame of the audio context, of the first sample of all. */
  begin(frame: number): void {
    Atomics.store(this.head, FIRST_FRAME, frame);
    Atomics.store(this.head, BEGUN, 1);
  }

  /** Blocks that never came are silence, so that a sample's place stays its time. */
  skip(count: number, blocks: number): void {
    const mask = this.samples.length - 1;
    for (let i = 0; i < count; i++) this.samples[this.written++ & mask] = 0;
    Atomics.add(this.head, LOST, blocks);
    Atomics.store(this.head, WRITTEN, this.written);
  }

  write(samples: Float32Array): void {
    const mask = this.samples.length - 1;
    for (const value of samples) this.samples[this.written++ & mask] = value;
    Atomics.store(this.head, WRITTEN, this.written);
  }
}

/** In the worker. */
export class RingReader {
  private readonly head: Int32Array;
  private readonly samples: Float32Array;
  private read = 0;

  constructor(buffer: SharedArrayBuffer) {
    ({ head: this.head, samples: this.samples } = viewsOf(buffer));
  }

  /** The context frame of the first sample; null while none has come. */
  get firstFrame(): number | null {
    return Atomics.load(this.head, BEGUN) === 1 ? Atomics.load(this.head, FIRST_FRAME) : null;
  }

  get lostBlocks(): number {
    return Atomics.load(this.head, LOST);
  }

  /** What came since the last time. @throws RangeError where so much came that the oldest of it is gone. */
  take(): Float32Array {
    const written = Atomics.load(this.head, WRITTEN);
    const count = written - this.read;
    if (count > this.samples.length) throw new RangeError('the sound came faster than it was heard');
    const mask = this.samples.length - 1;
    const taken = new Float32Array(count);
    for (let i = 0; i < count; i++) taken[i] = this.samples[this.read++ & mask];
    return taken;
  }
}
