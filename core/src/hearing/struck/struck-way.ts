/** Strokes: claps, taps, drums. What is new in short frames is walked back, in the sound itself, to the sample at which it begins. */
import { type Attack, attackNear } from '../onset/attack.ts';
import { Engine, STRUCK } from '../onset/engine.ts';
import type { FluxPeak } from '../onset/flux.ts';
import { LowStrokes } from './low-strokes.ts';
import { type Onset, onsetAt } from '../onset/onset.ts';
import { isTonePulse } from './tone-pulse.ts';

/** So many times louder, and so long after it, a stroke is another one than the last, however near. */
const OUTSHINES = { times: 4, apartS: 0.012 } as const;
/** So soon after a stroke its own tone is still forming: another one is so many times louder, or raises so many of the bands. */
const FORMS = { withinS: 0.09, times: 2, bands: 0.45 } as const;
/** A stroke raises the energy by so much, and so many of the bands. */
const RISE = { db: 4.5, bands: 0.2 } as const;
/** Or fewer of them, by more. */
const NARROW = { db: 10, bands: 0.08 } as const;
/** Over a ringing tail it is heard where the tail has died away first: high up (`higher`), by so much; over a low tone, whose pulses reach there too, by more. */
const OVER_TAIL = { db: 3, pulsesDb: 7, bands: 0.12 } as const;

/** Powers of two long, indexed by the sample. */
interface Kept {
  ring: Float32Array;
  /** Without what is low, and without most. */
  high: Float32Array;
  higher: Float32Array;
}

export class StruckWay {
  private readonly rate: number;
  private readonly kept: Kept;
  private readonly engine: Engine;
  private readonly low: LowStrokes;
  private readonly found: Onset[] = [];
  /** Of the last stroke. */
  private lastSample = -Infinity;
  private lastLevel = 0;

  /** @param kept the sound, as it is when something is heard. */
  constructor(sampleRateHz: number, kept: Kept) {
    this.rate = sampleRateHz;
    this.kept = kept;
    this.engine = new Engine(sampleRateHz, STRUCK);
    this.low = new LowStrokes(this.engine, sampleRateHz);
  }

  /** The sample after which the next frame can be looked at. */
  get due(): number {
    return this.engine.due;
  }

  /** Looks at the frame that is due. @param last index after the newest sample. */
  hear(last: number): void {
    const { engine, low } = this;
    const { ring } = this.kept;
    const peak = engine.look(ring);
    if (peak) this.hearPeak(peak, last);
    const lowStroke = low.look(engine, ring, last, this.lastSample);
    if (lowStroke) this.tell(lowStroke, lowStroke.peak);
  }

  /** Those since the last time. */
  take(): Onset[] {
    return this.found.splice(0);
  }

  private tell({ sample, level }: { sample: number; level: number }, peak: FluxPeak): void {
    this.lastSample = sample;
    this.lastLevel = level;
    this.found.push(onsetAt(sample / this.rate, level, peak));
  }

  private hearPeak(peak: FluxPeak, last: number): void {
    const { engine } = this;
    const attack = this.attackAt(engine.sampleOf(peak), peak.rising, last);
    if (!attack) return;
    // What sounds before its loudest rise may have been told of already.
    const leads = attack.sample - this.lastSample >= engine.apartS * this.rate;
    const sample = leads ? attack.sample : attack.foot;
    const apart = sample - this.lastSample;
    // A grace note, or a voice, just before it does not hide what is far louder.
    const isFarLouder =
      attack.level > OUTSHINES.times * this.lastLevel && apart > OUTSHINES.apartS * this.rate;
    if (apart < engine.apartS * this.rate && !isFarLouder) return;
    const isForming = apart < FORMS.withinS * this.rate && attack.level < FORMS.times * this.lastLevel;
    if (isForming && peak.rising < FORMS.bands) return;
    this.tell({ sample, level: attack.level }, peak);
  }

  private attackAt(sample: number, rising: number, last: number): Attack | null {
    const { ring: whole, high, higher } = this.kept;
    let pulses = false;
    const near = (ring: Float32Array, leastDb: number) => {
      const attack = attackNear(ring, last, sample, this.rate);
      if (!attack || attack.riseDb < leastDb) return null;
      if (!isTonePulse(ring, last, attack.foot, this.rate)) return attack;
      pulses = true;
      return null;
    };
    if (rising >= NARROW.bands) {
      // A drum with a pitch rises in few bands, but far; a low one only where the high-pass takes it away.
      const attack = near(high, rising >= RISE.bands ? RISE.db : NARROW.db) ?? near(whole, NARROW.db);
      if (attack) return attack;
    }
    if (rising < OVER_TAIL.bands) return null;
    return near(higher, pulses ? OVER_TAIL.pulsesDb : OVER_TAIL.db);
  }
}
