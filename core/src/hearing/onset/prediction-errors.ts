/**
 * Where a sound does something that was not foretold: what rings goes on as linear prediction says, and what begins does not, however soft it is beside what
 * rings. (Onsets by the error of linear prediction: Glover, Lazzarini and Timoney, Real-time detection of musical onsets with
 * linear prediction and sinusoidal modeling, EURASIP J. Advances in Signal Processing 2011:68, from memory.)
 */
import {
  type EnergyRise,
  EnergyRises,
  LOUD_STEPS,
  QUIET_STEPS,
  decibels,
  ratioOf,
  stepOf,
} from './energy-rises.ts';
import { LinearPrediction } from '../signal/linear-prediction.ts';
import { LowRate } from '../signal/low-rate.ts';

/** What the sound is looked at as. */
export interface PredictionForm {
  /** At this rate, or above, up to twice it. */
  leastHz: number;
  /** So much before each sample is looked at: a partial takes two samples. */
  orderS: number;
  /** It is learned from so long a stretch, and anew so often. */
  fromS: number;
  everyS: number;
}

/** What is learned from ends so long before what is foretold. */
const LEARNS_BEFORE_S = 0.01;
/** By so much it rises where something begins. What nothing strikes comes to 2 dB by chance once in a while. */
const RISE_DB = 3.3;
/** So long after one, as its own tone is being learned, the pulses of a low one are not foretold yet: another one rises by so much. */
const LEARNING = { s: 0.08, riseDb: 6 } as const;
/** What is learned anew may fit worse by chance: what rises by less than so much rises by so much, too, if all of it is seen with what was known before. */
const UNSURE = { belowDb: 6, riseDb: 3 } as const;
/** What was known before the quiet stretch of a rise that is settled. */
const KEPT_PREDICTIONS = 8;

export interface Rise {
  /** The moment, in samples of the sound; fractions too. */
  sample: number;
  /** Of what was not foretold: as loud as this the note is, or louder. */
  level: number;
  /** How far it rises. */
  db: number;
  /** 0 to 1: how far that is over what it has to. */
  confidence: number;
}

/** Of a rise by so many dB. */
export const confidenceOf = (db: number) => 1 - Math.exp(-(db / RISE_DB - 0.5));

export class PredictionErrors {
  private readonly low: LowRate;
  private readonly predictions: readonly LinearPrediction[];
  private learned = 0;
  private readonly samples: Float64Array;
  private filled: number;
  private readonly step: number;
  private readonly hop: number;
  private readonly learnsFrom: number;
  private readonly rises: EnergyRises;
  /** What was not foretold of what came last, and of what is looked at once more. */
  private readonly errors: Float64Array;
  private readonly seenAgain: Float64Array;
  /** Of the squares of what was not foretold in this step, so far; and of how many. */
  private sum = 0;
  private inStep = 0;

  constructor(sampleRateHz: number, { leastHz, orderS, fromS, everyS }: PredictionForm) {
    this.low = new LowRate(sampleRateHz, leastHz);
    const { rate } = this.low;
    const length = Math.round(fromS * rate);
    const gap = Math.round(LEARNS_BEFORE_S * rate);
    this.step = stepOf(rate);
    this.hop = this.step * Math.round((everyS * rate) / this.step);
    const order = Math.round(orderS * rate);
    this.predictions = LinearPrediction.several(KEPT_PREDICTIONS, order, length);
    this.rises = new EnergyRises(RISE_DB, this.step / rate, (...rise) => this.isNew(...rise));
    // A rise that is settled is seen once more from the beginning of its quiet stretch on, with as many samples before it as a prediction takes.
    const lookedBack = (this.rises.settlesAfter + QUIET_STEPS) * this.step + order + 1;
    // Silence comes before everything. What is learned from ends the gap before what comes next.
    this.learnsFrom = Math.max(order + this.hop, lookedBack - length - gap);
    this.filled = this.learnsFrom + length + gap;
    this.samples = new Float64Array(this.filled + this.hop);
    this.errors = new Float64Array(this.hop);
    this.seenAgain = new Float64Array(QUIET_STEPS * this.step);
  }

