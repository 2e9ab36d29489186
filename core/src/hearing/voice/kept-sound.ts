/** The last seconds of a sound, without the constant that a sound card adds; and what is high of it. */
import { DcBlocker } from '../signal/dc-blocker.ts';
import { AT_ONCE } from '../signal/half-rate.ts';
import { HighPass } from '../signal/high-pass.ts';
import { loudestIn } from '../signal/loudest.ts';
import { cut, keep } from '../signal/ring.ts';

const HIGH_HZ = 3000;
const LEAST = 1e-6;

export type Part = 'whole' | 'high';

export class KeptSound {
  readonly rate: number;
  private readonly rings: Readonly<Record<Part, Float32Array>>;
  private readonly blocker: DcBlocker;
  private readonly filter: HighPass;
  private heard = 0;

  /** @param seconds of it are kept, at the least. */
  constructor(sampleRateHz: number, seconds: number) {
    this.rate = sampleRateHz;
    const kept = 2 ** Math.ceil(Math.log2(seconds * sampleRateHz));
    this.rings = { whole: new Float32Array(kept), high: new Float32Array(kept) };
    this.blocker = new DcBlocker(sampleRateHz);
    this.filter = new HighPass(Math.min(HIGH_HZ, 0.3 * sampleRateHz), sampleRateHz);
  }

  /** Samples so far. */
  get samples(): number {
    return this.heard;
  }

  /** @param then is called whenever a piece has come in, few enough samples that what was kept before them is still there. */
  push(samples: Float32Array, then: () => void): void {
    for (let from = 0; from < samples.length; from += AT_ONCE) {
      const sound = this.blocker.push(samples.subarray(from, from + AT_ONCE));
      this.filter.through(sound, 0, sound.length, this.rings.high, this.heard);
      keep(sound, this.rings.whole, this.heard);
      this.heard += sound.length;
      then();
    }
  }

  /** Its loudest sample, in dB of full level. @param fromS seconds after the sample `at`. */
  peakDb(part: Part, at: number, fromS: number, toS: number): number {
    const { rings, rate, heard } = this;
    return decibels(loudestIn(rings[part], heard, at + fromS * rate, at + toS * rate));
  }

  /** Its mean power, in dB of full level. */
  powerDb(part: Part, at: number, fromS: number, toS: number): number {
    const samples = this.cut(part, at, fromS, toS);
    let sum = 0;
    for (const value of samples) sum += value * value;
    return decibels(Math.sqrt(sum / Math.max(1, samples.length)));
  }

  /** A copy; shorter where the sound has begun or ended in between. */
  cut(part: Part, at: number, fromS: number, toS: number): Float32Array {
    const first = Math.max(0, at + Math.round(fromS * this.rate));
    return cut(
      this.rings[part],
      first,
      Math.max(first, Math.min(this.heard, at + Math.round(toS * this.rate))),
    );
  }

  /** The sample at which it is loudest. @param from and `to` samples; the first where nothing lies between them. */
  loudestAt(part: Part, from: number, to: number): number {
    const ring = this.rings[part];
    const mask = ring.length - 1;
    let loudest = from;
    for (let i = from; i < Math.min(to, this.heard); i++)
      if (Math.abs(ring[i & mask]) > Math.abs(ring[loudest & mask])) loudest = i;
    return loudest;
  }
}

const decibels = (level: number) => 20 * Math.log10(level + LEAST);
