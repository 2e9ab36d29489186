/**
 * Samples to onsets, as they come: for files and for live use alike. Nothing is known beforehand: every threshold follows from the signal's
 * own levels. State lies in typed arrays; memory does not grow with the sound. A stroke is told of at most 50 ms after it.
 */
import { type Attack, attackNear } from './attack.ts';
import { BetweenStrokes } from './between-strokes.ts';
import { Engine, HELD, STRUCK, pow2 } from './engine.ts';
import { HeldWay } from './held-way.ts';
import type { FluxPeak } from './flux.ts';
import { HighPass } from './high-pass.ts';
import { Pulses } from './pulses.ts';
import { KindTeller } from './kind-teller.ts';
import type { SoundKind } from './kinds.ts';
import { LowStrokes } from './low-strokes.ts';
import { type Onset, onsetAt } from './onset.ts';
import { isTonePulse } from './tone-pulse.ts';

/** So many times louder, and so long after it, a stroke is another one than the last, however near. */
const OUTSHINES = { times: 4, apartS: 0.012 } as const;
/** So soon after a stroke its own tone is still forming: another one is so many times louder, or raises so many of the bands. */
const FORMS = { withinS: 0.09, times: 2, bands: 0.45 } as const;
const HIGH_PASS_HZ = 200;
/** A stroke raises the energy by so much, and so many of the bands. */
const RISE = { db: 4.5, bands: 0.2 } as const;
/** Or fewer of them, by more. */
const NARROW = { db: 10, bands: 0.08 } as const;
/** Over a ringing tail it is heard where the tail has died away first: high up, by so much; over a low tone, whose pulses reach there too, by more. */
const OVER_TAIL = { hz: 3000, db: 3, pulsesDb: 7, bands: 0.12 } as const;
/** The level over time is kept in pieces of so long, and for so long. */
const PIECE_S = 0.005;
const KEPT_S = 1.5;
/** So much of the sound itself is kept, at the least. */
const KEPT_SOUND_S = 0.25;

export class Ears {
  private readonly rate: number;
  private decided: SoundKind | null;
  private readonly ring: Float32Array;
  private readonly high: Float32Array;
  private readonly higher: Float32Array;
  private struck: Engine | null;
  private readonly low: LowStrokes | null;
  private readonly pulses: Pulses | null;
  private held: HeldWay | null;
  private samples = 0;
  private strokes: Onset[] = [];
  /** Of the last stroke. */
  private lastSample = -Infinity;
  private lastLevel = 0;
  private readonly filter: HighPass;
  private readonly filterHigher: HighPass;
  private readonly envelope: Float32Array;
  private readonly piece: number;
  private sum = 0;
  private readonly teller: KindTeller;
  private readonly between = new BetweenStrokes();

  /** @param kind of the sounds; chosen from the signal where it is left out. */
  constructor(sampleRateHz: number, kind: SoundKind | null = null) {
    this.rate = sampleRateHz;
    this.decided = kind;
    this.struck = kind === 'sustained' || kind === 'pulsed' ? null : new Engine(sampleRateHz, STRUCK);
    this.low = this.struck && new LowStrokes(this.struck, sampleRateHz);
    this.pulses = kind === 'pulsed' ? new Pulses(sampleRateHz) : null;
    const kept = pow2(2 * Math.max(KEPT_SOUND_S * sampleRateHz, 4 * pow2(HELD.windowS * sampleRateHz)));
    const listensHeld = kind !== 'struck' && kind !== 'pulsed';
    this.held = listensHeld ? new HeldWay(sampleRateHz, kept, kind === 'plucked') : null;
    this.ring = new Float32Array(kept);
    this.high = new Float32Array(kept);
    this.higher = new Float32Array(kept);
    this.filter = new HighPass(HIGH_PASS_HZ, sampleRateHz);
    this.filterHigher = new HighPass(Math.min(OVER_TAIL.hz, 0.3 * sampleRateHz), sampleRateHz);
    this.piece = Math.round(PIECE_S * sampleRateHz);
    this.envelope = new Float32Array(pow2(KEPT_S / PIECE_S));
    const { ring, higher, envelope, piece } = this;
    this.teller = new KindTeller({ sampleRateHz, ring, higher, envelope, piece });
  }

  /** What it is heard as; null before that is decided. */
  get kind(): SoundKind | null {
    return this.decided;
  }

  /** Seconds heard so far. */
  get heardS(): number {
    return this.samples / this.rate;
  }

  /**
   * @returns the onsets that these samples settle, in order; while the kind is not decided they are kept. Of what is plucked, a note that strikes
   * nothing is told a third of a second late, and may lie before a stroke that was told earlier.
   */
  push(samples: Float32Array): Onset[] {
    if (this.pulses) return this.hearPulses(this.pulses, samples);
    for (let from = 0; from < samples.length;) {
      const due = Math.min(this.struck?.due ?? Infinity, this.held?.due ?? Infinity);
      const to = Math.min(samples.length, from + Math.max(1, due - this.samples));
      this.take(samples, from, to);
      from = to;
      if (this.struck && this.samples >= this.struck.due) this.hearStruck(this.struck);
      if (this.held && this.samples >= this.held.due) this.hearHeld(this.held);
      if (!this.decided) this.decide(false);
    }
    return this.give();
  }