  /** @param samples of the sound, at most `AT_ONCE`. @returns what they settle, each about 45 ms late. */
  push(samples: Float32Array): Rise[] {
    const found: Rise[] = [];
    const low = this.low.push(samples);
    for (let taken = 0; taken < low.length;) {
      if (this.filled === this.samples.length) this.learn();
      const { filled, errors } = this;
      const count = Math.min(low.length - taken, this.samples.length - filled);
      for (let i = 0; i < count; i++) this.samples[filled + i] = low[taken + i];
      this.known(0).errors(this.samples, filled, filled + count, errors);
      for (let i = 0; i < count;) {
        // Up to the end of the step.
        const end = Math.min(count, i + this.step - this.inStep);
        this.filled += end - i;
        this.inStep += end - i;
        let { sum } = this;
        for (; i < end; i++) sum += errors[i] * errors[i];
        this.sum = sum;
        if (this.inStep < this.step) continue;
        const rise = this.rises.push(sum / this.step);
        this.inStep = 0;
        this.sum = 0;
        if (rise) found.push(this.riseOf(rise));
      }
      taken += count;
    }
    return found;
  }

  /** The sound is over. @returns what is not settled yet; nothing is known of what would have come. */
  end(): Rise[] {
    return this.rises.end().map((rise) => this.riseOf(rise));
  }

  /** All that rises before this sample of the sound has been told of. */
  get settledSample(): number {
    return this.sampleOf(this.rises.settledStep);
  }

  /** The largest rise so near to a sample of the sound, in dB, whether or not it was told of; nothing is known of what lies more than 0.1 s behind. */
  largestNear(sample: number, samples: number): number {
    return this.rises.largestOf((step) => Math.abs(this.sampleOf(step) - sample) <= samples);
  }

  private learn(): void {
    this.samples.copyWithin(0, this.hop);
    this.filled -= this.hop;
    this.predictions[++this.learned % KEPT_PREDICTIONS].learn(this.samples, this.learnsFrom);
  }

  /** Somewhere within the step. */
  private sampleOf(step: number): number {
    return this.low.sampleOf((step + 0.5) * this.step);
  }

  /** What was known so many times of learning ago. */
  private known(ago: number): LinearPrediction {
    return this.predictions[Math.max(0, this.learned - ago) % KEPT_PREDICTIONS];
  }

  /** The power of what was not foretold between two of the samples that are kept. */
  private errorPower(prediction: LinearPrediction, from: number, to: number): number {
    const errors = this.seenAgain.subarray(0, to - from);
    prediction.errors(this.samples, from, to, errors);
    return errors.reduce((sum, error) => sum + error * error, 0) / errors.length;
  }

  /** How much it rises, in dB, seen all along with what was known before. */
  private riseAsKnownBefore(step: number): number {
    const at = this.filled - (this.rises.count - step) * this.step;
    const from = at - QUIET_STEPS * this.step;
    const prediction = this.known(Math.ceil((this.filled - from) / this.hop));
    const loud = this.errorPower(prediction, at, at + LOUD_STEPS * this.step);
    return decibels(ratioOf(loud, this.errorPower(prediction, from, at)));
  }

  /** A rise that is no more than what is learned anew would have is none. */
  private isNew(step: number, db: number, sinceS: number): boolean {
    if (sinceS < LEARNING.s && db < LEARNING.riseDb) return false;
    return db >= UNSURE.belowDb || this.riseAsKnownBefore(step) >= UNSURE.riseDb;
  }

  private riseOf({ step, db, power }: EnergyRise): Rise {
    return { sample: this.sampleOf(step), level: Math.sqrt(2 * power), db, confidence: confidenceOf(db) };
  }
}
