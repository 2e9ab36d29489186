/**
 * Where a sound does something that was not foretold: what rings goes on as linear prediction says, and what begins does not, however soft it is beside what
 * rings. (Onsets by the error of linear prediction: Glover, Lazzarini and Timoney, Real-time detection of musical onsets with
 * linear prediction and sinusoidal modeling, EURASIP J. Advances in Signal Processing 2011:68, from memory.)
 */
import { TELLS_APART_S } from './engine.ts';
import { LinearPrediction } from './linear-prediction.ts';
import { LowRate } from './low-rate.ts';

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
const STEP_S = 0.0005;
/** Compared are so many steps, before a moment and from it on: before, longer than the period of the lowest string, whose pulses are not foretold. */
const QUIET_STEPS = 80;
const LOUD_STEPS = 24;
/** By so much it rises where something begins. What nothing strikes comes to 2 dB by chance once in a while. */
const RISE_DB = 3.3;
const RISE_RATIO = 10 ** (RISE_DB / 10);
/** The largest rise of so long before it and after it. */
const LARGEST = { beforeS: 0.02, afterS: 0.03 } as const;
/** Two are so far apart, or the later one rises by so much more. */
const APART = { s: TELLS_APART_S, moreDb: 6 } as const;
/** So long after one, as its own tone is being learned, the pulses of a low one are not foretold yet: another one rises by so much. */
const LEARNING = { s: 0.08, riseDb: 6 } as const;
/** Under this nothing is heard (a hundred thousandth of the loudest). */
const LEAST_POWER = 1e-10;
const KEPT_STEPS = 256;
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
  private readonly ahead: number;
  private readonly back: number;
  private readonly stepS: number;
  private readonly energy = new Float64Array(KEPT_STEPS);
  /** How many times as much of what comes was not foretold as of what was before. */
  private readonly rises = new Float64Array(KEPT_STEPS);
  /** What was not foretold of what came last, and of what is looked at once more. */
  private readonly errors: Float64Array;
  private readonly seenAgain: Float64Array;
  /** Of the squares of what was not foretold in this step, so far; and of how many. */
  private sum = 0;
  private inStep = 0;
  private steps = 0;
  /** Of the energies of the steps that are compared: the last ones, and those before them. */
  private loud = 0;
  private quiet = 0;
  private toldStep = -Infinity;
  private toldDb = 0;

  constructor(sampleRateHz: number, { leastHz, orderS, fromS, everyS }: PredictionForm) {
    this.low = new LowRate(sampleRateHz, leastHz);
    const { rate } = this.low;
    const length = Math.round(fromS * rate);
    const gap = Math.round(LEARNS_BEFORE_S * rate);
    this.step = Math.max(1, Math.round(STEP_S * rate));
    this.hop = this.step * Math.round((everyS * rate) / this.step);
    const order = Math.round(orderS * rate);
    this.predictions = LinearPrediction.several(KEPT_PREDICTIONS, order, length);
    this.stepS = this.step / rate;
    const stepsOf = (seconds: number) => Math.round(seconds / this.stepS);
    this.ahead = stepsOf(LARGEST.afterS);
    this.back = stepsOf(LARGEST.beforeS);
    // A rise that is settled is seen once more from the beginning of its quiet stretch on, with as many samples before it as a prediction takes.
    const lookedBack = (this.ahead + LOUD_STEPS + QUIET_STEPS) * this.step + order + 1;
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
        this.inStep = 0;
        const rise = this.endStep();
        if (rise) found.push(rise);
      }
      taken += count;
    }
    return found;
  }

  /** The sound is over. @returns what is not settled yet; nothing is known of what would have come. */
  end(): Rise[] {
    const last = this.compared;
    return Array.from({ length: this.ahead }, (_, i) => this.settled(last - this.ahead + 1 + i)).filter(
      (rise) => rise !== null,
    );
  }

  /** All that rises before this sample of the sound has been told of. */
  get settledSample(): number {
    return this.sampleOf(this.compared - this.ahead);
  }

  /** The largest rise so near to a sample of the sound, in dB, whether or not it was told of; nothing is known of what lies more than 0.1 s behind. */
  largestNear(sample: number, samples: number): number {
    let largest = 0;
    const { compared } = this;
    for (let step = Math.max(QUIET_STEPS, compared - KEPT_STEPS + 1); step <= compared; step++)
      if (Math.abs(this.sampleOf(step) - sample) <= samples)
        largest = Math.max(largest, this.rises[step % KEPT_STEPS]);
    return decibels(largest);
  }

  private learn(): void {
    this.samples.copyWithin(0, this.hop);
    this.filled -= this.hop;
    this.predictions[++this.learned % KEPT_PREDICTIONS].learn(this.samples, this.learnsFrom);
  }

  private endStep(): Rise | null {
    const newest = this.steps++;
    const { energy } = this;
    const mask = KEPT_STEPS - 1;
    const power = this.sum / this.step;
    energy[newest & mask] = power;
    this.sum = 0;
    const leaves = energy[(newest - LOUD_STEPS) & mask];
    // The sums of what is compared are those of the step before, with a step more and a step less; added up anew before their roundings do.
    this.loud += power - leaves;
    this.quiet += leaves - energy[(newest - LOUD_STEPS - QUIET_STEPS) & mask];
    const { compared } = this;
    if (compared < QUIET_STEPS) return null;
    if (newest % KEPT_STEPS === 0) {
      this.loud = this.energyOf(compared, compared + LOUD_STEPS);
      this.quiet = this.energyOf(compared - QUIET_STEPS, compared);
    }
    this.rises[compared % KEPT_STEPS] = ratioOf(this.loud / LOUD_STEPS, this.quiet / QUIET_STEPS);
    return this.settled(compared - this.ahead);
  }

  /** The last step of which it is known how much it rises. */
  private get compared(): number {
    return this.steps - LOUD_STEPS;
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
    const at = this.filled - (this.steps - step) * this.step;
    const from = at - QUIET_STEPS * this.step;
    const prediction = this.known(Math.ceil((this.filled - from) / this.hop));
    const loud = this.errorPower(prediction, at, at + LOUD_STEPS * this.step);
    return decibels(ratioOf(loud, this.errorPower(prediction, from, at)));
  }

  private energyOf(from: number, to: number): number {
    let sum = 0;
    for (let step = from; step < to; step++) sum += this.energy[step & (KEPT_STEPS - 1)];
    return sum;
  }

  private settled(step: number): Rise | null {
    if (step < QUIET_STEPS) return null;
    const ratio = this.rises[step % KEPT_STEPS];
    if (ratio < RISE_RATIO) return null;
    const last = Math.min(this.compared, step + this.ahead);
    for (let other = Math.max(0, step - this.back); other <= last; other++)
      if (this.rises[other % KEPT_STEPS] > ratio) return null;
    const db = decibels(ratio);
    const sinceS = (step - this.toldStep) * this.stepS;
    if (sinceS < APART.s && db < this.toldDb + APART.moreDb) return null;
    if (sinceS < LEARNING.s && db < LEARNING.riseDb) return null;
    if (db < UNSURE.belowDb && this.riseAsKnownBefore(step) < UNSURE.riseDb) return null;
    this.toldStep = step;
    this.toldDb = db;
    const loud = this.energyOf(step, step + LOUD_STEPS) / LOUD_STEPS;
    const quiet = this.energyOf(step - QUIET_STEPS, step) / QUIET_STEPS;
    return {
      sample: this.sampleOf(step),
      level: Math.sqrt(2 * (loud - quiet)),
      db,
      confidence: confidenceOf(db),
    };
  }
}

const ratioOf = (loud: number, quiet: number) => (loud + LEAST_POWER) / (quiet + LEAST_POWER);

const decibels = (ratio: number) => 10 * Math.log10(ratio);
