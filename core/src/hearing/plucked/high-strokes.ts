/**
 * Strokes that next to nothing but their hiss tells of: a hi-hat, a shaker or a pick on a muted string beside what rings. What is foretold of the sound lies lower
 * than they do; high up they stand alone, and what rings has died away there first.
 */
import { attackNear } from '../onset/attack.ts';
import { type EnergyRise, EnergyRises, stepOf } from '../onset/energy-rises.ts';
import { TELLS_APART_S, pow2 } from '../onset/engine.ts';
import { AT_ONCE } from '../signal/half-rate.ts';
import type { LowRate } from '../signal/low-rate.ts';
import type { Onset } from '../onset/onset.ts';
import { confidenceOf } from '../onset/prediction-errors.ts';
import { keep } from '../signal/ring.ts';

/** The high sound rises by so much. A hiss alone does so by 1 dB once in a while. */
const RISE_DB = 5;
/** And so much does its attack, looked at closely. */
const ATTACK_DB = 4.5;
/** So much is looked at closely. */
const KEPT_S = 0.1;

export class HighStrokes {
  private readonly lowRate: LowRate;
  private readonly sampleRateHz: number;
  private readonly step: number;
  private readonly rises: EnergyRises;
  /** Of the high sound, indexed by the sample; a power of two long. */
  private readonly ring: Float32Array;
  private samples = 0;
  /** Up to this one they have been looked at. */
  private looked = 0;
  /** In order. */
  private waiting: Onset[] = [];
  private toldS = -Infinity;

  /** @param lowRate has been given what is heard; what it takes away is looked at. @param sampleRateHz of the sound. */
  constructor(lowRate: LowRate, sampleRateHz: number) {
    const { rate } = lowRate;
    this.lowRate = lowRate;
    this.sampleRateHz = sampleRateHz;
    this.step = stepOf(rate);
    this.rises = new EnergyRises(RISE_DB, this.step / rate);
    this.ring = new Float32Array(pow2(KEPT_S * rate + AT_ONCE));
  }

  /** The newest samples have come. */
  push(): void {
    const { step, ring } = this;
    const samples = this.lowRate.takenAway();
    if (!samples) return;
    keep(samples, ring, this.samples);
    this.samples += samples.length;
    const mask = ring.length - 1;
    for (; this.looked + step <= this.samples; this.looked += step) {
      let sum = 0;
      for (let i = this.looked; i < this.looked + step; i++) sum += ring[i & mask] * ring[i & mask];
      const rise = this.rises.push(sum / step);
      if (rise) this.wait(rise);
    }
  }

  /** The sound is over. */
  end(): void {
    for (const rise of this.rises.end()) this.wait(rise);
  }

  /** Something is told of. Nothing else begins so near to it. */
  told(timeS: number): void {
    this.toldS = timeS;
    this.waiting = this.waiting.filter((stroke) => !areNear(stroke.timeS, timeS));
  }

  /** @param settledS all that anything else tells of before it has been told. @returns the stroke that is settled now, or null. */
  take(settledS: number): Onset | null {
    const { waiting } = this;
    return waiting.length > 0 && settledS >= waiting[0].timeS + TELLS_APART_S ? waiting.shift()! : null;
  }

  private wait({ step, db }: EnergyRise): void {
    const attack = attackNear(this.ring, this.samples, step * this.step, this.lowRate.rate);
    if (!attack || attack.riseDb < ATTACK_DB) return;
    const timeS = this.lowRate.sampleOf(attack.sample) / this.sampleRateHz;
    if (areNear(timeS, this.toldS)) return;
    this.waiting.push({ timeS, strength: Math.min(1, attack.level), confidence: confidenceOf(db) });
  }
}

const areNear = (oneS: number, otherS: number) => Math.abs(oneS - otherS) < TELLS_APART_S;
