/**
 * Held sounds, which have no attack to speak of: where one begins it swells, and its foot is when; or the bands change, where it is tied to the one
 * before, and the rise of its own bands is when; or the level falls and goes on. Long frames, at a lower rate where the sound has more than that takes.
 */
import { Engine, HELD } from '../onset/engine.ts';
import type { FluxPeak } from '../onset/flux.ts';
import { goesOn } from '../onset/goes-on.ts';
import { HeldAttacks } from './held-attacks.ts';
import { LevelFalls } from './level-fall.ts';
import { loudestIn } from '../signal/loudest.ts';
import { LowRate } from '../signal/low-rate.ts';
import { type Onset, onsetAt } from '../onset/onset.ts';
import { keep } from '../signal/ring.ts';
import { SLOWLY, footOfSwell } from '../onset/swell.ts';
import { ToneEntry } from './tone-entry.ts';

/**
 * A held sound swells by so much, or its bands change by so many times what is asked, or by what is asked and they stay so (a mean of all bands, over
 * what was there up to so many frames before: noise comes and goes, and a vibrato, within 0.16 s). Where it swells far its foot is when it begins; a
 * note tied to the one before has no foot of its own.
 */
const SWELL = { db: 6, clearly: 4, stays: 0.01, back: 14, hasFootDb: 14 } as const;
/** What falls so far while its bands change has not begun, but ended; unless so much comes in as it does, and stays. */
const ENDED = { db: -14, stays: 0.05 } as const;
/** What is there from the first moment on has no beginning that could be heard. */
const BEGINS_WITH_S = 0.08;
/** So long after its beginning the frames have told of a sound. */
const SETTLES_S = 0.12;
/** Held sounds are listened to at this rate, or above, up to twice it: what tells their notes lies below. */
const LEAST_HZ = 11_000;
/** A held sound ends where it has fallen so far below its loudest. */
const END_SHARE = 0.2;

/** Of what rang before an attack so much is left after it. */
const ATTACK_LEAVES = 0.7;

/**
 * A level that falls and goes on belongs to a change from so long before it to so long after; where something was told about then, that was it. A change
 * does not begin with the fall where its tone comes in later by more than so much: what fell there is the end of the note before, and nothing more.
 */
const FALL = { changesBeforeS: 0.04, toldBeforeS: 0.1, afterS: 0.165, offS: 0.012 } as const;

interface Change {
  /** Index of the one where it begins. */
  sample: number;
  hasFoot: boolean;
  /** Where it is not, it counts only if what has come in stays. */
  isClear: boolean;
  /** It falls: most likely the note before ends. */
  falls: boolean;
  peak: FluxPeak;
}

type Fall = Pick<Onset, 'timeS' | 'confidence'>;

interface Waiting extends Change {
  onset: Onset;
  /** When the level fell as the bands changed, and went on: the note before gave way then. */
  fellS: number | null;
}

export class HeldWay {
  private readonly rate: number;
  private readonly engine: Engine;
  private readonly lowRate: LowRate;
  /** The sound at the lower rate. */
  private readonly ring: Float32Array;
  private samples = 0;
  /** Of the sound's samples there is one of so many. */
  private readonly times: number;
  private readonly entry: ToneEntry;
  private readonly attacks: HeldAttacks;
  private toldSample = -Infinity;
  private readonly found: Onset[] = [];
  /** A change without a foot, until it is known that it was no end, and that it stays. */
  private waiting: Waiting | null = null;
  private open: { onset: Onset; loudest: number } | null = null;
  private readonly falls = new LevelFalls();
  /** That has not been looked at yet. */
  private fall: Fall | null = null;

  /** @param kept length of the ring that holds the sound. */
  constructor(sampleRateHz: number, kept: number) {
    this.rate = sampleRateHz;
    this.lowRate = new LowRate(sampleRateHz, LEAST_HZ);
    const ownRate = this.lowRate.rate;
    this.times = sampleRateHz / ownRate;
    this.ring = new Float32Array(kept / this.times);
    this.engine = new Engine(ownRate, HELD);
    this.entry = new ToneEntry(this.engine.bands.count, HELD.overlap);
    this.attacks = new HeldAttacks(ownRate, (own) => this.sampleOf(own) / sampleRateHz);
  }

  /** The sample of the sound after which its next frame can be looked at. */
  get due(): number {
    return this.times * this.engine.due;
  }

  /** @param samples at most `AT_ONCE`. @param isOver they are the silence behind the sound. */
  push(samples: Float32Array, isOver: boolean): void {
    const own = this.lowRate.push(samples);
    keep(own, this.ring, this.samples);
    this.samples += own.length;
    if (!isOver) this.attacks.push(own);
  }

  /** The sound is over: silence comes. */
  end(): void {
    this.attacks.end();
  }

