/** A sound at a lower rate, as it comes: halved until one half more would be too little. */
import { HalfRate } from './half-rate.ts';

export class LowRate {
  readonly rate: number;
  private readonly halves: readonly HalfRate[];

  /** @param leastHz the rate stays at this, or above, where the sound has as much. */
  constructor(sampleRateHz: number, leastHz: number) {
    const times = Math.max(0, Math.floor(Math.log2(sampleRateHz / leastHz)));
    this.rate = sampleRateHz / 2 ** times;
    // What folds into the upper half of what is left, the next halving takes away.
    this.halves = Array.from({ length: times }, (_, i) => new HalfRate(i < times - 1 ? 'gentle' : 'steep'));
  }

  /** The sample of the sound that one at the lower rate stands for; fractions too. */
  sampleOf(index: number): number {
    return this.halves.reduceRight((at, half) => half.sampleOf(at), index);
  }

  /** @returns what these samples, at most `AT_ONCE`, give; overwritten by the next ones. */
  push(samples: Float32Array): Float32Array {
    return this.halves.reduce((all, half) => half.push(all), samples);
  }

  /** @returns what the last halving took away of the samples that came last, sample by sample beside what they gave; null where nothing is halved. */
  takenAway(): Float32Array | null {
    return this.halves.at(-1)?.takenAway() ?? null;
  }
}
