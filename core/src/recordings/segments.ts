/** Pieces of a sound around known moments, cut out while it goes by. */
export interface Segment {
  /** Which of the moments. */
  index: number;
  samples: Float32Array;
  /** Of the first sample. */
  firstSample: number;
}

export class Segments {
  private readonly starts: readonly number[];
  private readonly length: number;
  private readonly ring: Float32Array;
  private seen = 0;
  private next = 0;

  /** @param firstSamples ascending. @param length of each, in samples. */
  constructor(firstSamples: readonly number[], length: number) {
    this.starts = firstSamples;
    this.length = length;
    this.ring = new Float32Array(2 ** Math.ceil(Math.log2(length + 1)));
    // What would begin before the sound does is none.
    while (this.next < firstSamples.length && firstSamples[this.next] < 0) this.next++;
  }

  push(samples: Float32Array, take: (segment: Segment) => void): void {
    const mask = this.ring.length - 1;
    for (let at = 0; at < samples.length;) {
      const due = this.next < this.starts.length ? this.starts[this.next] + this.length : Infinity;
      const end = Math.min(samples.length, at + Math.max(0, due - this.seen));
      for (; at < end; at++) this.ring[this.seen++ & mask] = samples[at];
      while (this.next < this.starts.length && this.starts[this.next] + this.length <= this.seen) {
        const firstSample = this.starts[this.next];
        const cut = new Float32Array(this.length);
        for (let i = 0; i < this.length; i++) cut[i] = this.ring[(firstSample + i) & mask];
        take({ index: this.next++, samples: cut, firstSample });
      }
    }
  }
}