  /** Looks at the frame that is due. @param ring holds the sound; `last` is the index after its newest sample. */
  hear(ring: Float32Array, last: number): void {
    this.hearAttacks(ring, last);
    if (this.fall) this.hearFall(this.fall, ring, last);
    const apart = this.engine.apartS * this.rate;
    const change = this.change(ring, last);
    const { waiting } = this;
    const isNear = waiting && change && change.sample - waiting.sample < apart;
    if (isNear && this.outweighs(change, waiting)) this.waiting = null;
    else if (waiting && last > waiting.sample + apart + SETTLES_S * this.rate) this.tellWaiting();
    if (!change || change.sample - (this.waiting?.sample ?? this.toldSample) < apart) return;
    this.tellWaiting();
    const { sample, hasFoot, peak } = change;
    const onset = onsetAt(sample / this.rate, loudestIn(ring, last, sample, last), peak);
    if (hasFoot) this.tell(sample, onset);
    else this.waiting = { ...change, onset, fellS: null };
    if (change.isClear) this.opens(onset);
  }

  /** A piece of the sound, of so many seconds from this time on, is as loud as this: what was held may have ended, or given way. */
  pieceEnded(level: number, timeS: number, pieceS: number): void {
    const fall = this.falls.push(level);
    if (fall) this.fall = { timeS: timeS - fall.ago * pieceS, confidence: fall.confidence };
    if (!this.open) return;
    this.open.loudest = Math.max(this.open.loudest, level);
    if (level > END_SHARE * this.open.loudest) return;
    this.open.onset.endS = timeS;
    this.open = null;
  }

  /** Those since the last time. */
  take(): Onset[] {
    return this.found.splice(0);
  }

  private change(ring: Float32Array, last: number): Change | null {
    const peak = this.engine.look(this.ring);
    this.entry.push(this.engine.levels);
    if (!peak) return null;
    const middle = this.engine.middleSampleOf(peak);
    const foot = footOfSwell(ring, last, this.sampleOf(middle), this.rate, SLOWLY);
    const swells = foot.riseDb >= SWELL.db;
    const falls = !swells && foot.leftDb < ENDED.db;
    const hasFoot = foot.riseDb >= SWELL.hasFootDb;
    const isClear = !falls && (swells || peak.flux >= SWELL.clearly * peak.threshold);
    const sample = hasFoot ? foot.sample : this.sampleOf(middle - this.engine.laterBy);
    return sample < BEGINS_WITH_S * this.rate ? null : { sample, hasFoot, isClear, falls, peak };
  }

  /** What changed as the level fell began then; where nothing is known to have changed, a note of the same pitch did. */
  private hearFall(fall: Fall, ring: Float32Array, last: number): void {
    this.fall = null;
    const { timeS } = fall;
    const isNear = (other: number, beforeS: number) =>
      other / this.rate > timeS - beforeS && other / this.rate < timeS + FALL.afterS;
    if (this.waiting && isNear(this.waiting.sample, FALL.changesBeforeS)) this.waiting.fellS = timeS;
    else if (!isNear(this.toldSample, FALL.toldBeforeS)) {
      const sample = Math.round(timeS * this.rate);
      const onset = { ...fall, strength: Math.min(1, loudestIn(ring, last, sample, last)) };
      this.opens(onset);
      this.tell(sample, onset);
    }
  }

  private hearAttacks(ring: Float32Array, last: number): void {
    const { waiting } = this;
    for (const { timeS, confidence } of this.attacks.own(
      last / this.rate,
      waiting && waiting.sample / this.rate,
    )) {
      const sample = Math.round(timeS * this.rate);
      if (!goesOn(ring, last, sample, this.rate, ATTACK_LEAVES)) continue;
      const onset = { timeS, confidence, strength: Math.min(1, loudestIn(ring, last, sample, last)) };
      this.opens(onset);
      this.found.push(onset);
    }
  }

  /** A sound that swells so soon after a change says that what changed was the end of the one before; what is faint gives way to what is more. */
  private outweighs(change: Change, waiting: Change): boolean {
    if (change.falls !== waiting.falls) return waiting.falls;
    if (waiting.isClear) return change.hasFoot;
    return change.isClear || change.peak.flux >= waiting.peak.flux;
  }

  /** @param own index among the samples that the engine sees. */
  private sampleOf(own: number): number {
    return Math.max(0, this.lowRate.sampleOf(own));
  }

  /** It is told now, unless it was a faint one that did not stay, or an end. */
  private tellWaiting(): void {
    const { waiting } = this;
    this.waiting = null;
    if (!waiting) return;
    const { sample, onset, isClear, falls, peak, fellS } = waiting;
    const rise = this.entry.rise(peak.frame);
    const beganS = fellS !== null && rise && fellS > this.timeOf(rise.foot) - FALL.offS ? fellS : null;
    const least = falls ? ENDED.stays : SWELL.stays;
    if (beganS === null && !isClear && this.entry.stays(peak.frame, SWELL.back) < least) return;
    if (rise) onset.timeS = beganS ?? this.timeOf(rise.begins);
    if (!isClear) this.opens(onset);
    this.tell(sample, onset);
  }

  /** Of the middle of a frame, or of a moment between two. */
  private timeOf(frame: number): number {
    return this.sampleOf((frame + HELD.overlap / 2) * this.engine.hop) / this.rate;
  }

  private tell(sample: number, onset: Onset): void {
    this.toldSample = sample;
    onset.timeS = this.attacks.beginOf(onset.timeS);
    this.found.push(onset);
  }

  private opens(onset: Onset): void {
    this.open = { onset, loudest: 0 };
  }
}
