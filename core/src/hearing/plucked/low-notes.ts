/**
 * Low notes that begin softly, under noise: of their sound next to nothing lies high up, where most of what is not foretold is the noise. Where the low sound
 * alone does something that was not foretold by far, and the whole one a little, one begins.
 */
import { LowRate } from '../signal/low-rate.ts';
import { PredictionErrors, type Rise } from '../onset/prediction-errors.ts';

/**
 * The low sound is looked at twice, the second time at what is lowest of all. Of low strings few partials are left, and they lie close: more of the sound tells
 * them apart. It rises by so much.
 */
const LOOKS = [
  { form: { leastHz: 1_300, orderS: 0.03, fromS: 0.09, everyS: 0.04 }, db: 12 },
  { form: { leastHz: 650, orderS: 0.06, fromS: 0.16, everyS: 0.04 }, db: 11 },
] as const;
/** The whole sound rises by so much, so near. */
const WHOLE = { db: 0.75, nearS: 0.01 } as const;
/** A note of which the whole tells as well is told by that: so long after it, and so long before. It may come to be told so much later. */
const APART = { afterS: 0.1, beforeS: 0.045 } as const;

export class LowNotes {
  private readonly rate: number;
  private readonly low: LowRate;
  private readonly looks: readonly { errors: PredictionErrors; db: number }[];
  /** In order. */
  private readonly waiting: Rise[] = [];

  constructor(sampleRateHz: number) {
    this.rate = sampleRateHz;
    this.low = new LowRate(sampleRateHz, LOOKS[0].form.leastHz);
    this.looks = LOOKS.map(({ form, db }) => ({ errors: new PredictionErrors(this.low.rate, form), db }));
  }

  /** @param samples at most `AT_ONCE`. @param whole has had them already. */
  push(samples: Float32Array, whole: PredictionErrors): void {
    const lower = this.low.push(samples);
    for (const { errors, db } of this.looks) this.wait(errors.push(lower), db, whole);
  }

  /** The sound is over. */
  end(whole: PredictionErrors): void {
    for (const { errors, db } of this.looks) this.wait(errors.end(), db, whole);
  }

  /** @param settledSample all that the whole tells of before it is told. @param toldSample of the last note. @returns the note that is settled now, or null. */
  take(settledSample: number, toldSample: number): Rise | null {
    const { waiting, rate } = this;
    while (waiting.length > 0 && settledSample >= waiting[0].sample + APART.beforeS * rate) {
      const rise = waiting.shift()!;
      if (rise.sample - toldSample >= APART.afterS * rate) return rise;
    }
    return null;
  }

  private wait(rises: readonly Rise[], leastDb: number, whole: PredictionErrors): void {
    for (const rise of rises) {
      const sample = this.low.sampleOf(rise.sample);
      if (rise.db >= leastDb && whole.largestNear(sample, WHOLE.nearS * this.rate) >= WHOLE.db)
        this.waiting.push({ ...rise, sample });
    }
    this.waiting.sort((a, b) => a.sample - b.sample);
  }
}
