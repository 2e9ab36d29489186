/** Where the energy of something rises: what comes in the next moment is compared with what was before. Streaming. */
import { TELLS_APART_S } from './engine.ts';

/** Energy is taken in steps of about so long. */
const STEP_S = 0.0005;
/** Compared are so many steps, before a moment and from it on: before, longer than the period of the lowest string, whose pulses are not foretold. */
export const QUIET_STEPS = 80;
export const LOUD_STEPS = 24;
/** The largest rise of so long before it and after it. */
const LARGEST = { beforeS: 0.02, afterS: 0.03 } as const;
/** Two are so far apart, or the later one rises by so much more. */
const APART = { s: TELLS_APART_S, moreDb: 6 } as const;
/** Under this nothing is heard (a hundred thousandth of the loudest). */
const LEAST_POWER = 1e-10;
/** A power of two. */
const KEPT_STEPS = 256;

export interface EnergyRise {
  /** From which on it is louder. */
  step: number;
  db: number;
  /** By which it is louder. */
  power: number;
}

/** @param sinceS so long after the last one that was told. @returns whether a rise that is settled is one. */
type Holds = (step: number, db: number, sinceS: number) => boolean;

/** In samples. */
export const stepOf = (rate: number) => Math.max(1, Math.round(STEP_S * rate));

export class EnergyRises {
  private readonly leastRatio: number;
  private readonly stepS: number;
  private readonly holds: Holds;
  private readonly ahead: number;
  private readonly back: number;
  private readonly energy = new Float64Array(KEPT_STEPS);
  /** How many times as loud what comes is as what was before. */
  private readonly ratios = new Float64Array(KEPT_STEPS);
  private steps = 0;
  /** Of the energies of the steps that are compared: the last ones, and those before them. */
  private loud = 0;
  private quiet = 0;
  private toldStep = -Infinity;
  private toldDb = 0;

  /** @param leastDb what rises by less is none. @param stepS how long a step is, to the sample. */
  constructor(leastDb: number, stepS: number, holds: Holds = () => true) {
    this.leastRatio = 10 ** (leastDb / 10);
    this.stepS = stepS;
    this.holds = holds;
    this.ahead = Math.round(LARGEST.afterS / stepS);
    this.back = Math.round(LARGEST.beforeS / stepS);
  }

  /** So many steps a rise is settled after its own, at the most. */
  get settlesAfter(): number {
    return this.ahead + LOUD_STEPS;
  }

  /** Steps so far. */
  get count(): number {
    return this.steps;
  }

  /** All that rises before this step has been told of. */
  get settledStep(): number {
    return this.compared - this.ahead;
  }

  /** @param power of the newest step. @returns what it settles, or null. */
  push(power: number): EnergyRise | null {
    const newest = this.steps++;
    const { energy } = this;
    const mask = KEPT_STEPS - 1;
    energy[newest & mask] = power;
    const leaves = energy[(newest - LOUD_STEPS) & mask];
    // The sums of what is compared are those of the step before, with a step more and a step less; added up anew before their roundings do.
    this.loud += power - leaves;
    this.quiet += leaves - energy[(newest - LOUD_STEPS - QUIET_STEPS) & mask];
    const { compared } = this;
    if (compared < QUIET_STEPS) return null;
    if ((newest & mask) === 0) {
      this.loud = this.energyOf(compared, compared + LOUD_STEPS);
      this.quiet = this.energyOf(compared - QUIET_STEPS, compared);
    }
    this.ratios[compared & mask] = ratioOf(this.loud / LOUD_STEPS, this.quiet / QUIET_STEPS);
    return this.settled(compared - this.ahead);
  }

  /** It is over. @returns what is not settled yet; nothing is known of what would have come. */
  end(): EnergyRise[] {
    const last = this.compared;
    return Array.from({ length: this.ahead }, (_, i) => this.settled(last - this.ahead + 1 + i)).filter(
      (rise) => rise !== null,
    );
  }

  /** The largest rise of the steps that are picked, in dB, whether or not it was told of; nothing is known of what lies more than 0.1 s behind. */
  largestOf(isPicked: (step: number) => boolean): number {
    let largest = 0;
    const { compared } = this;
    for (let step = Math.max(QUIET_STEPS, compared - KEPT_STEPS + 1); step <= compared; step++)
      if (isPicked(step)) largest = Math.max(largest, this.ratios[step & (KEPT_STEPS - 1)]);
    return decibels(largest);
  }

  /** The last step of which it is known how much it rises. */
  private get compared(): number {
    return this.steps - LOUD_STEPS;
  }

  private energyOf(from: number, to: number): number {
    let sum = 0;
    for (let step = from; step < to; step++) sum += this.energy[step & (KEPT_STEPS - 1)];
    return sum;
  }

  private settled(step: number): EnergyRise | null {
    if (step < QUIET_STEPS) return null;
    const ratio = this.ratios[step & (KEPT_STEPS - 1)];
    if (ratio < this.leastRatio) return null;
    const last = Math.min(this.compared, step + this.ahead);
    for (let other = Math.max(0, step - this.back); other <= last; other++)
      if (this.ratios[other & (KEPT_STEPS - 1)] > ratio) return null;
    const db = decibels(ratio);
    const sinceS = (step - this.toldStep) * this.stepS;
    if (sinceS < APART.s && db < this.toldDb + APART.moreDb) return null;
    if (!this.holds(step, db, sinceS)) return null;
    this.toldStep = step;
    this.toldDb = db;
    const loud = this.energyOf(step, step + LOUD_STEPS) / LOUD_STEPS;
    const quiet = this.energyOf(step - QUIET_STEPS, step) / QUIET_STEPS;
    return { step, db, power: loud - quiet };
  }
}

/** Of two powers. */
export const ratioOf = (loud: number, quiet: number) => (loud + LEAST_POWER) / (quiet + LEAST_POWER);

export const decibels = (ratio: number) => 10 * Math.log10(ratio);
