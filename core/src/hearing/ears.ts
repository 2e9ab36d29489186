/**
 * Samples to onsets, as they come: for files and for live use alike. Nothing is known beforehand: every threshold follows from the signal's
 * own levels. State lies in typed arrays; memory does not grow with the sound. A stroke is told of at most 50 ms after it.
 */
import { HELD, pow2 } from './engine.ts';
import { HeldWay } from './held-way.ts';
import { HighPass } from './high-pass.ts';
import { Pulses } from './pulses.ts';
import { KindTeller } from './kind-teller.ts';
import type { SoundKind } from './kinds.ts';
import { AT_ONCE } from './low-rate.ts';
import type { Onset } from './onset.ts';
import { PluckedWay } from './plucked-way.ts';
import { StruckWay } from './struck-way.ts';

const HIGH_PASS_HZ = 200;
const HIGHER_PASS_HZ = 3000;
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
  private struck: StruckWay | null;
  private readonly pulses: Pulses | null;
  private held: HeldWay | null;
  private plucked: PluckedWay | null;
  private samples = 0;
  private isOver = false;
  private readonly filter: HighPass;
  private readonly filterHigher: HighPass;
  private readonly envelope: Float32Array;
  private readonly piece: number;
  private sum = 0;
  private readonly teller: KindTeller;

  /** @param kind of the sounds; chosen from the signal where it is left out. */
  constructor(sampleRateHz: number, kind: SoundKind | null = null) {
    this.rate = sampleRateHz;
    this.decided = kind;
    const isOrMayBe = (other: SoundKind) => kind === null || kind === other;
    this.pulses = kind === 'pulsed' ? new Pulses(sampleRateHz) : null;
    const kept = pow2(2 * Math.max(KEPT_SOUND_S * sampleRateHz, 4 * pow2(HELD.windowS * sampleRateHz)));
    this.held = isOrMayBe('sustained') ? new HeldWay(sampleRateHz, kept) : null;
    this.ring = new Float32Array(kept);
    this.high = new Float32Array(kept);
    this.higher = new Float32Array(kept);
    const { ring, high, higher } = this;
    this.struck = isOrMayBe('struck') ? new StruckWay(sampleRateHz, { ring, high, higher }) : null;
    this.plucked = isOrMayBe('plucked') ? new PluckedWay(sampleRateHz, { ring, high }) : null;
    this.filter = new HighPass(HIGH_PASS_HZ, sampleRateHz);
    this.filterHigher = new HighPass(Math.min(HIGHER_PASS_HZ, 0.3 * sampleRateHz), sampleRateHz);
    this.piece = Math.round(PIECE_S * sampleRateHz);
    this.envelope = new Float32Array(pow2(KEPT_S / PIECE_S));
    const { envelope, piece } = this;
    this.teller = new KindTeller({ sampleRateHz, ring, envelope, piece });
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
   * @returns the onsets that these samples settle, in order; while the kind is not decided they are kept.
   */
  push(samples: Float32Array): Onset[] {
    if (this.pulses) return this.hearPulses(this.pulses, samples);
    for (let from = 0; from < samples.length;) {
      const due = Math.min(this.struck?.due ?? Infinity, this.held?.due ?? Infinity);
      const to = Math.min(samples.length, from + Math.min(AT_ONCE, Math.max(1, due - this.samples)));
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
    this.plucked?.end(this.samples);
    this.held?.end();
    // Nobody has stopped what rings.
    this.isOver = true;
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
    if (this.struck || this.plucked) this.filter.through(samples, from, to, this.high, this.samples);
    if (this.struck) this.filterHigher.through(samples, from, to, this.higher, this.samples);
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
    if (this.isOver) return;
    this.plucked?.push(samples.subarray(from, to), this.samples);
    this.held?.push(samples.subarray(from, to));
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

  private hearStruck(struck: StruckWay): void {
    const sample = struck.hear(this.samples);
    if (sample !== null && !this.decided) this.teller.begins('struck', sample);
  }

  private hearHeld(held: HeldWay): void {
    const sample = held.hear(this.ring, this.samples);
    if (sample !== null && !this.decided) this.teller.begins('held', sample);
  }

  private decide(now: boolean): void {
    this.decided = this.teller.tell(this.plucked!.clearS, this.heardS, now);
    if (!this.decided) return;
    if (this.decided !== 'struck') this.struck = null;
    if (this.decided !== 'sustained') this.held = null;
    if (this.decided !== 'plucked') this.plucked = null;
  }

  private give(): Onset[] {
    if (!this.decided) return [];
    return (this.struck ?? this.held ?? this.plucked)?.take() ?? [];
  }
}

/** All of a sound that is there already. */
export function hear(samples: Float32Array, sampleRateHz: number, kind: SoundKind | null = null) {
  const ears = new Ears(sampleRateHz, kind);
  const onsets = [...ears.push(samples), ...ears.end()].sort((a, b) => a.timeS - b.timeS);
  return { kind: ears.kind!, onsets: onsets.filter(({ timeS }) => timeS < samples.length / sampleRateHz) };
}
