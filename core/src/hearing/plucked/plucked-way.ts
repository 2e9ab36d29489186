/**
 * Plucked strings, and whatever else rings on under the next note: one begins where something was not foretold. To the sample, where it has an attack there.
 */
import { attackNear } from '../onset/attack.ts';
import { beginNear } from '../onset/begin.ts';
import { DyingAway, around } from './dying-away.ts';
import { goesOn } from '../onset/goes-on.ts';
import { HighStrokes } from './high-strokes.ts';
import { LowNotes } from './low-notes.ts';
import { LowRate } from '../signal/low-rate.ts';
import type { Onset } from '../onset/onset.ts';
import { PredictionErrors, type Rise } from '../onset/prediction-errors.ts';

/** High enough for the partials of a string that tell its notes apart. */
const FORM = { leastHz: 11_000, orderS: 0.0045, fromS: 0.06, everyS: 0.025 } as const;
/** An attack is its own where the energy rises by so much, so near. By so much no string does that is left alone. */
const ATTACK = { db: 4.5, clearDb: 6, nearS: 0.003 } as const;
/** A note without an attack begins softly: so far from where it was not foretold. */
const SOFTLY = { share: 0.05, backS: 0.03, gapS: 0.008, aheadS: 0.012 } as const;
/** Of what rang before a note that only the low sound tells of, so much is left after it. */
const LOW_LEAVES = 0.75;

/** So many samples, at the lower rate, are looked at together: what is low asks the whole for what lies a while back, and it does not remember for long. */
const TOGETHER = 128;

/** Powers of two long, indexed by the sample. */
interface Kept {
  ring: Float32Array;
  /** Without what is low. */
  high: Float32Array;
}

export class PluckedWay {
  private readonly rate: number;
  private readonly kept: Kept;
  private readonly lowRate: LowRate;
  private readonly errors: PredictionErrors;
  private readonly low: LowNotes;
  private readonly high: HighStrokes;
  /** Of the last note, at the lower rate. */
  private toldSample = -Infinity;
  private readonly dyingAway = new DyingAway();
  private readonly found: Onset[] = [];

  /** @param kept the sound, to which samples are added before they are pushed. */
  constructor(sampleRateHz: number, kept: Kept) {
    this.rate = sampleRateHz;
    this.kept = kept;
    this.lowRate = new LowRate(sampleRateHz, FORM.leastHz);
    this.errors = new PredictionErrors(this.lowRate.rate, FORM);
    this.low = new LowNotes(this.lowRate.rate);
    this.high = new HighStrokes(this.lowRate, sampleRateHz);
  }

  /** @param samples at most `AT_ONCE`. @param last index after the newest of them. */
  push(samples: Float32Array, last: number): void {
    const lower = this.lowRate.push(samples);
    this.high.push();
    for (let from = 0; from < lower.length; from += TOGETHER) {
      const piece = lower.subarray(from, from + TOGETHER);
      const rises = this.errors.push(piece);
      this.low.push(piece, this.errors);
      this.keep(rises, this.errors.settledSample, last);
    }
  }

  /** The sound is over. */
  end(last: number): void {
    this.low.end(this.errors);
    this.high.end();
    this.keep(this.errors.end(), Infinity, last);
    // All that still waited was told at once.
    this.found.sort((a, b) => a.timeS - b.timeS);
  }

  /** Those since the last time. */
  take(): Onset[] {
    return this.found.splice(0);
  }

  private keep(rises: readonly Rise[], settledSample: number, last: number): void {
    for (const rise of rises) {
      this.keepOthers(rise.sample, last);
      this.tellRise(rise, last);
    }
    this.keepOthers(settledSample, last);
  }

  /** Low notes, and what hisses, that nothing of the whole before this sample tells of. */
  private keepOthers(settledSample: number, last: number): void {
    for (let rise: Rise | null; (rise = this.low.take(settledSample, this.toldSample));) {
      const near = Math.round(this.lowRate.sampleOf(rise.sample));
      if (goesOn(this.kept.ring, last, near, this.rate, LOW_LEAVES)) this.tellRise(rise, last);
    }
    const settledS = this.lowRate.sampleOf(settledSample) / this.rate;
    for (let stroke: Onset | null; (stroke = this.high.take(settledS));) this.tell(stroke);
  }

  private tellRise(rise: Rise, last: number): void {
    const note = this.noteOf(rise, last);
    if (!note) return;
    this.toldSample = rise.sample;
    this.tell(note);
  }

  private tell(note: Onset): void {
    this.high.told(note.timeS);
    this.found.push(note);
  }

  /** @returns null where nothing begins: what rang was stopped, or has died away. */
  private noteOf({ sample, level, db, confidence }: Rise, last: number): Onset | null {
    const { ring, high } = this.kept;
    const sampleRateHz = this.rate;
    const begins = this.lowRate.sampleOf(sample);
    const near = Math.round(begins);
    const there = around(ring, last, near, sampleRateHz);
    const attack = attackNear(high, last, near, sampleRateHz);
    const isNear = attack && Math.abs(attack.sample - near) < ATTACK.nearS * sampleRateHz;
    const isOver = this.dyingAway.isAllAt(near / sampleRateHz, there, db);
    if (isOver && !(isNear && attack.riseDb >= ATTACK.clearDb)) return null;
    if (isNear && attack.riseDb >= ATTACK.db)
      return { timeS: attack.sample / sampleRateHz, strength: Math.min(1, attack.level), confidence };
    const softly = beginNear(ring, last, near, sampleRateHz, there.level, SOFTLY);
    // Of a soft note among loud ones what it adds is its level; where that is not seen, what was not foretold of it.
    const added = Math.sqrt(Math.max(0, there.level ** 2 - there.rang ** 2));
    return {
      timeS: Math.max(0, softly === near ? begins : softly) / sampleRateHz,
      strength: Math.min(1, Math.max(added, level)),
      confidence,
    };
  }
}
