/**
 * The pitch of a piece of sound: how periodic it is, and how it glides. From the normalised autocorrelation between 60 Hz and 1 kHz. (Boersma 1993,
 * IFA Proceedings 17, 97–110, from memory.)
 */
import { Autocorrelation } from './autocorrelation.ts';

const LOWEST_HZ = 60;
const HIGHEST_HZ = 1000;
/** So many samples a second are enough for that. */
const THIN_TO_HZ = 8000;
const GONE = 0.5;
/** A piece that is less periodic has no one pitch. */
const PITCHED = 0.5;
/** What leaps so far within a few hundredths of a second does not glide. */
const LEAPS_CENTS = 400;
const CENTS = 1200;
/** Of silence nothing is like itself. */
const LEAST_ENERGY = 1e-12;

/** Of pieces of one length, or shorter ones, at one rate: their tables and their room serve all of them. */
export class Periodicity {
  /** The mean of so many samples is one. */
  private readonly by: number;
  private readonly thin: Float64Array;
  private readonly whole: Periods;
  private readonly half: Periods;

  /** @param lengthS of a piece: at least two of the longest periods, and four where it glides. */
  constructor(sampleRateHz: number, lengthS: number) {
    this.by = Math.max(1, Math.floor(sampleRateHz / THIN_TO_HZ));
    const length = Math.ceil((lengthS * sampleRateHz + 1) / this.by);
    this.thin = new Float64Array(length);
    this.whole = new Periods(sampleRateHz / this.by, length);
    this.half = new Periods(sampleRateHz / this.by, Math.ceil(length / 2));
  }

  /** The highest peak: 1 for a steady tone, near 0 for noise, as of a cymbal. */
  of(samples: Float32Array): number {
    return this.whole.best(this.thinned(samples)).like;
  }

  /**
   * By how much the pitch glides from the middle of a piece's first half to the middle of its second, in cents, upward positive; null where a half has
   * no one pitch, or where it leaps. Each half is looked at by itself: what glides far is periodic for a few periods, but not over the whole of a piece.
   */
  glideCents(samples: Float32Array): number | null {
    const sound = this.thinned(samples);
    const middle = sound.length >> 1;
    const first = pitchPeriod(this.half.best(sound.subarray(0, middle)));
    const second = first && pitchPeriod(this.half.best(sound.subarray(middle)));
    if (!first || !second) return null;
    const cents = CENTS * Math.log2(first / second);
    return Math.abs(cents) < LEAPS_CENTS ? cents : null;
  }

  /** What is high is gone. @returns overwritten by the next one. */
  private thinned(samples: Float32Array): Float64Array {
    const { by, thin } = this;
    const sound = thin.subarray(0, Math.floor(samples.length / by));
    for (let i = 0; i < sound.length; i++) {
      let sum = 0;
      for (let k = 0; k < by; k++) sum += samples[i * by + k];
      sound[i] = sum / by;
    }
    return sound;
  }
}

interface Period {
  lag: number;
  /** How alike the sound is to itself so many samples later, and one sample sooner and later than that. */
  like: number;
  before: number;
  after: number;
}

/** In samples, told between them by a parabola through the peak of the autocorrelation and its neighbours; null where there is no one pitch. */
function pitchPeriod({ lag, like, before, after }: Period): number | null {
  if (like < PITCHED || before > like || after > like) return null;
  return lag + (before - after) / (2 * (before - 2 * like + after));
}

class Periods {
  private readonly rate: number;
  private readonly autocorrelation: Autocorrelation;
  /** A piece, with silence behind it. */
  private readonly piece: Float64Array;
  private readonly products: Float64Array;
  /** Of so many of its first samples. */
  private readonly energy: Float64Array;

  /** @param length of a piece, at the most. */
  constructor(rate: number, length: number) {
    this.rate = rate;
    const lags = this.longestIn(length) + 2;
    this.autocorrelation = new Autocorrelation(new Float64Array(length).fill(1), lags);
    this.piece = new Float64Array(length);
    this.products = new Float64Array(lags);
    this.energy = new Float64Array(length + 1);
  }

  /** The one after which it is most like itself; 0 where there is none. */
  best(sound: Float64Array): Period {
    const { piece, products, energy, rate } = this;
    piece.set(sound);
    piece.fill(0, sound.length);
    this.autocorrelation.of(piece, 0, products);
    for (let i = 0; i < sound.length; i++) energy[i + 1] = energy[i] + sound[i] * sound[i];
    const like = (lag: number) => {
      const here = energy[sound.length - lag] + LEAST_ENERGY;
      const there = energy[sound.length] - energy[lag] + LEAST_ENERGY;
      return products[lag] / Math.sqrt(here * there);
    };
    const shortest = Math.floor(rate / HIGHEST_HZ);
    const longest = this.longestIn(sound.length);
    let best = 0;
    let most = 0;
    // What is low is like itself a moment later; only what has gone and come back is periodic.
    let gone = false;
    for (let lag = 1; lag <= longest; lag++) {
      const now = like(lag);
      if (now < GONE) gone = true;
      if (!gone || lag < shortest || now <= most) continue;
      best = lag;
      most = now;
    }
    if (best === 0) return { lag: 0, like: 0, before: 0, after: 0 };
    return { lag: best, like: most, before: like(best - 1), after: like(best + 1) };
  }

  private longestIn(length: number): number {
    return Math.min(Math.floor(this.rate / LOWEST_HZ), Math.floor(length / 2));
  }
}
