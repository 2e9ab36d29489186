/** The last seconds of a sound, and what is high of it. */
import { HighPass } from '../signal/high-pass.ts';
import { loudestIn } from '../signal/loudest.ts';
import { cut, keep } from '../signal/ring.ts';

const HIGH_HZ = 3000;
const LEAST = 1e-6;

export type Part = 'whole' | 'high';

export class KeptSound {
  readonly rate: number;
  private readonly rings: Readonly<Record<Part, Float32Array>>;
  private readonly filter: HighPass;
  private heard = 0;

  /** @param seconds of it are kept, at the least. */
  constructor(sampleRateHz: number, seconds: number) {
    this.rate = sampleRateHz;
    const kept = 2 ** Math.ceil(Math.log2(seconds * sampleRateHz));
    this.rings = { whole: new Float32Array(kept), high: new Float32Array(kept) };
    this.filter = new HighPass(Math.min(HIGH_HZ, 0.3 * sampleRateHz), sampleRateHz);
  }

  /** Samples so far. */
  get samples(): number {
    return this.heard;
  }

  /** @param samples no more than are kept. */
  push(samples: Float32Array): void {
    this.filter.through(samples, 0, samples.length, this.rings.high, this.heard);
    keep(samples, this.rings.whole, this.heard);
    this.heard += samples.length;
  }

  /** Its loudest sample, in dB of full level. @param fromS seconds after the sample `at`. */
  peakDb(part: Part, at: number, fromS: number, toS: number): number {
    const { rings, rate, heard } = this;
    return decibels(loudestIn(rings[part], heard, at + fromS * rate, at + toS * rate));
  }

  /** Its mean power, in dB of full level. */
  powerDb(part: Part, at: number, fromS: number, toS: number): number {
    const ring = this.rings[part];
    const mask = ring.length - 1;
    const { first, end } = this.between(at, fromS, toS);
    let sum = 0;
    for (let i = first; i < end; i++) sum += ring[i & mask] * ring[i & mask];
    return decibels(Math.sqrt(sum / Math.max(1, end - first)));
  }

  /** A copy; shorter where the sound has begun or ended in between. */
  cut(part: Part, at: number, fromS: number, toS: number): Float32Array {
    const { first, end } = this.between(at, fromS, toS);
    return cut(this.rings[part], first, end);
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

  private between(at: number, fromS: number, toS: number): { first: number; end: number } {
    const first = Math.max(0, at + Math.round(fromS * this.rate));
    return { first, end: Math.max(first, Math.min(this.heard, at + Math.round(toS * this.rate))) };
  }
}

const decibels = (level: number) => 20 * Math.log10(level + LEAST);
