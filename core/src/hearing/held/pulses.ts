/**
 * Pulses of the breath (or of the bow) inside one long tone: places where its level begins to rise again. The level is that of 24 ms, so that
 * the period of a low note is no pulse; a vibrato or an unsteady tone raises what a pulse must pass.
 */
import { footOfRise } from '../signal/rise.ts';

const STEP_S = 0.002;
/** The level is taken of so many steps. */
const AROUND = 12;
/** Steps that are remembered: two seconds. */
const KEPT = 1024;
/** A pulse rises by so much, more where the tone is unsteady: so many times what it usually moves within 20 ms. */
const RISE_DB = { least: 1.5, most: 4, unsteady: 6 } as const;
const UNSTEADY_STEPS = 10;
/** A rise is over when it has not gone on for so long, or has fallen by half of what a pulse must rise. */
const OVER_STEPS = 30;
const APART_S = 0.12;
/** What is so far below the loudest of the last seconds, or of full level, is no tone. */
const BELOW_LOUDEST_DB = 30;
const SILENCE_DB = -60;
/** The loudest is forgotten by so much a second. */
const FORGETS_DB_S = 3;

export interface Pulse {
  /** From the first sample, in seconds. */
  timeS: number;
  /** The level at its top, 0 to 1. */
  level: number;
  riseDb: number;
  neededDb: number;
}

export class Pulses {
  private readonly step: number;
  private readonly stepS: number;
  private readonly powers = new Float64Array(AROUND);
  private readonly levels = new Float64Array(KEPT);
  private readonly moves = new Float64Array(KEPT);
  private sum = 0;
  private count = 0;
  private steps = 0;
  private loudest = -Infinity;
  private valley = 0;
  private top = 0;
  private rising = false;
  private unsteadyDb = 0;
  private lastS = -Infinity;

  constructor(sampleRateHz: number) {
    this.step = Math.max(1, Math.round(STEP_S * sampleRateHz));
    this.stepS = this.step / sampleRateHz;
  }

  /** @returns the pulses that these samples settle: some 60 ms after their tops. */
  push(samples: Float32Array): Pulse[] {
    const found: Pulse[] = [];
    for (const value of samples) {
      this.sum += value * value;
      if (++this.count < this.step) continue;
      this.powers[this.steps % AROUND] = this.sum / this.step;
      this.sum = this.count = 0;
      const pulse = this.look();
      if (pulse) found.push(pulse);
      this.steps++;
    }
    return found;
  }

  private look(): Pulse | null {
    const now = this.steps;
    const power = this.powers.reduce((sum, one) => sum + one, 0) / AROUND;
    const level = 10 * Math.log10(power + 1e-12);
    this.levels[now % KEPT] = level;
    this.moves[now % KEPT] = Math.abs(level - this.levelAt(Math.max(0, now - UNSTEADY_STEPS)));
    this.loudest = Math.max(level, this.loudest - FORGETS_DB_S * this.stepS);
    if (now % OVER_STEPS === 0) this.unsteadyDb = this.usualMove();
    const neededDb = Math.min(RISE_DB.most, Math.max(RISE_DB.least, RISE_DB.unsteady * this.unsteadyDb));
    if (!this.rising) {
      // What is longer ago than is remembered is no valley of this rise.
      if (level <= this.levelAt(this.valley) || now - this.valley >= KEPT / 2) this.valley = now;
      if (level - this.levelAt(this.valley) >= neededDb) {
        this.rising = true;
        this.top = now;
      }
      return null;
    }
    if (level > this.levelAt(this.top)) this.top = now;
    const isOver = now - this.top >= OVER_STEPS || level < this.levelAt(this.top) - neededDb / 2;
    if (!isOver && now - this.valley < KEPT - 1) return null;
    this.rising = false;
    const pulse = this.pulseOf(neededDb);
    this.valley = now;
    return pulse;
  }

  private pulseOf(neededDb: number): Pulse | null {
    const topDb = this.levelAt(this.top);
    if (topDb < Math.max(SILENCE_DB, this.loudest - BELOW_LOUDEST_DB)) return null;
    const amplitude = (at: number) => 10 ** (this.levelAt(at) / 20);
    const foot = Math.max(this.valley - AROUND, footOfRise(amplitude, this.valley, this.top));
    // A level belongs to the middle of the steps that it was taken of.
    const timeS = Math.max(0, foot + 1 - AROUND / 2) * this.stepS;
    if (timeS - this.lastS < APART_S) return null;
    this.lastS = timeS;
    return {
      timeS,
      level: Math.min(1, amplitude(this.top) * Math.SQRT2),
      riseDb: topDb - this.levelAt(this.valley),
      neededDb,
    };
  }

  private levelAt(step: number): number {
    return this.levels[step % KEPT];
  }

  /** Of the tone, not of the silence around it. */
  private usualMove(): number {
    const moves: number[] = [];
    const first = Math.max(0, this.steps - KEPT + 1);
    for (let at = first; at <= this.steps; at++)
      if (this.levelAt(at) > this.loudest - BELOW_LOUDEST_DB) moves.push(this.moves[at % KEPT]);
    return moves.sort((a, b) => a - b)[moves.length >> 1] ?? 0;
  }
}
