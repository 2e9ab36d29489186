/**
 * Strokes of low drums under what still hisses over them: too few bands rise for the whole flux to tell. A flux of the low bands alone says
 * that something comes, and the sound without what is high, in which the stroke stands alone, says when.
 */
import type { Engine } from '../onset/engine.ts';
import { Flux, type FluxPeak } from '../onset/flux.ts';
import { lowPassed } from '../signal/low-pass.ts';
import { cut } from '../signal/ring.ts';
import { footOfSwell } from '../onset/swell.ts';
import { isTonePulse } from './tone-pulse.ts';

/** Bands below this are looked at: cymbals and claps have next to nothing there. */
const BANDS_BELOW_HZ = 700;
/** Of the sound this is kept. */
const SOUND_BELOW_HZ = 500;
/** It swells by so much, in so much of the sound around it. */
const RISE_DB = 13;
const BEFORE_S = 0.1;
/** It is looked at so long after its peak: a stroke that all bands tell of is told by then, and is told better by them. */
const WAITS_S = 0.035;
const FORM = { lag: 3, reachS: 0.015, groundS: 0.25, over: 0.4, share: 0.3 } as const;

export interface LowStroke {
  /** Index of the sample at which it begins. */
  sample: number;
  /** Largest level of the low sound after it. */
  level: number;
  peak: FluxPeak;
}

export class LowStrokes {
  private readonly rate: number;
  private readonly bands: number;
  private readonly flux: Flux;
  private readonly waiting: { peak: FluxPeak; sample: number }[] = [];

  constructor(engine: Engine, sampleRateHz: number) {
    this.rate = sampleRateHz;
    this.bands = engine.bands.below(BANDS_BELOW_HZ);
    const { frameS } = engine.bands;
    const { lag, reachS, groundS, over, share } = FORM;
    this.flux = new Flux(this.bands, {
      ...{ lag, over, share, frameS },
      reach: Math.max(2, Math.round(reachS / frameS)),
      ground: Math.max(8, Math.round(groundS / frameS)),
    });
  }

  /**
   * After each frame of the engine.
   * @param ring holds the sound, a power of two of samples; `last` is the index after its newest one.
   * @param toldSample of the last stroke that is known: what is nearer to it than strokes are told apart is that one.
   * @returns the stroke that is settled now, or null.
   */
  look(engine: Engine, ring: Float32Array, last: number, toldSample: number): LowStroke | null {
    const peak = this.flux.push(engine.levels.subarray(0, this.bands));
    if (peak) this.waiting.push({ peak, sample: engine.sampleOf(peak) });
    if (this.waiting.length === 0 || last < this.waiting[0].sample + WAITS_S * this.rate) return null;
    const due = this.waiting.shift()!;
    const apart = engine.apartS * this.rate;
    if (due.sample - toldSample < apart) return null;
    const first = Math.max(0, last - ring.length, due.sample - Math.round(BEFORE_S * this.rate));
    const low = lowPassed(cut(ring, first, last), SOUND_BELOW_HZ, this.rate);
    const room = new Float32Array(2 ** Math.ceil(Math.log2(low.length)));
    room.set(low);
    const { sample, riseDb } = footOfSwell(room, low.length, due.sample - first, this.rate);
    if (riseDb < RISE_DB || first + sample - toldSample < apart) return null;
    if (isTonePulse(room, low.length, sample, this.rate)) return null;
    let level = 0;
    for (let i = Math.max(0, sample); i < low.length; i++) level = Math.max(level, Math.abs(low[i]));
    return { sample: first + sample, level, peak: due.peak };
  }
}
