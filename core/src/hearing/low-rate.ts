/** A sound at a lower rate, as it comes: halved until one half more would be too little. */
import { HalfRate } from './half-rate.ts';

/** So many samples of the sound are taken at once, at the most. */
export const AT_ONCE = 2048;

export class LowRate {
  readonly rate: number;
  private readonly halves: { half: HalfRate; ring: Float32Array; first: number; out: Float32Array }[] = [];

  /** @param leastHz the rate stays at this, or above, where the sound has as much. */
  constructor(sampleRateHz: number, leastHz: number) {
    let rate = sampleRateHz;
    for (; rate / 2 >= leastHz; rate /= 2)
      this.halves.push({
        half: new HalfRate(),
        ring: new Float32Array(AT_ONCE),
        first: 0,
        out: new Float32Array(AT_ONCE),
      });
    this.rate = rate;
  }

  /** The sample of the sound that one at the lower rate stands for; fractions too. */
  sampleOf(index: number): number {
    return this.halves.reduceRight((at) => HalfRate.sampleOf(at), index);
  }

  /** @returns what these samples, at most `AT_ONCE`, give; overwritten by the next ones. */
  push(samples: Float32Array): Float32Array {
    return this.halves.reduce((all, stage) => {
      const { half, ring, first, out } = stage;
      half.through(all, 0, all.length, ring, first);
      stage.first += all.length;
      const begin = first >> 1;
      const count = (stage.first >> 1) - begin;
      for (let i = 0; i < count; i++) out[i] = ring[(begin + i) & (AT_ONCE - 1)];
      return out.subarray(0, count);
    }, samples);
  }
}
