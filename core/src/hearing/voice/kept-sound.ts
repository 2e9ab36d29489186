/** The last seconds of a sound, and what is high of it: that is made where it is looked at, which most of a sound is not. */
import { HighPass } from '../signal/high-pass.ts';
import { loudestIn } from '../signal/loudest.ts';
import { cut, keep } from '../signal/ring.ts';

const HIGH_HZ = 3000;
const LEAST = 1e-6;
/** What is high is made of so many samples at a time, a power of two. */
const BLOCK = 1024;
/** So long before them the filter begins: of what came before that less than a ten-millionth is left by then. */
const WARMS_UP_S = 0.004;

export type Part = 'whole' | 'high';

export class KeptSound {
  readonly rate: number;
  private readonly rings: Readonly<Record<Part, Float32Array>>;
  /** In order of the blocks in the ring: up to before which sample of the sound what is high has been made. */
  private readonly madeTo: Float64Array;
  private readonly filter: HighPass;
  private readonly warmUp: number;
  private heard = 0;

  /** @param seconds of it are kept, at the least. */
  constructor(sampleRateHz: number, seconds: number) {
    this.rate = sampleRateHz;
    // A block more: where the newest one is made, the oldest one goes.
    const kept = 2 ** Math.ceil(Math.log2(seconds * sampleRateHz + BLOCK));
    this.rings = { whole: new Float32Array(kept), high: new Float32Array(kept) };
    this.madeTo = new Float64Array(kept / BLOCK);
    this.filter = new HighPass(Math.min(HIGH_HZ, 0.3 * sampleRateHz), sampleRateHz);
    this.warmUp = Math.min(BLOCK, Math.round(WARMS_UP_S * sampleRateHz));
  }

  /** Samples so far. */
  get samples(): number {
    return this.heard;
  }

  /** @param samples no more than are kept. */
  push(samples: Float32Array): void {
    keep(samples, this.rings.whole, this.heard);
    this.heard += samples.length;
  }

  /** Its loudest sample, in dB of full level. @param fromS seconds after the sample `at`. */
  peakDb(part: Part, at: number, fromS: number, toS: number): number {
    const from = Math.round(at + fromS * this.rate);
    const to = Math.round(at + toS * this.rate);
    return decibels(loudestIn(this.ringOf(part, from, to), this.heard, from, to));
  }

  /** Its mean power, in dB of full level. */
  powerDb(part: Part, at: number, fromS: number, toS: number): number {
    const { first, end } = this.between(at, fromS, toS);
    const ring = this.ringOf(part, first, end);
    const mask = ring.length - 1;
    let sum = 0;
    for (let i = first; i < end; i++) sum += ring[i & mask] * ring[i & mask];
    return decibels(Math.sqrt(sum / Math.max(1, end - first)));
  }

  /** A copy; shorter where the sound has begun or ended in between. */
  cut(part: Part, at: number, fromS: number, toS: number): Float32Array {
    const { first, end } = this.between(at, fromS, toS);
    return cut(this.ringOf(part, first, end), first, end);
  }

  /** The sample at which it is loudest. @param from and `to` samples; the first where nothing lies between them. */
  loudestAt(part: Part, from: number, to: number): number {
    const ring = this.ringOf(part, from, to);
    const mask = ring.length - 1;
    let loudest = from;
    for (let i = from; i < Math.min(to, this.heard); i++)
      if (Math.abs(ring[i & mask]) > Math.abs(ring[loudest & mask])) loudest = i;
    return loudest;
  }

  /** The ring of a part, made between these samples at the least. */
  private ringOf(part: Part, first: number, end: number): Float32Array {
    const { rings, heard, madeTo } = this;
    if (part === 'high') {
      const last = Math.min(end, heard);
      const oldest = Math.max(0, heard - rings.high.length);
      for (let at = BLOCK * Math.floor(Math.max(first, oldest) / BLOCK); at < last; at += BLOCK)
        if (madeTo[(at / BLOCK) % madeTo.length] < Math.min(last, at + BLOCK)) this.makeHigh(at);
    }
    return rings[part];
  }

  /** @param first sample of a block, of which what has come is made. */
  private makeHigh(first: number): void {
    const { rings, filter, warmUp, heard, madeTo } = this;
    const { whole, high } = rings;
    const at = first % whole.length;
    const end = Math.min(heard, first + BLOCK);
    filter.forget();
    // What comes out of that is written over at once.
    if (first > 0) {
      const before = (first - warmUp) % whole.length;
      filter.through(whole, before, before + warmUp, high, at);
    }
    filter.through(whole, at, at + end - first, high, at);
    madeTo[(first / BLOCK) % madeTo.length] = end;
  }

  private between(at: number, fromS: number, toS: number): { first: number; end: number } {
    const first = Math.max(0, at + Math.round(fromS * this.rate));
    return { first, end: Math.max(first, Math.min(this.heard, at + Math.round(toS * this.rate))) };
  }
}

const decibels = (level: number) => 20 * Math.log10(level + LEAST);