  /** The sound is over: what is still kept. */
  end(): Onset[] {
    // So much silence settles what is under way.
    const rest = this.push(new Float32Array(Math.round(0.3 * this.rate)));
    if (!this.decided) this.decide(true);
    return [...rest, ...this.give()];
  }

  private hearPulses(pulses: Pulses, samples: Float32Array): Onset[] {
    this.samples += samples.length;
    return pulses.push(samples).map(({ timeS, level, riseDb, neededDb }) => ({
      timeS,
      strength: level,
      confidence: 1 - Math.exp(-(riseDb / neededDb - 0.5)),
    }));
  }

  private take(samples: Float32Array, from: number, to: number): void {
    const mask = this.ring.length - 1;
    const { ring } = this;
    if (this.struck) {
      this.filter.through(samples, from, to, this.high, this.samples);
      this.filterHigher.through(samples, from, to, this.higher, this.samples);
    }
    this.held?.through(samples, from, to, this.samples);
    const at = this.samples & mask;
    const whole = Math.min(to, from + ring.length - at);
    ring.set(samples.subarray(from, whole), at);
    if (whole < to) ring.set(samples.subarray(whole, to), 0);
    for (let i = from; i < to;) {
      // Up to the end of the piece whose level is being taken.
      const end = Math.min(to, i + this.piece - (this.samples % this.piece));
      let { sum } = this;
      this.samples += end - i;
      for (; i < end; i++) sum += samples[i] * samples[i];
      this.sum = sum;
      if (this.samples % this.piece === 0) this.endPiece();
    }
  }

  private endPiece(): void {
    const index = this.samples / this.piece - 1;
    const level = Math.sqrt(this.sum / this.piece);
    this.envelope[index & (this.envelope.length - 1)] = level;
    this.sum = 0;
    if (!this.decided) this.teller.pieceEnded(index);
    const pieceS = this.piece / this.rate;
    this.held?.pieceEnded(level, index * pieceS, pieceS);
  }

  private hearStruck(engine: Engine): void {
    const peak = engine.look(this.ring);
    if (peak) this.hearPeak(engine, peak);
    const low = this.low!.look(engine, this.ring, this.samples, this.lastSample);
    if (!low) return;
    this.lastSample = low.sample;
    this.lastLevel = low.level;
    this.strokes.push(onsetAt(low.sample / this.rate, low.level, low.peak));
  }

  private hearPeak(engine: Engine, peak: FluxPeak): void {
    const attack = this.attackAt(engine.sampleOf(peak), peak.rising);
    if (!attack) return;
    const apart = attack.sample - this.lastSample;
    // A grace note, or a voice, just before it does not hide what is far louder.
    const isFarLouder =
      attack.level > OUTSHINES.times * this.lastLevel && apart > OUTSHINES.apartS * this.rate;
    if (apart < engine.apartS * this.rate && !isFarLouder) return;
    const isForming = apart < FORMS.withinS * this.rate && attack.level < FORMS.times * this.lastLevel;
    if (isForming && peak.rising < FORMS.bands) return;
    this.lastSample = attack.sample;
    this.lastLevel = attack.level;
    this.strokes.push(onsetAt(attack.sample / this.rate, attack.level, peak));
    if (!this.decided) this.teller.begins('struck', attack.sample, this.samples);
  }

  private attackAt(sample: number, rising: number): Attack | null {
    let pulses = false;
    const near = (ring: Float32Array, leastDb: number) => {
      const attack = attackNear(ring, this.samples, sample, this.rate);
      if (!attack || attack.riseDb < leastDb) return null;
      if (!isTonePulse(ring, this.samples, attack.sample, this.rate)) return attack;
      pulses = true;
      return null;
    };
    if (rising >= NARROW.bands) {
      // A drum with a pitch rises in few bands, but far; a low one only where the high-pass takes it away.
      const attack =
        near(this.high, rising >= RISE.bands ? RISE.db : NARROW.db) ?? near(this.ring, NARROW.db);
      if (attack) return attack;
    }
    if (rising < OVER_TAIL.bands) return null;
    return near(this.higher, pulses ? OVER_TAIL.pulsesDb : OVER_TAIL.db);
  }

  private hearHeld(held: HeldWay): void {
    const sample = held.hear(this.ring, this.samples);
    if (sample !== null && !this.decided) this.teller.begins('held', sample, this.samples);
  }

  private decide(now: boolean): void {
    this.decided = this.teller.tell(this.held!.beginS, this.heardS, now);
    if (this.decided === 'sustained') this.struck = null;
    if (this.decided === 'plucked') this.held!.arePlucked();
    if (this.decided === 'struck') this.held = null;
  }

  private give(): Onset[] {
    if (!this.decided) return [];
    const { strokes } = this;
    this.strokes = [];
    if (this.decided === 'sustained') return this.held!.take();
    return this.held ? this.between.merge(strokes, this.held.takeStrokes(), this.heardS) : strokes;
  }
}

/** All of a sound that is there already. */
export function hear(samples: Float32Array, sampleRateHz: number, kind: SoundKind | null = null) {
  const ears = new Ears(sampleRateHz, kind);
  const onsets = [...ears.push(samples), ...ears.end()].sort((a, b) => a.timeS - b.timeS);
  return { kind: ears.kind!, onsets: onsets.filter(({ timeS }) => timeS < samples.length / sampleRateHz) };
}
