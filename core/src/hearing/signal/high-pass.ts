/** Takes away what is low: second order, Butterworth (R. Bristow-Johnson, Audio EQ Cookbook). */
export class HighPass {
  private readonly gain: number;
  private readonly a1: number;
  private readonly a2: number;
  private x1 = 0;
  private x2 = 0;
  private y1 = 0;
  private y2 = 0;

  constructor(hz: number, sampleRateHz: number) {
    const w = (2 * Math.PI * hz) / sampleRateHz;
    const alpha = Math.sin(w) / Math.SQRT2;
    const cos = Math.cos(w);
    const a0 = 1 + alpha;
    // Of x, the last x and the one before it: 1, -2 and 1 times this.
    this.gain = (1 + cos) / 2 / a0;
    this.a1 = (-2 * cos) / a0;
    this.a2 = (1 - alpha) / a0;
  }

  /** As if silence had come so far. */
  forget(): void {
    this.keep(0, 0, 0, 0);
  }

  /** @param ring is written from its place `at` on; a power of two long. */
  through(samples: Float32Array, from: number, to: number, ring: Float32Array, at: number): void {
    const mask = ring.length - 1;
    const { gain, a1, a2 } = this;
    let { x1, x2, y1, y2 } = this;
    for (let i = from; i < to; i++, at++) {
      const x = samples[i];
      // What was heard last comes in last: everything else is worked out while it is waited for.
      const y = gain * (x - 2 * x1 + x2) - a2 * y2 - a1 * y1;
      x2 = x1;
      x1 = x;
      y2 = y1;
      y1 = y;
      ring[at & mask] = y;
    }
    this.keep(x1, x2, y1, y2);
  }

  /** The same sound through this one and another: what one waits for, the other does not. */
  throughBoth(
    other: HighPass,
    samples: Float32Array,
    ring: Float32Array,
    otherRing: Float32Array,
    first: number,
  ): void {
    const mask = ring.length - 1;
    const { gain, a1, a2 } = this;
    const { gain: otherGain, a1: otherA1, a2: otherA2 } = other;
    let { x1, x2, y1, y2 } = this;
    let { y1: otherY1, y2: otherY2 } = other;
    for (let i = 0, at = first; i < samples.length; i++, at++) {
      const x = samples[i];
      const bent = x - 2 * x1 + x2;
      const y = gain * bent - a2 * y2 - a1 * y1;
      const otherY = otherGain * bent - otherA2 * otherY2 - otherA1 * otherY1;
      x2 = x1;
      x1 = x;
      y2 = y1;
      y1 = y;
      otherY2 = otherY1;
      otherY1 = otherY;
      ring[at & mask] = y;
      otherRing[at & mask] = otherY;
    }
    this.keep(x1, x2, y1, y2);
    other.keep(x1, x2, otherY1, otherY2);
  }

  private keep(x1: number, x2: number, y1: number, y2: number): void {
    this.x1 = x1;
    this.x2 = x2;
    // Numbers too small for the machine's quick path would come of silence.
    this.y1 = Math.abs(y1) < 1e-30 ? 0 : y1;
    this.y2 = Math.abs(y2) < 1e-30 ? 0 : y2;
  }
}
